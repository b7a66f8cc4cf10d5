/** Reads server-sent events one after another; each event's data is JSON. */
async function eventsOf<T>(answer: Response, each: (data: T) => void) {
  if (!answer.ok) throw new Error(`answered ${answer.status}`)
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

/** Looks longer for a cut plan of a job, or of a gang; the server tells how it goes. */
export async function lookForCuts(
  path: '/api/v1/cuts' | '/api/v1/gangs/cuts',
  of: object,
  signal: AbortSignal,
  each: (data: { percent?: number; text?: string }) => void,
) {
  const headers = { 'Content-Type': 'application/json' }
  await eventsOf(await fetch(path, { method: 'POST', headers, body: JSON.stringify(of), signal }), each)
}

/** Tells whenever a making goes on after an event, until the server ends it. */
export async function followMaking(
  id: string,
  after: number,
  signal: AbortSignal,
  each: (number: number) => void,
) {
  const path = `/api/v1/makings/${encodeURIComponent(id)}/events?after=${after}`
  await eventsOf<{ number: number }>(await fetch(path, { signal }), (data) => each(data.number))
}

/** Follows an instrument's readings until it comes to rest. */
export async function readingsOf(
  device: string,
  unit: string,
  signal: AbortSignal,
  each: (data: { text: string; stable: boolean }) => void,
) {
  const path = `/api/v1/devices/${encodeURIComponent(device)}/readings?unit=${encodeURIComponent(unit)}`
  await eventsOf(await fetch(path, { signal }), each)
}
