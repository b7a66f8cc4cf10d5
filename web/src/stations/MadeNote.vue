<script setup lang="ts">
import { useStation } from './station'

/** Whether the card is on the table already, and one click to say otherwise. */
const { plan, pick } = useStation('start')
</script>

<template>
  <p v-if="plan.card.made" class="made" data-testid="made">
    The card is made: nothing of it is cut.
    <v-btn size="small" variant="outlined" data-testid="still-to-make" @click="pick({ card: { made: null } })"
      >I still have to make it</v-btn
    >
  </p>
  <p v-else-if="plan.card.from === 'given'" class="made">
    <v-btn size="small" variant="text" data-testid="made-already" @click="pick({ card: { made: true } })"
      >It is made already</v-btn
    >
  </p>
</template>

<style scoped>
.made {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
  font-size: 14px;
  color: var(--muted);
}
</style>
