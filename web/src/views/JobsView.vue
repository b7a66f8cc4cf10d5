<script setup lang="ts">
import { mdiContentDuplicate, mdiMagnify, mdiPlus, mdiThemeLightDark, mdiTrashCanOutline } from '@mdi/js'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, type Job, type Summary } from '@/api/client'
import DrawingView from '@/components/DrawingView.vue'
import FigureText from '@/components/FigureText.vue'
import StateMark from '@/components/StateMark.vue'
import { sharedScale } from '@/job/drawing'
import { toggleTheme } from '@/job/theme'

const router = useRouter()
const jobs = ref<Summary[]>()
const search = ref('')
const failed = ref(false)
const removed = ref<{ id: string; title: string }>()
let timer = 0
let asked = 0

async function load() {
  const mine = ++asked
  window.clearTimeout(timer)
  try {
    const { data } = await api.GET('/api/v1/jobs', { params: { query: { search: search.value } } })
    if (mine !== asked) return
    failed.value = !data
    if (data) jobs.value = data
  } catch {
    failed.value = true
    timer = window.setTimeout(() => void load(), 3000)
  }
}
onMounted(load)
onBeforeUnmount(() => window.clearTimeout(timer))
watch(search, () => {
  window.clearTimeout(timer)
  timer = window.setTimeout(() => void load(), 150)
})

/** One scale for every card in the list, so that sizes can be compared at a glance. */
const scale = computed(() =>
  sharedScale(
    (jobs.value ?? []).flatMap((j) => (j.drawing ? [j.drawing] : [])),
    230,
    172,
  ),
)

async function create(job: Job) {
  const { data } = await api.POST('/api/v1/jobs', { body: job })
  if (data) await router.push({ name: 'job', params: { id: data.id } })
}
/** A new job is typed in the maker's own unit, read on their own ruler. */
async function fresh() {
  const { data } = await api.GET('/api/v1/settings')
  const unit = data?.unit ?? 'in'
  const ruler = data?.ruler ?? (unit === 'mm' ? '1 mm' : '1/16 in')
  await create({ format: 'yellow-parcel-job', version: 1, title: '', unit, ruler })
}

async function duplicate(j: Summary) {
  const { data } = await api.GET('/api/v1/jobs/{id}', { params: { path: { id: j.id } } })
  if (data) await create({ ...data.job, title: `${data.job.title || 'Untitled'}, copy` })
}
async function remove(j: Summary) {
  await api.DELETE('/api/v1/jobs/{id}', { params: { path: { id: j.id } } })
  removed.value = { id: j.id, title: j.title || 'Untitled' }
  await load()
}
async function restore() {
  if (!removed.value) return
  await api.POST('/api/v1/jobs/{id}/restore', { params: { path: { id: removed.value.id } } })
  removed.value = undefined
  await load()
}
async function demo() {
  await api.POST('/api/v1/demo')
  await load()
}
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
      <v-btn variant="outlined" :to="{ name: 'shelf' }" data-testid="to-shelf">Shelf</v-btn>
      <v-btn variant="outlined" :to="{ name: 'carriers' }" data-testid="to-carriers">Carriers</v-btn>
      <v-btn variant="outlined" :to="{ name: 'settings' }" data-testid="to-settings">Settings</v-btn>
      <v-btn variant="flat" class="new" :prepend-icon="mdiPlus" data-testid="new-job" @click="fresh"
        >New job</v-btn
      >
      <v-btn :icon="mdiThemeLightDark" size="small" aria-label="Light or dark" @click="toggleTheme" />
    </header>
    <div class="tape-edge" aria-hidden="true"></div>

    <p v-if="failed" class="notice" role="alert">
      The server does not answer; it is tried again every few seconds.
    </p>

    <main v-if="jobs?.length" class="grid">
      <article v-for="j in jobs" :key="j.id" class="job" data-testid="job">
        <router-link :to="{ name: 'job', params: { id: j.id } }" class="open">
          <div class="picture">
            <DrawingView
              v-if="j.drawing"
              :drawing="j.drawing"
              bare
              :scale="scale"
              :title="`${j.title}, to scale`"
            />
            <span v-else class="none">?</span>
          </div>
          <h2>{{ j.title || 'Untitled' }}</h2>
          <p class="figure-line">
            <FigureText class="big" :text="j.figure" /><span class="count">make {{ j.quantity || 1 }}</span>
          </p>
          <p class="says"><StateMark :state="j.state" :word="j.word" /><FigureText prose :text="j.text" /></p>
        </router-link>
        <div class="tools">
          <v-btn
            :icon="mdiContentDuplicate"
            size="x-small"
            :aria-label="`Copy ${j.title}`"
            @click="duplicate(j)"
          />
          <v-btn
            :icon="mdiTrashCanOutline"
            size="x-small"
            :aria-label="`Put ${j.title} aside`"
            @click="remove(j)"
          />
        </div>
      </article>
    </main>
    <main v-else-if="jobs" class="empty">
      <template v-if="search">
        <h2>No job has “{{ search }}” in it</h2>
        <v-btn variant="outlined" @click="search = ''">Show all jobs</v-btn>
      </template>
      <template v-else>
        <h2>No jobs yet</h2>
        <p>A job starts from what is on the table: an envelope, or a finished card.</p>
        <div>
          <v-btn variant="flat" class="new" :prepend-icon="mdiPlus" @click="fresh">New job</v-btn>
          <v-btn variant="outlined" class="ml-3" data-testid="add-demo" @click="demo"
            >Look at the Gullhaven Paper Room’s jobs</v-btn
          >
        </div>
      </template>
    </main>

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

<style scoped>
.jobs {
  min-height: 100vh;
}
.bar {
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 12px 28px;
  background: var(--sheet);
}
.bar h1 {
  font-size: 24px;
  color: var(--ink);
  margin-right: auto;
}
.parcel {
  fill: var(--parcel);
}
.folds {
  fill: none;
  stroke: #1f3a5f;
  stroke-width: 2;
  stroke-dasharray: 3 2;
}
.search {
  max-width: 300px;
}
.new {
  background: var(--parcel);
  color: var(--on-parcel);
  font-weight: 700;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(270px, 1fr));
  gap: 20px;
  padding: 26px 28px;
}
.job {
  position: relative;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 5px;
}
.job:hover,
.job:focus-within {
  border-color: var(--ink);
  box-shadow: 0 4px 0 var(--parcel);
}
.open {
  display: block;
  padding: 12px 16px 16px;
  color: inherit;
  text-decoration: none;
}
.picture {
  height: 190px;
  margin-bottom: 10px;
}
.none {
  display: grid;
  place-content: center;
  height: 100%;
  font-size: 60px;
  color: var(--rule);
}
h2 {
  font-size: 18px;
  line-height: 1.25;
}
.figure-line {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
}
.big {
  font-size: 22px;
  font-weight: 700;
  color: var(--ink);
}
.count {
  color: var(--muted);
  font-size: 14px;
}
.says {
  font-size: 13.5px;
  line-height: 1.4;
  color: var(--muted);
  display: grid;
}
.tools {
  position: absolute;
  top: 6px;
  right: 6px;
  color: var(--muted);
}
.empty {
  display: grid;
  justify-items: center;
  gap: 14px;
  padding: 110px 24px;
  text-align: center;
}
.notice {
  background: var(--stop);
  color: var(--sheet);
  padding: 6px 28px;
  font-weight: 600;
}
</style>
