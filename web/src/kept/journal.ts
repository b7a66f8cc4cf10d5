import { local } from './storage'

/** What this browser remembers of a document: its undo steps, and what the server may not have yet. */
export type Journal<D> = {
  /** The revision the edits are of; 0 for a document the server has not got. */
  revision: number
  /** Whether the server may not have it. */
  unsent: boolean
  /** What the save that carries it is called, if one does; the server tells it back when it has it. */
  edit: string
  doc: D
  /** The document it was made of, where changes are made over another's. */
  base?: D
  past: D[]
  future: D[]
  /** Milliseconds since 1970. */
  at: number
}

/** Under this name a document's journal is kept before the server has given it one. */
export const UNNAMED = 'new'
const PREFIX = 'yellow-parcel-'
/** How many documents of a kind are remembered, beside those that are not sent. */
const MOST = 12
const STEPS = 60

/** Journals of one kind of document, by the document's name. */
export function journals<D>(kind: string) {
  const prefix = `${PREFIX}${kind}/`
  function read(id: string): Journal<D> | undefined {
    try {
      const found = JSON.parse(local.get(prefix + id) ?? 'null') as (Journal<D> & { job?: D }) | null
      // Under their former name jobs are still found.
      if (found && found.doc === undefined && found.job !== undefined) found.doc = found.job
      return found?.doc === undefined ? undefined : found
    } catch {
      return undefined
    }
  }
  const drop = (id: string) => local.remove(prefix + id)

  /** Writes it down; where the browser has no room, what is sent makes some, the oldest first, then the steps do. */
  function write(id: string, journal: Journal<D>) {
    for (const steps of [STEPS, 8, 0]) {
      const short = { ...journal, past: journal.past.slice(-steps || journal.past.length), future: journal.future.slice(-steps || journal.future.length) } // prettier-ignore
      if (local.set(prefix + id, JSON.stringify(short))) return tidy(id)
      dropOldest(id)
    }
  }
  /** What is remembered and was sent, the oldest first. */
  function sent(but: string) {
    return local
      .names(prefix)
      .map((name) => name.slice(prefix.length))
      .filter((id) => id !== but)
      .map((id) => ({ id, of: read(id) }))
      .filter((one) => !one.of?.unsent)
      .sort((a, b) => (a.of?.at ?? 0) - (b.of?.at ?? 0))
      .map((one) => one.id)
  }
  function dropOldest(but: string) {
    const [oldest] = sent(but)
    if (oldest) drop(oldest)
  }
  function tidy(but: string) {
    if (local.names(prefix).length > MOST)
      sent(but)
        .slice(0, -MOST + 1)
        .forEach(drop)
  }
  return { read, write, drop }
}

/** The documents of a kind that hold something not sent, the newest first; the empty name is one that is new. */
export function unsentOf(kind: string): string[] {
  const prefix = `${PREFIX}${kind}/`
  const { read } = journals(kind)
  return local
    .names(prefix)
    .map((name) => ({ id: name.slice(prefix.length), of: read(name.slice(prefix.length)) }))
    .filter((one) => one.of?.unsent)
    .sort((a, b) => (b.of?.at ?? 0) - (a.of?.at ?? 0))
    .map((one) => (one.id === UNNAMED ? '' : one.id))
}
