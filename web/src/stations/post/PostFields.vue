<script setup lang="ts">
import { computed } from 'vue'
import { useCatalog } from '@/api/catalog'
import { useStation } from '@/stations/station'
import ChoiceRow from '@/ui/ChoiceRow.vue'

/** By whom it is sent, which way the address runs, and what else the carriers ask about. */
const { jobs, job, plan, pick } = useStation('post')
const catalog = useCatalog()
const sides: { id: 'long' | 'short'; name: string }[] = [
  { id: 'long', name: 'Along the long side' },
  { id: 'short', name: 'Along the short side' },
]
const title = (word: string) => word.charAt(0).toUpperCase() + word.slice(1)
const words = (first: string, rest?: string[]) => [
  { title: first, value: '' },
  ...(rest ?? []).map((value) => ({ title: title(value), value })),
]
const closures = computed(() => words('Gummed or glued', catalog.value?.closures))
const outsides = computed(() => words('Paper', catalog.value?.wrappings))
const contents = computed(() => words('', catalog.value?.contents).slice(1))
/** The job's own carriers, as they are picked; those of the plan where it names none. Ones that are not known here go. */
const carriers = computed(() => {
  const named = job.value.post?.carriers
  const known = catalog.value?.carriers.map((c) => c.id)
  return named
    ? named.filter((id) => !known || known.includes(id))
    : plan.value.post.filter((p) => p.in_use).map((p) => p.carrier)
})
/** What is wrong with how it is posted: a carrier, say, whose rules were taken away. */
const wrong = computed(() =>
  Object.entries(jobs.errors)
    .filter(([field]) => field.startsWith('post.'))
    .map(([, text]) => text),
)
function toggle(id: string) {
  const on = carriers.value
  const next = on.includes(id) ? on.filter((c) => c !== id) : [...on, id]
  if (next.length) pick({ post: { carriers: next } })
}
</script>

<template>
  <div class="chips" role="group" aria-label="Carriers">
    <button
      v-for="c in catalog?.carriers ?? []"
      :key="c.id"
      class="plain-button chip"
      :class="{ on: carriers.includes(c.id) }"
      :aria-pressed="carriers.includes(c.id)"
      :title="c.says"
      :data-testid="`toggle-${c.id}`"
      @click="toggle(c.id)"
    >
      {{ c.name }}
    </button>
  </div>
  <p v-for="e in wrong" :key="e" class="wrong" role="alert" data-testid="post-wrong">{{ e }}</p>
  <ChoiceRow
    label="Address"
    :options="sides"
    :value="job.post?.address === 'short' ? 'short' : 'long'"
    @pick="pick({ post: { address: $event } })"
  />
  <div class="pair">
    <v-select
      label="Closed with"
      :items="closures"
      :model-value="job.post?.closure ?? ''"
      data-testid="closure"
      @update:model-value="pick({ post: { closure: $event || null } })"
    />
    <v-select
      label="Outside"
      :items="outsides"
      :model-value="job.post?.wrapping ?? ''"
      data-testid="wrapping"
      @update:model-value="pick({ post: { wrapping: $event || null } })"
    />
    <v-select
      label="Also inside"
      :items="contents"
      :model-value="job.post?.contents ?? []"
      placeholder="nothing uneven"
      persistent-placeholder
      multiple
      data-testid="contents"
      @update:model-value="pick({ post: { contents: $event.length ? $event : null } })"
    />
    <label class="odd"
      ><input
        type="checkbox"
        :checked="job.post?.shape === 'odd'"
        data-testid="odd"
        @change="pick({ post: { shape: ($event.target as HTMLInputElement).checked ? 'odd' : null } })"
      />
      It is no rectangle</label
    >
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  align-items: start;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.odd {
  font-size: 14px;
  align-self: center;
}
.wrong {
  font-size: 13.5px;
  font-weight: 600;
  color: var(--stop);
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
}
.chip {
  border: 1.5px solid var(--ink);
  border-radius: 999px;
  padding: 2px 11px;
  font-size: 13px;
  font-weight: 600;
  color: var(--ink);
}
.chip.on {
  background: var(--ink);
  color: var(--sheet);
}
</style>
