import type { Job } from '@/api/client'

/** What this browser remembers of a job: its undo steps, and what the server may not have yet. */
export type Journal = {
  /** The revision the edits are of; 0 for a job the server has not got. */
  revision: number
  /** Whether the server may not have it. */
  unsent: boolean
  /** What the save that carries this job is called, if one does; the server tells it back when it has it. */
  edit: string
  job: Job
  past: Job[]
  future: Job[]
  /** Milliseconds since 1970. */
  at: number
}

const NAME = 'yellow-parcel-job/'
const JOBS = 12
const STEPS = 60

function names() {
  return Object.keys(localStorage).filter((name) => name.startsWith(NAME))
}

export function readJournal(id: string): Journal | undefined {
  try {
    return (JSON.parse(localStorage.getItem(NAME + id) ?? 'null') as Journal | null) ?? undefined
  } catch {
    return undefined
  }
}

export function dropJournal(id: string) {
  try {
    localStorage.removeItem(NAME + id)
  } catch {
    // A browser that keeps nothing has nothing to drop.
  }
}

/** Writes it down; where the browser has no room, the oldest jobs make some, then the steps do. */
export function writeJournal(id: string, journal: Journal) {
  for (const steps of [STEPS, 8, 0]) {
    const short = { ...journal, past: journal.past.slice(-steps || journal.past.length), future: journal.future.slice(-steps || journal.future.length) } // prettier-ignore
    try {
      localStorage.setItem(NAME + id, JSON.stringify(short))
      tidy(id)
      return
    } catch {
      dropOldest(id)
    }
  }
}

function dropOldest(but: string) {
  const oldest = names()
    .filter((name) => name !== NAME + but)
    .map((name) => ({ name, at: readJournal(name.slice(NAME.length))?.at ?? 0 }))
    .sort((a, b) => a.at - b.at)[0]
  if (oldest) dropJournal(oldest.name.slice(NAME.length))
}

function tidy(but: string) {
  while (names().length > JOBS) dropOldest(but)
}
