import { useDebounceFn } from '@vueuse/core'
import { onScopeDispose, ref, watch } from 'vue'
import type { CutPlan } from '@/api/client'

/** How long a job rests before a better cut plan is looked for, in milliseconds. */
const REST = 1200

/** What a better cut plan is looked for: a document, how the server is asked, and what is done with its answer. */
export type Sought = {
  of: () => object | undefined
  look: (signal: AbortSignal, each: (data: { percent?: number }) => void) => Promise<void>
  found: () => Promise<unknown>
}

/**
 * Looks longer for a cut plan once the job rests, where that may find one with
 * fewer sheets. The server tells how it goes, one event after another.
 */
export function useLongSearch(sought: Sought, cuts: () => CutPlan) {
  const percent = ref<number>()
  const found = ref('')
  /** It was stopped by hand, or could not go on: only the button starts it again. */
  const stopped = ref(false)
  let stop: AbortController | undefined

  async function look() {
    if (!sought.of() || stop) return
    const mine = (stop = new AbortController())
    percent.value = 0
    found.value = ''
    stopped.value = false
    try {
      await sought.look(mine.signal, (data) => {
        if (mine.signal.aborted) return
        if (data.percent !== undefined) percent.value = data.percent
      })
      if (!mine.signal.aborted) await sought.found()
    } catch {
      if (!mine.signal.aborted) {
        found.value = 'The server does not answer.'
        stopped.value = true
      }
    }
    if (stop === mine) {
      stop = undefined
      percent.value = undefined
    }
  }

  const halt = () => {
    stop?.abort()
    stop = undefined
    percent.value = undefined
  }
  const cancel = () => {
    halt()
    stopped.value = true
  }

  const soon = useDebounceFn(() => {
    if (cuts().refine && !stopped.value) void look()
  }, REST)
  // Another document, another search; the plan a search brings ends it.
  watch(sought.of, () => {
    halt()
    stopped.value = false
    found.value = ''
  })
  watch(cuts, soon, { immediate: true })
  onScopeDispose(halt)
  return { percent, found, look, cancel, stopped }
}
