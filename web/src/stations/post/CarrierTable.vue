<script setup lang="ts">
import type { Post } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'
import StateMark from '@/ui/StateMark.vue'

/** Every carrier of the job in a row: what it takes the piece as, and for how much. */
defineProps<{ posts: Post[]; chosen: string }>()
defineEmits<{ pick: [carrier: string] }>()
const states: { [verdict: string]: string } = { pass: 'good', refused: 'stop' }
</script>

<template>
  <table class="carriers" data-testid="carrier-table">
    <thead>
      <tr>
        <th>Carrier</th>
        <th>Goes as</th>
        <th>Says</th>
        <th class="number">Price</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="p in posts"
        :key="p.carrier"
        :class="{ on: p.carrier === chosen }"
        :data-testid="`carrier-${p.carrier}`"
        @click="$emit('pick', p.carrier)"
      >
        <td>
          <button class="plain-button name" :aria-pressed="p.carrier === chosen">{{ p.name }}</button><small
            v-if="p.own"
          >
            your copy</small
          >
        </td>
        <td>{{ p.class_name || 'nothing' }}</td>
        <td><StateMark :state="states[p.verdict] ?? 'look'" :word="p.word" /></td>
        <td class="number"><FigureText prose :text="p.price_text" /><small v-if="p.unsure"> check</small></td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.carriers {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
}
th {
  text-align: left;
  font-size: 12px;
  color: var(--muted);
}
td {
  padding: 3px 8px 3px 0;
  border-bottom: 1px solid var(--rule);
}
tr {
  cursor: pointer;
}
tbody tr:hover {
  background: color-mix(in srgb, var(--parcel) 12%, transparent);
}
tr.on td {
  background: color-mix(in srgb, var(--parcel) 30%, transparent);
}
.name {
  font-weight: 600;
}
.number {
  text-align: right;
}
small {
  color: var(--look);
}
</style>
