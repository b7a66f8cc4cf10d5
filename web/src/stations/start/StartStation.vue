<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useCatalog } from '@/api/catalog'
import type { Job } from '@/api/client'
import DrawingView from '@/drawing/DrawingView.vue'
import { useJob } from '@/job/job'
import type { Patch } from '@/job/merge'
import CutList from '@/stations/CutList.vue'
import StationLayout from '@/stations/StationLayout.vue'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import FormatPicker from '@/ui/FormatPicker.vue'
import SheetPicker from '@/ui/SheetPicker.vue'
import SizePair from '@/ui/SizePair.vue'
import CardFields from './CardFields.vue'
import DoorPictures from './DoorPictures.vue'
import FormatsNested from './FormatsNested.vue'
import MakesList from './MakesList.vue'
import { doors, type Door } from './doors'

/** Where a job begins. The fields stay where they are while the first answer comes: only the drawing beside them changes. */
const jobs = useJob()
const catalog = useCatalog()
const lit = ref('')
const job = computed<Partial<Job>>(() => jobs.job ?? {})
const plan = computed(() => jobs.plan)
const unit = computed<'in' | 'mm'>(() => ((job.value.unit ?? plan.value?.unit) === 'mm' ? 'mm' : 'in'))
const answers = computed(() => plan.value?.answers.filter((a) => a.station === 'start') ?? [])

const shown = computed<Door | undefined>(() => {
  if (job.value.card?.width || job.value.card?.height) return 'card'
  if (typeof job.value.envelope === 'string') return 'format'
  if (job.value.envelope) return 'measured'
  return job.value.sheet ? 'sheet' : undefined
})
const door = ref<Door | undefined>(shown.value)
watch(shown, (now) => now && (door.value = now))

type View = 'drawing' | 'formats'
const view = ref<View>('drawing')
const views: { id: View; name: string }[] = [
  { id: 'drawing', name: 'Drawing' },
  { id: 'formats', name: 'All envelopes' },
]
const picture = computed(() => {
  if (door.value === 'format' && (!plan.value || view.value === 'formats')) return 'formats'
  return plan.value ? 'drawing' : 'doors'
})
const title = computed(() => {
  if (picture.value === 'formats') return 'Which envelope is it?'
  if (!plan.value) return 'What is on the table?'
  return plan.value.envelope ? 'Envelope and card' : 'Finished card'
})

/** Starting from an envelope or a sheet, the card takes its size from it. */
const sized = { card: { width: null, height: null, made: null } }
const pick = (patch: Patch) => jobs.change(patch)

function enter(next: Door) {
  door.value = next
  const p = plan.value
  if (next === 'card' && p)
    pick({ card: { width: p.card.width.text, height: p.card.height.text, made: true } })
  if (next === 'measured' && p?.envelope) {
    pick({ envelope: { width: p.envelope.width.text, height: p.envelope.height.text }, ...sized })
  }
}
function choose(id: string) {
  view.value = 'drawing'
  pick(door.value === 'card' ? { envelope: id } : { envelope: id, ...sized })
}
const measured = computed(() => (typeof job.value.envelope === 'object' ? job.value.envelope : undefined))
function measure(side: 'width' | 'height', text: string) {
  const next = { width: '', height: '', ...measured.value, [side]: text }
  const envelope = next.width || next.height ? next : null
  jobs.change({ envelope, ...(job.value.card ? sized : {}) }, `envelope.${side}`)
}
/** A card whose size is typed is on the table, until its maker says otherwise. */
function finish(side: 'width' | 'height', text: string) {
  const first = !job.value.card?.width && !job.value.card?.height
  jobs.change(
    { card: { [side]: text.trim() === '' ? null : text, ...(first && { made: true }) } },
    `card.${side}`,
  )
}
const given = computed(() => (typeof job.value.envelope === 'string' ? job.value.envelope : undefined))
</script>

<template>
  <StationLayout station="start" :title="title">
    <template #tools>
      <ChoiceRow
        v-if="plan && door === 'format'"
        label="Drawing"
        :options="views"
        :value="view"
        @pick="view = $event"
      />
    </template>
    <template #drawing>
      <FormatsNested
        v-if="picture === 'formats'"
        :catalog="catalog"
        :unit="unit"
        :value="given"
        @pick="choose"
      />
      <DrawingView
        v-else-if="picture === 'drawing' && plan"
        :drawing="plan.drawings.start"
        :lit="lit"
        @point="lit = $event"
      />
      <DoorPictures v-else :value="door" @pick="enter" />
    </template>
    <template #say>
      <ChoiceRow v-if="door" label="What do you start from?" :options="doors" :value="door" @pick="enter" />
      <p v-else class="quiet">Pick one of the four, with a click or the arrow keys.</p>
      <FormatPicker
        v-if="door === 'format' || (door === 'card' && plan)"
        :catalog="catalog"
        :value="given"
        :unit="unit"
        :error="door === 'format' ? jobs.errors.envelope : undefined"
        @pick="choose"
      />
      <SheetPicker
        v-if="door === 'sheet'"
        label="Sheet of card"
        field="sheet"
        :value="job.sheet"
        :assumed="plan?.base.sheet.id"
        :catalog="catalog"
        :unit="unit"
        :error="jobs.errors.sheet"
        @pick="pick({ sheet: $event, envelope: null, ...sized })"
      />
      <SizePair
        v-if="door === 'measured'"
        name="Envelope"
        field="envelope"
        :size="measured"
        @change="measure"
      />
      <SizePair v-if="door === 'card'" name="Card" field="card" :size="job.card" @change="finish" />
      <CardFields v-if="plan && jobs.job" :door="door" />
    </template>
    <template v-if="plan && jobs.job" #list
      ><CutList :answers="answers" :lit="lit" title="What goes in" @point="lit = $event" />
      <MakesList v-if="plan.makes.length" />
    </template>
  </StationLayout>
</template>

<style scoped>
.quiet {
  color: var(--muted);
  font-size: 14px;
}
</style>
