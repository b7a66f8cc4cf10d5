<script setup lang="ts">
import FigureText from '@/ui/FigureText.vue'
import LengthField from '@/ui/LengthField.vue'
import { useStation } from '@/stations/station'
import MadeNote from '@/stations/MadeNote.vue'
import OutlinePanel from './OutlinePanel.vue'
import type { Door } from './doors'

/** What else is known of the card: how thick it is, what pokes out, its outline. */
defineProps<{ door?: Door }>()
const { job, plan, unit, usual, type, pick } = useStation('start')
const sides = ['top', 'right', 'bottom', 'left'] as const
</script>

<template>
  <MadeNote v-if="door === 'card'" />
  <div class="pair">
    <LengthField
      label="Card’s thickness"
      field="card.thickness"
      :value="job.card?.thickness"
      placeholder="flat"
      hint="all on, at its thickest"
      @change="type('card.thickness', $event)"
    />
    <LengthField
      v-if="door === 'format' || door === 'measured'"
      label="Card’s ease"
      field="card.ease"
      :value="job.card?.ease"
      :placeholder="usual.ease"
      hint="room beyond the thickness"
      @change="type('card.ease', $event)"
    />
  </div>
  <details v-if="door === 'card'" :open="!!job.card?.overhang" class="overhang">
    <summary data-testid="overhang">Something pokes out past its edges</summary>
    <div class="four">
      <LengthField
        v-for="s in sides"
        :key="s"
        :label="s"
        :field="`card.overhang.${s}`"
        :value="job.card?.overhang?.[s]"
        placeholder="0"
        @change="type(`card.overhang.${s}`, $event)"
      />
    </div>
  </details>
  <OutlinePanel
    v-if="door === 'card'"
    :unit="unit"
    @use="(width, height) => pick({ card: { width, height } })"
  />
  <p v-if="plan.card.customary" class="customary">
    <FigureText prose :text="plan.card.customary.text" />.
    <v-btn size="small" variant="outlined" @click="pick(plan.card.customary.patch)">Use it</v-btn>
  </p>
</template>

<style scoped>
.pair {
  display: grid;
  align-items: start;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.overhang summary {
  cursor: pointer;
  font-size: 14px;
  font-weight: 600;
  color: var(--ink);
  min-height: 24px;
}
.four {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(84px, 1fr));
  gap: 8px;
  padding-top: 8px;
  align-items: start;
}
.customary {
  display: flex;
  align-items: center;
  gap: 8px;
  font-size: 14px;
}
</style>
