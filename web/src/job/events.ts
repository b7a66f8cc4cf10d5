/** Reads server-sent events one after another; each event's data is JSON. */
export async function eventsOf<T>(answer: Response, each: (data: T) => void) {
  const reader = answer.body?.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (;;) {
    const { value, done } = (await reader?.read()) ?? { done: true, value: '' }
    if (done) return
    const events = (rest + value).split('\n\n')
    rest = events.pop() ?? ''
    for (const event of events) each(JSON.parse(/^data: (.*)$/m.exec(event)?.[1] ?? '{}') as T)
  }
}
