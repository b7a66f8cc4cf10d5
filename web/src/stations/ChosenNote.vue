<script setup lang="ts">
import { computed } from 'vue'
import FigureText from '@/ui/FigureText.vue'
import { useStation } from './station'

/** What the card is posted in before anything else, and why. */
const { plan, pick } = useStation('post')
const chosen = computed(() => plan.value.chosen)
const take = computed(() => plan.value.post.find((p) => p.piece === chosen.value?.piece)?.patch)
</script>

<template>
  <section v-if="chosen" class="chosen" data-testid="chosen">
    <h2 class="small-caps">Posted in: {{ chosen.name }}</h2>
    <p>
      Chosen because:
      <FigureText prose :text="chosen.reasons.join(' ')" />
    </p>
    <v-btn v-if="take" size="small" variant="outlined" data-testid="take-chosen" @click="pick(take)"
      >It is on the table</v-btn
    >
  </section>
</template>

<style scoped>
.chosen {
  border-left: 3px solid var(--parcel);
  padding: 2px 0 4px 12px;
  margin-bottom: 12px;
  font-size: 14px;
  line-height: 1.45;
}
p {
  padding: 2px 0 4px;
}
</style>
