<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { computed } from 'vue'
import type { BuildSpec } from '@/api/client'
import BenchPanel from './BenchPanel.vue'
import BuildRow from './BuildRow.vue'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import CutList from '@/stations/CutList.vue'
import DrawingView from '@/drawing/DrawingView.vue'
import MeasuredField from '@/ui/MeasuredField.vue'
import StateMark from '@/ui/StateMark.vue'
import StationLayout from '@/stations/StationLayout.vue'
import { useCatalog } from '@/api/catalog'
import { usePreferences } from '@/settings/preferences'
import { useStation } from '@/stations/station'

const { jobs, job, plan, answers, lit, type, pick } = useStation('finished')
const { instruments } = usePreferences()
const catalog = useCatalog()
const build = computed(() => plan.value.build)
const post = computed(() => plan.value.post.find((p) => p.in_use))
const pieces = computed<BuildSpec[]>(() => job.value.card?.build ?? [])
const choices = computed(() =>
  (catalog.value?.materials ?? []).filter((m) => ['trim', 'board', 'loose'].includes(m.kind)),
)
const set = (next: BuildSpec[], key = '') => jobs.change({ card: { build: next.length ? next : null } }, key)
function change(at: number, patch: Partial<BuildSpec>, field: string) {
  set(
    pieces.value.map((p, i) => (i === at ? { ...p, ...patch } : p)),
    `card.build[${at}].${field}`,
  )
}
const add = (material: string) => set([...pieces.value, { material }])
const remove = (at: number) => set(pieces.value.filter((_, i) => i !== at))

type Bend = 'estimate' | 'easy' | 'borderline' | 'rigid'
const bends: { id: Bend; name: string }[] = [
  { id: 'estimate', name: 'Not tried' },
  { id: 'easy', name: 'Easily' },
  { id: 'borderline', name: 'Hardly' },
  { id: 'rigid', name: 'Not at all' },
]
const shown = computed(() => (job.value.post?.bend as Bend | undefined) ?? 'estimate')
</script>

<template>
  <StationLayout v-if="build" station="finished" title="How thick it is, and where">
    <template #drawing>
      <div class="boards">
        <DrawingView :drawing="plan.drawings.finished" :lit="lit" @point="lit = $event" />
        <div class="cut">
          <span class="small-caps">Cut through the thickest place: {{ plan.drawings.section.name }}</span>
          <DrawingView :drawing="plan.drawings.section" :lit="lit" @point="lit = $event" />
        </div>
      </div>
    </template>
    <template #below>
      <div class="parts" tabindex="0" role="region" aria-label="Pieces, from the back up">
        <table>
          <thead>
            <tr>
              <th>Piece, from the back up</th>
              <th>Thick</th>
              <th>Weighs</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="(p, i) in build.parts"
              :key="i"
              :class="{ lit: lit === `part${i}` }"
              data-testid="part"
              @pointerenter="lit = `part${i}`"
              @pointerleave="lit = ''"
            >
              <td>{{ p.name }}<small v-if="p.hard"> does not bend</small></td>
              <td>{{ p.thickness.text }}</td>
              <td>{{ p.weight }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
    <template #say>
      <div class="pair">
        <MeasuredField
          label="Card’s thickness"
          field="card.thickness"
          instrument="caliper"
          :value="job.card?.thickness"
          :placeholder="build.computed.text"
          :hint="
            build.from === 'measured'
              ? `the pieces come to ${build.computed.text}`
              : 'worked out until you measure'
          "
          @change="type('card.thickness', $event)"
        />
        <MeasuredField
          label="Card’s weight"
          field="card.weight"
          instrument="scale"
          :value="job.card?.weight"
          :placeholder="`about ${plan.card.weight}`"
          :hint="build.weight_from === 'measured' ? 'as weighed' : 'worked out until you weigh'"
          @change="type('card.weight', $event)"
        />
      </div>
      <BenchPanel v-if="instruments" />
      <BuildRow
        v-for="(p, i) in pieces"
        :key="`${i}/${pieces.length}`"
        :at="i"
        :piece="p"
        :loose="choices.some((m) => m.id === p.material && m.kind === 'loose')"
        @change="(patch, field) => change(i, patch, field)"
        @remove="remove(i)"
      />
      <v-menu>
        <template #activator="{ props: menu }">
          <v-btn
            v-bind="menu"
            :prepend-icon="mdiPlus"
            variant="outlined"
            :disabled="pieces.length >= 24"
            data-testid="add-piece"
            >Put something on the card</v-btn
          >
        </template>
        <v-list density="compact" max-height="420">
          <v-list-item
            v-for="m in choices"
            :key="m.id"
            :title="m.name"
            :subtitle="`${m.thickness}, ${m.weight}${m.hard ? ', does not bend' : ''}`"
            :data-testid="`add-${m.id}`"
            @click="add(m.id)"
          />
        </v-list>
      </v-menu>
    </template>
    <template #list>
      <CutList :answers="answers" :lit="lit" title="The finished card" @point="lit = $event" />
      <section v-if="post" class="bends" data-testid="bends">
        <h2 class="small-caps">Sealed, it bends</h2>
        <p class="word">
          <StateMark :state="post.bends.state" :word="post.bends.text" />
          <span>{{ post.bends.test }}</span>
        </p>
        <p class="ask">Bent round a 28 cm tin, it went round</p>
        <ChoiceRow
          label="Bench test"
          :options="bends"
          :value="shown"
          @pick="pick({ post: { bend: $event === 'estimate' ? null : $event } })"
        />
      </section>
    </template>
  </StationLayout>
</template>

<style scoped>
.boards {
  display: grid;
  grid-template-rows: minmax(0, 1fr) 128px;
  height: 100%;
}
.cut {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  align-items: start;
}
.parts {
  max-height: 148px;
  overflow-y: auto;
  padding: 6px 18px 10px;
  border-top: 1px solid var(--rule);
  background: var(--ground);
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 13.5px;
}
th {
  text-align: left;
  font-size: 12px;
  color: var(--muted);
}
td {
  padding: 2px 8px 2px 0;
  border-bottom: 1px solid var(--rule);
}
tr.lit {
  background: color-mix(in srgb, var(--parcel) 26%, transparent);
}
small {
  color: var(--look);
}
.bends {
  padding-top: 12px;
  display: grid;
  gap: 4px;
}
.word {
  font-size: 14px;
  line-height: 1.4;
  display: grid;
}
.word :deep(.state) {
  font-size: 17px;
}
.ask {
  font-size: 13.5px;
  color: var(--muted);
}
@media (max-width: 900px) {
  .parts {
    max-height: 92px;
  }
}
</style>
