<script setup lang="ts">
import { mdiArrowRight } from '@mdi/js'
import { computed } from 'vue'
import type { Fix, Plan } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'
import StateMark from '@/ui/StateMark.vue'

/** The one thing this job needs to know now, with its way out as a button: first of all, what is wrong with what is typed. */
const props = defineProps<{
  plan?: Plan
  here: string
  held: string
  faults: { field: string; text: string; station?: { key: string; name: string } }[]
}>()
const emit = defineEmits<{ fix: [fix: Fix]; go: [station: string]; seek: [field: string] }>()
const words: { [state: string]: string } = { good: 'Good', look: 'See to it', stop: 'Stop' }

const fault = computed(() => props.faults[0])
const says = computed(() => props.plan?.consequence)
const state = computed(() => (fault.value ? 'stop' : props.held ? 'wait' : (says.value?.state ?? 'wait')))
</script>

<template>
  <footer class="line no-print" :class="state" data-testid="consequence">
    <template v-if="fault">
      <StateMark state="stop" word="To put right" />
      <p>{{ fault.station ? `${fault.station.name}: ` : '' }}{{ fault.text }}</p>
      <v-btn
        v-if="fault.station"
        variant="flat"
        class="way"
        data-testid="to-field"
        @click="emit('seek', fault.field)"
        >Go to it</v-btn
      >
    </template>
    <template v-else-if="held">
      <StateMark state="wait" word="Waiting" />
      <p>{{ held }} The figures are of what was typed before.</p>
    </template>
    <template v-else-if="says">
      <StateMark :state="says.state" :word="words[says.state]" />
      <div class="says">
        <p><FigureText prose :text="says.text" /></p>
        <p v-if="says.saving" class="saving" data-testid="saving">
          For less: <FigureText prose :text="says.saving.text" />
        </p>
      </div>
      <v-btn
        v-if="says.saving?.fix"
        variant="outlined"
        class="saves"
        data-testid="saves-it"
        @click="emit('fix', says.saving.fix)"
      >
        <FigureText prose :text="says.saving.fix.label" />
      </v-btn>
      <v-btn v-if="says.fix" variant="flat" class="way" data-testid="way-out" @click="emit('fix', says.fix)">
        <FigureText prose :text="says.fix.label" />
      </v-btn>
      <v-btn
        v-if="says.station !== here && says.state !== 'good'"
        :append-icon="mdiArrowRight"
        @click="emit('go', says.station)"
        >See it</v-btn
      >
    </template>
  </footer>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  gap: 14px;
  min-height: 50px;
  padding: 6px 20px;
  background: var(--sheet);
  border-top: 3px solid var(--good);
}
.line.look {
  border-color: var(--look);
}
.line.stop {
  border-color: var(--stop);
}
.line.wait {
  border-color: var(--muted);
}
p,
.says {
  flex: 1;
}
p {
  font-size: 16px;
  line-height: 1.3;
}
.saving {
  color: var(--muted);
  font-size: 14px;
}
.saves,
.way {
  height: auto;
  min-height: 36px;
}
.saves :deep(.v-btn__content),
.way :deep(.v-btn__content) {
  white-space: normal;
  text-align: left;
  padding: 4px 0;
}
.saves {
  max-width: 45%;
}
.way {
  background: var(--parcel);
  color: var(--on-parcel);
  font-weight: 600;
  max-width: 50%;
}
@media (max-width: 700px), (max-height: 560px) {
  .line {
    position: sticky;
    bottom: 0;
    z-index: 3;
    flex-wrap: wrap;
    gap: 4px 12px;
    padding: 6px 12px 8px;
  }
  p,
  .says {
    flex-basis: 60%;
  }
  p {
    font-size: 15px;
  }
  .saving {
    display: none; /* the button says what saves it, the Post station why */
  }
  .saves,
  .way {
    max-width: 100%;
    min-height: 44px;
  }
}
</style>
