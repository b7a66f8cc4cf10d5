<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, ask, type Reading } from '@/api/client'
import TypedField from './TypedField.vue'
import { useTyped } from './typed'

/** A length as people type it. The arrow keys move it by one ruler mark; the other system shows beneath. */
const props = defineProps<{
  label: string
  field: string
  value?: string
  hint?: string
  placeholder?: string
}>()
const emit = defineEmits<{ change: [text: string] }>()
/** The most marks the server moves by at once. */
const MOST = 100

const reading = ref<Reading>()
let asked = 0
/** Presses of the arrow keys that are not in the text yet. */
let marks = 0

const { form, text, type } = useTyped(
  () => props.value,
  (next) => {
    forget()
    emit('change', next)
  },
)
function forget() {
  asked++
  marks = 0
}
const ofServer = (typed: string, by: number) =>
  ask(
    api.GET('/api/v1/length', {
      params: { query: { text: typed, unit: form.unit, ruler: form.ruler, marks: by } },
    }),
  )

watch(() => form.replaced, forget, { flush: 'sync' })
watch([text, () => form.unit], () => void read(), { immediate: true })

async function read() {
  const mine = ++asked
  const typed = text.value.trim()
  const told = typed ? (await ofServer(typed, 0)).data : undefined
  if (mine === asked) reading.value = told
}

/** However often it is pressed before the answer is there, every press counts, and only the last answer does. */
async function nudge(by: number) {
  marks = Math.max(-MOST, Math.min(MOST, marks + by))
  const mine = ++asked
  const { data } = await ofServer(text.value.trim() || '0', marks)
  if (mine !== asked || !data || data.wrong) return
  reading.value = data
  type(data.typed)
}

const beneath = computed(() => {
  const alt = reading.value && !reading.value.wrong ? `= ${reading.value.alt}` : ''
  return [alt, props.hint].filter(Boolean).join(', ')
})
</script>

<template>
  <TypedField
    v-bind="props"
    :hint="beneath"
    :text="text"
    @type="type"
    @keydown.up.prevent="nudge(1)"
    @keydown.down.prevent="nudge(-1)"
  />
</template>
