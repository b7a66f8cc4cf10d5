/**
 * The arrow keys in a group of choices: the group is one stop of the tab key, and
 * an arrow goes to the next choice and picks it. Where picking puts the choices in
 * another order, the arrow only goes there.
 */
export function rove(e: KeyboardEvent, picks = true) {
  const all = [...(e.currentTarget as HTMLElement).querySelectorAll<HTMLElement>('[role=radio], [role=tab]')]
  const at = all.indexOf(e.target as HTMLElement)
  const to: { [key: string]: number } = {
    ArrowRight: at + 1, ArrowDown: at + 1, ArrowLeft: at - 1, ArrowUp: at - 1, Home: 0, End: all.length - 1,
  } // prettier-ignore
  const next = to[e.key]
  if (at < 0 || next === undefined) return
  e.preventDefault()
  const choice = all[(next + all.length) % all.length]
  choice?.focus()
  if (picks) choice?.click()
}
