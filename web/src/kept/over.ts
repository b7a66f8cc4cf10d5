type Fields = { [field: string]: unknown }

const isFields = (v: unknown): v is Fields => typeof v === 'object' && v !== null && !Array.isArray(v)
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)

/** What was changed here since both had the same, made over what another made of it: field by field, a list as a whole. */
export function over<D>(base: D | undefined, mine: D, theirs: D): D {
  if (same(mine, base)) return theirs
  if (!isFields(mine) || !isFields(theirs)) return mine
  const before: Fields = isFields(base) ? base : {}
  const out: Fields = {}
  for (const field of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
    const value = over(before[field], mine[field], theirs[field])
    if (value !== undefined) out[field] = value
  }
  return out as D
}
