import { ref } from 'vue'
import { api, fieldErrors, type FieldErrors, type Item, type ShelfBody } from '@/api/client'

const shelf = ref<ShelfBody>()
const unreachable = ref(false)

type Answer = { data?: ShelfBody; error?: { detail?: string; errors?: unknown } }

/** What is on hand, shared by every screen that looks at it. */
export function useShelf() {
  async function load() {
    try {
      const { data } = await api.GET('/api/v1/shelf')
      if (data) shelf.value = data
      unreachable.value = !data
    } catch {
      unreachable.value = true
      window.setTimeout(() => void load(), 3000)
    }
  }

  /** Takes a new shelf, or gives what was wrong in words. */
  async function settle(asked: Promise<Answer>): Promise<string> {
    try {
      const { data, error } = await asked
      if (data) {
        shelf.value = data
        return ''
      }
      const wrong = Object.entries(fieldErrors(error as Parameters<typeof fieldErrors>[0]))
      return (
        wrong.map(([field, text]) => `${field}: ${text}`).join('\n') || (error?.detail ?? 'It did not work.')
      )
    } catch {
      return 'The server does not answer; nothing was changed.'
    }
  }

  const take = (job: string, state: 'reserved' | 'used', offcuts: boolean) =>
    settle(api.POST('/api/v1/shelf/uses', { body: { job, state, offcuts } }))
  const undo = (id: string) => settle(api.POST('/api/v1/shelf/uses/{id}/undo', { params: { path: { id } } }))
  const bring = (csv: string) =>
    settle(
      api.POST('/api/v1/shelf.csv', {
        body: csv,
        bodySerializer: (text) => text as string,
        headers: { 'Content-Type': 'text/csv' },
      }),
    )

  /** Keeps an item; gives what is wrong with it, field by field. */
  async function put(item: Item, id?: string, revision?: number): Promise<FieldErrors> {
    try {
      const { error } = id
        ? await api.PUT('/api/v1/shelf/{id}', {
            params: { path: { id }, query: { revision: revision ?? 0 } },
            body: item,
          })
        : await api.POST('/api/v1/shelf', { body: item })
      await load()
      if (!error) return {}
      const wrong = fieldErrors(error)
      return Object.keys(wrong).length ? wrong : { count: error.detail ?? 'It could not be kept.' }
    } catch {
      return { count: 'The server does not answer; nothing was changed.' }
    }
  }

  async function setRemoved(id: string, removed: boolean) {
    const params = { params: { path: { id } } }
    if (removed) await api.DELETE('/api/v1/shelf/{id}', params)
    else await api.POST('/api/v1/shelf/{id}/restore', params)
    await load()
  }

  return { shelf, unreachable, load, take, undo, bring, put, setRemoved }
}
