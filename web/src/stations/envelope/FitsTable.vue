<script setup lang="ts">
import type { Plan } from '@/api/client'
import type { Patch } from '@/job/merge'
import FigureText from '@/ui/FigureText.vue'
import StateMark from '@/ui/StateMark.vue'

/** The bought envelopes, best fit first; a click puts one on the table. */
defineProps<{ fits: Plan['fits'] }>()
defineEmits<{ pick: [patch: Patch] }>()
const fitState = (v: string) => (v === 'good' ? 'good' : v === 'no' ? 'stop' : 'look')
</script>

<template>
  <table class="fits">
    <thead>
      <tr>
        <th>Envelope</th>
        <th>Room each way</th>
        <th>Fit</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="f in fits" :key="f.format">
        <td>
          <button class="plain-button name" @click="$emit('pick', f.patch)">{{ f.name }}</button>
          <small><FigureText :text="`${f.width.text} × ${f.height.text}`" /></small>
        </td>
        <td><FigureText :text="`${f.clearance.width.text} × ${f.clearance.height.text}`" /></td>
        <td><StateMark :state="fitState(f.verdict)" :word="f.verdict" /></td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped src="./table.css"></style>
<style scoped>
td {
  padding-right: 4px;
  vertical-align: middle;
}
.name {
  font-weight: 600;
  text-decoration: underline;
  text-underline-offset: 3px;
}
small {
  display: block;
  color: var(--muted);
  font-size: 13px;
}
</style>
