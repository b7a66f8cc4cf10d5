<script setup lang="ts">
import { mdiTrashCanOutline } from '@mdi/js'
import { computed, onMounted, ref } from 'vue'
import { api, ask, type MakingSummary } from '@/api/client'
import { worked } from '@/app/notice'
import OutcomeAsks from '@/log/OutcomeAsks.vue'
import FigureText from '@/ui/FigureText.vue'

/** What is being made: one tap to the step it stands at. What is finished is behind a button. */
const all = ref<MakingSummary[]>([])
const shown = ref(false)
const removed = ref<MakingSummary>()
const under = computed(() => all.value.filter((m) => !m.finished))
const finished = computed(() => all.value.filter((m) => m.finished))

async function load() {
  const reply = await ask(api.GET('/api/v1/makings'))
  if (reply.data) all.value = reply.data
}
onMounted(load)
async function remove(m: MakingSummary) {
  const reply = await ask(api.DELETE('/api/v1/makings/{id}', { params: { path: { id: m.id } } }))
  if (!worked('It is not put aside.', reply)) return
  removed.value = m
  await load()
}
async function restore() {
  if (!removed.value) return
  const path = { id: removed.value.id }
  if (!worked('It stays put aside.', await ask(api.POST('/api/v1/makings/{id}/restore', { params: { path } })))) return // prettier-ignore
  removed.value = undefined
  await load()
}
</script>

<template>
  <OutcomeAsks />
  <section v-if="all.length || removed" class="makings" aria-labelledby="bench-head">
    <h2 id="bench-head" class="small-caps">On the bench</h2>
    <p v-if="!under.length && finished.length" class="quiet">Nothing is under way.</p>
    <ul>
      <li v-for="m in shown ? all : under" :key="m.id" data-testid="making">
        <router-link :to="{ name: 'bench', params: { id: m.id } }" data-testid="making-open">
          <b>{{ m.title }}</b>
          <FigureText v-if="!m.finished" prose :text="m.step || 'all steps are done'" />
          <span v-else>finished</span>
          <span class="quiet"
            >step {{ Math.min(m.done + 1, m.steps) }} of {{ m.steps
            }}{{ m.left && ` · ${m.left} left` }}</span
          >
        </router-link>
        <v-btn
          :icon="mdiTrashCanOutline"
          size="x-small"
          :aria-label="`Put the making of ${m.title} aside`"
          @click="remove(m)"
        />
      </li>
    </ul>
    <v-btn
      v-if="finished.length"
      size="small"
      variant="text"
      data-testid="makings-finished"
      @click="shown = !shown"
      >{{ shown ? 'Only what is under way' : `${finished.length} finished` }}</v-btn
    >
    <p v-if="removed" role="status" data-testid="making-removed">
      The making of {{ removed.title }} is put aside.
      <template v-if="removed.finished"
        >What it took stays off the shelf, and its entry in the logbook.</template
      >
      <v-btn size="small" variant="outlined" @click="restore">Bring it back</v-btn>
    </p>
  </section>
</template>

<style scoped>
.makings {
  padding: 18px 28px 0;
}
ul {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 6px;
}
li {
  display: flex;
  align-items: center;
  gap: 8px;
}
a {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: baseline;
  flex: 1;
  min-height: 44px;
  padding: 9px 16px;
  background: var(--parcel);
  color: var(--on-parcel);
  border-radius: 5px;
  text-decoration: none;
}
a .quiet {
  margin-left: auto;
}
.quiet {
  font-size: 14px;
}
@media (max-width: 700px) {
  .makings {
    padding: 12px 10px 0;
  }
  a .quiet {
    margin-left: 0;
  }
}
</style>
