import { computed, effectScope, onScopeDispose, ref, shallowRef, watch, type EffectScope } from 'vue'
import { forgetCatalog } from '@/api/catalog'
import { api, ask, type CarrierEntry } from '@/api/client'
import { keepRules } from '@/api/files'
import { untilAnswered } from '@/api/retry'
import { useKeptForm } from '@/kept/form'
import { unsentOf } from '@/kept/journal'
import { savedAs, type At, type Kept, type Saved } from '@/kept/saver'
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
const NAMELESS = 'there is no id; the rules begin with a line such as id: island'

type Rules = { text: string }
const rulesKept = (c: CarrierEntry): Kept<Rules> => ({
  id: c.id,
  revision: c.revision,
  doc: { text: c.text },
})

/** Carriers' rules, the one that is looked at, and a draft of it. */
export function useCarriers(id: () => string | undefined, show: (id: string) => Promise<unknown>) {
  const all = ref<CarrierEntry[]>()
  const failed = ref(false)
  const said = ref('')
  /** The draft, as it is typed and kept. */
  const form = shallowRef<ReturnType<typeof draftOf>>()
  let scope: EffectScope | undefined
  /** The draft is of no carrier that is kept. */
  const fresh = ref(false)
  /** The class whose prices are being changed, and what is wrong with them. */
  const pricing = ref('')
  const priceWrong = ref('')
  const pricesBusy = ref(false)

  const now = computed(() => all.value?.find((c) => c.id === id()) ?? all.value?.[0])
  const draft = computed({
    get: () => form.value?.draft.value.text,
    set: (text) => form.value && (form.value.draft.value = { text: text ?? '' }),
  })
  const changed = computed(() => !!form.value?.unsent.value)
  const wrong = computed(() => {
    const [field, text] = Object.entries(form.value?.errors.value ?? {})[0] ?? []
    return text === undefined ? undefined : { line: Number(/^line (\d+)$/.exec(field ?? '')?.[1] ?? 0), text }
  })

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
      if (!fresh.value) shut()
    },
  )

  /** Keeps rules under the identifier they name, over the revision that is kept of it. */
  async function send({ text }: Rules, { id: opened, revision }: At): Promise<Saved<Rules>> {
    const named = idIn(text)
    if (!named) return { away: false, status: 422, says: NAMELESS, errors: { 'line 1': NAMELESS } }
    const over = opened ? revision : (all.value?.find((c) => c.id === named)?.revision ?? 0)
    return savedAs(await keepRules(named, over, text), rulesKept)
  }
  function draftOf(record: Kept<Rules> | undefined, blank: Rules) {
    return useKeptForm<Rules>({ kind: 'carrier', record, blank, send, done: () => void done() })
  }

  /** Closes the draft; what was typed is there again when it is opened. */
  function shut() {
    scope?.stop()
    scope = form.value = undefined
    fresh.value = false
  }
  /** Gives the draft up. */
  function drop() {
    form.value?.leave()
    shut()
  }
  onScopeDispose(shut)

  function begin(record: Kept<Rules> | undefined, blank: string, text?: string) {
    shut()
    scope = effectScope()
    const opened = scope.run(() => draftOf(record, { text: blank }))
    if (opened && text !== undefined) opened.draft.value = { text }
    form.value = opened
    fresh.value = !record
    said.value = ''
  }
  const edit = () => now.value && begin(rulesKept(now.value), '')
  const add = () => begin(undefined, EXAMPLE)
  /** Rules that came from elsewhere, of no carrier that is kept. */
  const typed = (text: string) => begin(undefined, '', text)

  /** What was typed and not kept when the page was left is opened again. */
  async function resume() {
    const [last] = unsentOf('carrier')
    if (last === undefined) return
    if (!last) return add()
    if (!all.value?.some((c) => c.id === last)) return
    await show(last)
    edit()
  }

  const keep = () => (form.value?.dirty.value ? form.value.keep() : shut())

  /** What was typed is kept: the jobs go by it from now on. */
  async function done() {
    const named = idIn(draft.value ?? '') || (now.value?.id ?? '')
    shut()
    forgetCatalog()
    await load()
    const name = all.value?.find((c) => c.id === named)?.name ?? named
    await show(named)
    said.value = `${name}: your copy is kept, and every job goes by it.`
  }

  async function reprice(of: string, effective: string, prices: string[]) {
    if (!now.value || pricesBusy.value) return
    pricesBusy.value = true
    const params = { path: { id: now.value.id }, query: { revision: now.value.revision } }
    const reply = await ask(
      api.PUT('/api/v1/carriers/{id}/prices', { params, body: { class: of, effective, prices } }),
    )
    pricesBusy.value = false
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
    const away = (sure: boolean) =>
      ask(api.DELETE('/api/v1/carriers/{id}', { params: { path: { id: of }, query: { sure } } }))
    let reply = await away(false)
    if (reply.status === 409) {
      if (!window.confirm(`${reply.says} Take ${name} away all the same?`)) return
      reply = await away(true)
    }
    if (!worked('Your copy stays.', reply)) return
    forgetCatalog()
    await load()
    begin(undefined, text)
    said.value = ships
      ? `${name} goes by the rules that ship again. Your copy is below; keep it to bring it back.`
      : `${name} is taken away. Its rules are below; keep them to bring it back.`
  }

  return { all, now, failed, said, form, draft, wrong, fresh, changed, pricing, priceWrong, load, typed, shut, drop, edit, add, resume, keep, reprice, shipped } // prettier-ignore
}
