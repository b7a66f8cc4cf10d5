<script setup lang="ts">
import type { Plan } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'

/** What the stamps on hand make of the postage. */
defineProps<{ plan: Plan }>()
</script>

<template>
  <section v-if="plan.postage" class="stamps" data-testid="stamps">
    <h2 class="small-caps">
      Stamps for {{ plan.quantity }}: <FigureText prose :text="plan.postage.total" />
    </h2>
    <p v-for="s in plan.postage.sets" :key="s.text">
      <strong>{{ s.pieces }}</strong> with <FigureText prose :text="s.text" /><span
        v-if="s.over"
        class="quiet"
        >, <FigureText prose :text="s.over" /> over</span
      >
    </p>
    <p v-if="plan.postage.buy">Buy <FigureText prose :text="plan.postage.buy" />.</p>
    <p class="quiet">
      Stamps on hand are kept on the <router-link :to="{ name: 'shelf' }">shelf</router-link>.
    </p>
  </section>
</template>

<style scoped>
.stamps {
  padding: 4px 0 12px;
  font-size: 14.5px;
  line-height: 1.5;
}
.quiet {
  color: var(--muted);
  font-size: 13px;
}
a {
  color: inherit;
}
</style>
