import { useEventListener } from '@vueuse/core'
import { computed, effectScope, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { api, ask, type FieldErrors, type Gang, type GangPlan, type GangRecord } from '@/api/client'
import { pause, untilAnswered } from '@/api/retry'
import { useKept } from '@/kept/kept'
import { savedAs, type At, type Kept } from '@/kept/saver'

const read = (r: GangRecord): Kept<Gang> => ({ id: r.id, revision: r.revision, edit: r.edit, doc: r.gang })

/** Gangs that are open, or have been left with something not kept yet. */
const living = new Map<string, OpenGang>()

/** Jobs cut together: the document, its plan, and how it is kept. It goes on being saved when its page is left. */
function makeGang(id: string) {
  const changed = ref<number[]>([])
  const kept = useKept<Gang>({
    kind: 'gang',
    opened: id,
    auto: true,
    async send(body: Gang, { revision, edit }: At, keepalive: boolean) {
      const params = { path: { id }, query: { revision, edit } }
      const reply = await ask(api.PUT('/api/v1/gangs/{id}', { params, body, keepalive }))
      if (reply.data) changed.value = reply.data.changed
      return savedAs(reply, read)
    },
  })
  const plan = shallowRef<GangPlan>()
  const planned = shallowRef<Gang>()
  const errors = ref<FieldErrors>({})
  const away = ref(false)
  const missing = ref('')
  const recovered = ref(false)
  let looked = true

  const fresh = computed(
    () =>
      !!plan.value && planned.value === kept.doc.value && !away.value && !Object.keys(errors.value).length,
  )
  const words: { [state: string]: () => string } = {
    saved: () => 'Saved',
    waiting: () => 'Saving',
    saving: () => 'Saving',
    conflict: () => 'Changed elsewhere',
    offline: () => 'Not saved. The server does not answer; what you changed stays here, and is tried again.',
    unable: () => `Not saved: ${kept.says.value}`,
    refused: () => `Not saved: ${kept.says.value}`,
    gone: () => 'Not saved: put aside elsewhere',
  }
  const state = computed(() => (away.value ? words.offline : words[kept.state.value])?.() ?? '')

  const load = () =>
    untilAnswered(
      () => ask(api.GET('/api/v1/gangs/{id}', { params: { path: { id } } })),
      (reply) => {
        away.value = reply.away
        if (reply.data) {
          changed.value = reply.data.changed
          recovered.value = kept.take(read(reply.data))
        } else if (!reply.away) missing.value = reply.says
      },
      () => !looked,
    )

  let planning: Promise<void> | undefined
  /** Asks for the plan of what is here; while one is on its way the next waits. */
  async function replan(): Promise<void> {
    if (planning) {
      await planning
      if (planned.value === kept.doc.value) return
    }
    planning = once().finally(() => (planning = undefined))
    return planning
  }
  async function once() {
    while (looked) {
      const body = kept.doc.value
      if (!body) return
      const reply = await ask(api.POST('/api/v1/gangs/plan', { body }))
      away.value = reply.away
      if (reply.away) {
        await pause()
        continue
      }
      errors.value = reply.errors
      if (reply.data) plan.value = reply.data
      planned.value = body
      if (body === kept.doc.value) return
    }
  }

  /** Changes what is cut together; what is typed letter by letter is one step to undo. */
  const change = (patch: Partial<Gang>, key = '') => kept.change((gang) => ({ ...gang, ...patch }), key)

  /** Takes the jobs as they are kept now. */
  async function takeChanged() {
    const gang = kept.doc.value
    if (!gang) return
    const jobs = [...gang.jobs]
    for (const number of changed.value) {
      const was = jobs[number - 1]
      if (!was?.id) continue
      const reply = await ask(api.GET('/api/v1/jobs/{id}', { params: { path: { id: was.id } } }))
      if (reply.data) jobs[number - 1] = { id: was.id, revision: reply.data.revision, job: reply.data.job }
    }
    change({ jobs })
  }

  /** Nobody looks at it any more; what is not kept yet goes on being saved. */
  function close() {
    looked = false
    kept.note()
    if (kept.unsent.value) void kept.save()
    else living.delete(id)
  }
  function reopen() {
    looked = true
    if (kept.doc.value) void replan()
    else void load()
  }
  watch(kept.doc, () => void replan(), { flush: 'sync' })
  watch(kept.dirty, (dirty) => {
    if (!dirty && !looked) living.delete(id)
  })

  void load()
  return {
    gang: kept.doc, replaced: kept.replaced, plan, changed, errors, state, fresh, missing, recovered, theirs: kept.theirs, change, replan,
    save: () => kept.save(), back: kept.undo, again: kept.redo, lastly: kept.lastly, close, reopen,
    canUndo: computed(() => kept.past.value.length > 0), canRedo: computed(() => kept.future.value.length > 0),
    keepMine: kept.keepMine, takeTheirs: kept.keepTheirs, takeChanged,
  } // prettier-ignore
}

type OpenGang = ReturnType<typeof makeGang>

/** Opens jobs that are cut together, as long as this page is there. */
export function useGang(id: string) {
  let gang = living.get(id)
  if (gang) gang.reopen()
  else {
    // It may outlive the screen that opens it, until the server has it.
    gang = effectScope(true).run(() => makeGang(id))
    if (!gang) throw new Error('a scope that was just made is at an end')
    living.set(id, gang)
  }
  const { close, lastly } = gang
  useEventListener(window, 'pagehide', lastly)
  useEventListener(window, 'beforeunload', lastly)
  onScopeDispose(close)
  return gang
}
