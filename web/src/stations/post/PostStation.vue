<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import CarrierTable from './CarrierTable.vue'
import ChosenNote from '@/stations/ChosenNote.vue'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import CutList from '@/stations/CutList.vue'
import DrawingView from '@/drawing/DrawingView.vue'
import ExportButton from '@/stations/ExportButton.vue'
import OtherWays from './OtherWays.vue'
import PostFields from './PostFields.vue'
import PostVerdict from './PostVerdict.vue'
import RulesTable from './RulesTable.vue'
import StampsBox from './StampsBox.vue'
import StationLayout from '@/stations/StationLayout.vue'
import WaysOut from './WaysOut.vue'
import { useStation } from '@/stations/station'

type View = 'piece' | 'map' | 'gauge'

const { plan, lit, pick } = useStation('post')
const view = ref<View>('piece')
const views = computed(() => {
  const all: { id: View; name: string }[] = [
    { id: 'piece', name: 'As handed in' },
    { id: 'map', name: 'Length and height' },
  ]
  if (plan.value.gauge) all.push({ id: 'gauge', name: 'Slot gauge' })
  return all
})
watch(views, (all) => {
  if (!all.some((v) => v.id === view.value)) view.value = 'piece'
})

const inUse = computed(() => plan.value.post.filter((p) => p.in_use))
const chosen = ref('')
const index = computed(() =>
  Math.max(
    inUse.value.findIndex((p) => p.carrier === chosen.value),
    0,
  ),
)
const post = computed(() => inUse.value[index.value])
/** The same card sent another way, by the carrier that is looked at. */
const others = computed(() => plan.value.post.filter((p) => !p.in_use && p.carrier === post.value?.carrier))
</script>

<template>
  <StationLayout station="post" :title="post ? `Posted in: ${post.piece_name}` : 'Nothing to post'">
    <template #tools>
      <ChoiceRow label="Drawing" :options="views" :value="view" @pick="view = $event" />
      <ExportButton v-if="view === 'gauge'" part="gauge" />
    </template>
    <template #drawing>
      <div v-if="post && view === 'piece'" class="boards">
        <DrawingView :drawing="plan.drawings.post[index]!" :lit="lit" @point="lit = $event" />
        <div class="edge">
          <span class="small-caps">On edge, in the slot: {{ post.name }}, {{ post.class_name }}</span>
          <DrawingView :drawing="plan.drawings.slot[index]!" :lit="lit" @point="lit = $event" />
        </div>
      </div>
      <DrawingView v-else-if="post && view === 'map'" :drawing="plan.drawings.maps[index]!" :lit="lit" />
      <DrawingView
        v-else-if="plan.drawings.gauge"
        :drawing="plan.drawings.gauge"
        :lit="lit"
        @point="lit = $event"
      />
    </template>
    <template #below>
      <div v-if="post" class="below">
        <CarrierTable :posts="inUse" :chosen="post.carrier" @pick="chosen = $event" />
        <RulesTable :post="post" />
      </div>
    </template>
    <template #say>
      <PostFields />
    </template>
    <template #list>
      <template v-if="view === 'gauge' && plan.gauge">
        <CutList :answers="plan.gauge.answers" :lit="lit" title="Slot gauge" @point="lit = $event" />
        <p class="dated">What slides through by its own weight is thin enough. {{ post?.notice }}</p>
      </template>
      <template v-else-if="post">
        <PostVerdict :post="post" />
        <ChosenNote v-if="index === 0" />
        <WaysOut :post="post" @take="pick($event)" />
        <StampsBox v-if="index === 0" :plan="plan" />
        <CutList :answers="post.answers" :lit="lit" title="The sealed piece" @point="lit = $event" />
        <OtherWays :others="others" :plan="plan" @pick="pick" />
      </template>
    </template>
  </StationLayout>
</template>

<style scoped>
.boards {
  display: grid;
  grid-template-rows: minmax(0, 1fr) 92px;
  height: 100%;
}
.edge {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
}
.below {
  padding: 6px 18px 10px;
  border-top: 1px solid var(--rule);
  background: var(--ground);
  max-height: 236px;
  overflow-y: auto;
}
@media (max-width: 900px) {
  .below {
    max-height: 170px;
  }
}
@media (max-width: 700px), (max-height: 560px) {
  .below {
    max-height: none;
  }
}
</style>
