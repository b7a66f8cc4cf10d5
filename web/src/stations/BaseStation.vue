<script setup lang="ts">
import { computed, ref } from 'vue'
import ChoiceRow from '@/components/ChoiceRow.vue'
import CutList from '@/components/CutList.vue'
import DrawingView from '@/components/DrawingView.vue'
import ExportButton from '@/components/ExportButton.vue'
import LengthField from '@/components/LengthField.vue'
import SheetPicker from '@/components/SheetPicker.vue'
import StationLayout from '@/components/StationLayout.vue'
import { useCatalog } from '@/job/catalog'
import { useStation } from '@/job/station'

const { jobs, job, plan, unit, answers, lit, type, pick } = useStation('base')
const catalog = useCatalog()
const view = ref<'base' | 'sheet'>('base')
const folds = computed(() => catalog.value?.folds.map((f) => ({ id: f.id, name: f.name })) ?? [])
const views = [
  { id: 'base' as const, name: 'Flat piece' },
  { id: 'sheet' as const, name: 'In the sheet' },
]
</script>

<template>
  <StationLayout :title="view === 'base' ? 'The flat piece: cut and fold' : `Out of ${plan.base.sheet.name}`">
    <template #tools>
      <ChoiceRow label="Drawing" :options="views" :value="view" @pick="view = $event" />
      <ExportButton part="base" />
    </template>
    <template #drawing>
      <DrawingView
        :drawing="view === 'base' ? plan.drawings.base : plan.drawings.sheet"
        :lit="lit"
        @point="lit = $event"
      />
    </template>
    <template #say>
      <ChoiceRow
        label="Fold"
        :options="folds"
        :value="plan.base.fold"
        @pick="pick({ card: { fold: $event } })"
      >
        <template #option="{ option }">
          <svg viewBox="0 0 60 34" width="46" height="26" aria-hidden="true" class="fold">
            <template v-if="option.id === 'book'">
              <path d="M8 4h22v26H8zM30 4l20 4v26l-20-4" />
              <path d="M30 4v26" class="crease" />
            </template>
            <template v-else-if="option.id === 'tent'">
              <path d="M14 6h32v24H14zM14 6l5-4h32l-5 4" />
              <path d="M14 6h32" class="crease" />
            </template>
            <path v-else d="M16 4h28v26H16z" />
          </svg>
          <br />{{ option.name }}
        </template>
      </ChoiceRow>
      <div class="pair">
        <LengthField
          label="Thickness, all on"
          field="card.thickness"
          :value="job.card?.thickness"
          placeholder="flat"
          @change="type('card.thickness', $event)"
        />
        <SheetPicker
          label="Cut from"
          field="sheet"
          :value="job.sheet"
          :assumed="plan.base.sheet.id"
          :catalog="catalog"
          :unit="unit"
          :error="jobs.errors.sheet"
          @pick="pick({ sheet: $event })"
        />
      </div>
    </template>
    <template #list>
      <CutList :answers="answers" :lit="lit" @point="lit = $event" />
      <p class="grain">{{ plan.base.grain }}</p>
      <p class="grain">
        Trimmer and knife: guard down, fingers behind the guide, blade capped when it rests.
      </p>
    </template>
  </StationLayout>
</template>

<style scoped>
.pair {
  display: grid;
  align-items: start;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.fold path {
  fill: none;
  stroke: currentcolor;
  stroke-width: 2;
}
.fold .crease {
  stroke-dasharray: 4 3;
}
.grain {
  font-size: 13.5px;
  color: var(--muted);
  padding-top: 8px;
}
</style>
