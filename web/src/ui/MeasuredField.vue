<script setup lang="ts">
import { mdiScaleBalance, mdiTapeMeasure } from '@mdi/js'
import { usePreferences } from '@/settings/preferences'
import TypedField from './TypedField.vue'
import { useInstrument, type InstrumentId } from './instrument'
import { useTyped } from './typed'

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
const { live, failed, read, cancel } = useInstrument()
const { instruments } = usePreferences()
const icons = { scale: mdiScaleBalance, caliper: mdiTapeMeasure }
const { form, text, type } = useTyped(
  () => props.value,
  (next) => {
    cancel()
    emit('change', next)
  },
)
const take = () => read(props.instrument, form.unit, type)
</script>

<template>
  <TypedField
    :label="label"
    :field="field"
    :placeholder="placeholder"
    :text="live ?? text"
    :error="failed || undefined"
    :hint="live === undefined ? hint : 'settling'"
    :class="{ live: live !== undefined }"
    @type="type"
  >
    <template v-if="instruments" #inner>
      <v-btn
        :icon="icons[instrument]"
        size="x-small"
        :aria-label="`Read the ${instrument}`"
        :title="`Read the ${instrument}`"
        :data-testid="`read-${instrument}`"
        @click="take"
      />
    </template>
  </TypedField>
</template>

<style scoped>
.live :deep(input) {
  font-style: italic;
  color: var(--look);
}
</style>
