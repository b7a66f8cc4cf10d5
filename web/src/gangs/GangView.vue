<script setup lang="ts">
import { mdiArrowLeft, mdiRedo, mdiUndo } from '@mdi/js'
import { onKeyStroke, useTitle } from '@vueuse/core'
import { computed, ref, useTemplateRef } from 'vue'
import { lookForCuts } from '@/api/events'
import BatchView from '@/cuts/BatchView.vue'
import type { Sought } from '@/cuts/cuts'
import { usePaper } from '@/paper/paper'
import StateMark from '@/ui/StateMark.vue'
import GangSide from './GangSide.vue'
import { useGang } from './gang'

/** Several jobs cut as one. */
const props = defineProps<{ id: string }>()
const { gang, plan, changed, errors, state, fresh, missing, recovered, theirs, change, replan, back, again, canUndo, canRedo, save, keepMine, takeTheirs, takeChanged } = useGang(props.id) // prettier-ignore
useTitle(() => `${plan.value?.title ?? 'Together'} · Yellow Parcel`)
const at = ref(0)
const lit = ref('')
const sought: Sought = {
  of: () => gang.value,
  look: (signal, each) => lookForCuts('/api/v1/gangs/cuts', gang.value ?? {}, signal, each),
  found: replan,
}
const words: { [state: string]: string } = { good: 'Good', look: 'Look', stop: 'Stop' }
const wrong = computed(() => Object.values(errors.value)[0])
const paper = useTemplateRef('paper')
usePaper(paper, import('@/paper/GangSheet.vue'), () => plan.value && { plan: plan.value })
onKeyStroke(['z', 'Z'], (e) => {
  if (!(e.ctrlKey || e.metaKey)) return
  e.preventDefault()
  if (e.shiftKey) again()
  else back()
})
</script>

<template>
  <div>
    <div ref="paper"></div>
    <div class="gang no-print">
      <header class="bar">
        <v-btn :icon="mdiArrowLeft" size="small" aria-label="All jobs" :to="{ name: 'jobs' }" />
        <input
          class="title"
          :value="gang?.title"
          :placeholder="plan?.title"
          aria-label="Title"
          maxlength="120"
          data-testid="gang-title"
          @input="change({ title: ($event.target as HTMLInputElement).value || undefined }, 'title')"
        />
        <span role="status" class="state" data-testid="gang-state">{{ gang ? state : '' }}</span>
        <v-btn :icon="mdiUndo" size="small" aria-label="Undo" :disabled="!canUndo" @click="back" />
        <v-btn :icon="mdiRedo" size="small" aria-label="Redo" :disabled="!canRedo" @click="again" />
      </header>
      <div class="tape-edge" aria-hidden="true"></div>
      <p v-if="theirs" class="notice" role="alert">
        These jobs together were changed elsewhere.
        <v-btn size="small" variant="outlined" data-testid="keep-mine" @click="keepMine">Keep mine</v-btn>
        <v-btn size="small" variant="outlined" data-testid="take-theirs" @click="takeTheirs"
          >Take theirs</v-btn
        >
      </p>
      <p v-if="recovered" class="notice" role="status" data-testid="recovered">
        What you changed before this was closed was not kept yet; it is back.
        <v-btn size="small" variant="outlined" @click="recovered = false">Good</v-btn>
      </p>
      <p v-if="changed.length" class="notice" role="status">
        {{ changed.length === 1 ? `Job ${changed[0]} was` : `Jobs ${changed.join(', ')} were` }} changed
        since.
        <v-btn size="small" variant="outlined" data-testid="take-changed" @click="takeChanged"
          >Take the changes</v-btn
        >
      </p>
      <p v-if="wrong" class="notice" role="alert">{{ wrong }}</p>
      <main v-if="missing" id="main" class="none">
        <h1>{{ missing }}</h1>
        <v-btn variant="outlined" :to="{ name: 'jobs' }">All jobs</v-btn>
      </main>
      <main v-else-if="plan && gang" id="main" class="table" :class="{ held: !fresh }">
        <section class="board" aria-label="Drawing: how the sheets are cut">
          <h1 class="caption">{{ plan.jobs.length }} jobs on one table</h1>
          <div class="drawing">
            <BatchView
              :cuts="plan.cut_plan"
              :drawings="plan.drawings.sheets"
              :at="at"
              :lit="lit"
              @pick="at = $event"
              @point="lit = $event"
            />
          </div>
        </section>
        <aside class="side">
          <GangSide
            :id="id"
            :gang="gang"
            :plan="plan"
            :errors="errors"
            :sought="sought"
            :save-now="save"
            :fresh="fresh"
            :lit="lit"
            @change="change"
            @point="lit = $event"
          />
        </aside>
      </main>
      <main v-else id="main" class="none" aria-busy="true"></main>
      <footer v-if="plan" class="line" :class="plan.state" data-testid="gang-line">
        <StateMark :state="plan.state" :word="words[plan.state] ?? ''" /> {{ plan.text }}
      </footer>
    </div>
  </div>
</template>

<style scoped src="../drawing/board.css"></style>
<style scoped src="./gang.css"></style>
