<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { ref } from 'vue'
import { api } from '@/api/client'
import { takeFile } from '@/job/file'
import { useJob } from '@/job/job'

type Format = 'svg' | 'dxf' | 'pdf' | 'csv' | 'hpgl'
type Part = 'base' | 'layers' | 'ladder' | 'blank' | 'nest' | 'liner' | 'band' | 'strips' | 'gauge' | 'cuts'

/** Takes a part away as a file: at true size, or as a list. */
const props = defineProps<{ part: Part; formats?: Format[]; small?: boolean }>()
const jobs = useJob()
const failed = ref('')

const says: Record<Format, string> = {
  svg: 'true size; cut, score and glue in groups of their own',
  dxf: 'layers CUT, SCORE and GLUE, in millimetres',
  pdf: 'true size on paper, with a check ruler',
  csv: 'one line for each cut',
  hpgl: 'strokes for a plotter: pen 1 scores, pen 2 cuts, pen 3 outlines the glue',
}
const about = (f: Format) =>
  props.part === 'cuts' && f === 'pdf'
    ? 'the list, with every sheet drawn'
    : props.part === 'blank' && f === 'csv'
      ? 'one line for each score, with what the board reads'
      : says[f]

async function take(as: Format) {
  if (!jobs.job) return
  failed.value = ''
  try {
    const { data, error } = await api.POST('/api/v1/export', {
      params: { query: { as, part: props.part } },
      body: jobs.job,
      parseAs: 'blob',
    })
    if (!data) throw new Error(error?.errors?.[0]?.message ?? 'The file could not be made.')
    const name = (jobs.job.title || 'job').replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()
    takeFile(data as Blob, `${name}-${props.part}.${as === 'hpgl' ? 'plt' : as}`)
  } catch (e) {
    failed.value = e instanceof Error ? e.message : 'The file could not be made.'
  }
}
</script>

<template>
  <v-menu>
    <template #activator="{ props: menu }">
      <v-btn
        v-bind="menu"
        size="small"
        variant="outlined"
        :prepend-icon="mdiDownload"
        class="no-print"
        :data-testid="`export-${part}`"
        :title="failed"
        >{{ failed ? 'Try again' : 'File' }}</v-btn
      >
    </template>
    <v-list density="compact">
      <v-list-item
        v-for="f in formats ?? ['svg', 'dxf', 'pdf']"
        :key="f"
        :title="f.toUpperCase()"
        :subtitle="about(f)"
        :data-testid="`export-${part}-${f}`"
        @click="take(f)"
      />
    </v-list>
  </v-menu>
</template>
