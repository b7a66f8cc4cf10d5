import { computed, ref, shallowRef, type Ref } from 'vue'
import { api, ask, type FieldErrors, type Job, type Plan, type Reply } from '@/api/client'
import { retrying } from '@/api/retry'
import { ownName } from '@/api/name'
import { merge, nest } from './merge'

/** Whether a job has something to be worked out from. */
export const startsFrom = (job: Job) => !!(job.envelope || job.sheet || job.card?.width || job.card?.height)

/** The job with some fields taken out; half a size is taken out whole, and so is a list that holds something wrong. */
function without(job: Job, fields: string[]): Job {
  let out = job
  for (const field of fields) {
    const whole = field.replace(/\[.*$/, '')
    out = merge(out, nest(whole.startsWith('card.') ? whole : whole.replace(/\.(width|height)$/, ''), null))
  }
  return out
}

/** Asks for the plan of a job as it changes, and knows whether the plan it has is of what is typed. */
export function usePlanner(job: Ref<Job | undefined>) {
  const plan = shallowRef<Plan>()
  /** The document the plan is of. */
  const planned = shallowRef<Job>()
  const errors = ref<FieldErrors>({})
  const away = ref(false)
  const retry = retrying(() => void replan())
  /** What this asked for before needs no answer once it asks again. */
  const editor = ownName()
  let running: Promise<void> | undefined
  let again = false
  let over = false

  const fresh = computed(() => planned.value !== undefined && planned.value === job.value)

  /** Asks for the plan of the newest document; while one is on its way the next waits. */
  function replan(): Promise<void> {
    again = true
    running ??= run().finally(() => (running = undefined))
    return running
  }
  /** Waits for the plan of what is typed, if it is not there yet. */
  const settled = () => (fresh.value ? Promise.resolve() : replan())

  async function run() {
    while (again && !over) {
      again = false
      await once()
    }
  }

  async function once() {
    const asked = job.value
    if (!asked) return
    if (!startsFrom(asked)) {
      errors.value = {}
      away.value = false
      return
    }
    const reply = await planOf(asked)
    if (over) return
    away.value = reply.away
    if (reply.away) return retry.later()
    retry.stop()
    errors.value = reply.errors
    if (reply.data) {
      plan.value = reply.data
      planned.value = asked
    } else if (!plan.value) plan.value = await planWithout(asked, reply.errors)
  }

  /** Asks for a plan; what is half typed is no failure, and has no plan. */
  async function planOf(body: Job): Promise<Reply<Plan, unknown>> {
    const reply = await ask(api.POST('/api/v1/plan', { params: { query: { editor } }, body }))
    const wrong = reply.data?.problems ?? []
    if (!wrong.length) return reply
    const errors: FieldErrors = {}
    for (const { field, text } of wrong) errors[field] ??= text
    return { ...reply, data: undefined, errors }
  }

  /** The plan of the job without the fields that are wrong, so that there is something to put right against. */
  async function planWithout(asked: Job, wrong: FieldErrors) {
    let next = asked
    for (let tries = 0; tries < 4; tries++) {
      next = without(next, Object.keys(wrong))
      if (!startsFrom(next)) return undefined
      const reply = await planOf(next)
      if (reply.data || reply.away) return reply.data
      wrong = reply.errors
    }
    return undefined
  }

  /** Rests while nobody looks. */
  function rest() {
    over = true
    retry.stop()
  }
  function wake() {
    over = false
    void replan()
  }
  return { plan, errors, away, fresh, replan, settled, rest, wake }
}
