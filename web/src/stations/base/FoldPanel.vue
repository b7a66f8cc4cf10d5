<script setup lang="ts">
import { computed } from 'vue'
import { useCatalog } from '@/api/catalog'
import { useStation } from '@/stations/station'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import FoldPicture from './FoldPicture.vue'
import LengthField from '@/ui/LengthField.vue'
import TextField from '@/ui/TextField.vue'

/** The fold and what it leaves to choose, and the paper it is folded from. */
const { jobs, job, plan, unit, type, pick } = useStation('base')
const catalog = useCatalog()
const folds = computed(() => catalog.value?.folds ?? [])
const options = computed(() => folds.value.find((f) => f.id === plan.value.base.fold)?.options ?? [])
const has = (option: string) => options.value.includes(option)
const hinges = [
  { id: 'side' as const, name: 'Opens sideways' },
  { id: 'top' as const, name: 'Opens upwards' },
]
const widths = computed(() => (job.value.card?.panel_widths ?? []).join(', '))

function fold(id: string) {
  const own = folds.value.find((f) => f.id === id)?.options.includes('panel_widths')
  const panels =
    own && !job.value.card?.panel_widths
      ? { panel_widths: [plan.value.card.width.text, plan.value.card.width.text] }
      : {}
  pick({ card: { fold: id, ...panels } })
}
const setWidths = (text: string) =>
  jobs.change({ card: { panel_widths: text.split(/[,;]/).map((t) => t.trim()) } }, 'card.panel_widths')
const panels = (text: string) => {
  const n = Number.parseInt(text, 10)
  jobs.change({ card: { panels: Number.isNaN(n) ? null : n } }, 'card.panels')
}
const widthsError = computed(
  () => Object.entries(jobs.errors).find(([field]) => field.startsWith('card.panel_widths'))?.[1],
)
</script>

<template>
  <ChoiceRow label="Fold" wrap :options="folds" :value="plan.base.fold" @pick="fold">
    <template #option="{ option }"
      ><FoldPicture :outlines="option.picture" /><br />{{ option.name }}</template
    >
  </ChoiceRow>
  <ChoiceRow
    v-if="has('hinge')"
    label="Opens"
    :options="hinges"
    :value="job.card?.hinge === 'top' ? 'top' : 'side'"
    @pick="pick({ card: { hinge: $event === 'top' ? 'top' : null } })"
  />
  <div class="pair">
    <LengthField
      v-if="has('door')"
      label="First door"
      field="card.door"
      :value="job.card?.door"
      placeholder="half the card"
      @change="type('card.door', $event)"
    />
    <LengthField
      v-if="has('short')"
      label="Inner panel shorter by"
      field="card.short"
      :value="job.card?.short"
      :placeholder="unit === 'mm' ? '1.5 mm' : '1/16 in'"
      @change="type('card.short', $event)"
    />
    <TextField
      v-if="has('panels')"
      label="Panels"
      field="card.panels"
      :value="job.card?.panels?.toString()"
      placeholder="4"
      @change="panels"
    />
    <TextField
      v-if="has('panel_widths')"
      label="Panel widths, from the left"
      field="card.panel_widths"
      :value="widths"
      :error="widthsError"
      placeholder="5 in, 4 in, 2 in"
      @change="setWidths"
    />
    <LengthField
      label="Thickness, all on"
      field="card.thickness"
      :value="job.card?.thickness"
      placeholder="flat"
      @change="type('card.thickness', $event)"
    />
    <TextField
      label="Weight of the stock"
      field="card.stock"
      :value="job.card?.stock"
      :placeholder="unit === 'mm' ? '250 g' : '80 lb cover'"
      :hint="plan.base.paper"
      @change="type('card.stock', $event)"
    />
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  align-items: start;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
</style>
