<script setup lang="ts">
import type { CutPlan, Drawing } from '@/api/client'
import DrawingView from '@/drawing/DrawingView.vue'
import FigureText from '@/ui/FigureText.vue'
import { cautions } from './cautions'

/** Every way the sheets are cut, drawn small for paper. */
defineProps<{ cuts: CutPlan; drawings: Drawing[] }>()
const HALF = { w: 320, h: 250 }
</script>

<template>
  <p class="caution">{{ cautions.blade }}</p>
  <p><FigureText prose :text="cuts.text" />.</p>
  <div class="two">
    <figure v-for="(s, i) in cuts.sheets" :key="i">
      <figcaption>
        <strong>{{ s.letter }}</strong> {{ [s.name, s.paper].filter(Boolean).join(' ') }}, {{ s.count }}
        {{ s.count === 1 ? 'time' : 'times' }}
      </figcaption>
      <DrawingView v-if="drawings[i]" :drawing="drawings[i]!" :fixed="HALF" :title="`Sheet ${s.letter}`" />
    </figure>
  </div>
</template>

<style scoped src="./paper.css"></style>
