import { computed, effectScope, inject, provide, reactive, ref, watch, type InjectionKey } from 'vue'
import { api, ask, type Job, type Record } from '@/api/client'
import { untilAnswered } from '@/api/retry'
import { useKept } from '@/kept/kept'
import { savedAs, type At, type Kept } from '@/kept/saver'
import { merge, type Patch } from './merge'
import { startsFrom, usePlanner } from './planner'

/** Figures are held back when an answer takes longer than people notice. */
const SOON = 350

/** Says nothing yet but what every job says. */
const blank = (job: Job) => !job.title && !startsFrom(job)

const read = (r: Record): Kept<Job> => ({
  id: r.id,
  revision: r.revision,
  edit: r.edit,
  doc: r.job,
  updated: r.updated,
})
async function send(body: Job, { id, revision, edit }: At, keepalive: boolean) {
  const query = { edit, revision }
  const reply = id
    ? await ask(api.PUT('/api/v1/jobs/{id}', { params: { path: { id }, query }, body, keepalive }))
    : await ask(api.POST('/api/v1/jobs', { params: { query }, body, keepalive }))
  return savedAs(reply, read)
}

/** Jobs that are open, or have been left with something not kept yet. */
const living = new Map<string, OpenJob>()

/**
 * One job as it is open here: its document and history, its plan, how far it is
 * kept, and the journal that holds what the server may not have yet.
 */
function makeJob(opened: string) {
  const kept = useKept<Job>({
    kind: 'job',
    opened,
    auto: true,
    send,
    unsaid: blank,
    made: ({ id }) => {
      const job = living.get('')
      living.delete('')
      if (job) living.set(id, job)
    },
  })
  const planner = usePlanner(kept.doc)
  watch(kept.doc, () => void planner.replan(), { flush: 'sync' })
  const missing = ref(false)
  const unreachable = ref(false)
  /** What was typed when this was last closed is back. */
  const recovered = ref(false)
  const slow = ref(false)
  /** A field to go to, for the station that has it. */
  const sought = ref('')
  let slowTimer = 0
  let closed = false

  watch(planner.fresh, (fresh) => {
    window.clearTimeout(slowTimer)
    slow.value = false
    if (!fresh) slowTimer = window.setTimeout(() => (slow.value = true), SOON)
  })
  watch(kept.dirty, (dirty) => {
    if (!dirty && closed) living.delete(kept.id.value)
  })

  /** Why the figures are not to be relied on: they are of what was typed before. Empty while they are of what is typed. */
  const held = computed(() => {
    if (!planner.plan.value || planner.fresh.value) return ''
    if (Object.keys(planner.errors.value).length) return 'Something typed is to be put right first.'
    if (planner.away.value) return 'The server does not answer; it is tried again every few seconds.'
    if (kept.doc.value && !startsFrom(kept.doc.value)) return 'Nothing is left to start from.'
    return slow.value ? 'Working it out.' : ''
  })

  function open() {
    const params = { path: { id: opened } }
    return untilAnswered(
      () => ask(api.GET('/api/v1/jobs/{id}', { params })),
      (reply) => {
        unreachable.value = reply.away
        missing.value = reply.status === 404
        if (!reply.data) return
        recovered.value = kept.take(read(reply.data))
      },
      () => closed,
    )
  }

  /** A new job as the maker's own settings have it. */
  async function begin() {
    recovered.value = kept.begin()
    if (recovered.value) return
    await untilAnswered(
      () => ask(api.GET('/api/v1/settings/job')),
      (reply) => {
        unreachable.value = reply.away
        if (reply.data) kept.load(reply.data)
      },
      () => closed,
    )
  }

  const change = (patch: Patch, key = '') => kept.change((job) => merge(job, patch), key)

  /** The same job in the other unit; what is typed while the server works on it is switched too. Gives why it did not work. */
  async function switchUnit(unit: 'in' | 'mm'): Promise<string> {
    for (;;) {
      const job = kept.doc.value
      if (!job || job.unit === unit) return ''
      const reply = await ask(api.POST('/api/v1/switch', { params: { query: { unit } }, body: job }))
      if (!reply.data) return reply.says
      if (kept.doc.value !== job) continue
      change({ ...reply.data })
      return ''
    }
  }

  /** Nobody looks at it any more; what is not kept yet goes on being saved. */
  function close() {
    closed = true
    planner.rest()
    kept.note()
    if (kept.unsent.value) void kept.save()
    else living.delete(kept.id.value)
  }
  function reopen() {
    if (!closed) return
    closed = false
    planner.wake()
  }

  if (opened) void open()
  else void begin()

  const self = reactive({
    id: kept.id, job: kept.doc, replaced: kept.replaced, past: kept.past, future: kept.future,
    change, undo: kept.undo, redo: kept.redo,
    plan: planner.plan, errors: planner.errors, away: planner.away, fresh: planner.fresh, replan: planner.replan, settled: planner.settled,
    save: kept.state, says: kept.says, dirty: kept.dirty, theirs: kept.theirs, saveNow: () => kept.save(), keepMine: kept.keepMine,
    held, unsaid: kept.unsaid, missing, unreachable, recovered, sought, keepTheirs: kept.keepTheirs, switchUnit, close, reopen, lastly: kept.lastly,
  }) // prettier-ignore
  return self
}

export type OpenJob = ReturnType<typeof makeJob>

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
