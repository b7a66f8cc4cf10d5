<script setup lang="ts">
import { mdiTrashCanOutline } from '@mdi/js'
import { onMounted, ref } from 'vue'
import { api, ask, type GangSummary } from '@/api/client'
import { worked } from '@/app/notice'

/** Jobs that are cut together, above the jobs themselves. */
const gangs = ref<GangSummary[]>([])
const removed = ref<GangSummary>()

async function load() {
  const reply = await ask(api.GET('/api/v1/gangs'))
  if (reply.data) gangs.value = reply.data
}
onMounted(load)

async function remove(g: GangSummary) {
  const reply = await ask(api.DELETE('/api/v1/gangs/{id}', { params: { path: { id: g.id } } }))
  if (!worked('It is not put aside.', reply)) return
  removed.value = g
  await load()
}
async function restore() {
  if (!removed.value) return
  const path = { id: removed.value.id }
  if (!worked('It stays put aside.', await ask(api.POST('/api/v1/gangs/{id}/restore', { params: { path } })))) return // prettier-ignore
  removed.value = undefined
  await load()
}
const named = (g: GangSummary) => g.title || `${g.jobs.length} jobs together`
</script>

<template>
  <section v-if="gangs.length || removed" class="gangs" aria-labelledby="together-head">
    <h2 id="together-head" class="small-caps">Cut together</h2>
    <ul>
      <li v-for="g in gangs" :key="g.id" data-testid="gang">
        <router-link :to="{ name: 'gang', params: { id: g.id } }" data-testid="gang-open">{{
          named(g)
        }}</router-link>
        <span>{{ g.jobs.map((t) => t || 'Untitled').join(' · ') }}</span>
        <v-btn
          :icon="mdiTrashCanOutline"
          size="x-small"
          :aria-label="`Put ${named(g)} aside`"
          @click="remove(g)"
        />
      </li>
    </ul>
    <p v-if="removed" role="status">
      {{ named(removed) }} is put aside.
      <v-btn size="small" variant="outlined" @click="restore">Bring it back</v-btn>
    </p>
  </section>
</template>

<style scoped>
.gangs {
  padding: 18px 28px 0;
}
ul {
  list-style: none;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: center;
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
}
a {
  font-weight: 700;
  color: var(--ink);
}
li span {
  flex: 1;
  min-width: 180px;
  font-size: 14px;
  color: var(--muted);
}
@media (max-width: 700px) {
  .gangs {
    padding: 12px 12px 0;
  }
}
</style>
