/** What a job can start from. */
export type Door = 'format' | 'measured' | 'sheet' | 'card'

export const doors: { id: Door; name: string; title: string; says: string }[] = [
  { id: 'format', name: 'Known', title: 'An envelope I know', says: 'A2, A7, C6, DL: by name, by size, or by pointing' },
  { id: 'measured', name: 'Measured', title: 'An envelope with no name', says: 'measured with a ruler, inside edge to inside edge' },
  { id: 'sheet', name: 'Sheet', title: 'A sheet of card', says: 'every card it gives, and the envelope that takes it' },
  { id: 'card', name: 'Card', title: 'A finished card', says: 'any size; the envelope is found or made for it' },
] // prettier-ignore
