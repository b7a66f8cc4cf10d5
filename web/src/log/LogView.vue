<script setup lang="ts">
import { mdiArrowLeft, mdiDownload, mdiMagnify, mdiPlus, mdiUpload } from '@mdi/js'
import { useTitle, watchDebounced } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import { api, ask, type LogBody, type LogRecord } from '@/api/client'
import { bringLog, logFile, takeFile, textOf } from '@/api/files'
import { retrying } from '@/api/retry'
import { unsentOf } from '@/kept/journal'
import { creating, useBusy } from '@/kept/busy'
import { worked } from '@/app/notice'
import LogFilters from './LogFilters.vue'
import LogForm from './LogForm.vue'
import LogPictures from './LogPictures.vue'
import LogTable from './LogTable.vue'

/** What was made, how it fitted and what became of it. */
useTitle('Logbook · Yellow Parcel')
const log = shallowRef<LogBody>()
const search = ref('')
const fit = ref('')
const outcome = ref('')
const away = ref(false)
const said = ref('')
const draft = ref<{ of?: LogRecord }>()
const removed = ref<LogRecord>()
const picker = ref<HTMLInputElement>()
const retry = retrying(() => void load())
let asked = 0

async function load() {
  const mine = ++asked
  const query = { search: search.value, fit: fit.value, outcome: outcome.value }
  const reply = await ask(api.GET('/api/v1/log', { params: { query } }))
  if (mine !== asked) return
  away.value = reply.away
  if (reply.data) log.value = reply.data
  if (reply.away) retry.later()
  else retry.stop()
}
onMounted(load)
onBeforeUnmount(retry.stop)
watchDebounced(search, load, { debounce: 150 })
watch([fit, outcome], load)
const narrowed = computed(() => !!(search.value || fit.value || outcome.value))
function showAll() {
  search.value = fit.value = outcome.value = ''
}

async function remove(r: LogRecord) {
  const reply = await ask(api.DELETE('/api/v1/log/{id}', { params: { path: { id: r.id } } }))
  if (!worked('The entry stays.', reply)) return
  removed.value = r
  await load()
}
async function restore() {
  const r = removed.value
  if (!r) return
  const path = { id: r.id }
  if (!worked('It stays put aside.', await ask(api.POST('/api/v1/log/{id}/restore', { params: { path } })))) return // prettier-ignore
  removed.value = undefined
  await load()
}
async function take(as: 'csv' | 'json') {
  const reply = await logFile(as)
  if (worked('There is no file.', reply) && reply.data) takeFile(reply.data, `logbook.${as}`)
}
const { busy, once } = useBusy()
const bring = (event: Event) => once(() => bringFile(event))
async function bringFile(event: Event) {
  const file = await textOf(event)
  if (!file) return
  const reply = await creating(`log ${file.text}`, (edit) => bringLog(file.text, edit))
  said.value = reply.data
    ? `${reply.data.brought} entries are in the logbook.`
    : `${Object.keys(reply.errors)[0] ?? ''} ${reply.says}`.trim()
  await load()
}
async function kept() {
  draft.value = undefined
  await load()
}
/** What was typed and not kept when the page was left is opened again. */
watch(log, (now, before) => {
  if (before || !now || draft.value) return
  for (const id of unsentOf('log')) {
    const of = now.entries.find((e) => e.id === id)
    if (!of && id) continue
    draft.value = { of }
    return
  }
})
const today = new Date().toLocaleDateString('sv')
</script>

<template>
  <div class="log">
    <header class="bar">
      <v-btn :icon="mdiArrowLeft" size="small" aria-label="All jobs" :to="{ name: 'jobs' }" />
      <h1>Logbook</h1>
      <v-text-field
        v-model="search"
        class="search"
        label="Find an entry"
        :prepend-inner-icon="mdiMagnify"
        clearable
        hide-details
        data-testid="log-search"
        @click:clear="search = ''"
      />
      <span class="space"></span>
      <v-btn variant="outlined" :prepend-icon="mdiUpload" :disabled="busy" @click="picker?.click()"
        >Bring in</v-btn
      >
      <input
        ref="picker"
        type="file"
        accept=".csv,.json,text/csv,application/json"
        class="visually-hidden"
        aria-label="CSV or JSON file"
        data-testid="log-import"
        @change="bring"
      />
      <v-btn variant="outlined" :prepend-icon="mdiDownload" data-testid="log-csv" @click="take('csv')"
        >CSV</v-btn
      >
      <v-btn variant="outlined" :prepend-icon="mdiDownload" data-testid="log-json" @click="take('json')"
        >JSON</v-btn
      >
      <v-btn variant="flat" class="new" :prepend-icon="mdiPlus" data-testid="log-add" @click="draft = {}"
        >Write</v-btn
      >
    </header>
    <div class="tape-edge" aria-hidden="true"></div>
    <p v-if="away" class="notice" role="alert">
      The server does not answer; it is tried again every few seconds.
    </p>
    <p v-if="said" class="notice" role="status" data-testid="log-said">{{ said }}</p>
    <p v-if="removed" class="notice" role="status">
      {{ removed.entry.title || removed.entry.date }} is put aside.
      <v-btn size="small" variant="outlined" data-testid="log-restore" @click="restore">Bring it back</v-btn>
    </p>
    <main id="main" class="page">
      <LogForm
        v-if="draft && log"
        :key="draft.of?.id"
        :of="draft.of"
        :words="log"
        :today="today"
        @kept="kept"
        @close="draft = undefined"
      />
      <LogPictures
        v-if="log && !narrowed"
        :key="log.entries.length"
        :unit="log.entries[0]?.entry.unit === 'mm' ? 'mm' : 'in'"
      />
      <LogFilters
        v-if="log && (narrowed || log.entries.length > 1)"
        v-model:fit="fit"
        v-model:outcome="outcome"
        :words="log"
        :narrowed="narrowed"
        @all="showAll"
      />
      <LogTable
        v-if="log?.entries.length"
        :entries="log.entries"
        @correct="(r) => (draft = { of: r })"
        @remove="remove"
      />
      <p v-else-if="log" class="empty" data-testid="log-none">
        {{
          narrowed
            ? search
              ? `No such entry has “${search}” in it.`
              : 'There is no such entry.'
            : 'Nothing here yet. A making that is finished writes its entry; what was made elsewhere can be written by hand.'
        }}
      </p>
      <p v-if="log?.more" class="quiet">The newest 200 are listed; find others by a word.</p>
    </main>
  </div>
</template>

<style scoped src="../app/lists.css"></style>
<style scoped src="../app/page.css"></style>
<style scoped>
.log {
  min-height: 100vh;
}
.page {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 16px;
  padding: 18px 28px 40px;
}
.search {
  max-width: 260px;
  min-width: 180px;
}
.new {
  background: var(--parcel);
  color: var(--on-parcel);
  font-weight: 700;
}
@media (max-width: 1000px) {
  .bar {
    flex-wrap: wrap;
  }
}
@media (max-width: 700px) {
  .page {
    padding: 12px 10px 30px;
  }
}
</style>
