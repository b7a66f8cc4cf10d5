import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { api, ask, type FieldErrors, type Gang, type GangPlan, type GangRecord } from '@/api/client'
import { pause, retrying } from '@/api/retry'
import { ownName } from '@/api/name'

/** A change is kept once the typing rests for so long, in milliseconds. */
const AFTER = 500
/** How many changes can be taken back. */
const STEPS = 60

/** Jobs cut together: the document, its plan, and how it is kept. One instance a page. */
export function useGang(id: string) {
  const gang = shallowRef<Gang>()
  const plan = shallowRef<GangPlan>()
  const changed = ref<number[]>([])
  const errors = ref<FieldErrors>({})
  const away = ref(false)
  const missing = ref('')
  const theirs = shallowRef<GangRecord>()
  /** The document the server has, and the one the plan is of. */
  const kept = shallowRef<Gang>()
  const planned = shallowRef<Gang>()
  const refused = ref('')
  let revision = 0
  let timer = 0
  let over = false
  const retry = retrying(() => void load())
  /** Documents as they were before each change, and those that were taken back. */
  const past = shallowRef<Gang[]>([])
  const future = shallowRef<Gang[]>([])
  const canUndo = computed(() => past.value.length > 0)
  const canRedo = computed(() => future.value.length > 0)

  const fresh = computed(
    () => !!plan.value && planned.value === gang.value && !away.value && !Object.keys(errors.value).length,
  )
  const state = computed(() => {
    if (theirs.value) return 'Changed elsewhere'
    if (away.value) return 'The server does not answer; what you changed stays here, and is tried again.'
    if (refused.value) return refused.value
    return gang.value === kept.value ? 'Saved' : 'Saving'
  })

  function take(record: GangRecord) {
    revision = record.revision
    kept.value = record.gang
    changed.value = record.changed
  }

  async function load() {
    const reply = await ask(api.GET('/api/v1/gangs/{id}', { params: { path: { id } } }))
    if (over) return
    away.value = reply.away
    if (reply.away) return retry.later()
    if (!reply.data) {
      missing.value = reply.says
      return
    }
    retry.stop()
    take(reply.data)
    gang.value = reply.data.gang
    past.value = future.value = []
    await replan()
  }

  let planning: Promise<void> | undefined
  /** Asks for the plan of what is here; while one is on its way the next waits. */
  async function replan(): Promise<void> {
    if (planning) {
      await planning
      if (planned.value === gang.value) return
    }
    planning = once().finally(() => (planning = undefined))
    return planning
  }
  async function once() {
    for (;;) {
      const asked = gang.value
      if (!asked) return
      const reply = await ask(api.POST('/api/v1/gangs/plan', { body: asked }))
      if (over) return
      away.value = reply.away
      if (reply.away) {
        await pause()
        continue
      }
      errors.value = reply.errors
      if (reply.data) plan.value = reply.data
      planned.value = asked
      if (asked === gang.value) return
    }
  }

  let saving: Promise<void> | undefined
  /** Keeps what is here; one save after another. */
  function save(): Promise<void> {
    window.clearTimeout(timer)
    saving ??= run().finally(() => (saving = undefined))
    return saving
  }
  async function run() {
    while (!over && gang.value && gang.value !== kept.value && !theirs.value) {
      const body = gang.value
      const edit = ownName()
      for (;;) {
        const query = { revision, edit }
        const reply = await ask(api.PUT('/api/v1/gangs/{id}', { params: { path: { id }, query }, body }))
        away.value = reply.away
        if (reply.away) {
          await pause()
          continue
        }
        if (reply.data) {
          take(reply.data)
          kept.value = body
          refused.value = ''
        } else if (reply.error && 'kept' in reply.error) theirs.value = reply.error.kept
        else refused.value = reply.says
        break
      }
      if (refused.value) break
    }
  }

  /** The plan at once, the keeping once the typing rests. */
  function settle() {
    refused.value = ''
    void replan()
    window.clearTimeout(timer)
    timer = window.setTimeout(() => void save(), AFTER)
  }
  function change(patch: Partial<Gang>) {
    if (!gang.value) return
    past.value = [...past.value.slice(-STEPS), gang.value]
    future.value = []
    gang.value = { ...gang.value, ...patch }
    settle()
  }
  /** Goes to the newest of some documents, and puts what is here on the others. */
  function go(from: typeof past, to: typeof past) {
    const next = from.value.at(-1)
    if (!next || !gang.value) return
    to.value = [...to.value, gang.value]
    from.value = from.value.slice(0, -1)
    gang.value = next
    settle()
  }
  const back = () => go(past, future)
  const again = () => go(future, past)

  /** Which of two changes counts is for the maker to say. */
  function keepMine() {
    if (theirs.value) take(theirs.value)
    theirs.value = undefined
    void save()
  }
  function takeTheirs() {
    if (!theirs.value) return
    take(theirs.value)
    gang.value = theirs.value.gang
    theirs.value = undefined
    void replan()
  }

  /** Takes the jobs as they are kept now. */
  async function takeChanged() {
    if (!gang.value) return
    const jobs = [...gang.value.jobs]
    for (const number of changed.value) {
      const was = jobs[number - 1]
      if (!was?.id) continue
      const reply = await ask(api.GET('/api/v1/jobs/{id}', { params: { path: { id: was.id } } }))
      if (reply.data) jobs[number - 1] = { id: was.id, revision: reply.data.revision, job: reply.data.job }
    }
    change({ jobs })
  }

  onScopeDispose(() => {
    window.clearTimeout(timer)
    void save()
    over = true
    retry.stop()
  })
  void load()
  return {
    gang, plan, changed, errors, state, fresh, missing, theirs, change, save, replan, back, again, canUndo, canRedo,
    keepMine, takeTheirs, takeChanged,
  } // prettier-ignore
}
