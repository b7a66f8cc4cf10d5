<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { api, ask, type LogBody, type LogRecord } from '@/api/client'
import { useKeeping } from './log'

/** How it fitted, while it is fresh in mind: one tap a card. */
const props = defineProps<{ making: string }>()
const log = ref<LogBody>()
const { says, keep } = useKeeping()
onMounted(async () => {
  const query = { making: props.making }
  log.value = (await ask(api.GET('/api/v1/log', { params: { query } }))).data
})
async function fits(r: LogRecord, fit: NonNullable<LogRecord['entry']['fit']>) {
  const kept = await keep({ ...r.entry, fit }, r)
  if (kept && log.value)
    log.value = { ...log.value, entries: log.value.entries.map((e) => (e.id === kept.id ? kept : e)) }
}
</script>

<template>
  <div v-if="log">
    <p
      v-for="r in log.entries"
      :key="r.id"
      class="fit"
      role="group"
      :aria-label="`How ${r.entry.title} fitted`"
    >
      <span
        >How did it fit?<template v-if="log.entries.length > 1"> {{ r.entry.title }}</template></span
      >
      <button
        v-for="f in log.fits"
        :key="f"
        :aria-pressed="r.entry.fit === f"
        data-testid="fit"
        @click="fits(r, f)"
      >
        {{ f }}
      </button>
    </p>
    <p v-if="says" role="alert">{{ says }}</p>
    <p>It is in the <router-link :to="{ name: 'log' }" data-testid="end-log">logbook</router-link>.</p>
  </div>
</template>

<style scoped>
.fit {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  padding-bottom: 8px;
}
button {
  font: inherit;
  font-weight: 600;
  min-height: 48px;
  padding: 0 14px;
  border: 1.5px solid var(--ink);
  border-radius: 5px;
  color: var(--ink);
  background: var(--sheet);
  cursor: pointer;
}
button[aria-pressed='true'] {
  background: var(--parcel);
  color: var(--on-parcel);
}
button:focus-visible {
  outline: 3px solid var(--parcel-deep);
  outline-offset: 2px;
}
a {
  color: inherit;
}
</style>
