import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api, fieldErrors, type FieldErrors, type Job, type Plan, type Record } from '@/api/client'
import { merge, nest, type Patch } from './merge'

export type SaveState = 'saved' | 'saving' | 'waiting' | 'offline' | 'conflict'

const SAVE_AFTER = 500
const RETRY_AFTER = 3000
const SAME_STEP = 1200

const startsFrom = (job: Job) => !!(job.envelope || job.sheet || job.card?.width || job.card?.height)

/** The job with some fields taken out; half a size is taken out whole, and so is a list that holds something wrong. */
function without(job: Job, fields: string[]): Job {
  let out = job
  for (const field of fields) {
    const layer = /^layers\[(\d+)\]/.exec(field)?.[1]
    if (layer !== undefined) out = { ...out, layers: out.layers?.filter((_, i) => i !== Number(layer)) }
    else {
      const whole = field.replace(/\[.*$/, '')
      out = merge(out, nest(whole.startsWith('card.') ? whole : whole.replace(/\.(width|height)$/, ''), null))
    }
  }
  return out
}

/** The job being edited, its plan, its history and how far it is saved. */
export const useJob = defineStore('job', () => {
  const id = ref('')
  const revision = ref(0)
  const job = shallowRef<Job>()
  const plan = shallowRef<Plan>()
  const errors = ref<FieldErrors>({})
  const save = ref<SaveState>('saved')
  const theirs = shallowRef<Record>()
  const missing = ref(false)
  const unreachable = ref(false)
  const past = shallowRef<Job[]>([])
  const future = shallowRef<Job[]>([])
  /** Counts whole replacements of the document, so that fields take their new text. */
  const replaced = ref(0)

  let lastEdit = { key: '', at: 0 }
  let saveTimer = 0
  let planning = false
  let planAgain = false

  const started = computed(() => plan.value !== undefined)
  const dirty = computed(() => save.value !== 'saved')

  async function open(jobId: string) {
    window.clearTimeout(saveTimer)
    id.value = jobId
    job.value = plan.value = theirs.value = undefined
    errors.value = {}
    past.value = []
    future.value = []
    missing.value = false
    try {
      const { data, response } = await api.GET('/api/v1/jobs/{id}', { params: { path: { id: jobId } } })
      unreachable.value = false
      if (id.value !== jobId) return
      if (data) take(data)
      else missing.value = response.status === 404
    } catch {
      unreachable.value = true
      window.setTimeout(() => id.value === jobId && !job.value && void open(jobId), RETRY_AFTER)
    }
  }

  function take(record: Record) {
    revision.value = record.revision
    job.value = record.job
    save.value = 'saved'
    theirs.value = undefined
    replaced.value++
    void replan()
  }

  /** Changes the document. Changes of one key in quick succession are one step to undo. */
  function change(patch: Patch, key = '') {
    if (!job.value) return
    const now = Date.now()
    if (!key || key !== lastEdit.key || now - lastEdit.at > SAME_STEP)
      past.value = [...past.value.slice(-199), job.value]
    lastEdit = { key, at: now }
    future.value = []
    set(merge(job.value, patch))
    if (!key) replaced.value++
  }

  function set(next: Job) {
    job.value = next
    void replan()
    saveSoon()
  }

  function step(from: typeof past, to: typeof past) {
    const next = from.value.at(-1)
    if (!next || !job.value) return
    to.value = [...to.value, job.value]
    from.value = from.value.slice(0, -1)
    lastEdit = { key: '', at: 0 }
    set(next)
    replaced.value++
  }
  const undo = () => step(past, future)
  const redo = () => step(future, past)

  /** Asks for the plan of the newest document; while one is on its way the next waits. */
  async function replan() {
    if (planning) {
      planAgain = true
      return
    }
    planning = true
    do {
      planAgain = false
      await planOnce()
    } while (planAgain)
    planning = false
  }

  async function planOnce() {
    const asked = job.value
    if (!asked) return
    try {
      const { data, error } = await api.POST('/api/v1/plan', { body: asked })
      unreachable.value = false
      if (data) plan.value = data
      errors.value = fieldErrors(error)
      if (!data && (!plan.value || !startsFrom(asked))) plan.value = await planWithout(asked, errors.value)
    } catch {
      unreachable.value = true
      window.setTimeout(() => void replan(), RETRY_AFTER)
    }
  }

  /** The plan of the job without the fields that are wrong, so that there is something to put right against. */
  async function planWithout(asked: Job, wrong: FieldErrors) {
    let next = asked
    for (let tries = 0; tries < 4 && startsFrom(next); tries++) {
      next = without(next, Object.keys(wrong))
      const { data, error } = await api.POST('/api/v1/plan', { body: next })
      if (data) return data
      wrong = fieldErrors(error)
    }
    return undefined
  }

  function saveSoon(after = SAVE_AFTER) {
    if (save.value === 'conflict') return
    if (save.value !== 'saving') save.value = after === SAVE_AFTER ? 'waiting' : 'offline'
    window.clearTimeout(saveTimer)
    saveTimer = window.setTimeout(() => void saveNow(), after)
  }

  async function saveNow() {
    if (!job.value || save.value === 'saving' || save.value === 'conflict') return
    window.clearTimeout(saveTimer)
    const sent = job.value
    save.value = 'saving'
    try {
      const { data, error, response } = await api.PUT('/api/v1/jobs/{id}', {
        params: { path: { id: id.value }, query: { revision: revision.value } },
        body: sent,
      })
      if (data) {
        revision.value = data.revision
        save.value = 'saved'
        if (job.value !== sent) saveSoon()
      } else if (response.status === 409 && error && 'kept' in error) {
        theirs.value = error.kept
        save.value = 'conflict'
      } else if (response.status === 404) {
        missing.value = true
      } else {
        save.value = 'waiting'
        saveSoon(RETRY_AFTER)
      }
    } catch {
      save.value = 'offline'
      saveSoon(RETRY_AFTER)
    }
  }

  function keepMine() {
    if (!theirs.value) return
    revision.value = theirs.value.revision
    theirs.value = undefined
    save.value = 'waiting'
    void saveNow()
  }

  function keepTheirs() {
    if (!theirs.value || !job.value) return
    past.value = [...past.value, job.value]
    take(theirs.value)
  }

  async function switchUnit(unit: 'in' | 'mm') {
    if (!job.value || job.value.unit === unit) return
    const { data } = await api.POST('/api/v1/switch', { params: { query: { unit } }, body: job.value })
    if (data) change({ ...data })
  }

  return {
    id, revision, job, plan, errors, save, theirs, missing, unreachable, past, future, replaced, started, dirty,
    open, change, replan, undo, redo, saveNow, keepMine, keepTheirs, switchUnit,
  } // prettier-ignore
})
