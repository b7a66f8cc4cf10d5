<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue'
import type { Plan } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'
import StateMark from '@/ui/StateMark.vue'

/** The job as a tape measure: one stretch a station, with its key figure and state. */
const props = defineProps<{
  stations: { key: string; name: string }[]
  now: string
  plan?: Plan
  /** Why the figures are of what was typed before; empty while they are not. */
  held: string
  faults: { station?: { key: string } }[]
}>()
defineEmits<{ go: [key: string] }>()
const row = useTemplateRef('row')
/** On a phone the tape is longer than the screen: the stretch one is at comes into sight. */
watch(
  () => props.now,
  async () => {
    await nextTick()
    const at = row.value?.querySelector<HTMLElement>('[aria-current=step]')
    row.value?.scrollTo({ left: (at?.offsetLeft ?? 0) - 40 })
  },
  { immediate: true },
)
const told = computed(() => new Map(props.plan?.stations.map((s) => [s.key, s])))
const wrong = computed(() => new Set(props.faults.map((f) => f.station?.key)))
const mark = (key: string) => {
  if (wrong.value.has(key)) return { state: 'stop', word: 'put right' }
  if (props.held) return { state: 'wait', word: 'waiting' }
  return told.value.get(key)
}
</script>

<template>
  <nav ref="row" class="tape" aria-label="Stations">
    <button
      v-for="(s, i) in stations"
      :key="s.key"
      class="stretch"
      :class="{ now: s.key === now }"
      :disabled="!plan && s.key !== 'start'"
      :aria-current="s.key === now ? 'step' : undefined"
      :data-testid="`tape-${s.key}`"
      @click="$emit('go', s.key)"
    >
      <span class="mark">{{ i + 1 }}</span>
      <span class="name">{{ s.name }}</span>
      <span class="row">
        <FigureText class="big" :class="{ old: held }" :text="told.get(s.key)?.figure ?? '–'" />
      </span>
      <StateMark v-if="mark(s.key)" :state="mark(s.key)!.state" :word="mark(s.key)!.word" />
    </button>
  </nav>
</template>

<style scoped>
.tape {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(0, 1fr));
  grid-auto-flow: column;
  background: var(--tape);
  color: #22303f;
  position: relative;
  box-shadow: 0 2px 0 var(--parcel-deep);
}
/* Ruler marks along the lower edge: long at the stations, short between. */
.tape::after {
  content: '';
  position: absolute;
  inset: auto 0 0 0;
  height: 9px;
  pointer-events: none;
  background:
    repeating-linear-gradient(90deg, #22303fb0 0 1px, transparent 1px 10%) 0 0 / 20% 9px repeat-x,
    repeating-linear-gradient(90deg, #22303f80 0 1px, transparent 1px 2.5%) 0 4px / 20% 5px repeat-x;
}
.stretch {
  all: unset;
  box-sizing: border-box;
  display: grid;
  grid-template-columns: auto 1fr;
  column-gap: 8px;
  align-items: baseline;
  padding: 7px 14px 13px;
  border-left: 1.5px solid #22303f;
  cursor: pointer;
  min-width: 0;
}
.stretch:first-child {
  border-left: 0;
}
.stretch:disabled {
  cursor: default;
  opacity: 0.55;
}
.stretch:focus-visible {
  outline: 2px solid #22303f;
  outline-offset: -4px;
}
.now {
  background: var(--tape-now);
  box-shadow: inset 0 -4px 0 #22303f;
}
.mark {
  font-size: 13px;
  font-weight: 700;
}
.name {
  font-size: 13px;
  font-weight: 600;
}
.row {
  grid-column: 1 / -1;
  overflow: hidden;
}
.big {
  font-size: 21px;
  font-weight: 700;
  line-height: 1.25;
}
.stretch :deep(.unit) {
  opacity: 1;
}
.old {
  opacity: 0.5;
}
.stretch :deep(.state) {
  grid-column: 1 / -1;
  color: #22303f;
}
.stretch :deep(.state.stop) {
  color: #8e1d0c;
}
@media (max-width: 900px) {
  .big {
    font-size: 16px;
  }
  .stretch {
    padding: 6px 8px 13px;
  }
}
@media (max-width: 700px) {
  .tape {
    display: flex;
    overflow-x: auto;
    scroll-snap-type: x proximity;
    position: sticky;
    top: 0;
    z-index: 4;
    scrollbar-width: none;
  }
  .tape::after {
    display: none;
  }
  .stretch {
    flex: 0 0 38%;
    min-width: 118px;
    scroll-snap-align: start;
    padding: 6px 10px 8px;
  }
}
</style>
