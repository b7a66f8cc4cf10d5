<script setup lang="ts">
import { refDebounced, useEventListener, useTitle } from '@vueuse/core'
import { computed, defineAsyncComponent, nextTick, onMounted, reactive, ref, useTemplateRef } from 'vue'
import { isNavigationFailure, NavigationFailureType, useRoute, useRouter } from 'vue-router'
import { usePreferences } from '@/settings/preferences'
import { provideForm } from '@/ui/form'
import ConsequenceLine from './ConsequenceLine.vue'
import JobBar from './JobBar.vue'
import JobTape from './JobTape.vue'
import { provideJob, type OpenJob } from './job'
import { usePaper } from '@/paper/paper'
import { fetchStations, start, stationOf, stations } from './stations'

const ConflictDialog = defineAsyncComponent(() => import('./ConflictDialog.vue'))
const KeysDialog = defineAsyncComponent(() => import('./KeysDialog.vue'))

/** A job at one of its stations, with the tape above and what it comes to below. */
const props = defineProps<{ job: OpenJob; station?: string }>()
const jobs = props.job
const router = useRouter()
const route = useRoute()
const { shortcuts } = usePreferences()
const help = ref(false)

provideJob(jobs)
provideForm(
  reactive({
    errors: computed(() => jobs.errors),
    replaced: computed(() => jobs.replaced),
    unit: computed(() => ((jobs.job?.unit ?? jobs.plan?.unit) === 'mm' ? 'mm' : 'in')),
    ruler: computed(() => jobs.job?.ruler),
    sought: computed({ get: () => jobs.sought, set: (field) => (jobs.sought = field) }),
  }),
)

const here = computed(() => (jobs.plan && stations.find((s) => s.key === props.station)) || start)
useTitle(() => `${here.value.name} · ${jobs.job?.title || 'New job'} · Yellow Parcel`)

/** What is wrong, each with the station that asks for it; those of the bar have none. */
const faults = computed(() =>
  Object.entries(jobs.errors).map(([field, text]) => ({ field, text, station: stationOf(field) })),
)

/** What a change came to, said once it rests and not at every key. */
const said = computed(() => {
  const fault = faults.value[0]
  if (fault) return `To put right: ${fault.text}`
  if (!jobs.plan || jobs.held) return jobs.held
  const figure = jobs.plan.stations.find((s) => s.key === here.value.key)
  return `${here.value.name}: ${figure?.figure}, ${figure?.word}. ${jobs.plan.consequence.text}`
})
const paper = useTemplateRef('paper')
usePaper(paper, import('@/paper/WorkSheet.vue'), () =>
  jobs.job && jobs.plan ? { job: jobs.job, plan: jobs.plan, held: jobs.held, stations } : undefined,
)

onMounted(() => window.setTimeout(fetchStations, 600))

const live = refDebounced(said, 1200)

/** The station asked for last. A new job's address changes when it is kept: a way there that this breaks off is taken again. */
let wanted = ''
async function to(key: string) {
  wanted = key
  const way = () => router.push({ name: 'job', params: { id: route.params.id as string, station: key } })
  const broken = await way()
  if (wanted === key && isNavigationFailure(broken, NavigationFailureType.cancelled)) await way()
}
async function go(key: string) {
  const station = stations.find((s) => s.key === key)
  if (!station) return
  if (key !== here.value.key) await to(key)
  await station.load().catch(() => undefined)
  await nextTick()
  document.querySelector<HTMLElement>('main h1')?.focus()
}
async function seek(field: string) {
  const station = stationOf(field)
  if (station && station.key !== here.value.key) await to(station.key)
  jobs.sought = field
}

/** Keys speak to the screen only where they are not typed into something, and nothing lies over it. */
function spokenFor(e: KeyboardEvent) {
  const at = e.target instanceof HTMLElement ? e.target : undefined
  return (
    !!at?.closest('input, textarea, select, [contenteditable], [role=combobox], [role=listbox]') ||
    !!document.querySelector('.v-overlay--active')
  )
}
useEventListener(window, 'keydown', (e) => {
  const command = e.ctrlKey || e.metaKey
  if (command && e.key.toLowerCase() === 'z' && !document.querySelector('.v-overlay--active')) {
    e.preventDefault()
    if (e.shiftKey) jobs.redo()
    else jobs.undo()
  } else if (shortcuts.value && !command && !e.altKey && !spokenFor(e)) {
    if (e.key === '?') help.value = true
    const station = stations[Number(e.key) - 1]
    if (station && jobs.plan) void go(station.key)
  }
})
</script>

<template>
  <div class="job" :class="{ held: jobs.held }">
    <JobBar :faults="faults" @help="help = true" />
    <JobTape
      :stations="stations"
      :now="here.key"
      :plan="jobs.plan"
      :faults="faults"
      :held="jobs.held"
      @go="go"
    />

    <p v-if="jobs.away || jobs.unreachable" class="notice" role="alert">
      The server does not answer. What you typed is kept here; it is tried again every few seconds.
    </p>
    <p
      v-if="jobs.save === 'refused' || jobs.save === 'unable'"
      class="notice"
      role="alert"
      data-testid="unsaved"
    >
      Not saved: {{ jobs.says }}
    </p>
    <p v-if="jobs.recovered" class="back no-print" role="status" data-testid="recovered">
      What you typed before this was closed was not kept yet; it is back.
      <v-btn v-if="jobs.past.length" size="small" @click="((jobs.recovered = false), jobs.undo())"
        >Take it back</v-btn
      >
      <v-btn size="small" @click="jobs.recovered = false">Good</v-btn>
    </p>
    <main v-if="jobs.missing || jobs.save === 'gone'" id="main" class="blank-state">
      <h1 tabindex="-1">This job is not here</h1>
      <p>It may have been put aside.</p>
      <v-btn variant="outlined" :to="{ name: 'jobs' }">All jobs</v-btn>
    </main>
    <component :is="here.view" v-else-if="jobs.job" :key="here.key" class="here" />
    <main v-else id="main" class="blank-state" aria-busy="true"></main>

    <ConsequenceLine
      v-if="jobs.job && (jobs.plan || faults.length)"
      :plan="jobs.plan"
      :here="here.key"
      :faults="faults"
      :held="jobs.held"
      @fix="jobs.change($event.patch)"
      @go="go"
      @seek="seek"
    />
    <p class="visually-hidden" role="status" data-testid="live">{{ live }}</p>
    <div ref="paper" class="paper"></div>
    <ConflictDialog v-if="jobs.save === 'conflict'" />
    <KeysDialog v-if="help" v-model="help" :stations="stations" />
  </div>
</template>

<style scoped>
.job {
  display: flex;
  flex-direction: column;
  height: calc(100vh - var(--standing, 0px));
  height: calc(100dvh - var(--standing, 0px));
}
.here {
  flex: 1;
}
.notice,
.back {
  padding: 6px 20px;
  font-weight: 600;
}
.notice {
  background: var(--stop);
  color: var(--sheet);
}
.back {
  background: var(--sheet);
  border-bottom: 1px solid var(--rule);
}
.blank-state {
  flex: 1;
  display: grid;
  place-content: center;
  gap: 10px;
  text-align: center;
}
@media (max-width: 700px), (max-height: 560px) {
  .job {
    height: auto;
    min-height: 100dvh;
  }
}
.paper {
  display: none;
}
@media print {
  .job {
    height: auto;
  }
  .job > :not(.paper) {
    display: none;
  }
  .paper {
    display: block;
  }
}
</style>
