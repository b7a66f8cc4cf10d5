<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, onBeforeUnmount, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { openJob, type OpenJob } from './job'
import JobPage from './JobPage.vue'

/** Opens the job the address names. A new one has no name until something was said, and keeps its page when it gets one. */
const props = defineProps<{ id: string; station?: string }>()
const NEW = 'new'
const router = useRouter()
const named = computed(() => (props.id === NEW ? '' : props.id))
const job = shallowRef<OpenJob>(openJob(named.value))
let opened = 1
const page = shallowRef(opened)

watch(named, (id) => {
  if (id === job.value.id) return
  job.value.close()
  job.value = openJob(id)
  page.value = ++opened
})
// Whichever comes last, its name or another station, the address says both.
watch(
  () => [job.value.id, props.id, props.station] as const,
  ([id]) => {
    if (id && props.id === NEW) void router.replace({ name: 'job', params: { id, station: props.station } })
  },
)
onBeforeUnmount(() => job.value.close())

useEventListener(window, 'pagehide', () => job.value.lastly())
useEventListener(window, 'beforeunload', (e) => {
  job.value.lastly()
  if (['offline', 'unable', 'refused', 'conflict'].includes(job.value.save)) e.preventDefault()
})
</script>

<template>
  <JobPage :key="page" :job="job" :station="station" />
</template>
