<script setup lang="ts">
import { mdiAlertOctagon, mdiCheckBold } from '@mdi/js'
import type { Blank } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'

/** Every check of the folded blank; pointing at one rings its place on the drawing. */
defineProps<{ proof: Blank['proof'] }>()
const emit = defineEmits<{ point: [place?: number[]] }>()
</script>

<template>
  <section>
    <h2 class="small-caps">Proof by folding, as cut on the ruler</h2>
    <ul class="proof">
      <li
        v-for="c in proof.checks"
        :key="c.code"
        :class="{ bad: !c.ok }"
        tabindex="0"
        :data-testid="`check-${c.code}`"
        @pointerenter="emit('point', c.at)"
        @pointerleave="emit('point')"
        @focus="emit('point', c.at)"
        @blur="emit('point')"
      >
        <v-icon
          :icon="c.ok ? mdiCheckBold : mdiAlertOctagon"
          size="14"
          :aria-label="c.ok ? 'passes' : 'fails'"
        />
        <FigureText prose :text="c.text" />
      </li>
      <li class="plain">
        <FigureText
          prose
          :text="`${proof.layers} sheets at the thickest place, ${proof.thickest.text} with the card`"
        />
      </li>
    </ul>
    <p v-if="proof.trials" class="trials" data-testid="trials">
      <FigureText prose :text="proof.trials.text" />.
    </p>
  </section>
</template>

<style scoped>
section {
  margin-top: 14px;
}
.proof {
  list-style: none;
  padding: 0;
  font-size: 13.5px;
}
li {
  display: flex;
  gap: 8px;
  align-items: center;
  color: var(--good);
  line-height: 1.5;
}
li :deep(.figure) {
  color: var(--text);
}
li.bad,
li.bad :deep(.figure) {
  color: var(--stop);
  font-weight: 600;
}
.plain {
  padding-left: 22px;
}
.trials {
  padding-top: 8px;
  font-size: 14px;
  color: var(--muted);
}
</style>
