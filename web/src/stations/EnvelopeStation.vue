<script setup lang="ts">
import { mdiAlertOctagon, mdiCheckBold } from '@mdi/js'
import { computed, ref } from 'vue'
import ChoiceRow from '@/components/ChoiceRow.vue'
import CutList from '@/components/CutList.vue'
import DrawingView from '@/components/DrawingView.vue'
import ExportButton from '@/components/ExportButton.vue'
import FigureText from '@/components/FigureText.vue'
import LengthField from '@/components/LengthField.vue'
import SheetPicker from '@/components/SheetPicker.vue'
import StateMark from '@/components/StateMark.vue'
import StationLayout from '@/components/StationLayout.vue'
import type { Blank } from '@/api/client'
import { useCatalog } from '@/job/catalog'
import { sharedScale } from '@/job/drawing'
import { useStation } from '@/job/station'

const { jobs, job, plan, unit, lit, type, pick } = useStation('envelope')
const catalog = useCatalog()
const side = ref<'make' | 'buy'>('make')
const view = ref<'flat' | 'folded'>('flat')
const blank = computed(() => plan.value.blanks[0])
const drawing = computed(() =>
  view.value === 'flat' ? plan.value.drawings.blanks[0] : plan.value.drawings.folded[0],
)
const sides = [
  { id: 'make' as const, name: 'Make one' },
  { id: 'buy' as const, name: 'Buy one' },
]
const views = [
  { id: 'flat' as const, name: 'Laid flat' },
  { id: 'folded' as const, name: 'Folded' },
]

/** One scale for all the small drawings, so that their paper can be compared. */
const scale = computed(() => sharedScale(plan.value.drawings.blanks, 84, 84))
const state = (b: Blank) => (!b.proof.ok ? 'stop' : b.paper.fits ? 'good' : 'look')
const word = (b: Blank) => (!b.proof.ok ? 'fails' : b.paper.fits ? 'proved' : 'larger paper')
const fitState = (v: string) => (v === 'good' ? 'good' : v === 'no' ? 'stop' : 'look')
</script>

<template>
  <StationLayout :title="blank ? blank.name : 'No envelope suits this card'">
    <template #tools>
      <ChoiceRow label="Drawing" :options="views" :value="view" @pick="view = $event" />
      <ExportButton v-if="blank" part="blank" />
    </template>
    <template #drawing>
      <DrawingView v-if="drawing" :drawing="drawing" :lit="lit" @point="lit = $event" />
    </template>
    <template #below>
      <div class="schools no-print" role="radiogroup" aria-label="Ways of making it, to one scale">
        <button
          v-for="(b, i) in plan.blanks"
          :key="`${b.style}/${b.variant}`"
          class="school"
          role="radio"
          :aria-checked="i === 0"
          :class="{ on: i === 0 }"
          :data-testid="`school-${b.style}-${b.variant}`"
          @click="i !== 0 && pick(b.patch)"
        >
          <span class="thumb"
            ><DrawingView :drawing="plan.drawings.blanks[i]!" bare :scale="scale" :title="b.name"
          /></span>
          <span class="facts">
            <strong>{{ b.name }}</strong>
            <FigureText
              :text="b.geometry.diagonal ? `${b.width.text} square` : `${b.width.text} × ${b.height.text}`"
            />
            <span>{{ b.area }} of paper, seam <FigureText :text="b.seam.text" /></span>
            <StateMark :state="state(b)" :word="word(b)" />
          </span>
        </button>
        <p v-for="u in plan.unsuited" :key="u.name" class="unsuited">
          {{ u.name }} does not suit: {{ u.text }}.
        </p>
      </div>
    </template>
    <template #say>
      <ChoiceRow label="Make or buy" :options="sides" :value="side" @pick="side = $event" />
      <template v-if="side === 'make'">
        <div class="trio">
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
      </template>
    </template>
    <template #list>
      <template v-if="side === 'make' && blank">
        <CutList :answers="blank.answers" :lit="lit" @point="lit = $event" />
        <h2 class="small-caps proof-title">Proof by folding, as cut on the ruler</h2>
        <ul class="proof">
          <li v-for="c in blank.proof.checks" :key="c.code" :class="{ bad: !c.ok }">
            <v-icon
              :icon="c.ok ? mdiCheckBold : mdiAlertOctagon"
              size="14"
              :aria-label="c.ok ? 'passes' : 'fails'"
            />
            <FigureText prose :text="c.text" />
          </li>
        </ul>
        <p v-if="blank.proof.trials" class="trials" data-testid="trials">
          <FigureText prose :text="blank.proof.trials.text" />.
        </p>
      </template>
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
  gap: 8px;
}
.schools {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  border-top: 1px solid var(--rule);
  background: var(--ground);
}
.school {
  display: grid;
  grid-template-columns: 88px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
  padding: 8px;
  border: 0;
  border-right: 1px solid var(--rule);
  background: none;
  color: var(--text);
  text-align: left;
  cursor: pointer;
}
.school.on {
  background: var(--sheet);
  box-shadow: inset 0 4px 0 var(--parcel);
}
.thumb {
  width: 88px;
  height: 88px;
}
.facts {
  display: grid;
  font-size: 13px;
  line-height: 1.35;
}
.unsuited {
  grid-column: 1 / -1;
  padding: 4px 12px;
  font-size: 13px;
  color: var(--muted);
}
.trials {
  padding-top: 8px;
  font-size: 14px;
  color: var(--muted);
}
.proof-title {
  margin-top: 14px;
}
.proof {
  list-style: none;
  padding: 0;
  columns: 1;
  font-size: 13.5px;
}
.proof li {
  display: flex;
  gap: 8px;
  align-items: center;
  color: var(--good);
  line-height: 1.5;
}
.proof li :deep(.figure) {
  color: var(--text);
}
.proof li.bad,
.proof li.bad :deep(.figure) {
  color: var(--stop);
  font-weight: 600;
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
@media (max-width: 900px) {
  .school {
    grid-template-columns: minmax(0, 1fr);
  }
  .thumb {
    display: none;
  }
}
</style>
