import { useEventListener } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import { forgetCatalog } from '@/api/catalog'
import { api, ask, type FieldErrors, type KeptTools, type Tools } from '@/api/client'
import { pause, untilAnswered } from '@/api/retry'

type Change = (tools: Tools) => Tools

/** What is typed is sent once it rests for so long. */
const AFTER = 400

const kept = shallowRef<Tools>()
const errors = ref<FieldErrors>({})
const state = ref('')
/** Counts changes that came from elsewhere, so that fields take their new text. */
const replaced = ref(0)
/** Changes the server has not got yet, in order. They are changes, not documents, so that they can be made over another's. */
const pending = shallowRef<Change[]>([])
const tools = computed(() => kept.value && pending.value.reduce((all, change) => change(all), kept.value))
let revision = 0
let timer = 0
let line: Promise<unknown> = Promise.resolve()
let loading = false

function take({ revision: now, ...rest }: KeptTools) {
  revision = now
  kept.value = rest
}

async function load() {
  if (loading) return
  loading = true
  await untilAnswered(
    () => ask(api.GET('/api/v1/settings')),
    (reply) => {
      if (reply.data) take(reply.data)
      state.value = reply.says
    },
  )
  loading = false
}

/** Sends the tools with some changes, over what another may have kept meanwhile. */
async function send(changes: Change[], keepalive = false) {
  for (;;) {
    const body = changes.reduce((all, change) => change(all), kept.value ?? {})
    const reply = await ask(api.PUT('/api/v1/settings', { params: { query: { revision } }, body, keepalive }))
    if (reply.data) take(reply.data)
    if (!reply.error || !('kept' in reply.error)) return reply
    take(reply.error.kept)
    replaced.value++
  }
}

/** Saves stand in line: the next begins when the one before is answered. */
function inLine<T>(job: () => Promise<T>): Promise<T> {
  const mine = line.then(job)
  line = mine.catch(() => undefined)
  return mine
}

async function flush() {
  while (pending.value.length) {
    const sent = pending.value
    state.value = 'Keeping'
    const reply = await send(sent)
    errors.value = reply.errors
    if (reply.data) {
      pending.value = pending.value.slice(sent.length)
      forgetCatalog()
      state.value = 'Kept'
    } else if (reply.away) {
      state.value = 'Not kept: the server does not answer. What you typed stays here, and is tried again.'
      await pause()
    } else {
      state.value = 'Not kept: something is to be put right'
      if (pending.value === sent) return
    }
  }
}

/** Changes the tools as they are typed; kept once the typing rests. */
function change(next: Change) {
  pending.value = [...pending.value, next]
  window.clearTimeout(timer)
  timer = window.setTimeout(() => void inLine(flush), AFTER)
}

/** Makes one change now, or not at all: gives what came of it. */
function keep(next: Change) {
  return inLine(async () => {
    const reply = await send([next])
    if (reply.data) forgetCatalog()
    return reply
  })
}

/** Says where its maker posts from: unit and ruler are those of there, until others are chosen. */
const liveAt = (home?: string) => change((t) => ({ ...t, home, unit: undefined, ruler: undefined }))

useEventListener(window, 'pagehide', () => {
  if (pending.value.length) void send(pending.value, true)
})

/** The maker's own tools, one for every screen that looks at them. */
export function useSettings() {
  if (!kept.value) void load()
  return { tools, errors, state, replaced, change, keep, liveAt }
}
