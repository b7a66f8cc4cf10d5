<script setup lang="ts">
import { computed } from 'vue'
import type { Catalog } from '@/api/client'
import FigureText from './FigureText.vue'

/** Envelope formats as silhouettes to one scale, found by name or by size. */
const props = defineProps<{ catalog?: Catalog; value?: string; unit: string; error?: string }>()
defineEmits<{ pick: [id: string] }>()

type Format = Catalog['formats'][number]

const size = (f: Format) => (props.unit === 'mm' ? f.metric : f.inches)
const items = computed(() =>
  (props.catalog?.formats ?? []).map((f) => ({
    title: `${f.name}  ${size(f)}`,
    value: f.id,
    props: { format: f },
  })),
)
const formatOf = (id: string) => props.catalog?.formats.find((f) => f.id === id)

/** People type 5 1/4 x 7 1/4 or 133x184 as well as a name. */
function finds(_: string, query: string, item?: { value: string }) {
  const f = item && formatOf(item.value)
  if (!f) return false
  const words = `${f.name} ${f.family} ${f.inches} ${f.metric}`
    .toLowerCase()
    .replace(/×/g, 'x')
    .replace(/\s+/g, '')
  return query
    .toLowerCase()
    .split(/\s+x\s+|\s*×\s*|,/)
    .every((w) => words.includes(w.replace(/\s+/g, '')))
}
</script>

<template>
  <v-autocomplete
    label="Envelope, by name or size"
    :items="items"
    :model-value="value ?? null"
    :custom-filter="finds"
    :error-messages="error ? [error] : []"
    :menu-props="{ maxHeight: 420 }"
    auto-select-first
    no-data-text="No format of that name or size; measure it instead"
    data-testid="format"
    @update:model-value="(id: string | null) => id && $emit('pick', id)"
  >
    <template #item="{ props: row, item }">
      <v-list-item v-bind="row" :title="undefined" density="compact">
        <div v-if="formatOf(item.value)" class="row">
          <svg viewBox="0 0 354 354" width="42" height="42" aria-hidden="true">
            <rect
              x="4"
              :y="350 - formatOf(item.value)!.height"
              :width="formatOf(item.value)!.width"
              :height="formatOf(item.value)!.height"
            />
          </svg>
          <span class="name"
            >{{ formatOf(item.value)!.name }}<small>{{ formatOf(item.value)!.family }}</small></span
          >
          <FigureText :text="size(formatOf(item.value)!)" />
        </div>
      </v-list-item>
    </template>
  </v-autocomplete>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 46px 1fr auto;
  align-items: center;
  gap: 8px;
}
rect {
  fill: var(--kraft);
  stroke: var(--ink);
  stroke-width: 7;
}
.name {
  font-weight: 600;
}
small {
  display: block;
  font-weight: 400;
  color: var(--muted);
}
</style>
