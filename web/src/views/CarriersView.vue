<script setup lang="ts">
import { mdiArrowLeft, mdiDownload, mdiPencil, mdiPlus, mdiUpload } from '@mdi/js'
import { computed, onMounted, ref, watch } from 'vue'
import { onBeforeRouteLeave, useRouter } from 'vue-router'
import { api, fieldErrors, type CarrierEntry } from '@/api/client'
import CarrierClass from '@/components/CarrierClass.vue'
import RulesEditor from '@/components/RulesEditor.vue'
import { forgetCatalog } from '@/job/catalog'
import { takeFile } from '@/job/file'

/** Carriers' rules and prices: read them, copy and change them, take them along. */
const props = defineProps<{ id?: string }>()
const router = useRouter()
const all = ref<CarrierEntry[]>()
const failed = ref(false)
const said = ref('')
const draft = ref<string>()
const wrong = ref<{ line: number; text: string }>()
const picker = ref<HTMLInputElement>()
const fresh = ref(false)
/** The class whose prices are being changed. */
const pricing = ref('')
const priceWrong = ref('')

const now = computed(() => all.value?.find((c) => c.id === props.id) ?? all.value?.[0])

async function load() {
  try {
    const { data } = await api.GET('/api/v1/carriers')
    if (data) all.value = data
    failed.value = !data
  } catch {
    failed.value = true
    window.setTimeout(() => void load(), 3000)
  }
}
onMounted(load)
watch(now, () => {
  if (!fresh.value) draft.value = wrong.value = undefined
})
const changed = computed(() => draft.value !== undefined && draft.value !== now.value?.text)
const mayLeave = () =>
  !changed.value || window.confirm('The rules you typed are not kept yet. Leave all the same?')
onBeforeRouteLeave(mayLeave)
function go(id: string) {
  if (id === now.value?.id && !fresh.value) return
  if (!mayLeave()) return
  fresh.value = false
  draft.value = wrong.value = undefined
  said.value = pricing.value = ''
  void router.replace({ name: 'carriers', params: { id } })
}
function edit() {
  draft.value = now.value?.text
  wrong.value = undefined
  said.value = ''
}

/** The identifier the text itself names, which it is kept under. */
const idIn = (text: string) => /^id:\s*"?([a-z][a-z0-9-]*)"?\s*$/m.exec(text)?.[1] ?? ''

