<script setup lang="ts">
import { mdiArrowLeft, mdiArrowRight, mdiMinus, mdiPlus } from '@mdi/js'
import { computed } from 'vue'
import type { Step } from '@/api/client'

/** What a step is answered with: on, back, a piece more or less, one spoiled, one measured. */
const props = defineProps<{ step?: Step; next?: Step; count: number; first: boolean }>()
defineEmits<{ forward: []; back: []; count: [by: number]; spoil: []; measure: [] }>()
const follows = computed(() =>
  props.next ? `${props.next.text}${props.next.figure ? ` ${props.next.figure.text}` : ''}` : 'the end',
)
</script>

<template>
  <footer class="bar" data-keep>
    <button class="key" :disabled="first" data-testid="bench-back" @click="$emit('back')">
      <v-icon :icon="mdiArrowLeft" /> Back
    </button>
    <div v-if="step" class="counts">
      <button
        class="key"
        aria-label="One less"
        :disabled="!count"
        data-testid="bench-less"
        @click="$emit('count', -1)"
      >
        <v-icon :icon="mdiMinus" />
      </button>
      <span class="count" data-testid="bench-count"
        ><b>{{ count }}</b> of {{ step.pieces }}</span
      >
      <button
        class="key"
        aria-label="One more"
        :disabled="count >= step.pieces"
        data-testid="bench-more"
        @click="$emit('count', 1)"
      >
        <v-icon :icon="mdiPlus" />
      </button>
    </div>
    <button class="key side" data-testid="bench-spoil" @click="$emit('spoil')">Spoiled one</button>
    <button class="key side" data-testid="bench-measure" @click="$emit('measure')">Measured</button>
    <p class="next">then {{ follows }}</p>
    <button class="key on" data-testid="bench-next" @click="$emit('forward')">
      Next <v-icon :icon="mdiArrowRight" />
    </button>
  </footer>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 10px 14px;
  background: var(--sheet);
  border-top: 1px solid var(--rule);
}
.key {
  font: inherit;
  font-size: 17px;
  font-weight: 600;
  min-height: 56px;
  min-width: 56px;
  padding: 0 14px;
  border: 1.5px solid var(--ink);
  border-radius: 5px;
  color: var(--ink);
  background: var(--sheet);
  cursor: pointer;
}
.key:disabled {
  opacity: 0.45;
  cursor: default;
}
.key:focus-visible {
  outline: 3px solid var(--parcel-deep);
  outline-offset: 2px;
}
.on {
  background: var(--parcel);
  color: var(--on-parcel);
  border-color: var(--on-parcel);
  min-width: 120px;
}
.counts {
  display: flex;
  align-items: center;
  gap: 10px;
}
.count {
  font-size: 19px;
  min-width: 92px;
  text-align: center;
}
.count b {
  font-size: 30px;
  color: var(--ink);
}
.next {
  flex: 1;
  text-align: right;
  color: var(--muted);
  font-size: 16px;
  line-height: 1.2;
}
@media (max-width: 900px) {
  .bar {
    display: grid;
    grid-template-columns: auto 1fr auto;
    grid-template-areas: 'less counts more' 'spoil next measure' 'back back on';
    gap: 6px 8px;
    padding: 6px 10px;
  }
  .counts {
    grid-column: 1 / -1;
    grid-row: 1;
    justify-content: space-between;
  }
  .key {
    font-size: 15px;
    min-height: 48px;
    padding: 0 10px;
  }
  .side {
    grid-row: 2;
  }
  .side + .side {
    grid-column: 3;
  }
  .next {
    grid-row: 2;
    grid-column: 2;
    text-align: center;
    font-size: 13px;
  }
  .bar > .key:first-child {
    grid-row: 3;
    grid-column: 1;
  }
  .on {
    grid-row: 3;
    grid-column: 2 / -1;
  }
}
/* A phone on its side: one low row. */
@media (max-height: 480px) {
  .bar {
    display: flex;
    padding: 4px 8px;
    gap: 6px;
  }
  .key {
    min-height: 44px;
    min-width: 44px;
    font-size: 14px;
    padding: 0 8px;
  }
  .count {
    min-width: 66px;
    font-size: 14px;
  }
  .count b {
    font-size: 20px;
  }
  .next {
    font-size: 12px;
  }
}
</style>
