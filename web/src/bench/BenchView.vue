<script setup lang="ts">
import { useEventListener, useTitle } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import BenchBar from './BenchBar.vue'
import BenchEnd from './BenchEnd.vue'
import BenchHead from './BenchHead.vue'
import BenchStep from './BenchStep.vue'
import MeasurePanel from './MeasurePanel.vue'
import OfferPanel from './OfferPanel.vue'
import SpoilPanel from './SpoilPanel.vue'
import { useDrying } from './drying'
import { useMaking } from './making'
import { useAwake } from './screen'
import { useVoice } from './voice'

/** A making, full screen: one step, one figure; hands full, two metres away. */
const props = defineProps<{ id: string }>()
const router = useRouter()
const { making, drawings, missing, away, wrong, unsent, tell } = useMaking(props.id)
useTitle(() => `Bench · ${making.value?.title ?? ''} · Yellow Parcel`)

const step = computed(() => making.value?.steps[making.value.at])
const next = computed(() => making.value?.steps[making.value.at + 1])
const count = computed(() => (step.value && making.value?.counts[step.value.id]) ?? 0)
const over = computed(() => !!making.value && making.value.at >= making.value.steps.length)
const panel = ref<'' | 'spoil' | 'measure'>('')
const waits = useDrying(making, step)
const { can, on: aloud } = useVoice(step)

/** The screen stays on while this is open, where the browser can. */
const awake = useAwake()

function forward() {
  if (!step.value || panel.value) return
  void tell({ kind: 'done', step: step.value.id })
}
function back() {
  const at = making.value?.at ?? 0
  const before = making.value?.steps[at - 1]
  if (!before || panel.value) return
  void tell({ kind: 'undone', step: before.id })
}
function counted(by: number) {
  if (!step.value || panel.value) return
  const to = count.value + by
  if (to >= 0 && to <= step.value.pieces) void tell({ kind: 'counted', step: step.value.id, count: by })
}
function spoiled(part: string, reason: string) {
  panel.value = ''
  if (step.value) void tell({ kind: 'spoiled', step: step.value.id, part, reason, count: 1 })
}
function measured(what: string, value: string, job: number) {
  panel.value = ''
  if (what === 'note') return void tell({ kind: 'noted', text: value, step: step.value?.id })
  void tell({ kind: 'measured', what: what as 'thickness', value, job, step: step.value?.id })
}
const finish = () => tell({ kind: making.value?.finished ? 'reopened' : 'finished' })

/** Pedals send page keys. A button that has the focus keeps its own space and enter. */
const keys: { [key: string]: () => void } = {
  ' ': forward, Enter: forward, ArrowRight: forward, PageDown: forward,
  ArrowLeft: back, PageUp: back, Backspace: back,
  '+': () => counted(1), '=': () => counted(1), '-': () => counted(-1),
  x: () => (panel.value = step.value ? 'spoil' : ''), X: () => (panel.value = step.value ? 'spoil' : ''),
  m: () => (panel.value = 'measure'), M: () => (panel.value = 'measure'),
} // prettier-ignore
useEventListener(window, 'keydown', (e) => {
  if (e.ctrlKey || e.metaKey || e.altKey) return
  if (e.key === 'Escape') {
    if (panel.value) panel.value = ''
    else void router.push({ name: 'jobs' })
    return
  }
  const at = e.target instanceof HTMLElement ? e.target : undefined
  if (panel.value || at?.closest('input, textarea, select')) return
  if (at?.closest('button, a') && (e.key === ' ' || e.key === 'Enter')) return
  const act = keys[e.key]
  if (!act) return
  e.preventDefault()
  act()
})

/** A tap anywhere on the right half goes on, on the left half back; on something to press it presses that. */
function tapped(e: MouseEvent) {
  if (panel.value || (e.target as HTMLElement).closest('button, a, input, [data-keep]')) return
  if (e.clientX > window.innerWidth / 2) forward()
  else back()
}
/** Whoever leaves pauses the making; whoever does something next goes on. */
onBeforeUnmount(() => {
  if (step.value && making.value?.number !== 1) void tell({ kind: 'paused' })
})
/** A panel is closed where the step it speaks of is passed elsewhere. */
watch(
  () => step.value?.id,
  () => (panel.value = ''),
)
const stage = useTemplateRef('stage')
watch(panel, (now) => {
  if (!now) stage.value?.focus()
})
</script>

<template>
  <div class="bench">
    <template v-if="making">
      <BenchHead
        :making="making"
        :away="away"
        :unsent="unsent"
        :aloud="can ? aloud : undefined"
        :sleeps="!awake"
        @voice="aloud = !aloud"
      />
      <p v-if="wrong" class="wrong" role="alert" data-testid="bench-wrong">{{ wrong }}</p>
      <main
        id="main"
        ref="stage"
        class="stage"
        tabindex="-1"
        :aria-label="step?.text ?? 'All steps are done'"
        @click="tapped"
      >
        <OfferPanel
          v-if="making.offer || making.ways.length"
          :making="making"
          @answer="tell({ kind: 'changed', take: $event })"
          @cut="tell({ kind: 'recut', way: $event })"
        />
        <BenchStep v-if="step" :key="step.id" :step="step" :drawings="drawings" :waits="waits" />
        <BenchEnd v-else :making="making" @finish="finish" @back="back" />
      </main>
      <BenchBar
        v-if="!over"
        :step="step"
        :next="next"
        :count="count"
        :first="making.at === 0"
        @forward="forward"
        @back="back"
        @count="counted"
        @spoil="panel = 'spoil'"
        @measure="panel = 'measure'"
      />
      <SpoilPanel
        v-if="panel === 'spoil' && step"
        :making="making"
        :step="step"
        @close="panel = ''"
        @spoiled="spoiled"
      />
      <MeasurePanel
        v-if="panel === 'measure'"
        :making="making"
        :step="step"
        @close="panel = ''"
        @measured="measured"
      />
      <p class="visually-hidden" role="status" data-testid="bench-said">
        {{
          step ? `${step.text} ${step.figure?.text ?? ''}, ${count} of ${step.pieces}` : 'All steps are done.'
        }}
      </p>
    </template>
    <main v-else id="main" class="none" :aria-busy="!missing">
      <template v-if="missing">
        <h1>{{ missing }}</h1>
        <v-btn variant="outlined" :to="{ name: 'jobs' }">All jobs</v-btn>
      </template>
      <p v-else-if="away" role="alert">The server does not answer; it is tried again every few seconds.</p>
    </main>
  </div>
</template>

<style scoped>
.bench {
  display: flex;
  flex-direction: column;
  height: calc(100vh - var(--standing, 0px));
  height: calc(100dvh - var(--standing, 0px));
  background: var(--ground);
  overflow: hidden;
}
.stage {
  flex: 1;
  min-height: 0;
  display: grid;
  /* What the bench has to say pushes the step down: on a phone it then scrolls. */
  grid-template-rows: auto minmax(min-content, 1fr);
  overflow-y: auto;
  cursor: pointer;
}
.stage > :last-child {
  grid-row: 2;
}
.stage:focus-visible {
  outline: none;
}
.wrong {
  padding: 6px 20px;
  background: var(--stop);
  color: var(--sheet);
  font-weight: 600;
}
.none {
  flex: 1;
  display: grid;
  place-content: center;
  gap: 12px;
  text-align: center;
}
</style>
