<script setup lang="ts">
import { computed, defineAsyncComponent, onMounted, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import ChosenNote from '@/stations/ChosenNote.vue'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import CutList from '@/stations/CutList.vue'
import DrawingView from '@/drawing/DrawingView.vue'
import ExportButton from '@/stations/ExportButton.vue'
import ExtrasList from './ExtrasList.vue'
import FigureText from '@/ui/FigureText.vue'
import FitsTable from './FitsTable.vue'
import LengthField from '@/ui/LengthField.vue'
import ProofList from './ProofList.vue'
import SchoolsStrip from './SchoolsStrip.vue'
import SheetPicker from '@/ui/SheetPicker.vue'
import StationLayout from '@/stations/StationLayout.vue'
import StyleOptions from './StyleOptions.vue'
import TypedField from '@/ui/TypedField.vue'
import { useTyped } from '@/ui/typed'
import { useCatalog } from '@/api/catalog'
import { useDerived } from '../derived'
import { useStation } from '@/stations/station'

/** What is looked at only when that is chosen comes once the page stands. */
const later = {
  schools: () => import('./SchoolsTable.vue'),
  wraps: () => import('./WrapsList.vue'),
  fold: () => import('./FoldView.vue'),
  trials: () => import('./TrialsPlot.vue'),
  life: () => import('@/drawing/LifeSize.vue'),
}
const SchoolsTable = defineAsyncComponent(later.schools)
const WrapsList = defineAsyncComponent(later.wraps)
const FoldView = defineAsyncComponent(later.fold)
const TrialsPlot = defineAsyncComponent(later.trials)
const LifeSize = defineAsyncComponent(later.life)
onMounted(() => window.setTimeout(() => Promise.allSettled(Object.values(later).map((load) => load())), 900))

type Side = 'make' | 'buy' | 'paper'
type View = 'flat' | 'fold' | 'sheet' | 'compare'

const { jobs, job, plan, unit, usual, lit, type, pick } = useStation('envelope')
const catalog = useCatalog()
const stock = useTyped(
  () => job.value.blank?.stock,
  (text) => type('blank.stock', text),
)
const side = ref<Side>('make')
const view = ref<View>('flat')
const life = ref(false)
const ring = ref<number[]>()
const blank = computed(() => plan.value.blanks[0])
const { found: folding, failed } = useDerived(
  () => view.value === 'fold',
  (body) => ask(api.POST('/api/v1/folding', { body })),
)

const sides: { id: Side; name: string }[] = [
  { id: 'make', name: 'Make one' },
  { id: 'buy', name: 'Buy one' },
  { id: 'paper', name: 'From the paper' },
]
const views = computed(() => {
  const all: { id: View; name: string }[] = [
    { id: 'flat', name: 'Laid flat' },
    { id: 'fold', name: 'Fold it' },
    { id: 'compare', name: 'Side by side' },
  ]
  if (plan.value.nest) all.splice(2, 0, { id: 'sheet', name: 'On its sheet' })
  return all
})
watch(views, (all) => {
  if (!all.some((v) => v.id === view.value)) view.value = 'flat'
})
const drawing = computed(() =>
  view.value === 'sheet' ? plan.value.drawings.nest : plan.value.drawings.blanks[0],
)
/** What is shown at life size: the blank laid flat, its sheet, or the envelope closed. */
const lifeSized = computed(() =>
  view.value === 'fold' ? folding.value?.frames.at(-1)?.drawing : drawing.value,
)
const how = computed(() =>
  view.value === 'fold'
    ? 'Lay the card on the dotted outline: the envelope shows all round it.'
    : 'Lay the card on the front panel: the creases show all round it. Lay a made blank on its outline to check it.',
)
const sheets = computed(() => blank.value?.sheets.filter((s) => s.fits) ?? [])
</script>

<template>
  <StationLayout station="envelope" :title="blank ? blank.name : 'No envelope suits this card'">
    <template #tools>
      <ChoiceRow label="Drawing" :options="views" :value="view" @pick="view = $event" />
      <v-btn
        v-if="view !== 'compare' && lifeSized"
        size="small"
        variant="outlined"
        class="no-print"
        data-testid="life-size"
        @click="life = true"
        >Life size</v-btn
      >
      <ExportButton v-if="blank" part="blank" />
    </template>
    <template #drawing>
      <SchoolsTable v-if="view === 'compare'" :plan="plan" @pick="pick" />
      <FoldView v-else-if="view === 'fold'" :folding="folding" :failed="failed" />
      <DrawingView
        v-else-if="drawing"
        :drawing="drawing"
        :lit="lit"
        :ring="view === 'flat' ? ring : undefined"
        @point="lit = $event"
      />
    </template>
    <template #below>
      <LifeSize v-if="life && lifeSized" v-model="life" :drawing="lifeSized" :how="how" />
      <p v-if="view === 'sheet' && plan.nest" class="nest" data-testid="nest">
        <FigureText prose :text="plan.nest.text" />
        <ExportButton part="nest" />
      </p>
      <SchoolsStrip v-if="view !== 'compare'" :plan="plan" @pick="pick" />
    </template>
    <template #say>
      <ChoiceRow label="Make or buy" :options="sides" :value="side" @pick="side = $event" />
      <div v-if="side !== 'buy'" class="trio">
        <LengthField
          label="Seam"
          field="blank.seam"
          :value="job.blank?.seam"
          :placeholder="usual.seam"
          @change="type('blank.seam', $event)"
        />
        <LengthField
          label="Blank’s ease"
          field="blank.ease"
          :value="job.blank?.ease"
          :placeholder="usual.ease"
          @change="type('blank.ease', $event)"
        />
        <SheetPicker
          label="Cut from"
          field="blank.paper"
          :value="job.blank?.paper"
          :assumed="blank?.paper.sheet"
          :catalog="catalog"
          :unit="unit"
          :error="jobs.errors['blank.paper']"
          @pick="pick({ blank: { paper: $event } })"
        />
        <TypedField
          label="Stock"
          field="blank.stock"
          :text="stock.text.value"
          :placeholder="blank?.stock"
          @type="stock.type"
        />
        <LengthField
          label="Caliper"
          field="blank.caliper"
          :value="job.blank?.caliper"
          :placeholder="blank?.caliper?.text"
          @change="type('blank.caliper', $event)"
        />
      </div>
      <p v-if="side === 'make' && blank?.room" class="room" data-testid="room">
        <FigureText prose :text="blank.room" />
      </p>
      <StyleOptions
        v-if="side === 'make' && blank"
        :blank="blank"
        :job="job"
        :catalog="catalog"
        :unit="unit"
        :error="jobs.errors['blank.envelope']"
        @set="(patch, key) => jobs.change(patch, key)"
      />
    </template>
    <template #list>
      <ChosenNote />
      <template v-if="side === 'make' && blank">
        <CutList :answers="blank.answers" :lit="lit" @point="lit = $event" />
        <ol v-if="blank.steps.length" class="steps" data-testid="steps">
          <li v-for="s in blank.steps" :key="s"><FigureText prose :text="s" /></li>
        </ol>
        <ProofList :proof="blank.proof" @point="ring = $event" />
        <TrialsPlot v-if="view === 'fold' && folding" :trials="folding.trials" />
        <p class="sheets" data-testid="sheets">
          Comes out of
          <template v-if="sheets.length">
            <span v-for="(s, i) in sheets" :key="s.name"
              >{{ i ? ', ' : '' }}<strong>{{ s.name }}</strong
              >{{ s.on_hand ? ' (on hand)' : '' }}: {{ s.per_sheet
              }}{{ s.angle ? ` at ${s.angle}°` : '' }}</span
            ></template
          ><template v-else>no sheet in the list; give the paper a size of its own</template>.
        </p>
        <ExtrasList
          :plan="plan"
          :lined="!!job.blank?.liner"
          @line="pick({ blank: { style: blank.style, variant: blank.variant, liner: $event || null } })"
        />
      </template>
      <WrapsList v-else-if="side === 'paper'" @pick="pick" />
      <FitsTable v-else :fits="plan.fits" @pick="pick" />
    </template>
  </StationLayout>
</template>

<style scoped>
.trio {
  display: grid;
  grid-template-columns: 1fr 1.2fr 1.3fr;
  align-items: start;
  gap: 8px;
}
.room {
  font-size: 14px;
  color: var(--muted);
  line-height: 1.4;
}
.nest {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 0 18px 8px;
  font-weight: 600;
  color: var(--ink);
}
.steps {
  padding: 8px 0 0 20px;
  font-size: 14px;
  line-height: 1.45;
}
.sheets {
  padding-top: 8px;
  font-size: 14px;
  line-height: 1.45;
}
</style>
