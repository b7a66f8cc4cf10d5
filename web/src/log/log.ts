import { ref } from 'vue'
import { api, ask, type LogEntry, type LogRecord } from '@/api/client'
import { ownName } from '@/api/name'
import { savedAs, type At, type Kept } from '@/kept/saver'

/** An entry as its form has it: sizes that are typed side by side. */
export type Typed = Omit<LogEntry, 'card' | 'inside'> & { card: Pair; inside: Pair }
type Pair = { width: string; height: string }

const typedSize = (b: LogEntry['card']): Pair =>
  typeof b === 'object' ? { width: b.width, height: b.height } : { width: '', height: '' }
const size = (b: Pair) => (b.width || b.height ? b : undefined)

export const typed = (e: LogEntry): Typed => ({ ...e, card: typedSize(e.card), inside: typedSize(e.inside) })
const written = (t: Typed): LogEntry => ({ ...t, card: size(t.card), inside: size(t.inside) })

/** An entry as its form takes it. */
export const entryKept = (r: LogRecord): Kept<Typed> => ({
  id: r.id,
  revision: r.revision,
  edit: r.edit,
  doc: typed(r.entry),
})

const put = (body: LogEntry, { id, revision, edit }: At, keepalive = false) => {
  const query = { revision, edit }
  return ask(api.PUT('/api/v1/log/{id}', { params: { path: { id }, query }, body, keepalive }))
}

/** Keeps an entry, a new one where it has no name yet. */
export async function sendEntry(doc: Typed, at: At, keepalive: boolean) {
  const body = written(doc)
  const query = { edit: at.edit }
  const reply = at.id
    ? await put(body, at, keepalive)
    : await ask(api.POST('/api/v1/log', { params: { query }, body, keepalive }))
  return savedAs(reply, entryKept)
}

/** Corrects an entry in one tap; says what is wrong with that. */
export function useKeeping() {
  const says = ref('')
  async function keep(entry: LogEntry, { id, revision }: LogRecord): Promise<LogRecord | undefined> {
    const reply = await put(entry, { id, revision, edit: ownName() })
    says.value = reply.data ? '' : reply.says
    return reply.data
  }
  return { says, keep }
}
