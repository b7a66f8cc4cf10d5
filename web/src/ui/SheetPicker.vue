<script setup lang="ts">
import { computed } from 'vue'
import type { Catalog, Job } from '@/api/client'

/** A sheet size, the job's own unit first. */
const props = defineProps<{
  label: string
  field: string
  value?: Job['sheet']
  assumed?: string
  catalog?: Catalog
  unit: string
  error?: string
}>()
defineEmits<{ pick: [id: string] }>()

const items = computed(() => {
  const all = props.catalog?.sheets ?? []
  const own = all.filter((s) => s.unit === props.unit)
  const rest = all.filter((s) => s.unit !== props.unit)
  return [...own, ...rest].map((s) => ({ title: s.name, value: s.id, props: { subtitle: s.size } }))
})
const measured = computed(() =>
  typeof props.value === 'object' ? `${props.value.width} × ${props.value.height}` : undefined,
)
</script>

<template>
  <v-select
    :label="label"
    :items="items"
    :model-value="typeof value === 'string' ? value : (measured ?? assumed)"
    :hint="measured ?? items.find((i) => i.value === (value ?? assumed))?.props.subtitle"
    persistent-hint
    :error-messages="error ? [error] : []"
    :data-testid="field"
    @update:model-value="$emit('pick', $event)"
  />
</template>
