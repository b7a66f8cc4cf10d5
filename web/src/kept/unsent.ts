import { useEventListener } from '@vueuse/core'
import { computed, onScopeDispose, shallowReactive, type Ref } from 'vue'
import { useStorageTrouble } from './storage'

/** Everything that is open here and may hold what the server has not got. */
const open = shallowReactive(new Set<Readonly<Ref<boolean>>>())

/** Says, as long as it is there, whether something is not sent yet. */
export function useUnsent(unsent: Readonly<Ref<boolean>>) {
  open.add(unsent)
  onScopeDispose(() => open.delete(unsent))
}

/**
 * What this browser cannot keep until the server has it; empty where there is no
 * such thing. It is asked before the page is left.
 */
export function useKeptHere() {
  const trouble = useStorageTrouble()
  const says = computed(() => {
    if (!trouble.value || ![...open].some((one) => one.value)) return ''
    const why = trouble.value === 'full' ? 'This browser has no room' : 'This browser keeps nothing'
    return `${why}, so what is not sent yet is on this page alone: leave it open until it is sent.`
  })
  useEventListener(window, 'beforeunload', (e) => says.value && e.preventDefault())
  return says
}
