import createClient from 'openapi-fetch'
import type { components, paths } from './schema'

type Schemas = components['schemas']
export type Job = Schemas['Job']
export type Plan = Schemas['Worked']
export type CutPlan = Schemas['CutPlan']
export type Gang = Schemas['Gang']
export type GangPlan = Schemas['GangWorked']
export type GangRecord = Schemas['GangRecord']
export type GangSummary = Schemas['GangSummary']
export type Answer = Schemas['Answer']
export type Blank = Schemas['Blank']
export type Post = Schemas['Post']
export type Fix = Schemas['Fix']
export type CarrierEntry = Schemas['CarrierEntry']
export type Material = Schemas['MaterialSpec']
export type BuildSpec = Schemas['BuildSpec']
export type Drawing = Schemas['Drawing']
export type Record = Schemas['Record']
export type Summary = Schemas['Summary']
export type Catalog = Schemas['CatalogBody']
export type Usual = Schemas['Usual']
export type Stock = Schemas['StockSpec']
export type ShelfBody = Schemas['ShelfBody']
export type ShelfEntry = Schemas['ShelfEntry']
export type Item = Schemas['Item']
export type Folding = Schemas['Folding']
export type Wrap = Schemas['Wrap']
export type Tools = Schemas['Tools']
export type KeptTools = Schemas['KeptTools']
export type Silhouette = Schemas['Silhouette']
export type Standing = Schemas['StandingBody']
export type Copies = Schemas['CopiesBody']
export type BroughtIn = Schemas['BroughtIn']
export type BroughtThing = Schemas['BroughtThing']
export type Address = Schemas['Address']
export type CalendarBody = Schemas['CalendarBody']
export type Schedule = Schemas['Schedule']
export type Sitting = Schemas['Sitting']
export type Learned = Schemas['Learned']
export type LogPictures = Schemas['LogPictures']
export type LogRecord = Schemas['LogRecord']
export type LogBody = Schemas['LogBody']
export type LogEntry = Schemas['Entry']
export type Making = Schemas['MakingBody']
export type MakingEvent = Schemas['Event']
export type MakingSummary = Schemas['MakingSummary']
export type Step = Schemas['Step']
export type Supplies = Schemas['Supplies']
export type BenchDrawings = Schemas['BenchSet']
export type Reading = Schemas['Reading']

/** A request that has had no answer for so long never gets one. */
const PATIENCE = 20_000

/** The server is there and could not do what it was asked: what stands in its way is said on every screen. */
export const TROUBLE = 'yellow-parcel-trouble'

/** The API by its own description; nothing else in here speaks to the server, but for streams. */
export const api = createClient<paths>({
  baseUrl: window.location.origin,
  fetch: async (request) => {
    const answer = await fetch(new Request(request, { signal: AbortSignal.timeout(PATIENCE) }))
    if (answer.status === 401) signIn()
    if (answer.status === 503) window.dispatchEvent(new Event(TROUBLE))
    return answer
  },
})

/** Goes to be let in, and comes back here; what was typed waits in the browser. */
function signIn() {
  const here = window.location.pathname + window.location.search
  window.location.assign(`/sign-in?${new URLSearchParams({ next: here }).toString()}`)
}

/** What the server says is wrong with one field of the job. */
export type FieldErrors = { [field: string]: string }

type Problem = { detail?: string; errors?: { location?: string; message?: string }[] | null }

function fieldErrors(problem: Problem): FieldErrors {
  const out: FieldErrors = {}
  for (const e of problem.errors ?? []) {
    if (e.location && e.message && !(e.location in out)) out[e.location] = e.message
  }
  return out
}

/** What came of asking the server: data, or why there is none. */
export type Reply<T, E> = {
  data?: T
  error?: E
  /** HTTP's; 0 where there was no answer. */
  status: number
  /** The server, or the line to it, is down: the same may work later. */
  away: boolean
  errors: FieldErrors
  /** Why there is no data, in a sentence. */
  says: string
}

const AWAY = 'The server does not answer.'

/** Asks the server; an answer that does not come, or comes from something before the server, is one that says so. */
export async function ask<T, E>(
  asked: Promise<{ data?: T; error?: E; response: Response }>,
): Promise<Reply<T, E>> {
  try {
    const { data, error, response } = await asked
    const status = response.status
    if (response.ok && data !== undefined) return { data, status, away: false, errors: {}, says: '' }
    if (response.ok) return { status, away: false, errors: {}, says: '' }
    // Who is not let in yet, or asks too often, can do the same later.
    const later = status >= 500 || status === 401 || status === 429
    // A server that cannot keep anything just now says why.
    const why = status === 503 ? (error as Problem | undefined)?.detail : undefined
    if (later || typeof error !== 'object') return { status, away: true, errors: {}, says: why ?? AWAY }
    const errors = fieldErrors(error as Problem)
    const says = Object.values(errors)[0] ?? (error as Problem).detail ?? 'It did not work.'
    return { error, status, away: false, errors, says }
  } catch {
    return { status: 0, away: true, errors: {}, says: AWAY }
  }
}
