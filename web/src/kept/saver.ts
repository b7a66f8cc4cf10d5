import { computed, ref, shallowRef, type Ref } from 'vue'
import type { FieldErrors, Reply } from '@/api/client'
import { ownName } from '@/api/name'
import { pause } from '@/api/retry'

export type SaveState =
  'saved' | 'waiting' | 'saving' | 'offline' | 'unable' | 'refused' | 'conflict' | 'gone'

/** A document as the server has it. */
export type Kept<D> = { id: string; revision: number; edit?: string; doc: D; updated?: string }

/** The document a save is of, and what the save is called; no name where it is new. */
export type At = { id: string; revision: number; edit: string }

/** What came of a save: what is kept, or what another kept meanwhile, or why it is not. */
export type Saved<D> = Pick<Reply<unknown, unknown>, 'away' | 'status' | 'says' | 'errors'> & {
  kept?: Kept<D>
  theirs?: Kept<D>
}

/** How a kind of document is kept. */
export type Ways<D> = {
  send: (doc: D, at: At, keepalive: boolean) => Promise<Saved<D>>
  /** What was changed here, made over what another kept; where that cannot be, the maker is asked. */
  over?: (base: D | undefined, mine: D, theirs: D) => D
}

/** What an answer says of a save, with its record read. */
export function savedAs<D, R>(reply: Reply<R, object>, read: (record: R) => Kept<D>): Saved<D> {
  const { away, status, says, errors, error } = reply
  const theirs = error && 'kept' in error ? read(error.kept as R) : undefined
  return { away, status, says, errors, theirs, kept: reply.data && read(reply.data) }
}

const AFTER = 500

/** Keeps a document at the server, one save after another, each over the revision it edits. */
export function useSaver<D>(
  doc: Ref<D | undefined>,
  ways: Ways<D>,
  saved: (kept: Kept<D>, fresh: boolean) => void,
) {
  const id = ref('')
  const revision = ref(0)
  /** What was sent last, and what that save was called. */
  const sent = shallowRef<D>()
  const edit = ref('')
  /** The document the server has. */
  const kept = shallowRef<D>()
  const theirs = shallowRef<Kept<D>>()
  const trouble = ref<'offline' | 'unable' | 'refused' | 'gone'>()
  const says = ref('')
  const errors = ref<FieldErrors>({})
  const sending = ref(false)
  let timer = 0
  let line: Promise<unknown> = Promise.resolve()
  let running: Promise<void> | undefined
  let over = false

  const dirty = computed(() => doc.value !== kept.value)
  const state = computed<SaveState>(() => {
    if (theirs.value) return 'conflict'
    if (trouble.value) return trouble.value
    if (!dirty.value) return 'saved'
    return sending.value ? 'saving' : 'waiting'
  })

  /** Takes a document as the server has it. */
  function take(record: Kept<D>) {
    id.value = record.id
    revision.value = record.revision
    kept.value = record.doc
    theirs.value = trouble.value = undefined
    errors.value = {}
  }

  /** What is here is of an older document than the one that is kept: which to keep is for the maker to say. */
  const clash = (record: Kept<D>) => (theirs.value = record)

  function soon() {
    again()
    window.clearTimeout(timer)
    timer = window.setTimeout(() => void save(), AFTER)
  }

  /** What is sent stands in line: the next begins when the one before is answered. */
  function inLine<T>(job: () => Promise<T>): Promise<T> {
    const mine = line.then(job)
    line = mine.catch(() => undefined)
    return mine
  }

  /**
   * Saves until what is typed is kept, or until something is in the way. A lasting
   * save outlives the page; it may still be lost, and the journal has it.
   */
  function save(lasting = false): Promise<void> {
    window.clearTimeout(timer)
    running ??= inLine(() => run(lasting)).finally(() => (running = undefined))
    return running
  }
  async function run(lasting: boolean) {
    while (doc.value !== undefined && dirty.value && !theirs.value && trouble.value !== 'gone' && !over) {
      sending.value = true
      const on = await once(doc.value, lasting)
      sending.value = false
      if (!on) return
    }
  }

  /** Sends one document; gives whether to go on with what was typed meanwhile. */
  async function once(next: D, lasting: boolean): Promise<boolean> {
    if (sent.value !== next) resume(next, ownName())
    for (;;) {
      const reply = await ways.send(
        next,
        { id: id.value, revision: revision.value, edit: edit.value },
        lasting,
      )
      if (!reply.away) return settle(next, reply)
      // Only the answer may be lost and the save kept, so the very same edit is sent again before any other.
      // A server that is there and cannot keep anything says why.
      trouble.value = reply.status === 503 ? 'unable' : 'offline'
      says.value = reply.says
      await pause()
      if (over) return false
    }
  }

  /** What was sent before under a name is sent under the same again, so that it is kept once. */
  function resume(next: D, name: string) {
    sent.value = next
    edit.value = name
  }

  function settle(next: D, reply: Saved<D>) {
    errors.value = reply.errors
    if (reply.kept) {
      const fresh = !id.value
      id.value = reply.kept.id
      // It was made before, and changed since: which to keep is for the maker to say.
      if (fresh && reply.kept.revision > 1 && JSON.stringify(reply.kept.doc) !== JSON.stringify(next)) {
        theirs.value = reply.kept
        trouble.value = undefined
        saved(reply.kept, fresh)
        return false
      }
      revision.value = reply.kept.revision
      kept.value = next
      trouble.value = undefined
      saved(reply.kept, fresh)
      return true
    }
    if (reply.theirs && ways.over && doc.value !== undefined) {
      const base = kept.value
      const [mine, record] = [doc.value, reply.theirs]
      take(record)
      doc.value = ways.over(base, mine, record.doc)
      return true
    }
    if (reply.theirs) {
      theirs.value = reply.theirs
      trouble.value = undefined
    } else {
      trouble.value = reply.status === 404 ? 'gone' : 'refused'
      says.value = reply.says
    }
    return false
  }

  /** What is here goes over what was kept elsewhere. */
  function keepMine() {
    if (!theirs.value) return
    revision.value = theirs.value.revision
    theirs.value = undefined
    void save()
  }

  /** What was refused may be asked for again. */
  function again() {
    if (trouble.value === 'refused') trouble.value = undefined
  }

  /** Nobody is there any more to send for. */
  function stop() {
    window.clearTimeout(timer)
    over = true
  }

  return { id, revision, sent, edit, kept, theirs, state, says, errors, dirty, sending, take, clash, soon, save, inLine, keepMine, resume, again, stop } // prettier-ignore
}
