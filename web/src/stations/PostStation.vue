<script setup lang="ts">
import { mdiAlertOctagon, mdiCheckBold, mdiEyeOutline } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import CarrierTable from '@/components/CarrierTable.vue'
import ChoiceRow from '@/components/ChoiceRow.vue'
import CutList from '@/components/CutList.vue'
import DrawingView from '@/components/DrawingView.vue'
import ExportButton from '@/components/ExportButton.vue'
import FigureText from '@/components/FigureText.vue'
import StampsBox from '@/components/StampsBox.vue'
import StateMark from '@/components/StateMark.vue'
import StationLayout from '@/components/StationLayout.vue'
import WaysOut from '@/components/WaysOut.vue'
import { useCatalog } from '@/job/catalog'
import { useStation } from '@/job/station'

type View = 'piece' | 'map' | 'gauge'

const { jobs, job, plan, lit, pick } = useStation('post')
const catalog = useCatalog()
const view = ref<View>('piece')
const views = computed(() => {
  const all: { id: View; name: string }[] = [
    { id: 'piece', name: 'As handed in' },
    { id: 'map', name: 'Length and height' },
  ]
  if (plan.value.gauge) all.push({ id: 'gauge', name: 'Slot gauge' })
  return all
})
watch(views, (all) => {
  if (!all.some((v) => v.id === view.value)) view.value = 'piece'
})

const inUse = computed(() => plan.value.post.filter((p) => p.in_use))
const chosen = ref('')
const index = computed(() =>
  Math.max(
    inUse.value.findIndex((p) => p.carrier === chosen.value),
    0,
  ),
)
const post = computed(() => inUse.value[index.value])
/** The same card sent another way, by the carrier that is looked at. */
const others = computed(() => plan.value.post.filter((p) => !p.in_use && p.carrier === post.value?.carrier))
const patchOf = (piece: string) => plan.value.blanks.find((b) => `${b.style}/${b.variant}` === piece)?.patch

const states: { [verdict: string]: string } = { pass: 'good', refused: 'stop' }
const stateOf = (verdict: string) => states[verdict] ?? 'look'
const icons: { [s: string]: string } = { pass: mdiCheckBold, refused: mdiAlertOctagon }
const sides: { id: 'long' | 'short'; name: string }[] = [
  { id: 'long', name: 'Along the long side' },
  { id: 'short', name: 'Along the short side' },
]
const title = (word: string) => word.charAt(0).toUpperCase() + word.slice(1)
const words = (first: string, rest?: string[]) => [
  { title: first, value: '' },
  ...(rest ?? []).map((value) => ({ title: title(value), value })),
]
const closures = computed(() => words('Gummed or glued', catalog.value?.closures))
const outsides = computed(() => words('Paper', catalog.value?.wrappings))
const contents = computed(() => words('', catalog.value?.contents).slice(1))
/** The job's own carriers, as they are picked; those of the plan where it names none. Ones that are not known here go. */
const carriers = computed(() => {
  const named = job.value.post?.carriers
  const known = catalog.value?.carriers.map((c) => c.id)
  return named ? named.filter((id) => !known || known.includes(id)) : inUse.value.map((p) => p.carrier)
})
/** What is wrong with how it is posted: a carrier, say, whose rules were taken away. */
const wrong = computed(() =>
  Object.entries(jobs.errors)
    .filter(([field]) => field.startsWith('post.'))
    .map(([, text]) => text),
)
function toggle(id: string) {
  const on = carriers.value
  const next = on.includes(id) ? on.filter((c) => c !== id) : [...on, id]
  if (next.length) pick({ post: { carriers: next } })
}
</script>

