/** A JSON merge patch (RFC 7386): null takes a field away, objects are merged, the rest replaces. */
export type Patch = { [field: string]: unknown }

function isObject(v: unknown): v is Patch {
  return typeof v === 'object' && v !== null && !Array.isArray(v)
}

export function merge<T>(document: T, patch: Patch): T {
  const fields = new Map(isObject(document) ? Object.entries(document) : [])
  for (const [field, value] of Object.entries(patch)) {
    if (value === null || value === undefined) fields.delete(field)
    else fields.set(field, isObject(value) ? merge(fields.get(field), value) : value)
  }
  return Object.fromEntries(fields) as T
}

/** {"card": {"width": value}} from "card.width". */
export function nest(path: string, value: unknown): Patch {
  const [first = '', ...rest] = path.split('.')
  return { [first]: rest.length ? nest(rest.join('.'), value) : value }
}
