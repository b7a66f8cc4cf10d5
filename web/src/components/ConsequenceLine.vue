<script setup lang="ts">
import { mdiArrowRight } from '@mdi/js'
import type { Fix, Plan } from '@/api/client'
import FigureText from './FigureText.vue'
import StateMark from './StateMark.vue'

/** The one thing this job needs to know now, with its way out as a button. */
defineProps<{ plan: Plan; here: string }>()
defineEmits<{ fix: [fix: Fix]; go: [station: string] }>()
const words: { [state: string]: string } = { good: 'Good', look: 'Look', stop: 'Stop' }
</script>

<template>
  <footer class="line no-print" :class="plan.consequence.state" role="status" data-testid="consequence">
    <StateMark :state="plan.consequence.state" :word="words[plan.consequence.state]" />
    <p><FigureText prose :text="plan.consequence.text" /></p>
    <v-btn
      v-if="plan.consequence.fix"
      variant="flat"
      class="way"
      data-testid="way-out"
      @click="$emit('fix', plan.consequence.fix)"
    >
      <FigureText prose :text="plan.consequence.fix.label" />
    </v-btn>
    <v-btn
      v-if="plan.consequence.station !== here && plan.consequence.state !== 'good'"
      :append-icon="mdiArrowRight"
      @click="$emit('go', plan.consequence.station)"
      >See it</v-btn
    >
  </footer>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  gap: 14px;
  min-height: 50px;
  padding: 6px 20px;
  background: var(--sheet);
  border-top: 3px solid var(--good);
}
.line.look {
  border-color: var(--look);
}
.line.stop {
  border-color: var(--stop);
}
p {
  flex: 1;
  font-size: 16px;
  line-height: 1.3;
}
.way {
  background: var(--parcel);
  color: var(--on-parcel);
  font-weight: 600;
  height: auto;
  min-height: 36px;
  max-width: 50%;
}
.way :deep(.v-btn__content) {
  white-space: normal;
  text-align: left;
  padding: 4px 0;
}
</style>
