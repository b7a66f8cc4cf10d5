<script setup lang="ts">
import { computed, ref } from 'vue'
import BatchView from '@/cuts/BatchView.vue'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import CutList from '@/stations/CutList.vue'
import DrawingView from '@/drawing/DrawingView.vue'
import LongSearch from '@/cuts/LongSearch.vue'
import MadeNote from '@/stations/MadeNote.vue'
import ExportButton from '@/stations/ExportButton.vue'
import FigureText from '@/ui/FigureText.vue'
import FoldPanel from './FoldPanel.vue'
import PlanChoices from '@/cuts/PlanChoices.vue'
import ShelfUse from '@/cuts/ShelfUse.vue'
import SizesWorth from './SizesWorth.vue'
import StationLayout from '@/stations/StationLayout.vue'
import StockPanel from './StockPanel.vue'
import { lookForCuts } from '@/api/events'
import type { Sought } from '@/cuts/cuts'
import { cautions } from '@/paper/cautions'
import { useStation } from '@/stations/station'

const { jobs, plan, answers, lit, pick } = useStation('base')
const batch = computed(() => plan.value.answers.filter((a) => a.station === 'cuts'))
const cuts = computed(() => plan.value.cut_plan)
const chosen = ref<'base' | 'batch'>('base')
/** Of a card that is made there is no batch to cut. */
const view = computed({
  get: () => (plan.value.card.made ? 'base' : chosen.value),
  set: (v: 'base' | 'batch') => (chosen.value = v),
})
const at = ref(0)
const sought: Sought = {
  of: () => jobs.job,
  look: (signal, each) => lookForCuts('/api/v1/cuts', jobs.job ?? {}, signal, each),
  found: () => jobs.replan(),
}
const views = [
  { id: 'base' as const, name: 'Flat piece' },
  { id: 'batch' as const, name: 'The batch' },
]
</script>

<template>
  <StationLayout
    station="base"
    :title="
      view === 'base'
        ? plan.card.made
          ? 'The flat piece, unfolded'
          : 'The flat piece: cut and fold'
        : `${plan.quantity + (cuts?.spare ?? 0)} cards out of sheets`
    "
  >
    <template #tools>
      <ChoiceRow
        v-if="!plan.card.made"
        label="Drawing"
        :options="views"
        :value="view"
        @pick="view = $event"
      />
      <ExportButton v-if="view === 'base'" part="base" />
      <ExportButton v-else part="cuts" />
    </template>
    <template #drawing>
      <DrawingView v-if="view === 'base'" :drawing="plan.drawings.base" :lit="lit" @point="lit = $event" />
      <BatchView
        v-else
        :cuts="cuts"
        :drawings="plan.drawings.sheets"
        :at="at"
        :lit="lit"
        @pick="at = $event"
        @point="lit = $event"
      />
    </template>
    <template #say>
      <MadeNote v-if="plan.card.made" />
      <FoldPanel v-if="view === 'base'" />
      <StockPanel v-else />
    </template>
    <template #list>
      <template v-if="view === 'base'">
        <CutList :answers="answers" :lit="lit" @point="lit = $event" />
        <SizesWorth />
        <p v-if="!plan.card.made" class="note">{{ plan.base.grain }} {{ plan.base.advice }}</p>
      </template>
      <template v-else-if="cuts">
        <p v-if="!cuts.problem" class="sum" data-testid="cuts-sum"><FigureText prose :text="cuts.text" />.</p>
        <CutList v-if="batch.length" :answers="batch" :lit="lit" @point="lit = $event" />
        <LongSearch v-if="!cuts.problem" :cuts="cuts" :sought="sought" />
        <PlanChoices
          v-if="cuts.choices.length"
          :choices="cuts.choices"
          :why="cuts.why"
          :drawing="plan.drawings.choices"
          :lit="lit"
          @pick="pick({ cuts: $event })"
          @point="lit = $event"
        />
        <template v-if="cuts.offcuts.length">
          <h2 class="small-caps left">Offcuts to keep</h2>
          <ul class="offcuts" data-testid="offcuts">
            <li v-for="o in cuts.offcuts" :key="o.text + o.paper">
              <FigureText prose :text="o.text" /> {{ o.paper }}
            </li>
          </ul>
        </template>
        <ShelfUse :cuts="cuts" :of="() => ({ job: jobs.id })" :ready="jobs.saveNow" />
      </template>
      <p v-if="!plan.card.made" class="note">{{ cautions.blade }}</p>
    </template>
  </StationLayout>
</template>

<style scoped>
.note {
  font-size: 13.5px;
  color: var(--muted);
  padding-top: 8px;
}
.sum {
  font-weight: 600;
  padding-bottom: 6px;
}
.left {
  padding-top: 12px;
}
.offcuts {
  list-style: none;
  padding: 0;
  columns: 2;
  font-size: 14.5px;
}
</style>
