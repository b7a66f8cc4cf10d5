<script setup lang="ts">
import { mdiArrowLeft, mdiRedo, mdiThemeLightDark, mdiUndo } from '@mdi/js'
import { computed, onBeforeUnmount, onMounted, watch, type Component } from 'vue'
import { onBeforeRouteLeave, useRouter } from 'vue-router'
import type { Fix } from '@/api/client'
import ConsequenceLine from '@/components/ConsequenceLine.vue'
import JobTape from '@/components/JobTape.vue'
import { useCatalog } from '@/job/catalog'
import { useJob } from '@/job/job'
import { toggleTheme } from '@/job/theme'
import BaseStation from '@/stations/BaseStation.vue'
import EnvelopeStation from '@/stations/EnvelopeStation.vue'
import FinishedStation from '@/stations/FinishedStation.vue'
import LayersStation from '@/stations/LayersStation.vue'
import PostStation from '@/stations/PostStation.vue'
import StartStation from '@/stations/StartStation.vue'

const props = defineProps<{ id: string; station?: string }>()
const router = useRouter()
const jobs = useJob()
const catalog = useCatalog()

const start = { key: 'start', name: 'Start', view: StartStation }
const stations: { key: string; name: string; view: Component }[] = [
  start,
  { key: 'base', name: 'Base', view: BaseStation },
  { key: 'layers', name: 'Layers', view: LayersStation },
  { key: 'finished', name: 'Finished', view: FinishedStation },
  { key: 'envelope', name: 'Envelope', view: EnvelopeStation },
  { key: 'post', name: 'Post', view: PostStation },
]
const here = computed(() => (jobs.started && stations.find((s) => s.key === props.station)) || start)
const saveWords: { [state: string]: string } = {
  saved: 'Saved',
  saving: 'Saving',
  waiting: 'Saving soon',
  offline: 'Not saved: no server, trying again',
  conflict: 'Not saved: changed elsewhere',
}
/** Read when the field is left, so that an answer arriving meanwhile does not overwrite what is being typed. */
const quantity = computed({
  get: () => jobs.job?.quantity ?? 1,
  set: (typed) => jobs.change({ quantity: Math.max(1, Math.round(Number(typed)) || 1) }),
})
const rulers = computed(() => catalog.value?.rulers.filter((r) => r.says === (jobs.job?.unit ?? 'in')) ?? [])

watch(
  () => props.id,
  (id) => void jobs.open(id),
  { immediate: true },
)
watch(
  () => jobs.job?.title,
  (title) => (document.title = title ? `${title} · Yellow Parcel` : 'Yellow Parcel'),
)

const go = (key: string) => void router.replace({ name: 'job', params: { id: props.id, station: key } })
const fix = (f: Fix) => jobs.change(f.patch)

function keys(e: KeyboardEvent) {
  const typing = e.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(e.target.tagName)
  const command = e.ctrlKey || e.metaKey
  if (command && e.key.toLowerCase() === 'z') {
    e.preventDefault()
    if (e.shiftKey) jobs.redo()
    else jobs.undo()
  } else if (!typing && !command && !e.altKey && jobs.started) {
    const station = stations[Number(e.key) - 1]
    if (station) go(station.key)
  }
}
function leave(e: BeforeUnloadEvent) {
  if (jobs.dirty) {
    void jobs.saveNow()
    e.preventDefault()
  }
}
onMounted(() => {
  window.addEventListener('keydown', keys)
  window.addEventListener('beforeunload', leave)
})
onBeforeUnmount(() => {
  window.removeEventListener('keydown', keys)
  window.removeEventListener('beforeunload', leave)
  document.title = 'Yellow Parcel'
})
onBeforeRouteLeave(async () => {
  if (jobs.dirty) await jobs.saveNow()
  return (
    jobs.save === 'saved' ||
    jobs.missing ||
    window.confirm('The last change is not saved yet. Leave all the same?')
  )
})
</script>

