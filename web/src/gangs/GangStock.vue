<script setup lang="ts">
import type { GangPlan, Stock } from '@/api/client'
import { useShelf } from '@/shelf/shelf'

/** The one stack of paper all jobs are cut from: what is there, and how much of it goes. */
const props = defineProps<{ stock: GangPlan['stock']; errors: { [field: string]: string } }>()
const emit = defineEmits<{ change: [stock: Stock[]] }>()
const { freeSheets } = useShelf()

function count(at: number, text: string) {
  const n = Number.parseInt(text, 10)
  emit(
    'change',
    props.stock.map((s, i) => (i === at ? { ...s.spec, count: Number.isNaN(n) ? 0 : n } : s.spec)),
  )
}
async function fromShelf() {
  emit('change', await freeSheets())
}
</script>

<template>
  <ul class="stock">
    <li v-for="(s, i) in stock" :key="i">
      <span class="swatch" :style="{ background: s.colour || 'var(--card-paper)' }"></span>
      <span>
        <strong>{{ s.name }}</strong>
        <small>{{ [s.paper, s.spec.price].filter(Boolean).join(', ') || 'any paper' }}</small>
        <small v-if="errors[`stock[${i}].count`]" class="wrong">{{ errors[`stock[${i}].count`] }}</small>
      </span>
      <small class="used" :data-testid="`gang-used-${i}`">{{ s.used }} of</small>
      <input
        type="number"
        min="0"
        :value="s.on_hand"
        :aria-label="`How many ${s.name} ${s.paper ?? ''}`"
        :data-testid="`gang-stock-${i}`"
        @input="count(i, ($event.target as HTMLInputElement).value)"
      />
    </li>
  </ul>
  <p v-if="!stock.length" class="none">No sheets are counted: as many are taken as it takes.</p>
  <v-btn size="small" variant="outlined" data-testid="gang-shelf" @click="fromShelf">From the shelf</v-btn>
</template>

<style scoped>
.stock {
  list-style: none;
  padding: 0;
  margin-bottom: 8px;
}
li {
  display: grid;
  grid-template-columns: 18px 1fr auto 72px;
  gap: 8px;
  align-items: center;
  min-height: 40px;
  border-bottom: 1px solid var(--rule);
}
.swatch {
  width: 18px;
  height: 18px;
  border: 1px solid var(--ink-soft);
  border-radius: 3px;
}
small {
  display: block;
  font-size: 13px;
  line-height: 1.25;
  color: var(--muted);
}
.used {
  font-variant-numeric: tabular-nums;
}
.wrong {
  color: var(--stop);
}
input {
  width: 72px;
  padding: 5px 8px;
  font: inherit;
  text-align: right;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 4px;
  color: var(--text);
}
.none {
  font-size: 14px;
  color: var(--muted);
  padding-bottom: 6px;
}
</style>
