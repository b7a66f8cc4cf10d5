<script setup lang="ts">
import { nextTick, onMounted, useTemplateRef, watch } from 'vue'
import { useForm } from './form'

/** A field with a text in it, what is wrong with it beneath, and the way to it from elsewhere. */
const props = defineProps<{
  label: string
  field: string
  text: string
  hint?: string
  placeholder?: string
  error?: string
}>()
const emit = defineEmits<{ type: [text: string] }>()
const form = useForm()
const box = useTemplateRef<{ focus: () => void }>('box')

async function seek() {
  if (!form.sought || (props.field !== form.sought && !props.field.startsWith(`${form.sought}.`))) return
  form.sought = ''
  await nextTick()
  box.value?.focus()
}
onMounted(seek)
watch(() => form.sought, seek)
</script>

<template>
  <v-text-field
    ref="box"
    :label="label"
    :model-value="text"
    :placeholder="placeholder"
    :persistent-placeholder="!!placeholder"
    :error-messages="(error ?? form.errors[field]) ? [error ?? form.errors[field]!] : []"
    :hint="hint"
    :persistent-hint="!!hint"
    autocomplete="off"
    spellcheck="false"
    :data-testid="field"
    @update:model-value="emit('type', String($event ?? ''))"
  >
    <template v-if="$slots.inner" #append-inner><slot name="inner" /></template>
  </v-text-field>
</template>
