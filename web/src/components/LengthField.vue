<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, type Reading } from '@/api/client'
import { useJob } from '@/job/job'

/** A length as people type it. The arrow keys move it by one ruler mark; the other system shows beneath. */
const props = defineProps<{
  label: string
  value?: string
  field: string
  hint?: string
  placeholder?: string
  optional?: boolean
}>()
const emit = defineEmits<{ change: [text: string] }>()

const jobs = useJob()
const text = ref(props.value ?? '')
const reading = ref<Reading>()
let asked = 0

watch(
  () => [props.value, jobs.replaced] as const,
  ([value]) => {
    if ((value ?? '') !== text.value) text.value = value ?? ''
  },
)
watch([text, () => jobs.job?.unit], () => void read(0), { immediate: true })

async function read(marks: number) {
  const unit = jobs.job?.unit === 'mm' ? 'mm' : 'in'
  if (!text.value.trim() && !marks) {
    reading.value = undefined
    return
  }
  const mine = ++asked
  const typed = text.value.trim() || '0'
  try {
    const { data } = await api.GET('/api/v1/length', {
      params: { query: { text: typed, unit, ruler: jobs.job?.ruler, marks } },
    })
    if (mine !== asked) return
    reading.value = data
    if (data && marks) type(data.typed)
  } catch {
    reading.value = undefined
  }
}

function type(next: string) {
  text.value = next
  emit('change', next)
}
</script>

<template>
  <v-text-field
    :label="label"
    :model-value="text"
    :placeholder="placeholder"
    :persistent-placeholder="!!placeholder"
    :error-messages="jobs.errors[field] ? [jobs.errors[field]] : []"
    :hint="reading ? `= ${reading.alt}${hint ? ', ' + hint : ''}` : hint"
    persistent-hint
    autocomplete="off"
    inputmode="text"
    spellcheck="false"
    :data-testid="field"
    @update:model-value="type(String($event ?? ''))"
    @keydown.up.prevent="read(1)"
    @keydown.down.prevent="read(-1)"
  />
</template>