<template>
  <div class="job">
    <header class="bar no-print">
      <v-btn
        :icon="mdiArrowLeft"
        size="small"
        aria-label="All jobs"
        data-testid="to-jobs"
        @click="router.push('/')"
      />
      <input
        class="title"
        :value="jobs.job?.title ?? ''"
        placeholder="Name this job"
        aria-label="Title"
        maxlength="120"
        data-testid="title"
        :disabled="!jobs.job"
        @input="jobs.change({ title: ($event.target as HTMLInputElement).value }, 'title')"
      />
      <span class="saved" :class="jobs.save" role="status" data-testid="saved">{{
        saveWords[jobs.save]
      }}</span>
      <v-btn
        :icon="mdiUndo"
        size="small"
        aria-label="Undo"
        :disabled="!jobs.past.length"
        data-testid="undo"
        @click="jobs.undo"
      />
      <v-btn
        :icon="mdiRedo"
        size="small"
        aria-label="Redo"
        :disabled="!jobs.future.length"
        data-testid="redo"
        @click="jobs.redo"
      />
      <label class="tool"
        >Unit
        <select
          :value="jobs.job?.unit ?? 'in'"
          data-testid="unit"
          @change="jobs.switchUnit(($event.target as HTMLSelectElement).value as 'in' | 'mm')"
        >
          <option value="in">inches</option>
          <option value="mm">millimetres</option>
        </select>
      </label>
      <label class="tool"
        >Ruler
        <select
          :value="jobs.plan?.ruler ?? jobs.job?.ruler"
          data-testid="ruler"
          @change="jobs.change({ ruler: ($event.target as HTMLSelectElement).value })"
        >
          <option v-for="r in rulers" :key="r.id" :value="r.id">{{ r.name }}</option>
        </select>
      </label>
      <label class="tool"
        >Make
        <input
          v-model.lazy="quantity"
          class="count"
          type="number"
          min="1"
          max="100000"
          aria-label="How many cards"
          data-testid="quantity"
        />
      </label>
      <v-btn :icon="mdiThemeLightDark" size="small" aria-label="Light or dark" @click="toggleTheme" />
    </header>

    <JobTape :stations="stations" :now="here.key" :plan="jobs.plan" @go="go" />

    <p v-if="jobs.unreachable" class="notice" role="alert">
      The server does not answer. What you typed is kept here; it is tried again every few seconds.
    </p>
    <div v-if="jobs.missing" class="blank-state">
      <h1>This job is not here</h1>
      <p>It may have been put aside.</p>
      <v-btn variant="outlined" @click="router.push('/')">All jobs</v-btn>
    </div>
    <component :is="here.view" v-else-if="jobs.job" :key="`${id}/${here.key}`" class="here" />
    <div v-else class="blank-state" aria-busy="true"></div>

    <ConsequenceLine v-if="jobs.plan && jobs.job" :plan="jobs.plan" :here="here.key" @fix="fix" @go="go" />

    <v-dialog :model-value="jobs.save === 'conflict'" persistent max-width="560">
      <v-card v-if="jobs.theirs" class="pa-5" data-testid="conflict">
        <h2>This job was changed elsewhere</h2>
        <p>
          Someone, or another window, saved it after you opened it. Nothing is lost yet: choose which to keep.
        </p>
        <div class="both">
          <div>
            <strong>Yours</strong>
            <p>{{ jobs.job?.title || 'No title' }}</p>
          </div>
          <div>
            <strong>Theirs</strong>
            <p>{{ jobs.theirs.job.title || 'No title' }}</p>
            <small>saved {{ new Date(jobs.theirs.updated).toLocaleString() }}</small>
          </div>
        </div>
        <div class="both">
          <v-btn variant="outlined" data-testid="keep-mine" @click="jobs.keepMine">Keep mine</v-btn>
          <v-btn variant="outlined" data-testid="keep-theirs" @click="jobs.keepTheirs"
            >Take theirs; undo brings mine back</v-btn
          >
        </div>
      </v-card>
    </v-dialog>
  </div>
</template>

<style scoped>
.job {
  display: flex;
  flex-direction: column;
  height: 100vh;
  height: 100dvh;
}
.here {
  flex: 1;
}
.bar {
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 4px 12px;
  background: var(--sheet);
}
.title {
  border: 0;
  flex: 1;
  min-width: 120px;
  font-size: 19px;
  font-weight: 700;
  color: var(--ink);
  padding: 4px 8px;
  border-radius: 3px;
}
.title:hover,
.title:focus {
  background: var(--ground);
}
.saved {
  font-size: 13px;
  color: var(--muted);
  padding-right: 8px;
  white-space: nowrap;
}
.saved.offline,
.saved.conflict {
  color: var(--stop);
  font-weight: 600;
}
.tool {
  font-size: 13px;
  color: var(--muted);
  display: flex;
  gap: 4px;
  align-items: center;
  padding-left: 8px;
}
select,
.count {
  color: var(--text);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 4px 6px;
  font-size: 14px;
  font-weight: 600;
}
.count {
  width: 72px;
}
.notice {
  background: var(--stop);
  color: var(--sheet);
  padding: 6px 20px;
  font-weight: 600;
}
.blank-state {
  flex: 1;
  display: grid;
  place-content: center;
  gap: 10px;
  text-align: center;
}
.both {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
  margin-top: 14px;
}
@media print {
  .job {
    height: auto;
  }
}
</style>
