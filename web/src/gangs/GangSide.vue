<script setup lang="ts">
import { mdiContentCopy, mdiPrinterOutline } from '@mdi/js'
import { useClipboard } from '@vueuse/core'
import type { Gang, GangPlan } from '@/api/client'
import type { Sought } from '@/cuts/cuts'
import LongSearch from '@/cuts/LongSearch.vue'
import PlanChoices from '@/cuts/PlanChoices.vue'
import ShelfUse from '@/cuts/ShelfUse.vue'
import { cautions } from '@/paper/cautions'
import BeginMaking from '@/stations/bench/BeginMaking.vue'
import AnswerLines from '@/ui/AnswerLines.vue'
import FigureText from '@/ui/FigureText.vue'
import GangFiles from './GangFiles.vue'
import GangJobs from './GangJobs.vue'
import GangStock from './GangStock.vue'

/** What is cut together, from what, in which order, and what is to be bought. */
const props = defineProps<{
  gang: Gang
  plan: GangPlan
  errors: { [field: string]: string }
  sought: Sought
  fresh: boolean
  lit: string
  id: string
  saveNow: () => Promise<void>
}>()
const emit = defineEmits<{ change: [patch: Partial<Gang>]; point: [key: string] }>()
const { copy: put, copied } = useClipboard({ legacy: true, copiedDuring: 2000 })
const copy = () => put(props.plan.answers.map((a) => a.copy).join('\n'))
const print = () => window.print()
const without = (at: number) => emit('change', { jobs: props.gang.jobs.filter((_, i) => i !== at) })
</script>

<template>
  <h2 class="small-caps">Jobs</h2>
  <GangJobs :jobs="plan.jobs" :ids="gang.jobs.map((m) => m.id)" @remove="without" />
  <BeginMaking :of="{ gang: id }" :ready="saveNow" :disabled="!fresh || !!plan.cut_plan.problem" />
  <h2 class="small-caps">One stack of sheets</h2>
  <GangStock :stock="plan.stock" :errors="errors" @change="emit('change', { stock: $event })" />
  <template v-if="plan.shopping.length">
    <h2 class="small-caps">To buy</h2>
    <ul class="plain" data-testid="gang-shopping">
      <li v-for="s in plan.shopping" :key="s">{{ s }}</li>
    </ul>
  </template>
  <p v-if="!plan.cut_plan.problem" class="sum" data-testid="gang-sum">
    <FigureText prose :text="plan.cut_plan.text" />.
  </p>
  <LongSearch v-if="!plan.cut_plan.problem" :cuts="plan.cut_plan" :sought="sought" />
  <header class="head">
    <h2 class="small-caps">Cut list</h2>
    <span class="no-print">
      <v-btn size="small" :prepend-icon="mdiContentCopy" :disabled="!fresh" @click="copy">{{
        copied ? 'Copied' : 'Copy'
      }}</v-btn>
      <v-btn size="small" :prepend-icon="mdiPrinterOutline" :disabled="!fresh" @click="print">Print</v-btn>
      <GangFiles :gang="gang" :disabled="!fresh || !!plan.cut_plan.problem" />
    </span>
  </header>
  <AnswerLines :answers="plan.answers" :lit="lit" @point="emit('point', $event)" />
  <PlanChoices
    v-if="plan.cut_plan.choices.length"
    :choices="plan.cut_plan.choices"
    :why="plan.cut_plan.why"
    :drawing="plan.drawings.choices"
    :lit="lit"
    @pick="emit('change', { cuts: $event ?? undefined })"
    @point="emit('point', $event)"
  />
  <template v-if="plan.cut_plan.offcuts.length">
    <h2 class="small-caps">Offcuts to keep</h2>
    <ul class="plain">
      <li v-for="o in plan.cut_plan.offcuts" :key="o.text + o.paper">
        <FigureText prose :text="o.text" /> {{ o.paper }}
      </li>
    </ul>
  </template>
  <ShelfUse :cuts="plan.cut_plan" :of="() => ({ gang: id })" :ready="saveNow" />
  <template v-if="plan.stamps.length">
    <h2 class="small-caps">Stamps</h2>
    <ul class="plain" data-testid="gang-stamps">
      <li v-for="s in plan.stamps" :key="s.number">{{ s.number }} {{ s.title }}: {{ s.text }}</li>
    </ul>
  </template>
  <p class="caution">{{ cautions.blade }}</p>
</template>

<style scoped>
h2 {
  padding-top: 12px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: end;
  border-bottom: 1.5px solid var(--ink);
  padding-bottom: 2px;
}
.sum {
  font-weight: 600;
  padding-top: 12px;
}
.plain {
  list-style: none;
  padding: 0;
  font-size: 14.5px;
}
.caution {
  font-size: 13.5px;
  color: var(--muted);
  padding-top: 12px;
}
</style>
