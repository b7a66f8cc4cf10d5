<script setup lang="ts">
import { computed } from 'vue'
import type { Blank, Catalog, Job } from '@/api/client'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import FormatPicker from '@/ui/FormatPicker.vue'
import LengthField from '@/ui/LengthField.vue'
import SizePair from '@/ui/SizePair.vue'

/** The options of the chosen way of making it, the style named in the job with the first that is set. */
const props = defineProps<{ blank: Blank; job: Job; catalog?: Catalog; unit: string; error?: string }>()
const emit = defineEmits<{ set: [patch: { [field: string]: unknown }, key: string] }>()

const style = computed(() => props.catalog?.styles.find((s) => s.id === props.blank.style))
const given = computed(() => (props.job.blank ?? {}) as { [name: string]: unknown })
const text = (name: string) => (typeof given.value[name] === 'string' ? given.value[name] : undefined)
const size = (name: string) =>
  typeof given.value[name] === 'object'
    ? (given.value[name] as { width?: string; height?: string })
    : undefined

function set(name: string, value: unknown, key = '') {
  const { style: id, variant } = props.blank
  emit('set', { blank: { style: id, variant, [name]: value || null } }, key)
}
function setSize(name: string, side: 'width' | 'height', value: string) {
  const next = { width: '', height: '', ...size(name), [side]: value }
  set(name, next.width || next.height ? next : null, `blank.${name}.${side}`)
}
</script>

<template>
  <details v-if="style?.options.length" class="options">
    <summary data-testid="style-options">More for {{ style.name.toLowerCase() }}</summary>
    <div class="fields">
      <template v-for="o in style.options" :key="o.name">
        <div v-if="o.kind === 'words'" class="wide">
          <span class="label">{{ o.label }}</span>
          <ChoiceRow :label="o.label" :options="o.words" :value="text(o.name)" @pick="set(o.name, $event)" />
        </div>
        <LengthField
          v-else-if="o.kind === 'length'"
          :label="o.label"
          :field="`blank.${o.name}`"
          :value="text(o.name)"
          placeholder="usual"
          @change="set(o.name, $event, `blank.${o.name}`)"
        />
        <SizePair
          v-else-if="o.kind === 'size'"
          class="wide"
          :name="o.label"
          :field="`blank.${o.name}`"
          :size="size(o.name)"
          @change="(side, value) => setSize(o.name, side, value)"
        />
        <FormatPicker
          v-else
          class="wide"
          :catalog="catalog"
          :value="text(o.name)"
          :unit="unit"
          :error="error"
          @pick="set(o.name, $event)"
        />
      </template>
    </div>
  </details>
</template>

<style scoped>
.options {
  font-size: 14px;
}
summary {
  cursor: pointer;
  font-weight: 600;
  color: var(--ink);
  padding: 2px 0;
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 10px;
  align-items: start;
  padding-top: 8px;
}
.wide {
  grid-column: 1 / -1;
}
.label {
  font-size: 12.5px;
  color: var(--muted);
}
</style>
