<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import type { GangPlan } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'

/** The jobs that are cut together, each with the number that marks its pieces and its share of the paper. */
defineProps<{ jobs: GangPlan['jobs']; ids: (string | undefined)[] }>()
defineEmits<{ remove: [at: number] }>()
</script>

<template>
  <ul class="jobs" data-testid="gang-jobs">
    <li v-for="(j, i) in jobs" :key="j.number">
      <span class="number">{{ j.number }}</span>
      <span class="what">
        <router-link v-if="ids[i]" :to="{ name: 'job', params: { id: ids[i] } }">{{ j.title }}</router-link>
        <strong v-else>{{ j.title }}</strong>
        <small
          >{{ j.quantity }}<template v-if="j.spare"> and {{ j.spare }} to spare</template>,
          <FigureText prose :text="j.card" /></small
      ></span>
      <span class="cost"
        ><template v-if="j.cost"
          ><strong>{{ j.cost }}</strong
          ><small>{{ j.each }} a card</small></template
        ><small v-else-if="j.share">{{ j.share }} of the paper</small></span
      >
      <v-btn
        :icon="mdiClose"
        size="x-small"
        :disabled="jobs.length < 2"
        :aria-label="`Take ${j.title} out`"
        @click="$emit('remove', i)"
      />
    </li>
  </ul>
</template>

<style scoped>
.jobs {
  list-style: none;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 28px 1fr auto 30px;
  gap: 10px;
  align-items: center;
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
}
.number {
  display: grid;
  place-content: center;
  width: 26px;
  height: 26px;
  border-radius: 50%;
  background: var(--parcel);
  color: var(--on-parcel);
  font-weight: 700;
}
a {
  font-weight: 600;
  color: var(--ink);
}
small {
  display: block;
  font-size: 13px;
  color: var(--muted);
}
.cost {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
</style>
