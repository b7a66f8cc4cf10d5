import { computed, ref, shallowRef, type Ref } from 'vue'
import { api, ask, type Job, type Record, type Reply } from '@/api/client'
import { pause } from '@/api/retry'
import { ownName } from '@/api/name'

export type SaveState =
  'saved' | 'waiting' | 'saving' | 'offline' | 'unable' | 'refused' | 'conflict' | 'gone'

const AFTER = 500

/** Keeps a job at the server, one save after another, each over the revision it edits. */
export function useSaver(job: Ref<Job | undefined>, made: (id: string) => void) {
  const id = ref('')
  const revision = ref(0)
  /** What was sent last, and what that save was called. */
  const sent = shallowRef<Job>()
  const edit = ref('')
  /** The document the server has. */
  const kept = shallowRef<Job>()
  const theirs = shallowRef<Record>()
  const trouble = ref<'offline' | 'unable' | 'refused' | 'gone'>()
  const says = ref('')
  const sending = ref(false)
  let timer = 0
  let running: Promise<void> | undefined

  const dirty = computed(() => job.value !== kept.value)
  const state = computed<SaveState>(() => {
    if (theirs.value) return 'conflict'
    if (trouble.value) return trouble.value
    if (!dirty.value) return 'saved'
    return sending.value ? 'saving' : 'waiting'
  })

  /** Takes a document as the server has it. */
  function take(record: Record) {
    id.value = record.id
    revision.value = record.revision
    kept.value = record.job
    theirs.value = trouble.value = undefined
  }

  /** What is here is of an older document than the one that is kept: which to keep is for the maker to say. */
  const clash = (record: Record) => (theirs.value = record)

  function soon() {
    if (trouble.value === 'refused') trouble.value = undefined
    window.clearTimeout(timer)
    timer = window.setTimeout(() => void save(), AFTER)
  }

  /**
   * Saves until what is typed is kept, or until something is in the way. A lasting
   * save outlives the page; it may still be lost, and the journal has it.
   */
  function save(lasting = false): Promise<void> {
    window.clearTimeout(timer)
    running ??= run(lasting).finally(() => (running = undefined))
    return running
  }
  async function run(lasting: boolean) {
    while (job.value && dirty.value && !theirs.value && trouble.value !== 'gone') {
      sending.value = true
      const on = await once(job.value, lasting)
      sending.value = false
      if (!on) return
    }
  }

  /** Sends one document; gives whether to go on with what was typed meanwhile. */
  async function once(job: Job, lasting: boolean): Promise<boolean> {
    if (sent.value !== job) resume(job, ownName())
    for (;;) {
      const reply = await send(job, lasting)
      if (!reply.away) return settle(job, reply)
      // Only the answer may be lost and the save kept, so the very same edit is sent again before any other.
      // A server that is there and cannot keep anything says why.
      trouble.value = reply.status === 503 ? 'unable' : 'offline'
      says.value = reply.says
      await pause()
    }
  }

  /** What was sent before under a name is sent under the same again, so that it is kept once. */
  function resume(job: Job, name: string) {
    sent.value = job
    edit.value = name
  }
  function send(job: Job, keepalive: boolean): Promise<Reply<Record, object>> {
    const query = { edit: edit.value, revision: revision.value }
    if (!id.value) return ask(api.POST('/api/v1/jobs', { params: { query }, body: job, keepalive }))
    return ask(api.PUT('/api/v1/jobs/{id}', { params: { path: { id: id.value }, query }, body: job, keepalive })) // prettier-ignore
  }

  function settle(job: Job, reply: Reply<Record, object>) {
    if (reply.data) {
      const fresh = !id.value
      id.value = reply.data.id
      revision.value = reply.data.revision
      kept.value = job
      trouble.value = undefined
      if (fresh) made(reply.data.id)
      return true
    }
    const error = reply.error
    if (error && 'kept' in error) {
      theirs.value = error.kept as Record
      trouble.value = undefined
    } else {
      trouble.value = reply.status === 404 ? 'gone' : 'refused'
      says.value = reply.says
    }
    return false
  }

  /** What is here goes over what was kept elsewhere. */
  function keepMine() {
    if (!theirs.value) return
    revision.value = theirs.value.revision
    theirs.value = undefined
    void save()
  }

  return { id, revision, sent, edit, theirs, state, says, dirty, take, clash, soon, save, keepMine, resume }
}
