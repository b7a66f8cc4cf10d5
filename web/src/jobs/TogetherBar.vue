<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, type Summary } from '@/api/client'
import { worked } from '@/app/notice'
import { creating } from '@/kept/busy'

/** The jobs picked to be cut together, and the button that puts them on one table. */
const props = defineProps<{ picked: Summary[] }>()
const emit = defineEmits<{ cancel: [] }>()
const router = useRouter()
const busy = ref(false)

async function make() {
  if (busy.value) return
  busy.value = true
  const replies = await Promise.all(
    props.picked.map((j) => ask(api.GET('/api/v1/jobs/{id}', { params: { path: { id: j.id } } }))),
  )
  const jobs = replies.flatMap((r) =>
    r.data ? [{ id: r.data.id, revision: r.data.revision, job: r.data.job }] : [],
  )
  const lost = replies.find((r) => !r.data)
  if (!lost || worked('They are not put together.', lost)) {
    const body = { format: 'yellow-parcel-gang', version: 1, jobs }
    const what = `gang ${jobs.map((j) => `${j.id}@${j.revision}`).join(' ')}`
    const reply = await creating(what, (edit) =>
      ask(api.POST('/api/v1/gangs', { params: { query: { edit } }, body })),
    )
    if (worked('They are not put together.', reply) && reply.data)
      await router.push({ name: 'gang', params: { id: reply.data.id } })
  }
  busy.value = false
}
</script>

<template>
  <div class="together" role="region" aria-label="Jobs to cut together">
    <p role="status" data-testid="picked">
      <template v-if="picked.length"
        ><strong>{{ picked.length }}</strong> to cut as one:
        {{ picked.map((j) => j.title || 'Untitled').join(', ') }}</template
      >
      <template v-else>Pick the jobs to cut from one stack of sheets.</template>
    </p>
    <v-btn size="small" @click="emit('cancel')">Cancel</v-btn>
    <v-btn
      class="go"
      variant="flat"
      :disabled="picked.length < 2 || busy"
      data-testid="cut-together"
      @click="make"
      >Cut together</v-btn
    >
  </div>
</template>

<style scoped>
.together {
  position: sticky;
  bottom: 0;
  z-index: 2;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  padding: 12px 28px;
  background: var(--sheet);
  border-top: 3px solid var(--parcel);
}
p {
  flex: 1;
  min-width: 200px;
}
.go {
  background: var(--parcel);
  color: var(--on-parcel);
  font-weight: 700;
}
</style>
