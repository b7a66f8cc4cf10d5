import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { api, ask, type BenchDrawings, type Making, type MakingEvent } from '@/api/client'
import { followMaking } from '@/api/events'
import { pause } from '@/api/retry'
import { ownName } from '@/api/name'
import { local, session } from '@/kept/storage'
import { useUnsent } from '@/kept/unsent'

/** What is told is kept in this browser until the server has it, under a name of its own for every window. */
const SHELF = 'yellow-parcel-bench'
/** How many events go over the line at once. */
const AT_ONCE = 100

type Told = Omit<MakingEvent, 'client' | 'seq' | 'at'>
type Queue = { client: string; seq: number; pending: MakingEvent[] }

/**
 * This window's queue, and those other windows left behind unsent. Where the browser
 * keeps nothing, or has no room, the queue is here as long as the page is open.
 */
function queues(id: string) {
  const prefix = `${SHELF}-${id}-`
  const own = session.get(prefix) ?? ownName()
  session.set(prefix, own)
  const read = (client: string): Queue => {
    try {
      const kept = JSON.parse(local.get(prefix + client) ?? '') as Queue
      if (Array.isArray(kept.pending)) return kept
    } catch {
      // Nothing was kept, or not by us.
    }
    return { client, seq: 0, pending: [] }
  }
  const write = (q: Queue) => local.set(prefix + q.client, JSON.stringify(q))
  const left = () =>
    local
      .names(prefix)
      .filter((k) => k !== prefix + own)
      .map((k) => read(k.slice(prefix.length)))
      .filter((q) => q.pending.length)
  return { own: read(own), left, write }
}

/** One making as it stands here: what the server knows, and on top of it what it was not told yet. */
export function useMaking(id: string) {
  const base = shallowRef<Making>()
  const drawings = shallowRef<BenchDrawings>()
  const missing = ref('')
  const away = ref(false)
  const wrong = ref('')
  const kept = queues(id)
  const queue = ref<Queue>(kept.own)
  const stop = new AbortController()
  let drawn = -1

  /** The state after what is still to be sent: where one is and what is counted, not what the server works out of it. */
  const making = computed<Making | undefined>(() => {
    const from = base.value
    if (!from || !queue.value.pending.length) return from
    const done = new Set(from.done)
    const counts = { ...from.counts }
    for (const e of queue.value.pending) {
      if (e.kind === 'done' && e.step) done.add(e.step)
      if (e.kind === 'undone' && e.step) done.delete(e.step)
      if (e.kind !== 'counted' || !e.step) continue
      const pieces = from.steps.find((s) => s.id === e.step)?.pieces ?? 0
      counts[e.step] = Math.min(Math.max(0, (counts[e.step] ?? 0) + (e.count ?? 0)), pieces)
    }
    const at = from.steps.findIndex((s) => !done.has(s.id))
    return { ...from, done: [...done], counts, at: at < 0 ? from.steps.length : at }
  })
  const unsent = computed(() => queue.value.pending.length)
  useUnsent(computed(() => unsent.value > 0))

  async function take(next: Making) {
    if (base.value && next.number < base.value.number) return
    base.value = next
    if (drawn === next.plan) return
    drawn = next.plan
    const reply = await ask(
      api.GET('/api/v1/makings/{id}/drawings', { params: { path: { id }, query: { plan: next.plan } } }),
    )
    if (reply.data) drawings.value = reply.data
    else drawn = -1
  }

  async function load() {
    const reply = await ask(api.GET('/api/v1/makings/{id}', { params: { path: { id } } }))
    away.value = reply.away
    if (reply.data) await take(reply.data)
    else if (!reply.away) missing.value = reply.says
    return !!reply.data
  }

  /** Sends a queue's events in order until none is left; an answer that does not come is asked for again. */
  async function send(q: Queue) {
    while (q.pending.length && !stop.signal.aborted) {
      const events = q.pending.slice(0, wrong.value ? 1 : AT_ONCE)
      const reply = await ask(
        api.POST('/api/v1/makings/{id}/events', { params: { path: { id } }, body: { events } }),
      )
      // Whoever opened this making anew has the queue now, and sends what is left of it.
      if (stop.signal.aborted) return
      away.value = reply.away
      if (reply.away) {
        await pause()
        continue
      }
      const last = events.at(-1)?.seq ?? 0
      if (reply.data) {
        q.pending = q.pending.filter((e) => e.seq > last)
        kept.write(q)
        await take(reply.data)
        continue
      }
      wrong.value = reply.says
      if (events.length > 1) continue
      // What is not understood keeps its number, so that what follows it does.
      const first = events[0]
      if (!first) return
      q.pending = [{ client: first.client, seq: first.seq, at: first.at, kind: 'noted', step: first.step, text: reply.says }, ...q.pending.slice(1)] // prettier-ignore
    }
  }

  let sending: Promise<void> | undefined
  function flush() {
    sending ??= send(queue.value).finally(() => (sending = undefined))
    return sending
  }

  /** Tells what happened: here at once, to the server as soon as it answers. */
  function tell(...events: Told[]) {
    wrong.value = ''
    const q = queue.value
    for (const e of events)
      q.pending.push({ ...e, client: q.client, seq: ++q.seq, at: new Date().toISOString() })
    kept.write(q)
    return flush()
  }

  /** Follows what other screens tell. */
  async function follow() {
    while (!stop.signal.aborted) {
      try {
        await followMaking(id, base.value?.number ?? 0, stop.signal, (number) => {
          away.value = false
          if (number > (base.value?.number ?? 0) && !sending) void load()
        })
      } catch {
        if (stop.signal.aborted) return
        await pause()
        await load()
      }
    }
  }

  async function begin() {
    while (!stop.signal.aborted && !(await load())) {
      if (missing.value) return
      await pause()
    }
    for (const q of kept.left()) void send(q)
    void flush()
    void follow()
  }
  onScopeDispose(() => stop.abort())
  void begin()
  return { making, drawings, missing, away, wrong, unsent, tell }
}
