import { ref } from 'vue'
import { eventsOf } from './events'
import { useJob } from './job'

/** Looks longer for a cut plan. The server tells how it goes, one event after another. */
export function useLongSearch() {
  const jobs = useJob()
  const percent = ref<number>()
  const found = ref('')
  let stop: AbortController | undefined

  async function look() {
    stop = new AbortController()
    percent.value = 0
    found.value = ''
    try {
      const answer = await fetch('/api/v1/cuts', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(jobs.job),
        signal: stop.signal,
      })
      await eventsOf<{ percent?: number; text?: string }>(answer, (data) => {
        if (data.percent !== undefined) percent.value = data.percent
        else if (data.text) found.value = data.text
      })
      await jobs.replan()
    } catch {
      if (!stop.signal.aborted) found.value = 'The server does not answer.'
    }
    percent.value = undefined
  }

  const cancel = () => stop?.abort()
  return { percent, found, look, cancel }
}
