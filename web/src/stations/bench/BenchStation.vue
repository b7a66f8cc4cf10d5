<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask } from '@/api/client'
import DrawingView from '@/drawing/DrawingView.vue'
import FigureText from '@/ui/FigureText.vue'
import { useDerived } from '@/stations/derived'
import { useStation } from '@/stations/station'
import StationLayout from '@/stations/StationLayout.vue'
import LearnedNote from '@/stations/LearnedNote.vue'
import BeginMaking from './BeginMaking.vue'
import DuePanel from './DuePanel.vue'
import StepList from './StepList.vue'
import SupplyList from './SupplyList.vue'

/** How the job is made: its steps and what they take; from here it goes to the bench. */
const { jobs, job, plan, pick, type } = useStation('bench')
const route = useRoute()
const id = computed(() => String(route.params.id))
const { found, failed } = useDerived(
  () => true,
  async (of) => ask(api.POST('/api/v1/steps', { params: { query: { of: id.value } }, body: of })),
)
/** On a phone the steps come after what is asked, not in a window of their own. */
const narrow = window.matchMedia('(max-width: 700px)').matches

const extras = [
  { id: 'band', name: 'A belly band round each card' },
  { id: 'gauge', name: 'A slot gauge, to check with' },
]
function toggle(extra: string) {
  const had = job.value.extras ?? []
  const has = had.includes(extra) ? had.filter((e) => e !== extra) : [...had, extra]
  pick({ extras: has.length ? has : null })
}
</script>

<template>
  <StationLayout station="bench" title="How it is made">
    <template #drawing>
      <DrawingView v-if="narrow || plan.cut_plan?.problem" :drawing="plan.drawings.base" bare />
      <div v-else class="steps" tabindex="0" role="group" aria-label="Steps">
        <StepList v-if="found" :steps="found.steps" />
        <p v-else-if="failed" role="alert">
          The server does not answer; it is tried again every few seconds.
        </p>
        <DrawingView v-else :drawing="plan.drawings.base" bare />
      </div>
    </template>
    <template #say>
      <p v-if="plan.cut_plan?.problem" class="wrong" data-testid="no-steps">
        {{ plan.cut_plan.problem.text }} Until then there is nothing to make.
      </p>
      <p v-else-if="found" class="time">
        <FigureText class="big figures" :text="found.time.text" />
        <span
          >for {{ plan.quantity }}, {{ found.steps.length }} steps; the first one all the way before the rest
          is cut<template v-if="found.time.own">; by your own pace</template></span
        >
      </p>
      <BeginMaking
        :of="{ job: id }"
        :ready="jobs.saveNow"
        :disabled="!found?.steps.length || !jobs.fresh || id === 'new'"
      />
      <DuePanel v-if="found" :id="id" :schedule="found.schedule" :sittings="found.sittings" />
      <fieldset>
        <legend class="small-caps">Made besides</legend>
        <label v-for="e in extras" :key="e.id"
          ><input
            type="checkbox"
            :checked="job.extras?.includes(e.id)"
            :data-testid="`extra-${e.id}`"
            @change="toggle(e.id)"
          />
          {{ e.name }}</label
        >
      </fieldset>
      <label class="notes"
        >Notes
        <textarea
          :value="job.notes"
          rows="2"
          placeholder="the pattern has a top"
          data-testid="notes"
          @input="type('notes', ($event.target as HTMLTextAreaElement).value)"
        ></textarea>
        <span v-if="jobs.errors.notes" role="alert" class="wrong">{{ jobs.errors.notes }}</span>
      </label>
    </template>
    <template #list>
      <LearnedNote v-if="found" :all="found.learned" station="bench" />
      <SupplyList v-if="found?.supplies.lines.length" :supplies="found.supplies" />
      <StepList v-if="found && narrow" :steps="found.steps" />
    </template>
  </StationLayout>
</template>

<style scoped>
.steps {
  height: 100%;
  overflow-y: auto;
  padding: 0 18px 14px;
}
.big {
  display: block;
  font-size: 27px;
  line-height: 1.2;
  font-weight: 700;
  color: var(--ink);
}
.time span:last-child {
  color: var(--muted);
  font-size: 14px;
}
fieldset {
  border: 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
label {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 30px;
  font-size: 15px;
}
input {
  width: 18px;
  height: 18px;
  accent-color: var(--ink);
}
.notes {
  display: grid;
  font-weight: 600;
}
textarea {
  font: inherit;
  font-weight: 400;
  padding: 6px 8px;
  border: 1px solid var(--ink-soft);
  border-radius: 4px;
  background: var(--card-paper);
  color: var(--text);
}
.wrong {
  color: var(--stop);
}
</style>
