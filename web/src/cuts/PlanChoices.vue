<script setup lang="ts">
import type { CutPlan, Drawing } from '@/api/client'
import DrawingView from '@/drawing/DrawingView.vue'
import { rove } from '@/ui/roving'

/** The cut plans worth choosing between, and which one is cut. */
defineProps<{
  choices: CutPlan['choices']
  why?: string
  drawing?: Drawing
  lit: string
}>()
defineEmits<{ pick: [aim: string | null]; point: [key: string] }>()
</script>

<template>
  <section class="plans" aria-labelledby="plans-head">
    <h2 id="plans-head" class="small-caps">Plans to choose from</h2>
    <div v-if="drawing" class="plot">
      <DrawingView :drawing="drawing" :lit="lit" @point="$emit('point', $event)" />
    </div>
    <div role="radiogroup" aria-labelledby="plans-head" @keydown="rove($event)">
      <button
        v-for="(c, i) in choices"
        :key="c.name"
        type="button"
        role="radio"
        class="plain-button way"
        :class="{ on: c.chosen, lit: lit === `choice${i}` }"
        :aria-checked="c.chosen"
        :tabindex="c.chosen ? 0 : -1"
        :data-testid="`plan-${c.aims[0] ?? 'usual'}`"
        @click="$emit('pick', c.usual ? null : (c.aims[0] ?? null))"
        @pointerenter="$emit('point', `choice${i}`)"
        @pointerleave="$emit('point', '')"
      >
        <strong>{{ c.name }}</strong>
        <span class="cost">{{ c.cost }}</span>
        <span class="text">{{ c.text }}</span>
      </button>
    </div>
    <p class="why" data-testid="plan-why">{{ why }}</p>
  </section>
</template>

<style scoped>
.plans {
  padding: 10px 0 4px;
}
.plot {
  height: 150px;
  margin: 2px 0 6px;
}
.way {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 10px;
  width: 100%;
  padding: 7px 10px;
  text-align: left;
  border: 1px solid var(--rule);
  border-left: 5px solid transparent;
}
.way + .way {
  border-top: 0;
}
.way.on {
  border-left-color: var(--parcel);
  background: color-mix(in srgb, var(--parcel) 12%, var(--sheet));
}
.way.lit {
  outline: 2px solid var(--parcel-deep);
  outline-offset: -2px;
}
.cost {
  font-weight: 600;
  font-variant-numeric: tabular-nums;
}
.text {
  grid-column: 1 / -1;
  font-size: 14px;
  color: var(--muted);
}
.why {
  padding-top: 6px;
  font-size: 13.5px;
  color: var(--muted);
}
</style>
