import { ref } from 'vue'
import { api, ask, type Item, type Reply, type ShelfBody, type ShelfEntry, type Stock } from '@/api/client'
import { bringShelf } from '@/api/files'
import { untilAnswered } from '@/api/retry'
import { creating } from '@/kept/busy'
import { savedAs, type At, type Kept } from '@/kept/saver'

/** A thing on the shelf as its form has it: a size that is measured is typed side by side. */
export type Typed = Omit<Item, 'size' | 'count'> & {
  size: string
  width: string
  height: string
  count: number | string
}

export function typed({ size, ...rest }: Item): Typed {
  const measured = typeof size === 'object' ? size : undefined
  return {
    ...rest,
    size: typeof size === 'string' ? size : '',
    width: measured?.width ?? '',
    height: measured?.height ?? '',
  }
}
const item = ({ size, width, height, count, ...rest }: Typed): Item => ({
  ...rest,
  count: Number(count),
  size: size || { width, height },
})
export const itemKept = (e: ShelfEntry): Kept<Typed> => ({
  id: e.id,
  revision: e.revision,
  doc: typed(e.item),
})

/** What is typed of sheets and of envelopes is kept apart. */
export const kindOf = (kind: 'sheet' | 'envelope') => `shelf-${kind}`

/** Keeps a thing on the shelf, a new one where it has no name yet. */
export async function sendItem(doc: Typed, { id, revision, edit }: At, keepalive: boolean) {
  const body = item(doc)
  if (!id)
    return savedAs(
      await ask(api.POST('/api/v1/shelf', { params: { query: { edit } }, body, keepalive })),
      itemKept,
    )
  const put = (sure: boolean) =>
    ask(
      api.PUT('/api/v1/shelf/{id}', { params: { path: { id }, query: { revision, sure } }, body, keepalive }),
    )
  const reply = await put(false)
  const asks = reply.status === 428 && !keepalive
  return savedAs(
    asks && window.confirm(`${reply.says} Is that what lies there?`) ? await put(true) : reply,
    itemKept,
  )
}

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
    settle(
      creating(`use ${JSON.stringify([of, state, offcuts])}`, (edit) =>
        ask(api.POST('/api/v1/shelf/uses', { params: { query: { edit } }, body: { ...of, state, offcuts } })),
      ),
    )
  const undo = (id: string) =>
    settle(ask(api.POST('/api/v1/shelf/uses/{id}/undo', { params: { path: { id } } })))
  const bring = (csv: string) => settle(creating(`shelf ${csv}`, (edit) => bringShelf(csv, edit)))

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
    return (shelf.value?.items ?? []).flatMap((e) => e.stock ?? [])
  }

  return { shelf, unreachable, load, freeSheets, take, undo, bring, setRemoved }
}
