<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { ref } from 'vue'
import { api } from '@/api/client'
import { useJob } from '@/job/job'

/** Takes a part away as a file at true size. */
const props = defineProps<{ part: 'base' | 'layers' | 'blank' }>()
const jobs = useJob()
const failed = ref('')

async function take() {
  if (!jobs.job) return
  failed.value = ''
  try {
    const { data, error } = await api.POST('/api/v1/export', {
      params: { query: { as: 'svg', part: props.part } },
      body: jobs.job,
      parseAs: 'blob',
    })
    if (!data) throw new Error(error?.errors?.[0]?.message ?? 'The file could not be made.')
    const link = document.createElement('a')
    link.href = URL.createObjectURL(data as Blob)
    link.download = `${(jobs.job.title || 'job').replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}-${props.part}.svg`
    link.click()
    window.setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
  } catch (e) {
    failed.value = e instanceof Error ? e.message : 'The file could not be made.'
  }
}
</script>

<template>
  <v-btn
    size="small"
    variant="outlined"
    :prepend-icon="mdiDownload"
    class="no-print"
    :data-testid="`export-${part}`"
    :title="failed || 'SVG at true size: cut, score and glue in groups of their own'"
    @click="take"
  >
    {{ failed ? 'Try again' : 'SVG' }}
  </v-btn>
</template>
