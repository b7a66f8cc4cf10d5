<script setup lang="ts">
import { ref } from 'vue'
import { api, ask } from '@/api/client'
import type { InstrumentId } from '@/ui/instrument'
import { useJob } from '@/job/job'

/** Lays things on the simulated instruments, in place of a real scale and caliper. */
const jobs = useJob()
const loads = ref<{ [id in InstrumentId]: string }>({ scale: '', caliper: '' })
const wrong = ref<{ [id in InstrumentId]?: string }>({})
const said = ref('')
const names: { id: InstrumentId; name: string; example: { in: string; mm: string } }[] = [
  { id: 'scale', name: 'On the scale', example: { in: '1.2 oz', mm: '34 g' } },
  { id: 'caliper', name: 'In the caliper', example: { in: '5.6 mm', mm: '5.6 mm' } },
]
const unit = (): 'in' | 'mm' => ((jobs.job?.unit ?? jobs.plan?.unit) === 'mm' ? 'mm' : 'in')

async function lay(id: InstrumentId) {
  said.value = ''
  wrong.value = {}
  const params = { path: { id }, query: { unit: unit(), load: loads.value[id] } }
  const reply = await ask(api.PUT('/api/v1/devices/{id}/load', { params }))
  if (reply.errors.load) wrong.value = { [id]: reply.errors.load }
  else
    said.value =
      reply.says ||
      `Laid ${names.find((n) => n.id === id)?.name.toLowerCase()}. Read it with the button in the field.`
}
</script>

<template>
  <details class="bench no-print">
    <summary data-testid="bench-panel">Scale and caliper, simulated</summary>
    <div class="pair">
      <v-text-field
        v-for="n in names"
        :key="n.id"
        v-model="loads[n.id]"
        :label="n.name"
        :placeholder="n.example[unit()]"
        persistent-placeholder
        :error-messages="wrong[n.id] ?? []"
        :data-testid="`load-${n.id}`"
        @keydown.enter="lay(n.id)"
        @change="lay(n.id)"
      />
    </div>
    <p role="status">{{ said }}</p>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  font-size: 13.5px;
  font-weight: 600;
  color: var(--ink);
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  padding-top: 8px;
  align-items: start;
}
p {
  font-size: 13px;
  color: var(--muted);
}
</style>
