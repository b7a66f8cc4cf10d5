<script setup lang="ts">
import FigureText from '@/ui/FigureText.vue'

/** A size one could make, with what is to be said of it; a click makes it so. */
defineProps<{ text: string; notes: string[]; on?: boolean }>()
defineEmits<{ pick: [] }>()
</script>

<template>
  <button class="plain-button size-row" :class="{ on }" :aria-pressed="!!on" @click="$emit('pick')">
    <FigureText :text="text" />
    <span class="notes"
      ><span v-for="n in notes" :key="n"><FigureText prose :text="n" /></span
    ></span>
  </button>
</template>

<style scoped>
.size-row {
  display: grid;
  grid-template-columns: 1fr 1.6fr;
  width: 100%;
  gap: 8px;
  padding: 5px 4px;
  align-items: baseline;
  border-bottom: 1px solid var(--rule);
  font-size: 14px;
  text-align: left;
}
.notes {
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
}
.size-row > :deep(.figure:first-child) {
  font-weight: 700;
  font-size: 16px;
  color: var(--ink);
}
.size-row:hover,
.size-row.on {
  background: color-mix(in srgb, var(--parcel) 26%, transparent);
}
</style>
