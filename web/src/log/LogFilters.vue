<script setup lang="ts">
import type { LogBody } from '@/api/client'

/** Narrows the logbook to how cards fitted and what became of them. */
defineProps<{ words: LogBody; narrowed: boolean }>()
defineEmits<{ all: [] }>()
const fit = defineModel<string>('fit', { required: true })
const outcome = defineModel<string>('outcome', { required: true })
</script>

<template>
  <p class="filters">
    <label
      >Fitted
      <select v-model="fit" data-testid="log-by-fit">
        <option value="">anyhow</option>
        <option v-for="f in words.fits" :key="f" :value="f">{{ f }}</option>
      </select></label
    >
    <label
      >What happened
      <select v-model="outcome" data-testid="log-by-outcome">
        <option value="">anything</option>
        <option v-for="o in words.outcomes" :key="o" :value="o">{{ o }}</option>
      </select></label
    >
    <v-btn v-if="narrowed" size="small" variant="outlined" data-testid="log-all" @click="$emit('all')"
      >Show all</v-btn
    >
  </p>
</template>

<style scoped>
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: center;
}
.filters select {
  color: var(--text);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 6px 8px;
  min-height: 36px;
  font-weight: 600;
}
</style>
