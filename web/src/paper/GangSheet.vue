<script setup lang="ts">
import type { GangPlan } from '@/api/client'
import SheetList from './SheetList.vue'
import SheetsCut from './SheetsCut.vue'

/** Jobs cut together, for paper: what is cut from what, in order, with boxes to tick. */
defineProps<{ plan: GangPlan }>()
const today = new Date().toLocaleDateString(undefined, { dateStyle: 'long' })
</script>

<template>
  <article class="sheet">
    <header>
      <h1>{{ plan.title }}</h1>
      <p>By a ruler in {{ plan.ruler }}. {{ today }}</p>
    </header>
    <section>
      <h2>Jobs</h2>
      <p v-for="j in plan.jobs" :key="j.number">
        <strong>{{ j.number }}</strong> {{ j.title }}: {{ j.quantity }} of {{ j.card
        }}<template v-if="j.cost">; {{ j.share }} of the paper, {{ j.cost }}, {{ j.each }} a card</template>
      </p>
      <p v-for="s in plan.shopping" :key="s"><strong>To buy:</strong> {{ s }}</p>
    </section>
    <section v-if="!plan.cut_plan.problem">
      <h2>Out of sheets</h2>
      <SheetsCut :cuts="plan.cut_plan" :drawings="plan.drawings.sheets" />
      <SheetList :answers="plan.answers" />
    </section>
    <section v-if="plan.stamps.length">
      <h2>Stamps</h2>
      <p v-for="s in plan.stamps" :key="s.number">
        <strong>{{ s.number }}</strong> {{ s.title }}: {{ s.text }}
      </p>
    </section>
  </article>
</template>

<style scoped src="./paper.css"></style>
