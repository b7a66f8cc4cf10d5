import { computed, ref, watch } from 'vue'
import { useDocument } from './document'
import { journals, UNNAMED } from './journal'
import { useSaver, type Kept, type Saved, type Ways } from './saver'
import { useUnsent } from './unsent'

type Options<D> = Ways<D> & {
  /** What kind of document it is; its journals are told apart by that. */
  kind: string
  /** The name it was opened by; none for a new one. */
  opened: string
  /** It is kept as it is typed; else when that is asked for. */
  auto: boolean
  /** Nothing was said in it yet, so there is nothing to keep. */
  unsaid?: (doc: D) => boolean
  /** The server has it now, under a name. */
  made?: (kept: Kept<D>) => void
  /** What was sent is kept. */
  saved?: () => void
}

/**
 * A document that is kept at the server: its history, the journal that holds what
 * the server may not have yet, its saves, and what is in their way. What is closed
 * before it is sent is there again when it is opened.
 */
export function useKept<D>(of: Options<D>) {
  const document = useDocument<D>(edited)
  const journal = journals<D>(of.kind)
  const over = of.over
  const ways: Ways<D> = {
    send: of.send,
    over: over && ((base, mine, theirs) => (document.replaced.value++, over(base, mine, theirs))),
  }
  const saver = useSaver<D>(document.doc, ways, (kept, fresh) => {
    if (fresh) {
      journal.drop(UNNAMED)
      note()
      of.made?.(kept)
    }
    of.saved?.()
  })
  let noteTimer = 0
  /** What was typed was given up: it is not written down again. */
  const left = ref(false)

  /** Nothing was said in it yet, so it is not kept. */
  const unsaid = computed(
    () => !saver.id.value && (document.doc.value === undefined || !!of.unsaid?.(document.doc.value)),
  )
  const unsent = computed(() => !left.value && !unsaid.value && saver.dirty.value)
  useUnsent(unsent)
  watch(saver.dirty, (dirty) => !dirty && note())

  function edited() {
    if (of.auto && !unsaid.value) saver.soon()
    window.clearTimeout(noteTimer)
    noteTimer = window.setTimeout(note, 200)
  }

  /** Writes down what the server may not have, and the steps that can be taken back. */
  function note() {
    window.clearTimeout(noteTimer)
    const doc = document.doc.value
    if (left.value || doc === undefined || unsaid.value) return
    const name = saver.id.value || of.opened || UNNAMED
    // What is kept on demand has nothing to go back to once it is kept.
    if (!of.auto && !saver.dirty.value) return journal.drop(name)
    journal.write(name, {
      revision: saver.revision.value,
      unsent: saver.dirty.value,
      edit: saver.sent.value === doc ? saver.edit.value : '',
      doc,
      ...(over && { base: saver.kept.value }),
      past: document.past.value,
      future: document.future.value,
      at: Date.now(),
    })
  }

  /** Takes a document as the server has it, and up where this browser left off; gives whether something typed is back. */
  function take(record: Kept<D>): boolean {
    saver.take(record)
    document.load(record.doc)
    const before = journal.read(of.opened || record.id)
    if (!before) return false
    const there = !before.unsent || (before.edit !== '' && before.edit === record.edit)
    if (there && before.revision + (before.unsent ? 1 : 0) !== record.revision) return false
    document.past.value = before.past
    document.future.value = before.future
    if (there) return false
    const moved = before.revision !== record.revision
    document.load(moved && over ? over(before.base, before.doc, record.doc) : before.doc)
    if (moved && !over) return (saver.clash(record), false)
    if (!moved && before.edit) saver.resume(before.doc, before.edit)
    if (of.auto || before.edit) saver.soon()
    return true
  }

  /** A new document, as it was left here when it was left before; gives whether it was. */
  function begin(): boolean {
    const before = journal.read(UNNAMED)
    if (!before) return false
    document.load(before.doc)
    document.past.value = before.past
    if (before.edit) saver.resume(before.doc, before.edit)
    if (before.edit && !of.auto) saver.soon()
    edited()
    return true
  }

  function keepTheirs() {
    const { value: theirs } = saver.theirs
    if (!theirs || document.doc.value === undefined) return
    document.remember(document.doc.value, '')
    saver.take(theirs)
    document.load(theirs.doc)
    note()
  }

  /** Makes one change now, over what another may have kept meanwhile, or not at all: gives what came of it. */
  function attempt(change: (doc: D) => D): Promise<Saved<D>> {
    return saver.inLine(async () => {
      for (;;) {
        const base = saver.kept.value
        if (base === undefined) throw new Error('nothing was taken from the server yet')
        const at = { id: saver.id.value, revision: saver.revision.value, edit: '' }
        const reply = await of.send(change(base), at, false)
        const now = reply.kept ?? reply.theirs
        if (now && over) {
          const mine = document.doc.value
          saver.take(now)
          document.load(mine === base || mine === undefined ? now.doc : over(base, mine, now.doc))
        }
        if (!reply.theirs) return reply
      }
    })
  }

  /** What was typed is given up, here and for good. */
  function leave() {
    window.clearTimeout(noteTimer)
    left.value = true
    saver.stop()
    journal.drop(saver.id.value || of.opened || UNNAMED)
  }

  /** The page goes away: whatever is not kept is sent once more, and written down. */
  function lastly() {
    if (of.auto && unsent.value) void saver.save(true)
    note()
  }

  return { ...saver, ...document, unsaid, unsent, note, take, begin, keepTheirs, attempt, leave, lastly }
}