async function keep() {
  const text = draft.value
  if (text === undefined) return
  const id = idIn(text)
  if (!id) {
    wrong.value = { line: 1, text: 'there is no id; the rules begin with a line such as id: island' }
    return
  }
  const revision = all.value?.find((c) => c.id === id)?.revision ?? 0
  try {
    const { data, error } = await api.PUT('/api/v1/carriers/{id}', {
      params: { path: { id }, query: { revision } },
      body: text,
      bodySerializer: (t) => t as string,
      headers: { 'Content-Type': 'text/yaml' },
    })
    if (data) {
      fresh.value = false
      draft.value = wrong.value = undefined
      said.value = `${data.name}: your copy is kept, and every job goes by it.`
      forgetCatalog()
      await load()
      await router.replace({ name: 'carriers', params: { id } })
      return
    }
    const [field, problem] = Object.entries(fieldErrors(error))[0] ?? []
    wrong.value = {
      line: Number(/^line (\d+)$/.exec(field ?? '')?.[1] ?? 0),
      text: problem ?? error?.detail ?? 'It could not be kept.',
    }
  } catch {
    said.value = 'Not kept: the server does not answer. What you typed stays here.'
  }
}
async function reprice(of: string, effective: string, prices: string[]) {
  if (!now.value) return
  const { id, revision } = now.value
  try {
    const { data, error } = await api.PUT('/api/v1/carriers/{id}/prices', {
      params: { path: { id }, query: { revision } },
      body: { class: of, effective, prices },
    })
    priceWrong.value = data
      ? ''
      : (Object.values(fieldErrors(error))[0] ?? error?.detail ?? 'They could not be kept.')
    if (!data) return
    pricing.value = ''
    said.value = `${data.name}: the new prices are kept in your copy, and every job goes by it.`
    forgetCatalog()
    await load()
  } catch {
    priceWrong.value = 'Not kept: the server does not answer. What you typed stays here.'
  }
}
async function shipped() {
  if (!now.value) return
  const { id, text, name, ships } = now.value
  await api.DELETE('/api/v1/carriers/{id}', { params: { path: { id } } })
  forgetCatalog()
  await load()
  fresh.value = true
  draft.value = text
  said.value = ships
    ? `${name} goes by the rules that ship again. Your copy is below; keep it to bring it back.`
    : `${name} is taken away. Its rules are below; keep them to bring it back.`
}
async function bring(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  fresh.value = true
  draft.value = await file.text()
  input.value = ''
  await keep()
}
function add() {
  fresh.value = true
  wrong.value = undefined
  said.value = ''
  draft.value = `id: island
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
}
function take() {
  if (now.value) takeFile(new Blob([now.value.text], { type: 'text/yaml' }), `${now.value.id}.yaml`)
}
</script>

<template>
  <div class="carriers">
    <header class="bar">
      <v-btn :icon="mdiArrowLeft" size="small" aria-label="Back to the jobs" :to="{ name: 'jobs' }" />
      <h1>Carriers</h1>
      <span class="space"></span>
      <v-btn variant="outlined" :prepend-icon="mdiUpload" data-testid="bring-carrier" @click="picker?.click()"
        >Bring in a file</v-btn
      >
      <input
        ref="picker"
        type="file"
        accept=".yaml,.yml,text/yaml"
        class="visually-hidden"
        aria-label="Carrier's file"
        data-testid="carrier-file"
        @change="bring"
      />
      <v-btn variant="outlined" :prepend-icon="mdiPlus" data-testid="add-carrier" @click="add"
        >A carrier of your own</v-btn
      >
    </header>
    <div class="tape-edge" aria-hidden="true"></div>
    <p v-if="failed" class="notice" role="alert">
      The server does not answer; it is tried again every few seconds.
    </p>
    <p v-if="said" class="notice" role="status" data-testid="carriers-said">{{ said }}</p>
    <main v-if="all && now">
      <nav aria-label="Carriers">
        <button
          v-for="c in all"
          :key="c.id"
          class="plain-button entry"
          :class="{ on: c.id === now.id && !fresh }"
          :aria-current="c.id === now.id && !fresh ? 'true' : undefined"
          :data-testid="`entry-${c.id}`"
          @click="go(c.id)"
        >
          <strong>{{ c.name }}</strong>
          <small>{{ c.own ? 'your copy' : `as stated ${c.stated}` }}</small>
        </button>
        <p class="caution">Postal rules and prices change, and the counter decides: ask your carrier.</p>
      </nav>
      <RulesEditor
        v-if="draft !== undefined"
        v-model="draft"
        :wrong="wrong"
        @keep="keep"
        @leave="((draft = wrong = undefined), (fresh = false))"
      />
      <article v-else>
        <div class="head">
          <div>
            <h2>{{ now.name }}</h2>
            <p>{{ now.notes }}</p>
            <p v-if="now.problem" class="problem">Your copy cannot be read any more: {{ now.problem }}</p>
          </div>
          <span class="tools">
            <v-btn
              variant="outlined"
              size="small"
              :prepend-icon="mdiDownload"
              data-testid="take-carrier"
              @click="take"
              >File</v-btn
            >
            <v-btn
              v-if="now.own"
              variant="outlined"
              size="small"
              data-testid="back-to-shipped"
              @click="shipped"
              >{{ now.ships ? 'Back to the rules that ship' : 'Take it away' }}</v-btn
            >
            <v-btn
              variant="flat"
              size="small"
              class="main"
              :prepend-icon="mdiPencil"
              data-testid="edit-carrier"
              @click="edit"
              >{{ now.own ? 'Change your copy' : 'Make a copy and change it' }}</v-btn
            >
          </span>
        </div>
        <div class="classes">
          <CarrierClass
            v-for="k in now.classes"
            :key="k.id"
            :of="k"
            :pricing="pricing === k.id"
            :wrong="priceWrong"
            @open="((pricing = k.id), (priceWrong = ''))"
            @keep="(effective, prices) => reprice(k.id, effective, prices)"
            @leave="pricing = ''"
          />
        </div>
      </article>
    </main>
  </div>
</template>

<style scoped src="../styles/page.css"></style>
<style scoped>
.carriers {
  min-height: 100vh;
}
main {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  gap: 26px;
  padding: 20px 28px 40px;
}
nav {
  display: grid;
  align-content: start;
  gap: 2px;
}
.entry {
  display: grid;
  padding: 7px 10px;
  border-left: 4px solid transparent;
}
.entry.on {
  border-left-color: var(--parcel);
  background: var(--sheet);
}
.entry small,
article p,
.caution {
  color: var(--muted);
  font-size: 13px;
  line-height: 1.4;
}
.caution {
  padding: 14px 10px;
}
.head {
  display: flex;
  gap: 16px;
  justify-content: space-between;
  align-items: start;
}
.head p {
  max-width: 60ch;
}
.tools {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
  justify-content: end;
}
.main {
  background: var(--parcel);
  color: var(--on-parcel);
  font-weight: 600;
}
h2 {
  font-size: 22px;
  color: var(--ink);
}
.classes {
  columns: 3 250px;
  column-gap: 18px;
  padding-top: 16px;
}
.problem {
  color: var(--look);
  font-weight: 600;
}
@media (max-width: 900px) {
  main {
    grid-template-columns: minmax(0, 1fr);
    padding: 14px;
  }
  nav {
    grid-auto-flow: row;
    grid-template-columns: repeat(3, 1fr);
  }
  .caution {
    grid-column: 1 / -1;
  }
}
</style>
