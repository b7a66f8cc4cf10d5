import createClient from 'openapi-fetch'
import type { components, paths } from './schema'

type Schemas = components['schemas']
export type Job = Schemas['Job']
export type Plan = Schemas['Worked']
export type Answer = Schemas['Answer']
export type Blank = Schemas['Blank']
export type Post = Schemas['Post']
export type Fix = Schemas['Fix']
export type WayOut = Schemas['WayOut']
export type Postage = Schemas['Postage']
export type CarrierEntry = Schemas['CarrierEntry']
export type Material = Schemas['MaterialSpec']
export type BuildSpec = Schemas['BuildSpec']
export type Drawing = Schemas['Drawing']
export type Record = Schemas['Record']
export type Summary = Schemas['Summary']
export type Catalog = Schemas['CatalogBody']
export type CutPlan = Schemas['CutPlan']
export type Stock = Schemas['StockSpec']
export type ShelfBody = Schemas['ShelfBody']
export type ShelfEntry = Schemas['ShelfEntry']
export type Item = Schemas['Item']
export type Folding = Schemas['Folding']
export type Wrap = Schemas['Wrap']
export type Tools = Schemas['Tools']
export type Silhouette = Schemas['Silhouette']
export type StyleChoice = Schemas['StyleChoice']
export type Reading = Schemas['Reading']

export const api = createClient<paths>({ baseUrl: window.location.origin })

/** What the server says is wrong with one field of the job. */
export type FieldErrors = { [field: string]: string }

type Problem = Schemas['ErrorModel'] | undefined

export function fieldErrors(problem: Problem): FieldErrors {
  const out: FieldErrors = {}
  for (const e of problem?.errors ?? []) {
    if (e.location && e.message && !(e.location in out)) out[e.location] = e.message
  }
  return out
}
