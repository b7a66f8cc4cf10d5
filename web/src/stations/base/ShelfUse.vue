<script setup lang="ts">
import { computed, ref } from 'vue'
import { useJob } from '@/job/job'
import { useShelf } from '@/shelf/shelf'

/** Keeps the batch's sheets back on the shelf, or takes them off it; either can be undone. */
const jobs = useJob()
const { shelf, take, undo } = useShelf()
const wrong = ref('')
const last = ref<{ id: string; state: string }>()

const fromShelf = computed(() => jobs.plan?.cut_plan?.sheets.some((s) => s.item && !s.buy) ?? false)

async function run(state: 'reserved' | 'used') {
  await jobs.saveNow()
  wrong.value = await take(jobs.id, state, true)
  const made = shelf.value?.uses[0]
  last.value = wrong.value || !made ? undefined : { id: made.id, state }
}
async function giveBack() {
  if (!last.value) return
  wrong.value = await undo(last.value.id)
  last.value = undefined
}
</script>

<template>
  <div v-if="fromShelf" class="use no-print">
    <v-btn size="small" variant="outlined" data-testid="reserve" @click="run('reserved')"
      >Keep these back</v-btn
    >
    <v-btn size="small" variant="outlined" data-testid="use-up" @click="run('used')"
      >Take them off the shelf</v-btn
    >
    <p v-if="last" role="status">
      {{ last.state === 'used' ? 'Taken off the shelf; the offcuts are on it.' : 'Kept back for this job.' }}
      <v-btn size="small" data-testid="give-back" @click="giveBack">Undo</v-btn>
    </p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  </div>
</template>

<style scoped>
.use {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding-top: 10px;
  font-size: 14px;
}
p {
  flex-basis: 100%;
}
.wrong {
  color: var(--stop);
  white-space: pre-line;
}
</style>
