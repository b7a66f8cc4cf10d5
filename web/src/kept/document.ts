import { ref, shallowRef } from 'vue'
import { useHistory } from './history'

/** A document as it is being edited, with what it was before. */
export function useDocument<D>(edited: () => void) {
  const doc = shallowRef<D>()
  const history = useHistory<D>()
  /** Counts changes that did not come from a field, so that fields take their new text. */
  const replaced = ref(0)

  /** Takes a document as it is kept: nothing is edited by that. */
  function load(next: D) {
    doc.value = next
    replaced.value++
  }

  function set(next: D, replaces: boolean) {
    doc.value = next
    if (replaces) replaced.value++
    edited()
  }

  /** Changes the document. Changes of one key in quick succession are one step to undo. */
  function change(next: (doc: D) => D, key = '') {
    if (doc.value === undefined) return
    history.remember(doc.value, key)
    set(next(doc.value), !key)
  }

  function undo() {
    const before = doc.value !== undefined ? history.back(doc.value) : undefined
    if (before !== undefined) set(before, true)
  }
  function redo() {
    const after = doc.value !== undefined ? history.forward(doc.value) : undefined
    if (after !== undefined) set(after, true)
  }

  return { doc, replaced, past: history.past, future: history.future, remember: history.remember, load, change, undo, redo } // prettier-ignore
}
