<script setup lang="ts">
import type { CutPlan } from '@/api/client'
import { useLongSearch, type Sought } from './cuts'

/** How good the plan is and how it was looked for; a better one is looked for while the page rests, or when asked. */
const props = defineProps<{ cuts: CutPlan; sought: Sought }>()
const { percent, found, look, cancel, stopped } = useLongSearch(props.sought, () => props.cuts)
</script>

<template>
  <p class="note" data-testid="bound">
    {{ cuts.bound }}
    <span data-testid="searched">{{ cuts.searched?.text }}</span>
    <template v-if="cuts.longer">
      <template v-if="percent !== undefined">
        <span role="status">Looking for a plan with fewer sheets.</span>
        <v-progress-linear :model-value="percent" color="secondary" aria-label="How far the search is" />
        <v-btn size="small" @click="cancel">Stop looking</v-btn>
      </template>
      <v-btn v-else-if="stopped || !cuts.refine" size="small" variant="outlined" @click="look"
        >Look longer</v-btn
      >
    </template>
    {{ found }}
  </p>
</template>

<style scoped>
.note {
  font-size: 13.5px;
  color: var(--muted);
  padding-top: 8px;
}
</style>
