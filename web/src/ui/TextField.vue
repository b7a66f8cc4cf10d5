<script setup lang="ts">
import TypedField from './TypedField.vue'
import { useTyped } from './typed'

/** A text as it is typed. */
const props = defineProps<{
  label: string
  field: string
  value?: string
  hint?: string
  placeholder?: string
  error?: string
}>()
const emit = defineEmits<{ change: [text: string] }>()
const { text, type } = useTyped(
  () => props.value,
  (next) => emit('change', next),
)
</script>

<template>
  <TypedField v-bind="props" :text="text" @type="type" />
</template>
