import { useEventListener } from '@vueuse/core'
import { computed, effectScope, ref } from 'vue'
import { forgetCatalog } from '@/api/catalog'
import { api, ask, type KeptTools, type Tools } from '@/api/client'
import { untilAnswered } from '@/api/retry'
import { useKept } from '@/kept/kept'
import { over } from '@/kept/over'
import { tell } from '@/app/notice'
import { savedAs, type Kept } from '@/kept/saver'

/** There is one of them, for every screen. */
const NAME = 'own'

/** Measures that jobs were planned with in another unit until now. */
const differs = ref<string[]>([])

function read({ revision, differs: said, ...doc }: KeptTools): Kept<Tools> {
  differs.value = said ?? []
  return { id: NAME, revision, doc }
}

function makeSettings() {
  const kept = useKept<Tools>({
    kind: 'settings',
    opened: NAME,
    auto: true,
    over,
    async send(body, { revision }, keepalive) {
      const reply = await ask(
        api.PUT('/api/v1/settings', { params: { query: { revision } }, body, keepalive }),
      )
      if (reply.data) forgetCatalog()
      return savedAs(reply, read)
    },
  })
  let loading = false
  let touched = false

  const words: { [state: string]: string } = {
    saved: 'Kept',
    waiting: 'Keeping',
    saving: 'Keeping',
    offline: 'Not kept: the server does not answer. What you typed stays here, and is tried again.',
    refused: 'Not kept: something is to be put right',
  }
  const state = computed(() => {
    if (!kept.doc.value) return kept.says.value
    if (kept.state.value === 'unable') return `Not kept: ${kept.says.value}`
    return touched || kept.dirty.value ? (words[kept.state.value] ?? '') : ''
  })

  async function load() {
    if (loading || kept.doc.value) return
    loading = true
    await untilAnswered(
      () => ask(api.GET('/api/v1/settings')),
      (reply) => {
        kept.says.value = reply.says
        if (reply.data) kept.take(read(reply.data))
        if (differs.value.length)
          tell('Some measures of your tools are planned with another unit from now on: Settings says which.')
      },
    )
    loading = false
  }

  /** Reads the settings anew, where others were brought in. */
  async function renew() {
    const reply = await ask(api.GET('/api/v1/settings'))
    if (reply.data && !kept.dirty.value) kept.take(read(reply.data))
    forgetCatalog()
  }

  /** Changes the tools as they are typed; kept once the typing rests. */
  function change(next: (tools: Tools) => Tools) {
    touched = true
    kept.change(next, 'settings')
  }
  /**
   * Changes the unit that bare figures are in. What was typed before is kept before, in
   * the unit it was typed in, and is shown with it from then on.
   */
  async function measureIn(next: (tools: Tools) => Tools) {
    touched = true
    await kept.save()
    if (!(await kept.attempt(next)).kept) kept.change(next)
  }
  /** Says where its maker posts from: unit and ruler are those of there, until others are chosen. */
  const liveAt = (home?: string) => measureIn((t) => ({ ...t, home, unit: undefined, ruler: undefined }))

  useEventListener(window, 'pagehide', kept.lastly)
  useEventListener(window, 'beforeunload', kept.lastly)
  return {
    tools: kept.doc,
    errors: kept.errors,
    state,
    replaced: kept.replaced,
    differs,
    understood: () => void kept.attempt((t) => t),
    change,
    measureIn,
    keep: kept.attempt,
    liveAt,
    load,
    renew,
  }
}

let only: ReturnType<typeof makeSettings> | undefined

/** The maker's own tools, one for every screen that looks at them. */
export function useSettings() {
  only ??= effectScope(true).run(makeSettings)
  if (!only) throw new Error('a scope that was just made is at an end')
  void only.load()
  return only
}
