<script setup lang="ts">
import { ref } from 'vue'
import { api, ask } from '@/api/client'

/** What happened to a thing on the shelf, the newest first. */
const props = defineProps<{ of: { id: string } | { name?: string; price: string; currency?: string } }>()
const lines = ref<{ at: string; text: string }[]>()
const says = ref('')

async function load(event: Event) {
  if (!(event.target as HTMLDetailsElement).open) return
  const { of } = props
  const reply = await ask(
    'id' in of
      ? api.GET('/api/v1/shelf/{id}/lines', { params: { path: of } })
      : api.GET('/api/v1/settings/stamps/lines', {
          params: { query: { name: of.name, price: of.price, currency: of.currency } },
        }),
  )
  lines.value = reply.data
  says.value = reply.says
}
const when = (at: string) =>
  new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })
</script>

<template>
  <details @toggle="load">
    <summary data-testid="item-lines">What happened to it</summary>
    <p v-if="says" role="alert">{{ says }}</p>
    <ul v-else-if="lines" data-testid="item-line-list">
      <li v-for="(l, i) in lines" :key="i">
        {{ l.text }} <small>{{ when(l.at) }}</small>
      </li>
    </ul>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  padding: 6px 0;
}
ul {
  padding: 4px 0 10px 20px;
  max-height: 30vh;
  overflow-y: auto;
  font-size: 14px;
  line-height: 1.5;
}
small {
  color: var(--muted);
}
</style>
