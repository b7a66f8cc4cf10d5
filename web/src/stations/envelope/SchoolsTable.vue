<script setup lang="ts">
import { mdiArrowDown } from '@mdi/js'
import { computed, ref } from 'vue'
import type { Blank, Plan } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'
import StateMark from '@/ui/StateMark.vue'

/** Every way of making the envelope side by side; a heading sorts by its column. */
const props = defineProps<{ plan: Plan }>()
const emit = defineEmits<{ pick: [patch: Blank['patch']] }>()

type Column = { key: string; name: string; by?: (b: Blank) => number }
const columns: Column[] = [
  { key: 'name', name: 'Way of making it' },
  { key: 'area', name: 'Paper', by: (b) => b.compare.area },
  { key: 'sheet', name: 'Sheet', by: (b) => b.compare.sheet },
  { key: 'scores', name: 'Scores', by: (b) => b.compare.scores },
  { key: 'cuts', name: 'Cuts', by: (b) => b.compare.cuts },
  { key: 'seam', name: 'Seam', by: (b) => -b.compare.seam },
  { key: 'trials', name: 'Shaky hand', by: (b) => -b.compare.trials },
  { key: 'post', name: 'Post', by: (b) => b.compare.postage },
]
const sorted = ref('name')
const rows = computed(() => {
  const by = columns.find((c) => c.key === sorted.value)?.by
  return by ? [...props.plan.blanks].sort((a, b) => by(a) - by(b)) : props.plan.blanks
})
</script>

<template>
  <div class="side-by-side" data-testid="side-by-side">
    <table>
      <thead>
        <tr>
          <th
            v-for="c in columns"
            :key="c.key"
            :aria-sort="sorted === c.key ? 'ascending' : undefined"
            scope="col"
          >
            <button class="plain-button" :data-testid="`sort-${c.key}`" @click="sorted = c.key">
              {{ c.name }}<v-icon v-if="sorted === c.key" :icon="mdiArrowDown" size="13" />
            </button>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="b in rows"
          :key="`${b.style}/${b.variant}`"
          :class="{ on: b === plan.blanks[0] }"
          :data-testid="`row-${b.style}-${b.variant}`"
        >
          <td>
            <button class="plain-button name" @click="b !== plan.blanks[0] && emit('pick', b.patch)">
              {{ b.name }}
            </button>
            <StateMark :state="b.proof.ok ? 'good' : 'stop'" :word="b.proof.ok ? 'proved' : 'fails'" />
          </td>
          <td>{{ b.area }}</td>
          <td>{{ b.compare.needs }}</td>
          <td>{{ b.by_eye ? 'by eye' : b.compare.scores || 'none' }}</td>
          <td>{{ b.compare.cuts }}</td>
          <td><FigureText :text="b.seam.text" /></td>
          <td>{{ b.compare.share }}</td>
          <td>{{ b.compare.post }}</td>
        </tr>
      </tbody>
    </table>
    <div class="words">
      <section>
        <h2 class="small-caps">Why {{ plan.blanks[0]?.name }}</h2>
        <p v-for="r in plan.reasons" :key="r"><FigureText prose :text="r" /></p>
      </section>
      <section v-if="plan.schools.length">
        <h2 class="small-caps">Where schools differ</h2>
        <p v-for="s in plan.schools" :key="s"><FigureText prose :text="s" /></p>
      </section>
      <section v-if="plan.unsuited.length">
        <h2 class="small-caps">Not for this card</h2>
        <p v-for="u in plan.unsuited" :key="u.name">
          <strong>{{ u.name }}:</strong> {{ u.text }}.
        </p>
      </section>
    </div>
  </div>
</template>

<style scoped>
.side-by-side {
  height: 100%;
  overflow: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
  font-variant-numeric: tabular-nums;
  background: var(--sheet);
}
th {
  text-align: left;
  font-size: 12.5px;
  color: var(--muted);
  border-bottom: 1.5px solid var(--ink);
  white-space: nowrap;
}
td {
  border-bottom: 1px solid var(--rule);
  padding: 5px 8px 5px 0;
  vertical-align: top;
}
tr.on td {
  box-shadow: inset 0 3px 0 var(--parcel);
}
.name {
  margin-right: 10px;
  font-weight: 600;
  text-decoration: underline;
  text-underline-offset: 3px;
}
.words {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: 4px 28px;
  padding-top: 12px;
  font-size: 13.5px;
  line-height: 1.4;
}
p {
  padding-top: 3px;
}
</style>
