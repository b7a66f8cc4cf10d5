<script setup lang="ts">
import { mdiClose, mdiPlus } from '@mdi/js'
import { computed } from 'vue'
import CutList from '@/components/CutList.vue'
import DrawingView from '@/components/DrawingView.vue'
import ExportButton from '@/components/ExportButton.vue'
import LengthField from '@/components/LengthField.vue'
import StationLayout from '@/components/StationLayout.vue'
import { useStation } from '@/job/station'

const { jobs, job, plan, answers, lit, pick } = useStation('layers')

/** The layers as the job gives them; where it says nothing, the plan's two. */
const layers = computed<{ name: string; border: string }[]>(() => {
  if (!job.value.layers) return plan.value.layers.map((l) => ({ name: l.name, border: l.border.text }))
  return job.value.layers.map((l, i) =>
    typeof l === 'string'
      ? { name: `Layer ${i + 1}`, border: l }
      : { name: l.name || `Layer ${i + 1}`, border: l.border },
  )
})

function border(at: number, text: string) {
  jobs.change(
    { layers: layers.value.map((l, i) => (i === at ? { ...l, border: text } : l)) },
    `layers[${at}].border`,
  )
}
function rename(at: number, name: string) {
  jobs.change({ layers: layers.value.map((l, i) => (i === at ? { ...l, name } : l)) }, `layers[${at}].name`)
}
function add() {
  const last = layers.value.at(-1)
  pick({
    layers: [
      ...layers.value,
      {
        name: `Layer ${layers.value.length + 1}`,
        border: last?.border ?? (job.value.unit === 'mm' ? '3 mm' : '1/8 in'),
      },
    ],
  })
}
const remove = (at: number) => pick({ layers: layers.value.filter((_, i) => i !== at) })
</script>

<template>
  <StationLayout title="The stack, in true proportion">
    <template #tools><ExportButton v-if="plan.layers.length" part="layers" /></template>
    <template #drawing
      ><DrawingView :drawing="plan.drawings.layers" :lit="lit" @point="lit = $event"
    /></template>
    <template #say>
      <p v-if="!layers.length" class="empty">
        A plain card. Add a layer: each is smaller than the one below by its border, twice.
      </p>
      <div v-for="(l, i) in layers" :key="i" class="layer">
        <v-text-field
          :label="`Layer ${i + 1}`"
          :model-value="l.name"
          maxlength="60"
          @update:model-value="rename(i, String($event))"
        />
        <LengthField
          label="Border, each side"
          :field="`layers[${i}].border`"
          :value="l.border"
          @change="border(i, $event)"
        />
        <v-btn :icon="mdiClose" size="small" :aria-label="`Take ${l.name} away`" @click="remove(i)" />
      </div>
      <v-btn
        :prepend-icon="mdiPlus"
        variant="outlined"
        :disabled="layers.length >= 12"
        data-testid="add-layer"
        @click="add"
        >Add a layer on top</v-btn
      >
    </template>
    <template #list
      ><CutList v-if="answers.length" :answers="answers" :lit="lit" @point="lit = $event"
    /></template>
  </StationLayout>
</template>

<style scoped>
.layer {
  display: grid;
  grid-template-columns: 1fr 140px 40px;
  gap: 8px;
  align-items: start;
}
.empty {
  color: var(--muted);
  font-size: 14px;
}
</style>
