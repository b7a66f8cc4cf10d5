<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { computed, ref } from 'vue'
import { api, ask, type Job } from '@/api/client'
import { worked } from '@/app/notice'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import CutList from '@/stations/CutList.vue'
import DrawingView from '@/drawing/DrawingView.vue'
import ExportButton from '@/stations/ExportButton.vue'
import FigureText from '@/ui/FigureText.vue'
import LayerRow, { type LayerFields } from './LayerRow.vue'
import MadeNote from '@/stations/MadeNote.vue'
import LengthField from '@/ui/LengthField.vue'
import StationLayout from '@/stations/StationLayout.vue'
import { useStation } from '@/stations/station'

const { jobs, job, plan, unit, usual, answers, lit, type, pick } = useStation('layers')
const view = ref<'stack' | 'ladder'>('stack')
const views = [
  { id: 'stack' as const, name: 'The stack' },
  { id: 'ladder' as const, name: 'Ladder' },
]
const step = computed(() => usual.value.border ?? '')

/** The layers as the job gives them; where it says nothing, the plan's two. */
const layers = computed<LayerFields[]>(() => {
  if (!job.value.layers) return plan.value.layers.map((l) => ({ name: l.name, border: l.border.text }))
  return job.value.layers.map((l, i) =>
    typeof l === 'string'
      ? { name: `Layer ${i + 1}`, border: l }
      : { ...l, name: l.name || `Layer ${i + 1}`, border: l.border },
  )
})
const set = (next: LayerFields[], key = '') => jobs.change({ layers: next as Job['layers'] }, key)

function change(at: number, patch: Partial<LayerFields>, field: string) {
  set(
    layers.value.map((l, i) => (i === at ? { ...l, ...patch } : l)),
    `layers[${at}].${field}`,
  )
}
const add = () =>
  set([
    ...layers.value,
    { name: `Layer ${layers.value.length + 1}`, border: layers.value.at(-1)?.border ?? step.value },
  ])
const remove = (at: number) => set(layers.value.filter((_, i) => i !== at))

/** A skipped step widens the border by one usual step; the server does the sum. */
async function skip(at: number) {
  const own = layers.value[at]?.border ?? step.value
  const marks = plan.value.skip_marks
  const query = { text: own, unit: unit.value, ruler: job.value.ruler, marks }
  const reply = await ask(api.GET('/api/v1/length', { params: { query } }))
  const data = reply.data
  if (worked('The step is not skipped.', reply) && data && !data.wrong)
    pick({
      layers: layers.value.map((l, i) => (i === at ? { ...l, border: data.typed } : l)) as Job['layers'],
    })
}

const stamp = computed(() => (typeof job.value.stamp === 'object' ? job.value.stamp : undefined))
function needs(side: 'width' | 'height', text: string) {
  const next = { width: '', height: '', ...stamp.value, [side]: text }
  jobs.change({ stamp: next.width || next.height ? next : null }, `stamp.${side}`)
}
</script>

<template>
  <StationLayout
    station="layers"
    :title="view === 'stack' ? 'The stack, in true proportion' : 'A ladder of samples'"
  >
    <template #tools>
      <ChoiceRow label="Drawing" :options="views" :value="view" @pick="view = $event" />
      <v-btn
        size="small"
        variant="outlined"
        class="no-print"
        data-testid="turn"
        @click="pick({ card: { turn: job.card?.turn ? null : true } })"
        >Turn the card</v-btn
      >
      <ExportButton v-if="view === 'ladder'" part="ladder" />
      <ExportButton v-else-if="plan.layers.length || plan.inside" part="layers" />
    </template>
    <template #drawing
      ><DrawingView
        :drawing="view === 'stack' ? plan.drawings.layers : plan.drawings.ladder"
        :lit="lit"
        @point="lit = $event"
    /></template>
    <template #say>
      <MadeNote v-if="plan.card.made" />
      <p v-if="!layers.length" class="empty">
        A plain card. Add a layer: each is smaller than the one below by its border, twice.
      </p>
      <LayerRow
        v-for="(l, i) in layers"
        :key="i"
        :at="i"
        :layer="l"
        @change="(patch, field) => change(i, patch, field)"
        @remove="remove(i)"
        @skip="skip(i)"
      />
      <v-btn
        :prepend-icon="mdiPlus"
        variant="outlined"
        :disabled="layers.length >= 12"
        data-testid="add-layer"
        @click="add"
        >Add a layer on top</v-btn
      >
      <div class="trio">
        <LengthField
          label="Inside border"
          hint="of a panel"
          field="inside"
          :value="job.inside"
          placeholder="no panel"
          @change="type('inside', $event)"
        />
        <LengthField
          label="Rubber stamp"
          hint="how wide"
          field="stamp.width"
          :value="stamp?.width"
          placeholder="none"
          @change="needs('width', $event)"
        />
        <LengthField
          label="by"
          hint="how high"
          field="stamp.height"
          :value="stamp?.height"
          placeholder="none"
          @change="needs('height', $event)"
        />
      </div>
    </template>
    <template #list>
      <CutList v-if="answers.length" :answers="answers" :lit="lit" @point="lit = $event" />
      <p v-if="plan.stamping" class="stamping" :class="{ short: !plan.stamping.ok }" data-testid="stamping">
        {{ plan.stamping.ok ? '✓' : '✕' }} <FigureText prose :text="plan.stamping.text" />.
      </p>
      <template v-if="view === 'ladder'">
        <h2 class="small-caps rungs">Samples</h2>
        <ol class="ladder">
          <li v-for="r in plan.ladder" :key="r.label">
            <FigureText prose :text="`${r.width.text} × ${r.height.text}`" />
          </li>
        </ol>
      </template>
    </template>
  </StationLayout>
</template>

<style scoped>
.empty {
  color: var(--muted);
  font-size: 14px;
}
.trio {
  display: grid;
  grid-template-columns: 1.1fr 1.2fr 1fr;
  gap: 8px;
  align-items: start;
}
.stamping {
  padding-top: 8px;
  font-size: 14.5px;
  color: var(--good);
}
.short {
  color: var(--stop);
}
.rungs {
  padding-top: 10px;
}
.ladder {
  columns: 2;
  font-size: 14px;
  margin: 0;
  padding-left: 24px;
}
</style>
