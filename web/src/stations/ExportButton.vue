<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { computed, ref } from 'vue'
import { useCatalog } from '@/api/catalog'
import { exported, fileName, takeFile, type FileKind, type Part } from '@/api/files'
import { tell } from '@/app/notice'
import { useJob } from '@/job/job'

/** Takes a part away as a file: at true size, or as a list. */
const props = defineProps<{ part: Part; small?: boolean }>()
const jobs = useJob()
const catalog = useCatalog()
const failed = ref('')
const files = computed(() => catalog.value?.parts.find((p) => p.part === props.part)?.files ?? [])

/** Only what is typed is taken along: a click waits for its answer, and goes nowhere where there is none. */
async function take(as: FileKind, extension: string) {
  await jobs.settled()
  if (!jobs.job || !jobs.fresh) return
  const reply = await exported(jobs.job, as, props.part)
  failed.value = reply.says
  const name = fileName(jobs.job.title || 'job')
  if (reply.data) takeFile(reply.data, `${name}-${props.part}.${extension}`)
  else tell(`The file could not be made. ${reply.says}`)
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
        :disabled="!!jobs.held"
        :title="jobs.held || failed"
        >{{ failed ? 'Try again' : 'File' }}</v-btn
      >
    </template>
    <v-list density="compact">
      <v-list-item
        v-for="f in files"
        :key="f.as"
        :title="f.as.toUpperCase()"
        :subtitle="f.says"
        :data-testid="`export-${part}-${f.as}`"
        @click="take(f.as as FileKind, f.extension)"
      />
    </v-list>
  </v-menu>
</template>
