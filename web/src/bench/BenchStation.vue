<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, type MakingSummary } from '@/api/client'
import { worked } from '@/app/notice'
import DrawingView from '@/drawing/DrawingView.vue'
import FigureText from '@/ui/FigureText.vue'
import { useDerived } from '@/stations/derived'
import { useStation } from '@/stations/station'
import StationLayout from '@/stations/StationLayout.vue'
import StepList from './StepList.vue'
import SupplyList from './SupplyList.vue'

/** How the job is made: its steps and what they take; from here it goes to the bench. */
const { jobs, job, plan, pick } = useStation('bench')
const route = useRoute()
const router = useRouter()
const { found, failed } = useDerived(
  () => true,
  async (of) => ask(api.POST('/api/v1/steps', { body: of })),
)
const makings = ref<MakingSummary[]>([])
const beginning = ref(false)
const id = computed(() => String(route.params.id))
const mine = computed(() => makings.value.filter((m) => m.of === id.value))
const under = computed(() => mine.value.filter((m) => !m.finished))

onMounted(async () => {
  const reply = await ask(api.GET('/api/v1/makings'))
  if (reply.data) makings.value = reply.data
})

const extras = [
  { id: 'band', name: 'A belly band round each card' },
  { id: 'gauge', name: 'A slot gauge, to check with' },
]
function toggle(extra: string) {
  const had = job.value.extras ?? []
  const has = had.includes(extra) ? had.filter((e) => e !== extra) : [...had, extra]
  pick({ extras: has.length ? has : null })
}

async function begin() {
  beginning.value = true
  const edit = crypto.randomUUID?.() ?? `${Date.now()}-${Math.random()}`
  const reply = await ask(
    api.POST('/api/v1/makings', { params: { query: { edit } }, body: { job: id.value } }),
  )
  beginning.value = false
  if (worked('It is not begun.', reply) && reply.data)
    await router.push({ name: 'bench', params: { id: reply.data.id } })
}
</script>

<template>
  <StationLayout station="bench" title="How it is made">
    <template #drawing>
      <div class="steps">
        <StepList v-if="found" :steps="found.steps" />
        <p v-else-if="failed" role="alert">
          The server does not answer; it is tried again every few seconds.
        </p>
        <DrawingView v-else :drawing="plan.drawings.base" bare />
      </div>
    </template>
    <template #say>
      <p v-if="found" class="time">
        <FigureText class="big figures" :text="found.time.text" />
        <span
          >for {{ plan.quantity }}, {{ found.steps.length }} steps; the first one all the way before the rest
          is cut</span
        >
      </p>
      <p class="go">
        <v-btn
          v-for="m in under"
          :key="m.id"
          variant="flat"
          class="begin"
          :to="{ name: 'bench', params: { id: m.id } }"
          data-testid="bench-resume"
          >Go on at step {{ m.done + 1 }} of {{ m.steps }}</v-btn
        >
        <v-btn
          :variant="under.length ? 'outlined' : 'flat'"
          :class="{ begin: !under.length }"
          :disabled="!found || !jobs.fresh || beginning || id === 'new'"
          :loading="beginning"
          data-testid="bench-begin"
          @click="begin"
          >{{ under.length ? 'Begin another' : 'Begin making' }}</v-btn
        >
      </p>
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
    </template>
    <template #list>
      <SupplyList v-if="found" :supplies="found.supplies" />
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
.go {
  display: grid;
  gap: 8px;
}
.begin {
  background: var(--parcel);
  color: var(--on-parcel);
}
fieldset {
  border: 0;
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
</style>
