import { api, ask, type Gang, type Job } from './client'
import type { operations } from './schema'

export type Part = operations['export']['parameters']['query']['part']
export type FileKind = operations['export']['parameters']['query']['as']

/** Hands a file to the browser to keep. */
export function takeFile(file: Blob, name: string) {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(file)
  link.download = name
  link.click()
  window.setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}

/** A title as the beginning of a file's name. */
export const fileName = (title: string) => title.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()

/** Reads the text of a file somebody chose; the input may take the same file again. */
export async function textOf(event: Event): Promise<{ name: string; text: string } | undefined> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return undefined
  const text = await file.text()
  input.value = ''
  return { name: file.name, text }
}

/** A body that is sent as it is. */
const raw = (type: string) => ({
  bodySerializer: (body: unknown) => body as string,
  headers: { 'Content-Type': type },
})
const blob = <T>(reply: T & { data?: unknown }) => ({ ...reply, data: reply.data as Blob | undefined })

/** A part of a job as a file. */
export async function exported(job: Job, as: FileKind, part: Part) {
  const params = { query: { as, part } }
  return blob(await ask(api.POST('/api/v1/export', { params, body: job, parseAs: 'blob' })))
}

/** The cut list of jobs that are cut together, as a file. */
export async function exportedGang(gang: Gang, as: 'pdf' | 'csv') {
  const params = { query: { as } }
  return blob(await ask(api.POST('/api/v1/gangs/export', { params, body: gang, parseAs: 'blob' })))
}

/** The shelf as CSV. */
export async function shelfFile() {
  return blob(await ask(api.GET('/api/v1/shelf.csv', { parseAs: 'blob' })))
}
export const bringShelf = (csv: string, edit: string) =>
  ask(api.POST('/api/v1/shelf.csv', { params: { query: { edit } }, body: csv, ...raw('text/csv') }))

/** The whole logbook as a file. */
export async function logFile(as: 'csv' | 'json') {
  return blob(
    await ask(
      as === 'csv'
        ? api.GET('/api/v1/log.csv', { parseAs: 'blob' })
        : api.GET('/api/v1/log.json', { parseAs: 'blob' }),
    ),
  )
}
/** Sittings and days for the post as a calendar file, of one kept job or of all that are due. */
export async function calendarFile(job?: string) {
  return blob(await ask(api.GET('/api/v1/calendar.ics', { params: { query: { job } }, parseAs: 'blob' })))
}
/** Brings entries in: a log document where it begins as one, else a table. */
export function bringLog(text: string, edit: string) {
  const params = { query: { edit } }
  return ask(
    text.trimStart().startsWith('{')
      ? api.POST('/api/v1/log.json', { params, body: text, ...raw('text/plain') })
      : api.POST('/api/v1/log.csv', { params, body: text, ...raw('text/plain') }),
  )
}

export type ArchiveAnswer = NonNullable<
  NonNullable<operations['bringArchive']['parameters']['query']>['answer']
>

/** Everything in one zip file. */
export async function archiveFile() {
  return blob(await ask(api.GET('/api/v1/archive.zip', { parseAs: 'blob' })))
}
export const bringArchive = (file: File, answer?: ArchiveAnswer, only?: string[]) =>
  ask(
    api.POST('/api/v1/archive.zip', {
      params: { query: { answer, only } },
      body: file as unknown as string,
      bodySerializer: (body: unknown) => body as Blob,
      headers: { 'Content-Type': 'application/zip' },
    }),
  )

/** A card's silhouette out of an SVG file: parsed at the server, never shown as markup. */
export const readOutline = (svg: string, unit: 'in' | 'mm') =>
  ask(
    api.POST('/api/v1/outline', {
      params: { query: { unit } },
      body: svg as unknown as Job,
      ...raw('image/svg+xml'),
    }),
  )

/** Keeps a carrier's rules over the revision they edit. */
export const keepRules = (id: string, revision: number, rules: string) =>
  ask(
    api.PUT('/api/v1/carriers/{id}', {
      params: { path: { id }, query: { revision } },
      body: rules,
      ...raw('text/yaml'),
    }),
  )
