import { ref } from 'vue'
import { api, ask, type FieldErrors, type Item, type Reply, type ShelfBody, type Stock } from '@/api/client'
import { bringShelf } from '@/api/files'
import { untilAnswered } from '@/api/retry'

const shelf = ref<ShelfBody>()
const unreachable = ref(false)

/** What is on hand, shared by every screen that looks at it. */
export function useShelf() {
  function load() {
    return untilAnswered(
      () => ask(api.GET('/api/v1/shelf')),
      (reply) => {
        unreachable.value = reply.away
        if (reply.data) shelf.value = reply.data
      },
    )
  }

  /** Takes a new shelf, or gives what was wrong in words. */
  async function settle(asked: Promise<Reply<ShelfBody, unknown>>): Promise<string> {
    const reply = await asked
    if (reply.data) {
      shelf.value = reply.data
      return ''
    }
    if (reply.away) return `${reply.says} Nothing was changed.`
    const wrong = Object.entries(reply.errors).map(([field, text]) => `${field}: ${text}`)
    return wrong.join('\n') || reply.says
  }

  const take = (of: { job: string } | { gang: string }, state: 'reserved' | 'used', offcuts: boolean) =>
    settle(ask(api.POST('/api/v1/shelf/uses', { body: { ...of, state, offcuts } })))
  const undo = (id: string) =>
    settle(ask(api.POST('/api/v1/shelf/uses/{id}/undo', { params: { path: { id } } })))
  const bring = (csv: string) => settle(bringShelf(csv))

  /** Keeps an item; gives what is wrong with it, field by field. */
  async function put(item: Item, id?: string, revision?: number): Promise<FieldErrors> {
    const params = { path: { id: id ?? '' }, query: { revision: revision ?? 0 } }
    const reply = id
      ? await ask(api.PUT('/api/v1/shelf/{id}', { params, body: item }))
      : await ask(api.POST('/api/v1/shelf', { body: item }))
    if (reply.away) return { count: `${reply.says} Nothing was changed.` }
    void load()
    if (!reply.says) return {}
    return Object.keys(reply.errors).length ? reply.errors : { count: reply.says }
  }

  /** Takes an item off the list, or puts it back. */
  async function setRemoved(id: string, removed: boolean) {
    const params = { params: { path: { id } } }
    const reply = removed
      ? await ask(api.DELETE('/api/v1/shelf/{id}', params))
      : await ask(api.POST('/api/v1/shelf/{id}/restore', params))
    if (!reply.away) void load()
    return reply
  }

  /** Every sheet on the shelf that is not kept back for a job. */
  async function freeSheets(): Promise<Stock[]> {
    await load()
    const sheets = (shelf.value?.items ?? []).filter((e) => e.item.kind === 'sheet' && e.free > 0)
    return sheets.map((e) => ({
      item: e.id,
      sheet: e.item.size,
      count: e.free,
      ...(e.item.paper && { paper: e.item.paper }),
      ...(e.item.grain && { grain: e.item.grain }),
      ...(e.item.price && { price: e.item.price }),
      ...(e.item.colour && { colour: e.item.colour }),
    }))
  }

  return { shelf, unreachable, load, freeSheets, take, undo, bring, put, setRemoved }
}
