<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { api, ask, type LogBody, type LogRecord } from '@/api/client'
import { useKeeping } from './log'

/** What became of what was posted a while ago, answered in one tap; it can be taken back. */
const log = ref<LogBody>()
const answered = ref<{ before: LogRecord; now: LogRecord }>()
const { says, keep } = useKeeping()
async function load() {
  const reply = await ask(api.GET('/api/v1/log', { params: { query: { asks: true } } }))
  if (reply.data) log.value = reply.data
}
onMounted(load)
async function answer(r: LogRecord, outcome: NonNullable<LogRecord['entry']['outcome']>) {
  const now = await keep({ ...r.entry, outcome }, r)
  if (!now) return
  answered.value = { before: r, now }
  await load()
}
async function takeBack() {
  const a = answered.value
  if (!a) return
  if (await keep(a.before.entry, a.now)) answered.value = undefined
  await load()
}
</script>

<template>
  <section v-if="log?.entries.length || answered" class="asks" aria-label="What became of it">
    <p v-for="r in log?.entries.slice(0, 3)" :key="r.id" data-testid="log-asks">
      <b>{{ r.entry.title }}</b> {{ r.asks }}
      <v-btn
        v-for="o in log?.outcomes"
        :key="o"
        size="small"
        variant="outlined"
        data-testid="outcome"
        @click="answer(r, o)"
        >{{ o }}</v-btn
      >
    </p>
    <p v-if="answered" role="status">
      {{ answered.now.entry.title }}: {{ answered.now.entry.outcome }}.
      <v-btn size="small" data-testid="outcome-undo" @click="takeBack">Take it back</v-btn>
    </p>
    <p v-if="says" role="alert">{{ says }}</p>
  </section>
</template>

<style scoped>
.asks {
  padding: 16px 28px 0;
  display: grid;
  gap: 8px;
}
p {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}
@media (max-width: 700px) {
  .asks {
    padding: 12px 10px 0;
  }
}
</style>
