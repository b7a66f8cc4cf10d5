<script setup lang="ts">
import { mdiAlertOctagon, mdiCheckBold, mdiEyeOutline, mdiTimerSand } from '@mdi/js'
import { computed } from 'vue'

/** A state as symbol and word; never by colour alone. */
const props = defineProps<{ state: string; word?: string }>()

const icon = computed(
  () =>
    ({ good: mdiCheckBold, look: mdiEyeOutline, stop: mdiAlertOctagon, wait: mdiTimerSand })[props.state] ??
    mdiEyeOutline,
)
</script>

<template>
  <span class="state" :class="state"
    ><v-icon :icon="icon" size="14" aria-hidden="true" />{{ word ?? state }}</span
  >
</template>

<style scoped>
.state {
  display: inline-flex;
  align-items: center;
  gap: 4px;
  font-size: 13px;
  font-weight: 600;
  white-space: nowrap;
}
.good {
  color: var(--good);
}
.look {
  color: var(--look);
}
.stop {
  color: var(--stop);
}
.wait {
  color: var(--muted);
}
</style>
