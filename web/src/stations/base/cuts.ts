import { ref } from 'vue'
import { lookForCuts } from '@/api/events'
import { useJob } from '@/job/job'

/** Looks longer for a cut plan. The server tells how it goes, one event after another. */
export function useLongSearch() {
  const jobs = useJob()
  const percent = ref<number>()
  const found = ref('')
  let stop: AbortController | undefined

  async function look() {
    if (!jobs.job) return
    stop = new AbortController()
    percent.value = 0
    found.value = ''
    try {
      await lookForCuts(jobs.job, stop.signal, (data) => {
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
