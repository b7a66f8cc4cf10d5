<script setup lang="ts">
import type { Catalog, Stock } from '@/api/client'
import SheetPicker from '@/ui/SheetPicker.vue'
import TextField from '@/ui/TextField.vue'

/** What else is known of sheets on hand. */
defineProps<{ at: number; of: Stock; catalog?: Catalog; unit: string }>()
defineEmits<{ change: [patch: Partial<Stock>, key?: string] }>()
const grains = [
  { title: 'not known', value: '' },
  { title: 'long', value: 'long' },
  { title: 'short', value: 'short' },
]
</script>

<template>
  <div class="more">
    <SheetPicker
      label="Size"
      :field="`stock[${at}].sheet`"
      :value="of.sheet"
      :catalog="catalog"
      :unit="unit"
      @pick="$emit('change', { sheet: $event, item: undefined })"
    />
    <TextField
      label="Paper"
      :field="`stock[${at}].paper`"
      :value="of.paper"
      placeholder="any"
      @change="$emit('change', { paper: $event || undefined }, `stock[${at}].paper`)"
    />
    <v-select
      label="Grain"
      :items="grains"
      :model-value="of.grain ?? ''"
      @update:model-value="$emit('change', { grain: $event || undefined })"
    />
    <TextField
      label="Price of one"
      :field="`stock[${at}].price`"
      :value="of.price"
      placeholder="0.35"
      @change="$emit('change', { price: $event || undefined }, `stock[${at}].price`)"
    />
    <TextField
      label="Paper weight"
      :field="`stock[${at}].weight`"
      :value="of.weight"
      placeholder="216 g"
      @change="$emit('change', { weight: $event || undefined }, `stock[${at}].weight`)"
    />
    <TextField
      label="Caliper"
      :field="`stock[${at}].caliper`"
      :value="of.caliper"
      placeholder="0.3 mm"
      @change="$emit('change', { caliper: $event || undefined }, `stock[${at}].caliper`)"
    />
  </div>
</template>

<style scoped>
.more {
  display: grid;
  align-items: start;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  padding: 6px 0 10px;
}
</style>
