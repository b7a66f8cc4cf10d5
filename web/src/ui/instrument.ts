import { onBeforeUnmount, ref } from 'vue'
import { readingsOf } from '@/api/events'

export type InstrumentId = 'scale' | 'caliper'

/** Follows an instrument on the bench until it comes to rest. */
export function useInstrument() {
  const live = ref<string>()
  const failed = ref('')
  let stop: AbortController | undefined

  async function read(id: InstrumentId, unit: string, rest: (text: string) => void) {
    stop?.abort()
    stop = new AbortController()
    failed.value = ''
    live.value = ''
    try {
      await readingsOf(id, unit, stop.signal, (r) => {
        live.value = r.text
        if (r.stable) rest(r.text)
      })
    } catch {
      if (!stop.signal.aborted) failed.value = 'The instrument does not answer.'
    }
    live.value = undefined
  }
  onBeforeUnmount(() => stop?.abort())
  return { live, failed, read, cancel: () => stop?.abort() }
}
