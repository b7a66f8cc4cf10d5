<script setup lang="ts">
import type { Folding } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'

/** How many of a hundred blanks close and take the card, the further cuts and scores stray. */
defineProps<{ trials: Folding['trials'] }>()
const share = (t: Folding['trials'][number]) => (100 * t.ok) / t.runs
</script>

<template>
  <table class="plot" data-testid="trials-plot">
    <caption>
      Cuts and scores off by up to
    </caption>
    <tbody>
      <tr v-for="t in trials" :key="t.error.text">
        <th scope="row"><FigureText :text="t.error.text" /></th>
        <td class="track"><span class="bar" :style="{ width: `${share(t)}%` }"></span></td>
        <td class="count">{{ t.ok }} of {{ t.runs }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.plot {
  width: 100%;
  border-collapse: collapse;
  font-size: 13px;
  font-variant-numeric: tabular-nums;
  margin-top: 8px;
}
caption {
  text-align: left;
  color: var(--muted);
}
th {
  text-align: right;
  font-weight: 600;
  padding-right: 8px;
  width: 76px;
  white-space: nowrap;
}
.track {
  border-left: 1.5px solid var(--ink);
}
.bar {
  display: block;
  height: 11px;
  background: var(--ink);
  min-width: 1px;
}
.count {
  width: 84px;
  text-align: right;
  color: var(--muted);
}
</style>
