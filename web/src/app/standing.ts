import { useDocumentVisibility, useEventListener, useIntervalFn } from '@vueuse/core'
import { onMounted, shallowRef, watch } from 'vue'
import { api, ask, TROUBLE, type Standing } from '@/api/client'

/** How often it is asked while the page is looked at, in milliseconds. */
const EVERY = 60_000

/** What is to be seen to so that nothing kept is lost; asked again at once when something could not be kept. */
export function useStanding() {
  const lines = shallowRef<Standing['lines']>([])
  const seen = useDocumentVisibility()
  let asking = false
  async function look() {
    if (asking || seen.value !== 'visible') return
    asking = true
    const { data } = await ask(api.GET('/api/v1/standing'))
    asking = false
    if (data) lines.value = data.lines
  }
  onMounted(look)
  useIntervalFn(look, EVERY)
  watch(seen, look)
  useEventListener(window, TROUBLE, look)
  return lines
}
