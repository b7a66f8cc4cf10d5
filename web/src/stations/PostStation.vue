<script setup lang="ts">
import { mdiAlertOctagon, mdiCheckBold, mdiEyeOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import ChoiceRow from '@/components/ChoiceRow.vue'
import CutList from '@/components/CutList.vue'
import DrawingView from '@/components/DrawingView.vue'
import FigureText from '@/components/FigureText.vue'
import StateMark from '@/components/StateMark.vue'
import StationLayout from '@/components/StationLayout.vue'
import { useStation } from '@/job/station'

const { jobs, job, plan, lit, type, pick } = useStation('post')
const chosen = ref('')
const index = computed(() =>
  Math.max(
    plan.value.post.findIndex((p) => p.piece === chosen.value),
    0,
  ),
)
const post = computed(() => plan.value.post[index.value])
const pieces = computed(() => plan.value.post.map((p) => ({ title: p.piece_name, value: p.piece })))
const states: { [verdict: string]: string } = { pass: 'good', refused: 'stop' }
const state = computed(() => states[post.value?.verdict ?? ''] ?? 'look')
const icons: { [s: string]: string } = { pass: mdiCheckBold, refused: mdiAlertOctagon }
const sides: { id: 'long' | 'short'; name: string }[] = [
  { id: 'long', name: 'Along the long side' },
  { id: 'short', name: 'Along the short side' },
]
const closures = [
  { title: 'Gummed or glued', value: '' },
  ...['Clasp', 'String', 'Button', 'Ribbon', 'Wax'].map((title) => ({ title, value: title.toLowerCase() })),
]
</script>

<template>
  <StationLayout :title="post ? `As handed in: ${post.piece_name}` : 'Nothing to post'">
    <template #drawing>
      <div v-if="post" class="boards">
        <DrawingView :drawing="plan.drawings.post[index]!" :lit="lit" @point="lit = $event" />
        <div class="edge">
          <span class="small-caps">On edge</span>
          <DrawingView :drawing="plan.drawings.slot[index]!" :lit="lit" @point="lit = $event" />
        </div>
      </div>
    </template>
    <template #below>
      <div v-if="post" class="rules">
        <h2 class="small-caps">{{ post.name }}: every rule, figure and limit</h2>
        <table>
          <tbody>
            <tr v-for="(c, i) in post.checks" :key="i" :class="c.state">
              <td><v-icon :icon="icons[c.state] ?? mdiEyeOutline" size="14" /></td>
              <td class="code">{{ c.code }}</td>
              <td><FigureText :text="c.value" /></td>
              <td class="limit">limit <FigureText :text="c.limit" /></td>
              <td><FigureText prose :text="c.text" /></td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
    <template #say>
      <v-select
        label="Posted in"
        :items="pieces"
        :model-value="post?.piece"
        data-testid="piece"
        @update:model-value="chosen = $event"
      />
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
          @update:model-value="pick({ post: { closure: $event || null } })"
        />
        <v-text-field
          label="Card's weight, if weighed"
          :model-value="job.card?.weight ?? ''"
          :placeholder="`about ${plan.card.weight}`"
          persistent-placeholder
          :error-messages="jobs.errors['card.weight'] ? [jobs.errors['card.weight']] : []"
          data-testid="card.weight"
          @update:model-value="type('card.weight', String($event ?? ''))"
        />
      </div>
    </template>
    <template #list>
      <section v-if="post" class="verdict" :class="state" data-testid="verdict">
        <div class="head">
          <span class="class">{{ post.class_name || 'No class' }}</span>
          <StateMark :state="state" :word="post.word" />
          <span class="price"><FigureText :text="post.price_text" /></span>
        </div>
        <p>{{ post.text }}</p>
        <p v-for="r in post.reasons" :key="r.text" class="reason"><FigureText prose :text="r.text" /></p>
        <v-btn
          v-for="w in post.ways_out"
          :key="w.label"
          variant="outlined"
          size="small"
          @click="pick(w.patch)"
          >{{ w.label }}</v-btn
        >
        <p class="dated">
          <template v-if="post.dated"
            >Prices from {{ post.dated
            }}<template v-if="post.doubt">, {{ post.doubt }} to be checked</template>. </template
          >Rules as stated {{ post.stated }}. {{ post.notice }}
        </p>
      </section>
      <CutList
        v-if="post"
        :answers="post.answers"
        :lit="lit"
        title="The sealed piece"
        @point="lit = $event"
      />
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
.boards {
  display: grid;
  grid-template-rows: minmax(0, 1fr) 92px;
  height: 100%;
}
.edge {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
}
.rules {
  padding: 8px 18px 12px;
  border-top: 1px solid var(--rule);
  background: var(--ground);
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 13.5px;
}
td {
  padding: 2px 8px 2px 0;
  border-bottom: 1px solid var(--rule);
}
.code {
  font-weight: 600;
}
.limit {
  color: var(--muted);
  white-space: nowrap;
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
  font-size: 24px;
  font-weight: 700;
  color: var(--ink);
}
.price {
  margin-left: auto;
  font-size: 24px;
  font-weight: 700;
  color: var(--ink);
}
.verdict p {
  font-size: 14.5px;
  line-height: 1.35;
}
.verdict .dated {
  font-size: 13px;
  color: var(--muted);
  padding-top: 4px;
}
</style>
