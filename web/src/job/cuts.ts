import { ref } from 'vue'
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
      await read(answer)
      await jobs.replan()
    } catch {
      if (!stop.signal.aborted) found.value = 'The server does not answer.'
    }
    percent.value = undefined
  }

  async function read(answer: Response) {
    const reader = answer.body?.pipeThrough(new TextDecoderStream()).getReader()
    let rest = ''
    for (;;) {
      const { value, done } = (await reader?.read()) ?? { done: true, value: '' }
      if (done) return
      const events = (rest + value).split('\n\n')
      rest = events.pop() ?? ''
      for (const event of events) {
        const data = JSON.parse(/^data: (.*)$/m.exec(event)?.[1] ?? '{}') as {
          percent?: number
          text?: string
        }
        if (data.percent !== undefined) percent.value = data.percent
        else if (data.text) found.value = data.text
      }
    }
  }

  const cancel = () => stop?.abort()
  return { percent, found, look, cancel }
}
