<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import ChoiceRow from '@/components/ChoiceRow.vue'
import CutList from '@/components/CutList.vue'
import DrawingView from '@/components/DrawingView.vue'
import ExportButton from '@/components/ExportButton.vue'
import ExtrasList from '@/components/ExtrasList.vue'
import FigureText from '@/components/FigureText.vue'
import FoldView from '@/components/FoldView.vue'
import LengthField from '@/components/LengthField.vue'
import ProofList from '@/components/ProofList.vue'
import SchoolsStrip from '@/components/SchoolsStrip.vue'
import SchoolsTable from '@/components/SchoolsTable.vue'
import SheetPicker from '@/components/SheetPicker.vue'
import StateMark from '@/components/StateMark.vue'
import StationLayout from '@/components/StationLayout.vue'
import StyleOptions from '@/components/StyleOptions.vue'
import TrialsPlot from '@/components/TrialsPlot.vue'
import WrapsList from '@/components/WrapsList.vue'
import { useCatalog } from '@/job/catalog'
import { useFolding } from '@/job/folding'
import { useScreen } from '@/job/screen'
import { useStation } from '@/job/station'

type Side = 'make' | 'buy' | 'paper'
type View = 'flat' | 'fold' | 'sheet' | 'compare'

const { jobs, job, plan, unit, lit, type, pick } = useStation('envelope')
const catalog = useCatalog()
const screen = useScreen()
const side = ref<Side>('make')
const view = ref<View>('flat')
const life = ref(false)
const ring = ref<number[]>()
const blank = computed(() => plan.value.blanks[0])
const { folding, failed } = useFolding(() => view.value === 'fold')

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
const trueSize = computed(() => (life.value ? (screen.measured.value ?? screen.assumed) : undefined))
const drawing = computed(() =>
  view.value === 'sheet' ? plan.value.drawings.nest : plan.value.drawings.blanks[0],
)
const fitState = (v: string) => (v === 'good' ? 'good' : v === 'no' ? 'stop' : 'look')
const sheets = computed(() => blank.value?.sheets.filter((s) => s.fits) ?? [])
</script>

<template>
  <StationLayout :title="blank ? blank.name : 'No envelope suits this card'">
    <template #tools>
      <ChoiceRow label="Drawing" :options="views" :value="view" @pick="view = $event" />
      <button
        v-if="view !== 'compare'"
        class="plain-button life"
        :aria-pressed="life"
        data-testid="life-size"
        :title="screen.measured.value ? undefined : 'Set this screen up in Settings for an exact size'"
        @click="life = !life"
      >
        {{ life ? 'Fit the screen' : 'Life size' }}
      </button>
      <ExportButton v-if="blank" part="blank" :formats="['svg', 'dxf', 'pdf', 'hpgl', 'csv']" />
    </template>
    <template #drawing>
      <SchoolsTable v-if="view === 'compare'" :plan="plan" @pick="pick" />
      <FoldView v-else-if="view === 'fold'" :folding="folding" :failed="failed" :life="trueSize" />
      <DrawingView
        v-else-if="drawing"
        :drawing="drawing"
        :lit="lit"
        :life="trueSize"
        :ring="view === 'flat' ? ring : undefined"
        @point="lit = $event"
      />
    </template>
    <template #below>
      <p v-if="view === 'sheet' && plan.nest" class="nest" data-testid="nest">
        <FigureText prose :text="plan.nest.text" />
        <ExportButton part="nest" :formats="['svg', 'dxf', 'pdf', 'hpgl']" />
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
          :placeholder="unit === 'mm' ? '12 mm' : '1/2 in'"
          @change="type('blank.seam', $event)"
        />
        <LengthField
          label="Ease"
          field="blank.ease"
          :value="job.blank?.ease"
          :placeholder="unit === 'mm' ? '6 mm' : '1/4 in'"
          @change="type('blank.ease', $event)"
        />
        <SheetPicker
          label="Paper"
          field="blank.paper"
          :value="job.blank?.paper"
          :assumed="blank?.paper.sheet"
          :catalog="catalog"
          :unit="unit"
          :error="jobs.errors['blank.paper']"
          @pick="pick({ blank: { paper: $event } })"
        />
      </div>
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
      <table v-else class="fits">
        <thead>
          <tr>
            <th>Envelope</th>
            <th>Room each way</th>
            <th>Fit</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="f in plan.fits.slice(0, 14)" :key="f.format">
            <td>
              <button class="plain-button name" @click="pick(f.patch)">{{ f.name }}</button>
              <small><FigureText :text="`${f.width.text} × ${f.height.text}`" /></small>
            </td>
            <td><FigureText :text="`${f.clearance.width.text} × ${f.clearance.height.text}`" /></td>
            <td><StateMark :state="fitState(f.verdict)" :word="f.verdict" /></td>
          </tr>
        </tbody>
      </table>
    </template>
  </StationLayout>
</template>

<style scoped>
.trio {
  display: grid;
  grid-template-columns: 92px 92px 1fr;
  align-items: start;
  gap: 8px;
}
.life {
  font-size: 14px;
  font-weight: 600;
  text-decoration: underline;
  text-underline-offset: 3px;
  color: var(--ink);
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
.fits {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
}
th {
  text-align: left;
  font-size: 12.5px;
  color: var(--muted);
  border-bottom: 1.5px solid var(--ink);
}
td {
  border-bottom: 1px solid var(--rule);
  padding: 5px 4px 5px 0;
}
.name {
  font-weight: 600;
  text-decoration: underline;
  text-underline-offset: 3px;
}
small {
  display: block;
  color: var(--muted);
  font-size: 13px;
}
</style>
