import { ref, shallowRef } from 'vue'
import type { Job } from '@/api/client'
import { useHistory } from './history'
import { merge, type Patch } from './merge'

/** The job document as it is being edited, with what it was before. */
export function useDocument(edited: () => void) {
  const job = shallowRef<Job>()
  const history = useHistory<Job>()
  /** Counts changes that did not come from a field, so that fields take their new text. */
  const replaced = ref(0)

  /** Takes a document as it is kept: nothing is edited by that. */
  function load(next: Job) {
    job.value = next
    replaced.value++
  }

  function set(next: Job, replaces: boolean) {
    job.value = next
    if (replaces) replaced.value++
    edited()
  }

  /** Changes the document. Changes of one key in quick succession are one step to undo. */
  function change(patch: Patch, key = '') {
    if (!job.value) return
    history.remember(job.value, key)
    set(merge(job.value, patch), !key)
  }

  function undo() {
    const before = job.value && history.back(job.value)
    if (before) set(before, true)
  }
  function redo() {
    const after = job.value && history.forward(job.value)
    if (after) set(after, true)
  }

  return { job, replaced, past: history.past, future: history.future, remember: history.remember, load, change, undo, redo } // prettier-ignore
}
