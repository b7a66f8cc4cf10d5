<script setup lang="ts">
import { mdiContentCopy, mdiPrinterOutline } from '@mdi/js'
import { useClipboard } from '@vueuse/core'
import { nextTick } from 'vue'
import type { Answer } from '@/api/client'
import { useJob } from '@/job/job'
import AnswerLines from '@/ui/AnswerLines.vue'
import ExportButton from './ExportButton.vue'

/** The answers in order of work. Every line opens its working. */
const props = defineProps<{ answers: Answer[]; lit?: string; title?: string }>()
const emit = defineEmits<{ point: [key: string] }>()

const jobs = useJob()
const { copy: put, copied } = useClipboard({ legacy: true, copiedDuring: 2000 })

/** Only figures of what is typed are copied: a click waits for their answer. */
async function copy() {
  await jobs.settled()
  await nextTick()
  if (jobs.fresh) await put(props.answers.map((a) => a.copy).join('\n'))
}

const print = () => window.print()
</script>

<template>
  <section class="list" :aria-label="title ?? 'Cut list'">
    <header>
      <h2 class="small-caps">{{ title ?? 'Cut list' }}</h2>
      <span class="no-print">
        <v-btn
          size="small"
          :prepend-icon="mdiContentCopy"
          :disabled="!!jobs.held"
          data-testid="copy"
          @click="copy"
          >{{ copied ? 'Copied' : 'Copy' }}</v-btn
        >
        <v-btn
          size="small"
          :prepend-icon="mdiPrinterOutline"
          :disabled="!!jobs.held"
          data-testid="print"
          @click="print"
          >Print</v-btn
        >
        <ExportButton part="work-sheet" />
      </span>
    </header>
    <p v-if="jobs.held" class="why" data-testid="held">
      {{ jobs.held }} These figures are of what was typed before.
    </p>
    <AnswerLines :answers="answers" :lit="lit" @point="emit('point', $event)" />
  </section>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  border-bottom: 1.5px solid var(--ink);
  padding-bottom: 2px;
}
.why {
  font-size: 13.5px;
  font-weight: 600;
  color: var(--look);
  padding: 6px 0;
}
</style>
