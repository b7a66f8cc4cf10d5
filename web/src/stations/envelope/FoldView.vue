<script setup lang="ts">
import { mdiPause, mdiPlay } from '@mdi/js'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import type { Folding } from '@/api/client'
import DrawingView from '@/drawing/DrawingView.vue'

/** The blank folds flap by flap, in order, as the slider is moved. */
const props = defineProps<{ folding?: Folding; failed: boolean }>()

/** It opens closed, as it will be; a click folds it from the start. */
const at = ref(Number.MAX_SAFE_INTEGER)
const frames = computed(() => props.folding?.frames ?? [])
const now = computed(() => frames.value[Math.min(at.value, frames.value.length - 1)])
let timer = 0
const playing = ref(false)

function play() {
  stop()
  if (at.value >= frames.value.length - 1) at.value = 0
  playing.value = true
  timer = window.setInterval(() => {
    if (at.value >= frames.value.length - 1) stop()
    else at.value++
  }, 260)
}
function stop() {
  window.clearInterval(timer)
  playing.value = false
}
watch(
  () => frames.value.length,
  (n) => n && (at.value = Math.min(at.value, n - 1)),
  { immediate: true },
)
onBeforeUnmount(stop)
</script>

<template>
  <div class="fold">
    <DrawingView v-if="now" :drawing="now.drawing" class="picture" />
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
        v-model.number="at"
        type="range"
        min="0"
        :max="frames.length - 1"
        aria-label="How far it is folded"
        :aria-valuetext="now.text"
        data-testid="fold-slider"
        @input="stop"
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
</style>
