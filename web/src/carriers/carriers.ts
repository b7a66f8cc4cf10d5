import { computed, ref, watch } from 'vue'
import { forgetCatalog } from '@/api/catalog'
import { api, ask, type CarrierEntry } from '@/api/client'
import { keepRules } from '@/api/files'
import { untilAnswered } from '@/api/retry'
import { worked } from '@/app/notice'

/** What the rules of a new carrier begin with. */
const EXAMPLE = `id: island
name: Island post
unit: mm
currency: EUR
stated: "2026-01-01"
notes: Where these rules were read.
measuring: {side: 1 mm, thickness: 0.3 mm, weight: 1 g}
classes:
  - id: letter
    name: Letter
    note: The table's first row.
    limits:
      length: {min: 140 mm, max: 235 mm}
      height: {min: 90 mm, max: 125 mm}
      thickness: {max: 5 mm}
      weight: {max: 50 g}
    prices:
      effective: "2026-01-01"
      steps:
        - {to: 50 g, price: "1.20"}
`

/** The identifier the text itself names, which it is kept under. */
const idIn = (text: string) => /^id:\s*"?([a-z][a-z0-9-]*)"?\s*$/m.exec(text)?.[1] ?? ''

const AWAY = 'Not kept: the server does not answer. What you typed stays here.'

/** Carriers' rules, the one that is looked at, and a draft of it. */
export function useCarriers(id: () => string | undefined, show: (id: string) => Promise<unknown>) {
  const all = ref<CarrierEntry[]>()
  const failed = ref(false)
  const said = ref('')
  const draft = ref<string>()
  const wrong = ref<{ line: number; text: string }>()
  /** The draft is of no carrier that is kept. */
  const fresh = ref(false)
  /** The class whose prices are being changed, and what is wrong with them. */
  const pricing = ref('')
  const priceWrong = ref('')

  const now = computed(() => all.value?.find((c) => c.id === id()) ?? all.value?.[0])
  /** What the draft began with; only what was typed since is asked after. */
  const began = ref('')
  const changed = computed(() => draft.value !== undefined && draft.value !== began.value)

  function load() {
    return untilAnswered(
      () => ask(api.GET('/api/v1/carriers')),
      (reply) => {
        if (reply.data) all.value = reply.data
        failed.value = reply.away
      },
    )
  }
  watch(
    () => now.value?.id,
    () => {
      if (!fresh.value) drop()
    },
  )
  function drop() {
    draft.value = wrong.value = undefined
    fresh.value = false
  }
  function begin(text: string | undefined, isFresh: boolean, from = text) {
    draft.value = text
    began.value = from ?? ''
    fresh.value = isFresh
    wrong.value = undefined
    said.value = ''
  }
  const edit = () => begin(now.value?.text, false)
  const add = () => begin(EXAMPLE, true)

  async function keep() {
    const text = draft.value
    if (text === undefined) return
    const named = idIn(text)
    if (!named) {
      wrong.value = { line: 1, text: 'there is no id; the rules begin with a line such as id: island' }
      return
    }
    const reply = await keepRules(named, all.value?.find((c) => c.id === named)?.revision ?? 0, text)
    if (reply.away) {
      said.value = AWAY
      return
    }
    if (!reply.data) {
      const [field, problem] = Object.entries(reply.errors)[0] ?? []
      wrong.value = { line: Number(/^line (\d+)$/.exec(field ?? '')?.[1] ?? 0), text: problem ?? reply.says }
      return
    }
    drop()
    said.value = `${reply.data.name}: your copy is kept, and every job goes by it.`
    forgetCatalog()
    await load()
    await show(named)
  }

  async function reprice(of: string, effective: string, prices: string[]) {
    if (!now.value) return
    const params = { path: { id: now.value.id }, query: { revision: now.value.revision } }
    const reply = await ask(
      api.PUT('/api/v1/carriers/{id}/prices', { params, body: { class: of, effective, prices } }),
    )
    priceWrong.value = reply.away ? AWAY : reply.says
    if (!reply.data) return
    pricing.value = ''
    said.value = `${reply.data.name}: the new prices are kept in your copy, and every job goes by it.`
    forgetCatalog()
    await load()
  }

  async function shipped() {
    if (!now.value) return
    const { id: of, text, name, ships } = now.value
    const reply = await ask(api.DELETE('/api/v1/carriers/{id}', { params: { path: { id: of } } }))
    if (!worked('Your copy stays.', reply)) return
    forgetCatalog()
    await load()
    begin(text, true)
    said.value = ships
      ? `${name} goes by the rules that ship again. Your copy is below; keep it to bring it back.`
      : `${name} is taken away. Its rules are below; keep them to bring it back.`
  }

  return { all, now, failed, said, draft, wrong, fresh, changed, pricing, priceWrong, load, begin, drop, edit, add, keep, reprice, shipped } // prettier-ignore
}
