<script setup lang="ts">
import { ref, watch } from 'vue'
import { useJob } from '@/job/job'

/** A text of the job, with what is wrong with it beneath. */
const props = defineProps<{
  label: string
  field: string
  value?: string
  hint?: string
  placeholder?: string
  error?: string
}>()
const emit = defineEmits<{ change: [text: string] }>()
const jobs = useJob()
const text = ref(props.value ?? '')

// What is being typed stays as typed; it is only taken anew when the document is replaced.
watch(
  () => jobs.replaced,
  () => (text.value = props.value ?? ''),
)
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
    :error-messages="(error ?? jobs.errors[field]) ? [error ?? jobs.errors[field]!] : []"
    :hint="hint"
    :persistent-hint="!!hint"
    autocomplete="off"
    spellcheck="false"
    :data-testid="field"
    @update:model-value="type(String($event ?? ''))"
  />
</template>
