<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, ask, type CutPlan } from '@/api/client'
import { useBusy } from '@/kept/busy'
import { useShelf } from '@/shelf/shelf'

/** Keeps the batch's sheets back on the shelf, or takes them off it; either can be undone. */
const props = defineProps<{
  cuts?: CutPlan
  of: () => { job: string } | { gang: string }
  /** Keeps what is typed before it is taken. */
  ready: () => Promise<unknown>
}>()
const { shelf, take, undo } = useShelf()
const wrong = ref('')
const last = ref<{ id: string; state: string }>()

const fromShelf = computed(() => props.cuts?.sheets.some((s) => s.item && !s.buy) ?? false)

/** What it keeps back, where it needs something else by now. */
const differs = ref('')
async function compare() {
  const of = props.of()
  if (!fromShelf.value || !Object.values(of)[0]) return
  const reply = await ask(api.GET('/api/v1/shelf/kept', { params: { query: of } }))
  differs.value = reply.data?.text ?? ''
}
watchDebounced(() => props.cuts, compare, { debounce: 900, immediate: true })

const { busy, once } = useBusy()
const run = (state: 'reserved' | 'used') => once(() => takeAs(state))
async function takeAs(state: 'reserved' | 'used') {
  await props.ready()
  wrong.value = await take(props.of(), state, true)
  const made = shelf.value?.uses[0]
  last.value = wrong.value || !made ? undefined : { id: made.id, state }
  await compare()
}
const giveBack = () =>
  once(async () => {
    if (!last.value) return
    wrong.value = await undo(last.value.id)
    last.value = undefined
  })
</script>

<template>
  <div v-if="fromShelf" class="use no-print">
    <v-btn size="small" variant="outlined" :disabled="busy" data-testid="reserve" @click="run('reserved')"
      >Keep these back</v-btn
    >
    <v-btn size="small" variant="outlined" :disabled="busy" data-testid="use-up" @click="run('used')"
      >Take them off the shelf</v-btn
    >
    <p v-if="last" role="status">
      {{ last.state === 'used' ? 'Taken off the shelf; the offcuts are on it.' : 'Kept back.' }}
      <v-btn size="small" data-testid="give-back" @click="giveBack">Undo</v-btn>
    </p>
    <p v-if="differs" role="status" data-testid="kept-differs">
      {{ differs }}
      <v-btn size="small" :disabled="busy" data-testid="keep-anew" @click="run('reserved')"
        >Keep back what it needs</v-btn
      >
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
