<script setup lang="ts">
import { computed } from 'vue'
import type { Blank, Plan } from '@/api/client'
import { sharedScale } from '@/drawing/drawing'
import { useJob } from '@/job/job'
import DrawingView from '@/drawing/DrawingView.vue'
import FigureText from '@/ui/FigureText.vue'
import { rove } from '@/ui/roving'
import StateMark from '@/ui/StateMark.vue'

/** Every way of making the envelope as a small drawing, all to one scale. */
const props = defineProps<{ plan: Plan }>()
const emit = defineEmits<{ pick: [patch: Blank['patch']] }>()

const scale = computed(() => sharedScale(props.plan.drawings.blanks, 76, 76))
/** While the choice is left to the plan, the first is a choice too. */
const jobs = useJob()
const open = computed(() => !jobs.job?.blank?.style)
const state = (b: Blank) => (!b.proof.ok ? 'stop' : b.paper.fits || b.bought ? 'good' : 'look')
const word = (b: Blank) => (!b.proof.ok ? 'fails' : b.paper.fits || b.bought ? 'proved' : 'larger paper')
</script>

<template>
  <div
    class="schools no-print"
    role="radiogroup"
    aria-label="Ways of making it, to one scale"
    @keydown="rove($event, false)"
  >
    <button
      v-for="(b, i) in plan.blanks"
      :key="`${b.style}/${b.variant}`"
      class="school"
      role="radio"
      :aria-checked="i === 0"
      :tabindex="i === 0 ? 0 : -1"
      :class="{ on: i === 0 }"
      :data-testid="`school-${b.style}-${b.variant}`"
      @click="(i !== 0 || open) && emit('pick', b.patch)"
    >
      <span class="thumb"
        ><DrawingView :drawing="plan.drawings.blanks[i]!" bare :scale="scale" :title="b.name"
      /></span>
      <span class="facts">
        <strong>{{ b.name }}</strong>
        <FigureText :text="b.text" />
        <span>{{ b.area }}, seam <FigureText :text="b.seam.text" /></span>
        <StateMark :state="state(b)" :word="word(b)" />
      </span>
    </button>
  </div>
</template>

<style scoped>
.schools {
  display: flex;
  overflow-x: auto;
  border-top: 1px solid var(--rule);
  background: var(--ground);
}
.school {
  flex: 0 0 218px;
  display: grid;
  grid-template-columns: 80px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
  padding: 8px;
  border: 0;
  border-right: 1px solid var(--rule);
  background: none;
  color: var(--text);
  text-align: left;
  cursor: pointer;
}
.school.on {
  background: var(--sheet);
  box-shadow: inset 0 4px 0 var(--parcel);
}
.school:focus-visible {
  outline-offset: -3px;
}
.thumb {
  width: 80px;
  height: 80px;
}
.facts {
  display: grid;
  font-size: 13px;
  line-height: 1.3;
}
@media (max-width: 900px) {
  .school {
    flex-basis: 190px;
    grid-template-columns: 56px minmax(0, 1fr);
  }
  .thumb {
    width: 56px;
  }
}
</style>
