import { computed, effectScope, inject, provide, reactive, ref, watch, type InjectionKey } from 'vue'
import { api, ask, type Job, type Record } from '@/api/client'
import { untilAnswered } from '@/api/retry'
import { useDocument } from './document'
import { dropJournal, readJournal, writeJournal, type Journal } from './journal'
import { startsFrom, usePlanner } from './planner'
import { useSaver } from './saver'

/** Under this name a job's journal is kept before the server has given it one. */
const UNNAMED = 'new'
/** Figures are held back when an answer takes longer than people notice. */
const SOON = 350

/** Says nothing yet but what every job says. */
const blank = (job: Job) => !job.title && !startsFrom(job)

/**
 * One job as it is open here: its document and history, its plan, how far it is
 * kept, and the journal that holds what the server may not have yet.
 */
function makeJob(opened: string) {
  const document = useDocument(edited)
  const planner = usePlanner(document.job)
  const saver = useSaver(document.job, (id) => {
    dropJournal(UNNAMED)
    living.delete('')
    living.set(id, self)
    note()
  })
  const missing = ref(false)
  const unreachable = ref(false)
  /** What was typed when this was last closed is back. */
  const recovered = ref(false)
  const slow = ref(false)
  /** A field to go to, for the station that has it. */
  const sought = ref('')
  let slowTimer = 0
  let noteTimer = 0
  let closed = false

  watch(planner.fresh, (fresh) => {
    window.clearTimeout(slowTimer)
    slow.value = false
    if (!fresh) slowTimer = window.setTimeout(() => (slow.value = true), SOON)
  })
  watch(saver.dirty, (dirty) => {
    if (dirty) return
    note()
    if (closed) living.delete(saver.id.value)
  })

  /** Why the figures are not to be relied on: they are of what was typed before. Empty while they are of what is typed. */
  const held = computed(() => {
    if (!planner.plan.value || planner.fresh.value) return ''
    if (Object.keys(planner.errors.value).length) return 'Something typed is to be put right first.'
    if (planner.away.value) return 'The server does not answer; it is tried again every few seconds.'
    if (document.job.value && !startsFrom(document.job.value)) return 'Nothing is left to start from.'
    return slow.value ? 'Working it out.' : ''
  })

  /** Nothing was said in it yet, so it is not kept. */
  const unsaid = computed(() => !saver.id.value && (!document.job.value || blank(document.job.value)))

  function edited() {
    void planner.replan()
    if (!unsaid.value) saver.soon()
    window.clearTimeout(noteTimer)
    noteTimer = window.setTimeout(note, 200)
  }

  /** Writes down what the server may not have, and the steps that can be taken back. */
  function note() {
    window.clearTimeout(noteTimer)
    const job = document.job.value
    if (!job || unsaid.value) return
    writeJournal(saver.id.value || UNNAMED, {
      revision: saver.revision.value,
      unsent: saver.dirty.value,
      edit: saver.sent.value === job ? saver.edit.value : '',
      job,
      past: document.past.value,
      future: document.future.value,
      at: Date.now(),
    })
  }

  function open() {
    const params = { path: { id: opened } }
    return untilAnswered(
      () => ask(api.GET('/api/v1/jobs/{id}', { params })),
      (reply) => {
        unreachable.value = reply.away
        missing.value = reply.status === 404
        if (!reply.data) return
        saver.take(reply.data)
        document.load(reply.data.job)
        recall(readJournal(opened), reply.data)
        void planner.replan()
      },
      () => closed,
    )
  }

  /** Takes up where this browser left off. */
  function recall(journal: Journal | undefined, record: Record) {
    if (!journal) return
    const there = !journal.unsent || (journal.edit !== '' && journal.edit === record.edit)
    if (there && journal.revision + (journal.unsent ? 1 : 0) !== record.revision) return
    document.past.value = journal.past
    document.future.value = journal.future
    if (there) return
    document.load(journal.job)
    if (journal.revision !== record.revision) return saver.clash(record)
    recovered.value = true
    saver.soon()
  }

  /** A new job as the maker's own settings have it. */
  async function begin() {
    const before = readJournal(UNNAMED)
    if (before) {
      document.load(before.job)
      document.past.value = before.past
      if (before.edit) saver.resume(before.job, before.edit)
      recovered.value = true
      edited()
      return
    }
    await untilAnswered(
      () => ask(api.GET('/api/v1/settings/job')),
      (reply) => {
        unreachable.value = reply.away
        if (reply.data) document.load(reply.data)
      },
      () => closed,
    )
  }

  function keepTheirs() {
    const { value: theirs } = saver.theirs
    if (!theirs || !document.job.value) return
    document.remember(document.job.value, '')
    saver.take(theirs)
    document.load(theirs.job)
    void planner.replan()
    note()
  }

  /** The same job in the other unit; what is typed while the server works on it is switched too. Gives why it did not work. */
  async function switchUnit(unit: 'in' | 'mm'): Promise<string> {
    for (;;) {
      const job = document.job.value
      if (!job || job.unit === unit) return ''
      const reply = await ask(api.POST('/api/v1/switch', { params: { query: { unit } }, body: job }))
      if (!reply.data) return reply.says
      if (document.job.value !== job) continue
      document.change({ ...reply.data })
      return ''
    }
  }

  /** Nobody looks at it any more; what is not kept yet goes on being saved. */
  function close() {
    closed = true
    planner.rest()
    note()
    if (saver.dirty.value && !unsaid.value) void saver.save()
    else living.delete(saver.id.value)
  }
  function reopen() {
    if (!closed) return
    closed = false
    planner.wake()
  }

  /** The page goes away: whatever is not kept is sent once more, and written down. */
  function lastly() {
    if (saver.dirty.value && !unsaid.value) void saver.save(true)
    note()
  }

  if (opened) void open()
  else void begin()

  const self = reactive({
    id: saver.id, job: document.job, replaced: document.replaced, past: document.past, future: document.future,
    change: document.change, undo: document.undo, redo: document.redo,
    plan: planner.plan, errors: planner.errors, away: planner.away, fresh: planner.fresh, replan: planner.replan, settled: planner.settled,
    save: saver.state, says: saver.says, dirty: saver.dirty, theirs: saver.theirs, saveNow: () => saver.save(), keepMine: saver.keepMine,
    held, unsaid, missing, unreachable, recovered, sought, keepTheirs, switchUnit, close, reopen, lastly,
  }) // prettier-ignore
  return self
}

export type OpenJob = ReturnType<typeof makeJob>

/** Jobs that are open, or have been left with something not kept yet. */
const living = new Map<string, OpenJob>()

/** Opens a kept job, or a new one where there is no name yet. */
export function openJob(id: string): OpenJob {
  const known = living.get(id)
  if (known) known.reopen()
  if (known) return known
  // It may outlive the screen that opens it, until the server has it.
  const scope = effectScope(true)
  const job = scope.run(() => makeJob(id))
  if (!job) throw new Error('a scope that was just made is at an end')
  living.set(id, job)
  return job
}

const key: InjectionKey<OpenJob> = Symbol('the open job')

export const provideJob = (job: OpenJob) => provide(key, job)

/** The job that is open round this component. */
export function useJob(): OpenJob {
  const job = inject(key)
  if (!job) throw new Error('there is no open job round this component')
  return job
}
