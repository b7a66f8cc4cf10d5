<script setup lang="ts">
import { computed } from 'vue'
import type { Answer, Job, Plan } from '@/api/client'
import DrawingView from '@/drawing/DrawingView.vue'
import FigureText from '@/ui/FigureText.vue'
import SheetList from './SheetList.vue'
import SheetsCut from './SheetsCut.vue'
import { cautions } from './cautions'

/** The whole job for paper: black on white, with boxes to tick, whatever the screen shows. */
const props = defineProps<{ job: Job; plan: Plan; held: string; stations: { key: string; name: string }[] }>()

const of = (...keys: string[]) => props.plan.answers.filter((a: Answer) => keys.includes(a.station))
const blank = computed(() => props.plan.blanks[0])
const drawing = computed(() => props.plan.drawings.blanks[0])
const posts = computed(() => props.plan.post.filter((p) => p.in_use))
const figures = computed(() =>
  props.stations.flatMap((s) => {
    const told = props.plan.stations.find((t) => t.key === s.key)
    return told ? [{ ...told, name: s.name }] : []
  }),
)
const today = new Date().toLocaleDateString(undefined, { dateStyle: 'long' })
const WIDE = { w: 660, h: 320 }
const HALF = { w: 320, h: 250 }
</script>

<template>
  <article class="sheet">
    <header>
      <h1>{{ job.title || 'Untitled job' }}</h1>
      <p>
        Make <strong>{{ plan.quantity }}</strong>, by a ruler in {{ plan.ruler }}. {{ today }}
      </p>
    </header>
    <p v-if="held" class="held">Not for what is typed now: {{ held }}</p>
    <dl class="figures">
      <div v-for="f in figures" :key="f.key">
        <dt>{{ f.name }}</dt>
        <dd><FigureText :text="f.figure" /></dd>
        <dd class="word">{{ f.word }}</dd>
      </div>
    </dl>

    <section>
      <h2>The card</h2>
      <div class="two">
        <DrawingView :drawing="plan.drawings.base" :fixed="HALF" title="The flat piece" />
        <SheetList :answers="of('base')" />
      </div>
      <p>{{ plan.base.grain }} {{ plan.base.advice }}</p>
    </section>
    <section v-if="of('layers').length">
      <h2>The layers</h2>
      <div class="two">
        <DrawingView :drawing="plan.drawings.layers" :fixed="HALF" title="The stack" />
        <SheetList :answers="of('layers')" />
      </div>
    </section>
    <section v-if="plan.cut_plan && !plan.cut_plan.problem">
      <h2>Out of sheets</h2>
      <SheetsCut :cuts="plan.cut_plan" :drawings="plan.drawings.sheets" />
      <SheetList :answers="of('cuts')" />
    </section>
    <section v-if="blank && drawing">
      <h2>The envelope: {{ blank.name }}</h2>
      <p class="caution">{{ cautions.glue }}</p>
      <DrawingView :drawing="drawing" :fixed="WIDE" title="The blank" />
      <SheetList :answers="blank.answers" />
      <ol v-if="blank.steps.length">
        <li v-for="s in blank.steps" :key="s"><FigureText prose :text="s" /></li>
      </ol>
      <h3>Checks</h3>
      <ul class="checks">
        <li v-for="c in blank.proof.checks" :key="c.code">
          {{ c.ok ? '✓' : '✕' }} <FigureText prose :text="c.text" />
        </li>
      </ul>
    </section>
    <section v-for="p in posts" :key="p.carrier">
      <h2>
        {{ p.name }}: {{ p.class_name || 'no class' }}, {{ p.word }} <FigureText prose :text="p.price_text" />
      </h2>
      <p v-for="r in p.reasons" :key="r.text"><FigureText prose :text="r.text" /></p>
      <p>Rules as stated {{ p.stated }}. {{ p.notice }}</p>
    </section>
  </article>
</template>

<style scoped src="./paper.css"></style>
