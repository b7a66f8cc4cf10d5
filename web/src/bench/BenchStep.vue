<script setup lang="ts">
import { computed } from 'vue'
import type { BenchDrawings, Step } from '@/api/client'
import DrawingView from '@/drawing/DrawingView.vue'
import FigureText from '@/ui/FigureText.vue'
import BenchFigure from './BenchFigure.vue'
import { drawingOf } from './drawings'

/** One step: what to do, its one figure, where, and what to look at before it cannot be undone. */
const props = defineProps<{ step: Step; drawings?: BenchDrawings; waits: string }>()
/** Where there is little room pieces are not named in the drawing: the line is what counts. */
const small = window.matchMedia('(max-width: 700px), (max-height: 480px)').matches
const drawing = computed(() => props.drawings && drawingOf(props.drawings, props.step, small))
const steps: { [kind: string]: string } = { first: 'The first one', rest: 'The rest' }
</script>

<template>
  <article class="step" :class="{ plain: !step.figure }">
    <p class="phase">{{ steps[step.phase] }}{{ step.part && ` · ${step.part}` }} · {{ step.tool }}</p>
    <h1 tabindex="-1" class="text" data-testid="bench-text">{{ step.text }}</h1>
    <BenchFigure v-if="step.figure" class="number" :text="step.figure.text" />
    <p v-if="step.figure?.mark" class="mark">nearest ruler mark {{ step.figure.mark }}</p>
    <div class="where">
      <DrawingView v-if="drawing" :drawing="drawing" lit="*" />
    </div>
    <div class="words">
      <p v-if="waits" class="waits" role="status" data-testid="bench-waits">{{ waits }}</p>
      <p v-for="d in step.details" :key="d" class="detail" data-testid="bench-detail">
        <FigureText prose :text="d" />
      </p>
      <p v-if="step.check" class="check" data-testid="bench-check">{{ step.check }}</p>
      <p v-if="step.caution" class="caution">{{ step.caution }}</p>
    </div>
  </article>
</template>

<style scoped>
.step {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  grid-template-rows: auto auto auto auto minmax(0, 1fr);
  column-gap: 24px;
  min-height: 0;
  padding: 8px 28px;
}
.phase,
.text,
.number,
.mark {
  grid-column: 1 / -1;
  text-align: center;
}
.phase {
  color: var(--muted);
  font-size: 15px;
}
.text {
  font-size: clamp(22px, 4.6vh, 40px);
  line-height: 1.15;
  color: var(--text);
}
.text:focus-visible {
  outline: none;
}
.plain .text {
  font-size: clamp(30px, 11vh, 96px);
  line-height: 1.05;
  padding: 2vh 0;
}
.mark {
  color: var(--look);
  font-weight: 600;
}
.where {
  min-height: 44px;
  grid-row: 5;
}
.words {
  grid-row: 5;
  align-self: center;
  display: grid;
  gap: 8px;
  font-size: 19px;
  line-height: 1.35;
}
.check {
  font-weight: 700;
}
.waits {
  color: var(--look);
  font-weight: 700;
}
.caution {
  color: var(--stop);
  font-size: 15px;
  font-weight: 600;
}
/* Held upright: the drawing over the words. */
@media (max-aspect-ratio: 4/5) {
  .step {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto auto auto auto minmax(0, 1fr) auto;
    padding: 6px 14px;
  }
  .words {
    grid-row: 6;
    font-size: 17px;
    gap: 4px;
  }
}
/* A phone on its side: the figure keeps its height, the drawing what is left. */
@media (max-height: 480px) {
  .step {
    padding: 0 12px;
  }
  .words {
    font-size: 14px;
    gap: 2px;
  }
  .caution,
  .phase {
    font-size: 12px;
  }
}
</style>
