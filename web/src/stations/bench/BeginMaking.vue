<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, type MakingSummary } from '@/api/client'
import { worked } from '@/app/notice'
import { creating } from '@/kept/busy'

/** To the bench: on with what is under way, or a new making of what is kept. */
const props = defineProps<{
  of: { job: string } | { gang: string }
  ready: () => Promise<unknown>
  disabled: boolean
}>()
const router = useRouter()
const all = ref<MakingSummary[]>([])
const beginning = ref(false)
const id = computed(() => ('job' in props.of ? props.of.job : props.of.gang))
const under = computed(() => all.value.filter((m) => m.of === id.value && !m.finished))
onMounted(async () => {
  const reply = await ask(api.GET('/api/v1/makings'))
  if (reply.data) all.value = reply.data
})

async function begin() {
  if (beginning.value) return
  beginning.value = true
  await props.ready()
  const reply = await creating(`making ${id.value}`, (edit) =>
    ask(api.POST('/api/v1/makings', { params: { query: { edit } }, body: props.of })),
  )
  beginning.value = false
  if (worked('It is not begun.', reply) && reply.data)
    await router.push({ name: 'bench', params: { id: reply.data.id } })
}
</script>

<template>
  <p class="go no-print">
    <v-btn
      v-for="m in under"
      :key="m.id"
      variant="flat"
      class="begin"
      :to="{ name: 'bench', params: { id: m.id } }"
      data-testid="bench-resume"
      >Go on at step {{ m.done + 1 }} of {{ m.steps }}</v-btn
    >
    <v-btn
      :variant="under.length ? 'outlined' : 'flat'"
      :class="{ begin: !under.length }"
      :disabled="disabled || beginning"
      :loading="beginning"
      data-testid="bench-begin"
      @click="begin"
      >{{ under.length ? 'Begin another' : 'Begin making' }}</v-btn
    >
  </p>
</template>

<style scoped>
.go {
  display: grid;
  gap: 8px;
}
.begin {
  background: var(--parcel);
  color: var(--on-parcel);
}
</style>
