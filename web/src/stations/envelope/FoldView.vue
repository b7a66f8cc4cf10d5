<script setup lang="ts">
import { mdiPause, mdiPlay } from '@mdi/js'
import { computed, defineAsyncComponent, onBeforeUnmount, ref, watch } from 'vue'
import type { Folding } from '@/api/client'
import DrawingView from '@/drawing/DrawingView.vue'

/** The blank folds step by step, in order, as the slider is moved. */
const props = defineProps<{ folding?: Folding; failed: boolean }>()

/** In space where the browser can and motion is welcome; else flat, seen from the back. */
const flat = ref(window.matchMedia('(prefers-reduced-motion: reduce)').matches)
const FoldSpace = defineAsyncComponent({
  loader: () => import('./FoldSpace.vue'),
  onError: (_e, _retry, fail) => (flat.value = true) && fail(),
})
const space = computed(() => (flat.value ? undefined : props.folding?.space))

/** It opens closed, as it will be; a click folds it from the start. */
const at = ref(Number.MAX_SAFE_INTEGER)
const frames = computed(() => props.folding?.frames ?? [])
const moments = computed(() => space.value?.moments ?? frames.value)
const last = computed(() => moments.value.length - 1)
const now = computed(() => moments.value[Math.min(Math.round(at.value), last.value)])
/** The flat picture: of the moment, and on paper of the closed envelope. */
const picture = computed(
  () =>
    frames.value[space.value ? frames.value.length - 1 : Math.min(Math.round(at.value), last.value)]?.drawing,
)
let timer = 0
const playing = ref(false)

function play() {
  stop()
  if (at.value >= last.value) at.value = 0
  playing.value = true
  const [step, wait] = space.value ? [0.125, 33] : [1, 260]
  timer = window.setInterval(() => {
    at.value = Math.min(at.value + step, last.value)
    if (at.value === last.value) stop()
  }, wait)
}
function stop() {
  window.clearInterval(timer)
  playing.value = false
}
watch(last, (n) => n >= 0 && (at.value = Math.min(at.value, n)), { immediate: true })
onBeforeUnmount(stop)
function slide(e: Event) {
  stop()
  at.value = Number((e.target as HTMLInputElement).value)
}
</script>

<template>
  <div class="fold">
    <FoldSpace v-if="space && now" :space="space" :at="at" :text="now.text" @fails="flat = true" />
    <DrawingView v-if="picture" :drawing="picture" class="picture" :class="{ 'print-only': space }" />
    <p v-else-if="folding" class="none">This one is bought folded: there is nothing to fold.</p>
    <p v-else-if="failed" class="none">The server does not answer; the folding shows once it does.</p>
    <p v-else class="none" aria-busy="true"></p>
    <div v-if="now" class="control no-print">
      <v-btn
        :icon="playing ? mdiPause : mdiPlay"
        size="small"
        :aria-label="playing ? 'Pause' : 'Fold it'"
        data-testid="fold-play"
        @click="playing ? stop() : play()"
      />
      <input
        :value="Math.round(at)"
        type="range"
        min="0"
        :max="last"
        aria-label="How far it is folded"
        :aria-valuetext="now.text"
        data-testid="fold-slider"
        @input="slide"
      />
      <span class="text" role="status" data-testid="fold-text">{{ now.text }}</span>
    </div>
  </div>
</template>

<style scoped>
.fold {
  height: 100%;
  display: flex;
  flex-direction: column;
}
.picture {
  flex: 1;
}
.print-only {
  display: none;
}
@media print {
  .print-only {
    display: block;
  }
}
.none {
  flex: 1;
  display: grid;
  place-content: center;
  color: var(--muted);
}
.control {
  display: grid;
  grid-template-columns: auto 1fr 250px;
  gap: 12px;
  align-items: center;
}
input {
  accent-color: var(--parcel-deep);
  width: 100%;
  height: 32px;
}
.text {
  font-weight: 600;
  color: var(--ink);
}
@media (max-width: 700px) {
  .control {
    grid-template-columns: auto 1fr;
  }
  .text {
    grid-column: 1 / -1;
    min-height: 2.4em;
  }
}
</style>
