<script setup lang="ts">
import { mdiMagnify, mdiPlus, mdiThemeLightDark } from '@mdi/js'
import { useTitle } from '@vueuse/core'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, type Summary } from '@/api/client'
import { worked } from '@/app/notice'
import { creating, useBusy } from '@/kept/busy'
import { sharedScale } from '@/drawing/drawing'
import { toggleTheme } from '@/app/theme'
import HomeQuestion from '@/settings/HomeQuestion.vue'
import JobTile from './JobTile.vue'
import { jobList } from './list'

const MakingList = defineAsyncComponent(() => import('./MakingList.vue'))
const GangList = defineAsyncComponent(() => import('./GangList.vue'))
const CalendarStrip = defineAsyncComponent(() => import('./CalendarStrip.vue'))
const TogetherBar = defineAsyncComponent(() => import('./TogetherBar.vue'))

const router = useRouter()
useTitle('Jobs · Yellow Parcel')
const search = ref('')
const { jobs, failed, load, more, goesOn } = jobList(search)
const removed = ref<{ id: string; title: string }>()

/** One scale for every card in the list, so that sizes can be compared at a glance. */
const scale = computed(() =>
  sharedScale(
    (jobs.value ?? []).flatMap((j) => (j.drawing ? [j.drawing] : [])),
    230,
    172,
  ),
)

/** Jobs picked to be cut together, in the order of picking. */
const picking = ref(false)
const picked = ref<string[]>([])
const pickedJobs = computed(() => picked.value.flatMap((id) => (jobs.value ?? []).filter((j) => j.id === id)))
function pick(id: string) {
  picked.value = picked.value.includes(id) ? picked.value.filter((p) => p !== id) : [...picked.value, id]
}
function stopPicking() {
  picking.value = false
  picked.value = []
}

const { busy, once } = useBusy()
const duplicate = (j: Summary) => once(() => copyOf(j))
async function copyOf(j: Summary) {
  const from = await ask(api.GET('/api/v1/jobs/{id}', { params: { path: { id: j.id } } }))
  if (!worked('There is no copy.', from) || !from.data) return
  // It is for another day.
  const body = { ...from.data.job, due: undefined, title: `${from.data.job.title || 'Untitled'}, copy` }
  const made = await creating(`copy ${j.id}@${j.revision}`, (edit) =>
    ask(api.POST('/api/v1/jobs', { params: { query: { edit } }, body })),
  )
  if (worked('There is no copy.', made) && made.data)
    await router.push({ name: 'job', params: { id: made.data.id } })
}
async function remove(j: Summary) {
  const reply = await ask(api.DELETE('/api/v1/jobs/{id}', { params: { path: { id: j.id } } }))
  if (!worked('The job is not put aside.', reply)) return
  removed.value = { id: j.id, title: j.title || 'Untitled' }
  await load()
}
async function restore() {
  if (!removed.value) return
  const path = { id: removed.value.id }
  const reply = await ask(api.POST('/api/v1/jobs/{id}/restore', { params: { path } }))
  if (!worked('The job stays put aside.', reply)) return
  removed.value = undefined
  await load()
}
const demo = () =>
  once(async () => {
    const made = await creating('demo', (edit) =>
      ask(api.POST('/api/v1/demo', { params: { query: { edit } } })),
    )
    if (worked('The jobs are not here.', made)) await load()
  })
</script>

<template>
  <div class="jobs">
    <header class="bar">
      <svg viewBox="0 0 32 32" width="34" height="34" aria-hidden="true">
        <path d="M16 1 31 16 16 31 1 16z" class="parcel" />
        <path d="M9 11v12M23 11v12M9 11h14M9 23h14" class="folds" />
      </svg>
      <h1>Yellow Parcel</h1>
      <v-text-field
        v-model="search"
        class="search"
        label="Find a job"
        :prepend-inner-icon="mdiMagnify"
        clearable
        hide-details
        data-testid="search"
        @click:clear="search = ''"
      />
      <v-btn
        v-if="(jobs?.length ?? 0) > 1"
        variant="outlined"
        :aria-pressed="picking"
        data-testid="make-together"
        @click="picking ? stopPicking() : (picking = true)"
        >Make together</v-btn
      >
      <v-btn variant="outlined" :to="{ name: 'shelf' }" data-testid="to-shelf">Shelf</v-btn>
      <v-btn variant="outlined" :to="{ name: 'log' }" data-testid="to-log">Logbook</v-btn>
      <v-btn variant="outlined" :to="{ name: 'carriers' }" data-testid="to-carriers">Carriers</v-btn>
      <v-btn variant="outlined" :to="{ name: 'settings' }" data-testid="to-settings">Settings</v-btn>
      <v-btn
        variant="flat"
        class="new"
        :prepend-icon="mdiPlus"
        data-testid="new-job"
        :to="{ name: 'job', params: { id: 'new' } }"
        >New job</v-btn
      >
      <v-btn :icon="mdiThemeLightDark" size="small" aria-label="Light or dark" @click="toggleTheme" />
    </header>
    <div class="tape-edge" aria-hidden="true"></div>

    <p v-if="failed" class="notice" role="alert">
      The server does not answer; it is tried again every few seconds.
    </p>

    <MakingList v-if="!search" />
    <CalendarStrip v-if="!search" :key="jobs?.map((j) => j.due).join()" />
    <GangList v-if="!search" />
    <main v-if="jobs?.length" id="main" class="grid">
      <JobTile
        v-for="j in jobs"
        :key="j.id"
        :of="j"
        :scale="scale"
        :picking="picking"
        :picked="picked.includes(j.id)"
        @pick="pick(j.id)"
        @copy="duplicate(j)"
        @remove="remove(j)"
      />
    </main>
    <p v-if="goesOn" class="more">
      <v-btn variant="outlined" data-testid="more-jobs" @click="more">Show more jobs</v-btn>
    </p>
    <main v-if="jobs && !jobs.length" id="main" class="empty">
      <template v-if="search">
        <h2>No job has “{{ search }}” in it</h2>
        <v-btn variant="outlined" @click="search = ''">Show all jobs</v-btn>
      </template>
      <template v-else>
        <HomeQuestion />
        <h2>No jobs yet</h2>
        <p>
          Sizes cards to their envelopes, works out the envelope for any card, and checks it against the post.
          A job starts from what is on the table: an envelope, a sheet, or a finished card.
        </p>
        <div>
          <v-btn
            variant="flat"
            class="new"
            :prepend-icon="mdiPlus"
            :to="{ name: 'job', params: { id: 'new' } }"
            >New job</v-btn
          >
          <v-btn variant="outlined" :disabled="busy" data-testid="add-demo" @click="demo"
            >Look at the Gullhaven Paper Room’s jobs</v-btn
          >
        </div>
      </template>
    </main>

    <TogetherBar v-if="picking" :picked="pickedJobs" @cancel="stopPicking" />
    <v-snackbar
      :model-value="!!removed"
      :timeout="8000"
      @update:model-value="(open: boolean) => !open && (removed = undefined)"
    >
      {{ removed?.title }} is put aside.
      <template #actions><v-btn data-testid="restore" @click="restore">Bring it back</v-btn></template>
    </v-snackbar>
  </div>
</template>

<style scoped src="./jobs.css"></style>
