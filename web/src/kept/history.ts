import { shallowRef } from 'vue'

/** How many steps can be taken back. */
const DEEP = 200
/** Changes of one field within so many milliseconds of each other are one step. */
const SAME_STEP = 1200

/** What a document was before, and what it was before that was taken back. */
export function useHistory<T>() {
  const past = shallowRef<T[]>([])
  const future = shallowRef<T[]>([])
  let last = { key: '', at: 0 }

  /** Remembers what is about to be changed. Changes of one key in quick succession are one step. */
  function remember(before: T, key: string) {
    const now = Date.now()
    if (!key || key !== last.key || now - last.at > SAME_STEP)
      past.value = [...past.value.slice(1 - DEEP), before]
    last = { key, at: now }
    future.value = []
  }

  function step(from: typeof past, to: typeof past, now: T): T | undefined {
    const next = from.value.at(-1)
    if (next === undefined) return undefined
    to.value = [...to.value, now]
    from.value = from.value.slice(0, -1)
    last = { key: '', at: 0 }
    return next
  }
  const back = (now: T) => step(past, future, now)
  const forward = (now: T) => step(future, past, now)

  return { past, future, remember, back, forward }
}
