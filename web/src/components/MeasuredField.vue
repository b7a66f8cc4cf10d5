<script setup lang="ts">
import { mdiScaleBalance, mdiTapeMeasure } from '@mdi/js'
import { ref, watch } from 'vue'
import { useInstrument, type InstrumentId } from '@/job/instrument'
import { useJob } from '@/job/job'

/** A figure that is typed, or read off an instrument: its readings run in the field until it comes to rest. */
const props = defineProps<{
  label: string
  field: string
  instrument: InstrumentId
  value?: string
  placeholder?: string
  hint?: string
}>()
const emit = defineEmits<{ change: [text: string] }>()
const jobs = useJob()
const { live, failed, read, cancel } = useInstrument()
const text = ref(props.value ?? '')
const icons = { scale: mdiScaleBalance, caliper: mdiTapeMeasure }

watch(
  () => [props.value, jobs.replaced] as const,
  ([value]) => {
    if ((value ?? '') !== text.value) text.value = value ?? ''
  },
)
function type(next: string) {
  cancel()
  text.value = next
  emit('change', next)
}
const take = () => read(props.instrument, jobs.job?.unit ?? 'in', type)
</script>

<template>
  <v-text-field
    :label="label"
    :model-value="live ?? text"
    :placeholder="placeholder"
    :persistent-placeholder="!!placeholder"
    :error-messages="failed ? [failed] : jobs.errors[field] ? [jobs.errors[field]] : []"
    :hint="live === undefined ? hint : 'settling'"
    persistent-hint
    autocomplete="off"
    spellcheck="false"
    :class="{ live: live !== undefined }"
    :data-testid="field"
    @update:model-value="type(String($event ?? ''))"
  >
    <template #append-inner>
      <v-btn
        :icon="icons[instrument]"
        size="x-small"
        :aria-label="`Read the ${instrument}`"
        :title="`Read the ${instrument}`"
        :data-testid="`read-${instrument}`"
        @click="take"
      />
    </template>
  </v-text-field>
</template>

<style scoped>
.live :deep(input) {
  font-style: italic;
  color: var(--look);
}
</style>
