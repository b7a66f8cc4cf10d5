<script setup lang="ts">
import { computed } from 'vue'
import type { Step } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'

/** The steps in order, the first one and then the rest. */
const props = defineProps<{ steps: Step[] }>()
const phases = computed(() =>
  [
    { key: 'first', name: 'The first one' },
    { key: 'rest', name: 'The rest' },
  ]
    .map((p) => ({ ...p, steps: props.steps.filter((s) => s.phase === p.key) }))
    .filter((p) => p.steps.length),
)
</script>

<template>
  <section v-for="p in phases" :key="p.key" class="phase" :data-testid="`steps-${p.key}`">
    <h2 class="small-caps">{{ p.name }}</h2>
    <ol>
      <li v-for="s in p.steps" :key="s.id" :data-testid="`step-${s.id}`">
        <span class="what">{{ s.text }}</span>
        <FigureText v-if="s.figure" class="number" :text="s.figure.text" />
        <span class="of"
          >{{ s.pieces > 1 ? `${s.pieces} × ` : '' }}{{ s.part || s.tool
          }}<template v-for="d in s.details" :key="d">; <FigureText prose :text="d" /></template
        ></span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
  counter-reset: step;
}
li {
  display: grid;
  grid-template-columns: 30px minmax(150px, 1.1fr) 130px minmax(0, 2fr);
  gap: 4px 10px;
  align-items: baseline;
  padding: 5px 0;
  border-bottom: 1px solid var(--rule);
  font-size: 14.5px;
  line-height: 1.3;
}
li::before {
  counter-increment: step;
  content: counter(step);
  color: var(--muted);
  text-align: right;
}
.what {
  font-weight: 600;
}
.number {
  font-size: 20px;
  font-weight: 700;
  color: var(--ink);
  grid-column: 3;
}
.of {
  grid-column: 4;
  color: var(--muted);
  font-size: 13.5px;
}
.phase + .phase {
  margin-top: 16px;
}
@media (max-width: 700px) {
  li {
    grid-template-columns: 26px minmax(0, 1fr) auto;
  }
  .of {
    grid-column: 2 / -1;
    grid-row: 2;
  }
}
</style>
