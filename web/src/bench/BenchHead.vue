<script setup lang="ts">
import { mdiClose, mdiFilePdfBox, mdiVolumeHigh, mdiVolumeOff } from '@mdi/js'
import { computed } from 'vue'
import type { Making } from '@/api/client'
import { takeSheet } from './files'

/** How far the phase is, how long hands still need, and what there is to spare. */
const props = defineProps<{
  making: Making
  away: boolean
  unsent: number
  sleeps: boolean
  /** Whether steps are read aloud; undefined where the browser has no voice. */
  aloud?: boolean
}>()
defineEmits<{ voice: [] }>()
const phase = computed(() => props.making.steps[props.making.at]?.phase ?? 'rest')
const steps = computed(() => props.making.steps.filter((s) => s.phase === phase.value))
const done = computed(() => steps.value.filter((s) => props.making.done.includes(s.id)).length)
const spoiled = computed(() => props.making.spoils.reduce((n, s) => n + s.count, 0))
</script>

<template>
  <header>
    <div class="head">
      <v-btn :icon="mdiClose" size="small" aria-label="Leave the bench" :to="{ name: 'jobs' }" />
      <strong class="title">{{ making.title }}</strong>
      <span class="left" data-testid="bench-left"
        >{{ done }} of {{ steps.length
        }}<template v-if="making.left.text"> · {{ making.left.text }} left</template></span
      >
      <span v-if="spoiled" data-testid="bench-spoiled">{{ spoiled }} spoiled</span>
      <span v-if="away || unsent > 3" class="away" role="status" data-testid="bench-away">
        The server does not answer: go on, {{ unsent }} to be sent.
      </span>
      <span v-else-if="sleeps" class="sleeps">The screen may go to sleep.</span>
      <span class="space"></span>
      <v-btn
        :icon="mdiFilePdfBox"
        size="small"
        aria-label="Bench sheet on paper"
        data-testid="bench-sheet"
        @click="takeSheet(making)"
      />
      <v-btn
        v-if="aloud !== undefined"
        :icon="aloud ? mdiVolumeHigh : mdiVolumeOff"
        size="small"
        :aria-pressed="aloud"
        aria-label="Read aloud"
        data-testid="bench-voice"
        @click="$emit('voice')"
      />
    </div>
    <p v-if="making.since?.length" class="since" data-testid="bench-since">{{ making.since.join(' ') }}</p>
    <div
      class="run"
      role="progressbar"
      :aria-label="phase === 'first' ? 'The first one' : 'The rest'"
      aria-valuemin="0"
      :aria-valuemax="steps.length"
      :aria-valuenow="done"
    >
      <span :style="{ width: `${(100 * done) / Math.max(steps.length, 1)}%` }"></span>
    </div>
  </header>
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: 2px 14px;
  padding: 4px 12px;
  background: var(--sheet);
  font-size: 15px;
}
.title {
  max-width: 38vw;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.left {
  color: var(--muted);
}
.space {
  flex: 1;
}
.away {
  color: var(--stop);
  font-weight: 700;
}
.sleeps {
  color: var(--muted);
  font-size: 13px;
}
.since {
  padding: 2px 16px 4px;
  background: var(--sheet);
  color: var(--muted);
  font-size: 14px;
}
.run {
  height: 9px;
  background: repeating-linear-gradient(90deg, #22303f70 0 1px, transparent 1px 2.5%), var(--rule);
}
.run span {
  display: block;
  height: 100%;
  background: var(--parcel);
  border-right: 3px solid #22303f;
}
</style>