<template>
  <StationLayout :title="post ? `Posted in: ${post.piece_name}` : 'Nothing to post'">
    <template #tools>
      <ChoiceRow label="Drawing" :options="views" :value="view" @pick="view = $event" />
      <ExportButton v-if="view === 'gauge'" part="gauge" :formats="['svg', 'pdf', 'dxf', 'hpgl']" />
    </template>
    <template #drawing>
      <div v-if="post && view === 'piece'" class="boards">
        <DrawingView :drawing="plan.drawings.post[index]!" :lit="lit" @point="lit = $event" />
        <div class="edge">
          <span class="small-caps">On edge, in the slot: {{ post.name }}, {{ post.class_name }}</span>
          <DrawingView :drawing="plan.drawings.slot[index]!" :lit="lit" @point="lit = $event" />
        </div>
      </div>
      <DrawingView v-else-if="post && view === 'map'" :drawing="plan.drawings.maps[index]!" :lit="lit" />
      <DrawingView
        v-else-if="plan.drawings.gauge"
        :drawing="plan.drawings.gauge"
        :lit="lit"
        @point="lit = $event"
      />
    </template>
    <template #below>
      <div v-if="post" class="below">
        <CarrierTable :posts="inUse" :chosen="post.carrier" @pick="chosen = $event" />
        <div class="rules" data-testid="rules">
          <h2 class="small-caps">{{ post.name }}: every rule, figure and limit</h2>
          <table>
            <tbody>
              <tr v-for="(c, i) in post.checks" :key="i" :class="c.state">
                <td><v-icon :icon="icons[c.state] ?? mdiEyeOutline" size="14" /></td>
                <td class="code">{{ c.code }}</td>
                <td><FigureText prose :text="c.value" /></td>
                <td class="limit">
                  limit <FigureText prose :text="c.limit" />{{ c.unsure ? ' (check)' : '' }}
                </td>
                <td><FigureText prose :text="c.text" /></td>
              </tr>
            </tbody>
          </table>
          <p v-if="post.counter" class="counter">{{ post.counter }}</p>
        </div>
      </div>
    </template>
    <template #say>
      <div class="chips" role="group" aria-label="Carriers">
        <button
          v-for="c in catalog?.carriers ?? []"
          :key="c.id"
          class="plain-button chip"
          :class="{ on: carriers.includes(c.id) }"
          :aria-pressed="carriers.includes(c.id)"
          :title="c.says"
          :data-testid="`toggle-${c.id}`"
          @click="toggle(c.id)"
        >
          {{ c.name }}
        </button>
      </div>
      <p v-for="e in wrong" :key="e" class="wrong" role="alert" data-testid="post-wrong">{{ e }}</p>
      <ChoiceRow
        label="Address"
        :options="sides"
        :value="job.post?.address === 'short' ? 'short' : 'long'"
        @pick="pick({ post: { address: $event } })"
      />
      <div class="pair">
        <v-select
          label="Closed with"
          :items="closures"
          :model-value="job.post?.closure ?? ''"
          data-testid="closure"
          @update:model-value="pick({ post: { closure: $event || null } })"
        />
        <v-select
          label="Outside"
          :items="outsides"
          :model-value="job.post?.wrapping ?? ''"
          data-testid="wrapping"
          @update:model-value="pick({ post: { wrapping: $event || null } })"
        />
        <v-select
          label="Also inside"
          :items="contents"
          :model-value="job.post?.contents ?? []"
          placeholder="nothing uneven"
          persistent-placeholder
          multiple
          data-testid="contents"
          @update:model-value="pick({ post: { contents: $event.length ? $event : null } })"
        />
        <label class="odd"
          ><input
            type="checkbox"
            :checked="job.post?.shape === 'odd'"
            data-testid="odd"
            @change="pick({ post: { shape: ($event.target as HTMLInputElement).checked ? 'odd' : null } })"
          />
          It is no rectangle</label
        >
      </div>
    </template>
    <template #list>
      <template v-if="view === 'gauge' && plan.gauge">
        <CutList :answers="plan.gauge.answers" :lit="lit" title="Slot gauge" @point="lit = $event" />
        <p class="dated">What slides through by its own weight is thin enough. {{ post?.notice }}</p>
      </template>
      <template v-else-if="post">
        <section class="verdict" :class="stateOf(post.verdict)" data-testid="verdict">
          <div class="head">
            <span class="class">{{ post.class_name || 'No class' }}</span>
            <StateMark :state="stateOf(post.verdict)" :word="post.word" />
            <span class="price"
              ><FigureText :text="post.price_text" /><small v-if="post.unsure" class="unsure"
                >check</small
              ></span
            >
          </div>
          <p>{{ post.text }}</p>
          <p v-for="r in post.reasons" :key="r.text" class="reason"><FigureText prose :text="r.text" /></p>
          <p v-if="post.others.length" class="dated">
            <template v-if="post.service">{{ post.service }}; </template>
            <template v-for="(o, i) in post.others" :key="o.name"
              >{{ i ? ', ' : '' }}{{ o.name }} <FigureText prose :text="o.price" />{{
                o.unsure ? ' (check)' : ''
              }}</template
            >.
          </p>
          <p v-if="post.stale" class="stale" data-testid="stale">{{ post.stale }}</p>
          <p class="dated">
            <template v-if="post.dated"
              >Prices from {{ post.dated }}<template v-if="post.doubt">; {{ post.doubt }}</template
              >. </template
            >Rules as stated {{ post.stated }}{{ post.own ? ', your own copy' : '' }}. {{ post.notice }}
            <router-link :to="{ name: 'carriers', params: { id: post.carrier } }">See the rules</router-link>
          </p>
        </section>
        <WaysOut :post="post" @take="pick($event)" />
        <StampsBox v-if="index === 0" :plan="plan" />
        <CutList :answers="post.answers" :lit="lit" title="The sealed piece" @point="lit = $event" />
        <section v-if="others.length" class="others" data-testid="other-pieces">
          <h2 class="small-caps">Sent another way</h2>
          <table>
            <tbody>
              <tr v-for="o in others" :key="o.piece">
                <td>
                  <button v-if="patchOf(o.piece)" class="plain-button name" @click="pick(patchOf(o.piece)!)">
                    {{ o.piece_name }}
                  </button>
                  <template v-else>{{ o.piece_name }}</template>
                </td>
                <td>{{ o.class_name || 'no class' }}</td>
                <td class="number"><FigureText prose :text="o.price_text" /></td>
              </tr>
            </tbody>
          </table>
        </section>
      </template>
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
.odd {
  font-size: 14px;
  align-self: center;
}
.wrong {
  font-size: 13.5px;
  font-weight: 600;
  color: var(--stop);
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
}
.chip {
  border: 1.5px solid var(--ink);
  border-radius: 999px;
  padding: 2px 11px;
  font-size: 13px;
  font-weight: 600;
  color: var(--ink);
}
.chip.on {
  background: var(--ink);
  color: var(--sheet);
}
.boards {
  display: grid;
  grid-template-rows: minmax(0, 1fr) 92px;
  height: 100%;
}
.edge {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
}
.below {
  padding: 6px 18px 10px;
  border-top: 1px solid var(--rule);
  background: var(--ground);
  max-height: 236px;
  overflow-y: auto;
}
.rules {
  padding-top: 8px;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 13.5px;
}
td {
  padding: 2px 8px 2px 0;
  border-bottom: 1px solid var(--rule);
  vertical-align: top;
}
.code {
  font-weight: 600;
}
.limit {
  color: var(--muted);
  white-space: nowrap;
}
.counter {
  font-size: 13px;
  color: var(--muted);
  padding-top: 4px;
}
tr.pass td:first-child {
  color: var(--good);
}
tr.refused td:first-child {
  color: var(--stop);
}
tr.check td:first-child,
tr.surcharge td:first-child {
  color: var(--look);
}
.verdict {
  border: 1.5px solid var(--good);
  border-radius: 4px;
  padding: 10px 12px;
  margin-bottom: 12px;
  background: var(--sheet);
}
.verdict.look {
  border-color: var(--look);
}
.verdict.stop {
  border-color: var(--stop);
}
.head {
  display: flex;
  align-items: baseline;
  gap: 10px;
}
.class {
  font-size: 22px;
  font-weight: 700;
  color: var(--ink);
  line-height: 1.15;
}
.price {
  margin-left: auto;
  font-size: 22px;
  font-weight: 700;
  color: var(--ink);
  text-align: right;
}
.unsure {
  display: block;
  font-size: 12.5px;
  font-weight: 600;
  color: var(--look);
}
.verdict p {
  font-size: 14.5px;
  line-height: 1.35;
}
.verdict .dated,
.dated {
  font-size: 13px;
  color: var(--muted);
  padding-top: 4px;
}
.verdict .stale {
  font-size: 13px;
  font-weight: 600;
  color: var(--look);
  padding-top: 4px;
}
.dated a {
  color: var(--ink);
}
.others {
  padding-top: 14px;
}
.name {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.number,
.number :deep(.prose) {
  text-align: right;
  white-space: nowrap;
}
@media (max-width: 900px) {
  .below {
    max-height: 170px;
  }
}
</style>
