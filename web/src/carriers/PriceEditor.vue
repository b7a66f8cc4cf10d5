<script setup lang="ts">
import { ref } from 'vue'
import type { CarrierEntry } from '@/api/client'

/** New prices of a class, from a day on. */
const props = defineProps<{ of: CarrierEntry['classes'][number]; wrong: string }>()
const emit = defineEmits<{ keep: [effective: string, prices: string[]]; leave: [] }>()
const day = ref(props.of.dated)
const prices = ref(props.of.prices.map((p) => p.price ?? ''))
const after = (text: string) => text.split(' ').slice(1).join(' ')
</script>

<template>
  <form class="editor" @submit.prevent="emit('keep', day.trim(), prices)">
    <label class="row"
      ><span>From the day</span
      ><input v-model="day" placeholder="2026-07-12" data-testid="price-day" aria-label="From the day"
    /></label>
    <label v-for="(p, i) in of.prices" :key="i" class="row">
      <span>{{ p.name }}</span>
      <input
        v-model="prices[i]"
        inputmode="decimal"
        :aria-label="`Price ${p.name} ${after(p.text)}`"
        :data-testid="`price-${i}`"
      />
      <small>{{ after(p.text) }}</small>
    </label>
    <p v-if="wrong" class="wrong" role="alert" data-testid="price-wrong">{{ wrong }}</p>
    <div class="tools">
      <v-btn type="submit" variant="flat" size="small" class="main" data-testid="keep-prices"
        >Keep them</v-btn
      >
      <v-btn variant="outlined" size="small" @click="emit('leave')">Leave them</v-btn>
    </div>
  </form>
</template>

<style scoped>
.editor {
  display: grid;
  gap: 4px;
  padding-top: 8px;
  margin-top: 8px;
  border-top: 1px solid var(--rule);
  font-size: 14px;
}
.row {
  display: grid;
  grid-template-columns: 90px 84px 1fr;
  gap: 8px;
  align-items: center;
  color: var(--muted);
}
input {
  font: inherit;
  font-weight: 600;
  width: 100%;
  padding: 2px 6px;
  color: var(--text);
  background: var(--ground);
  border: 1px solid var(--rule);
  border-radius: 3px;
  font-variant-numeric: tabular-nums;
}
.row:first-child input {
  width: 116px;
}
.wrong {
  color: var(--stop);
  font-weight: 600;
}
.tools {
  display: flex;
  gap: 8px;
  padding-top: 4px;
}
.main {
  background: var(--parcel);
  color: var(--on-parcel);
  font-weight: 600;
}
</style>
