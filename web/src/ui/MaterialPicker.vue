<script setup lang="ts">
import { computed } from 'vue'
import { useCatalog } from '@/api/catalog'
import { useForm } from './form'

/** A material of the kinds that make sense here; none is what is taken without a word. */
const props = defineProps<{ label: string; field: string; kinds: string[]; value?: string; none?: string }>()
const emit = defineEmits<{ pick: [id: string | undefined] }>()
const catalog = useCatalog()
const form = useForm()

const items = computed(() => [
  ...(props.none ? [{ title: props.none, value: '' }] : []),
  ...(catalog.value?.materials ?? [])
    .filter((m) => props.kinds.includes(m.kind) && m.name.toLowerCase() !== props.none)
    .map((m) => ({ title: m.name, value: m.id })),
])
</script>

<template>
  <v-select
    :label="label"
    :items="items"
    :model-value="value ?? ''"
    :error-messages="form.errors[field] ? [form.errors[field]] : []"
    :list-props="{ density: 'compact' }"
    :menu-props="{ maxHeight: 420 }"
    :data-testid="field"
    @update:model-value="emit('pick', $event || undefined)"
  />
</template>
