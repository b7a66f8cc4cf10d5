import { useEventListener } from '@vueuse/core'
import { onScopeDispose, ref, watch, type Ref } from 'vue'
import { useKept } from './kept'
import type { Kept, Ways } from './saver'

const copyOf = <D>(doc: D) => JSON.parse(JSON.stringify(doc)) as D
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)

/**
 * A document that is typed into a form and kept when that is asked for. What is typed
 * is there again when the form is opened the next time, until it is kept or left.
 */
export function useKeptForm<D>(
  of: Ways<D> & {
    kind: string
    record?: Kept<D>
    blank: D
    /** All that was typed is kept. */
    done: () => void
  },
) {
  const blank = copyOf(of.blank)
  const kept = useKept<D>({
    kind: of.kind,
    opened: of.record?.id ?? '',
    auto: false,
    send: of.send,
    unsaid: (doc) => same(doc, blank),
    saved() {
      if (!kept.dirty.value) of.done()
    },
  })
  /** What was typed before is back. */
  const recovered = ref(false)
  if (of.record) recovered.value = kept.take(of.record)
  else if (!(recovered.value = kept.begin())) kept.load(blank)

  /** What the fields show and change. */
  const draft = ref(copyOf(kept.doc.value)) as Ref<D>
  watch(
    draft,
    (now) => {
      if (!same(now, kept.doc.value)) kept.change(() => copyOf(now), 'typed')
    },
    { deep: true, flush: 'sync' },
  )
  watch(kept.replaced, () => {
    if (kept.doc.value !== undefined && !same(draft.value, kept.doc.value))
      draft.value = copyOf(kept.doc.value)
  })

  useEventListener(window, 'pagehide', kept.lastly)
  useEventListener(window, 'beforeunload', kept.lastly)
  onScopeDispose(() => {
    kept.note()
    kept.stop()
  })

  /** Keeps what is typed; whoever presses twice keeps it once. Where nothing was changed it is done at once. */
  async function keep() {
    if (kept.sending.value) return
    kept.again()
    if (kept.dirty.value) await kept.save()
    else of.done()
  }
  return { ...kept, draft, recovered, keep }
}
