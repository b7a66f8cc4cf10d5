import { ref, watch, type Ref } from 'vue'

/** Why this browser does not keep what it is given: it keeps nothing at all, or has no room. */
const trouble = ref<'' | 'denied' | 'full'>('')

/**
 * What this browser keeps under a name. Where it keeps nothing, or has no room, it
 * is kept as long as the page is open; nothing ever throws.
 */
function shelf(of: () => Storage) {
  const here = new Map<string, string | null>()
  function store(): Storage | undefined {
    try {
      return of()
    } catch {
      return undefined // it is denied
    }
  }
  function get(name: string): string | undefined {
    const own = here.get(name)
    if (own !== undefined) return own ?? undefined
    try {
      return store()?.getItem(name) ?? undefined
    } catch {
      return undefined
    }
  }
  /** Gives whether it outlives the page. */
  function set(name: string, text: string): boolean {
    const at = store()
    try {
      if (at) {
        at.setItem(name, text)
        here.delete(name)
        return true
      }
    } catch {
      // It has no room, or is denied after all.
    }
    here.set(name, text)
    trouble.value = at ? 'full' : 'denied'
    return false
  }
  function remove(name: string) {
    here.delete(name)
    try {
      store()?.removeItem(name)
    } catch {
      here.set(name, null) // it stays there, and is not read any more
    }
  }
  /** The names that begin so. */
  function names(prefix: string): string[] {
    let there: string[] = []
    try {
      there = Object.keys(store() ?? {})
    } catch {
      // It is denied.
    }
    const own = [...here].filter(([, text]) => text !== null).map(([name]) => name)
    return [...new Set([...there, ...own])].filter((n) => n.startsWith(prefix) && here.get(n) !== null)
  }
  return { get, set, remove, names }
}

/** What is kept for good, and shared by all windows. */
export const local = shelf(() => window.localStorage)
/** What is kept for this window. */
export const session = shelf(() => window.sessionStorage)

/** Whether something given to this browser was not kept, and why. */
export const useStorageTrouble = () => trouble

/** A choice that holds for this browser alone. */
export function useLocal<T>(name: string, usual: T): Ref<T> {
  const read = (): T => {
    try {
      return JSON.parse(local.get(name) ?? '') as T
    } catch {
      return usual
    }
  }
  const value = ref(read()) as Ref<T>
  watch(value, (now) => local.set(name, JSON.stringify(now)))
  return value
}
