<script setup lang="ts">
import { mdiArrowLeft, mdiKeyboardOutline, mdiRedo, mdiRuler, mdiThemeLightDark, mdiUndo } from '@mdi/js'
import { computed, ref } from 'vue'
import { toggleTheme } from '@/app/theme'
import { useTyped } from '@/ui/typed'
import JobTools from './JobTools.vue'
import { useJob } from './job'

/** What holds for the whole job: its title, unit, ruler and how many; how far it is saved; undo. */
const props = defineProps<{ faults: { field: string; text: string; station?: unknown }[] }>()
const emit = defineEmits<{ help: [] }>()
const jobs = useJob()
/** On a phone the unit, the ruler and the quantity lie behind one button. */
const open = ref(false)

const saveWords: { [state: string]: string } = {
  saved: 'Saved',
  saving: 'Saving',
  waiting: 'Saving soon',
  offline: 'Not saved: no server, trying again',
  unable: 'Not saved: it cannot be kept just now, trying again',
  refused: 'Not saved',
  conflict: 'Not saved: changed elsewhere',
  gone: 'Not saved: put aside elsewhere',
}
/** What is wrong with what the bar asks for; nothing else shows it. */
const wrong = computed(() => props.faults.filter((f) => !f.station))

const { text: title, type: name } = useTyped(
  () => jobs.job?.title,
  (text) => jobs.change({ title: text }, 'title'),
)
const of = (e: Event) => (e.target as HTMLInputElement).value
</script>

<template>
  <header class="bar no-print">
    <v-btn
      :icon="mdiArrowLeft"
      size="small"
      aria-label="All jobs"
      data-testid="to-jobs"
      :to="{ name: 'jobs' }"
    />
    <input
      class="title"
      :value="title"
      placeholder="Name this job"
      aria-label="Title"
      maxlength="120"
      data-testid="title"
      :disabled="!jobs.job"
      @input="name(of($event))"
    />
    <span class="saved" :class="jobs.save" role="status" data-testid="saved">{{
      jobs.unsaid ? '' : saveWords[jobs.save]
    }}</span>
    <v-btn
      :icon="mdiUndo"
      size="small"
      aria-label="Undo"
      :disabled="!jobs.past.length"
      data-testid="undo"
      @click="jobs.undo"
    />
    <v-btn
      :icon="mdiRedo"
      size="small"
      aria-label="Redo"
      :disabled="!jobs.future.length"
      data-testid="redo"
      @click="jobs.redo"
    />
    <v-btn
      class="more"
      :icon="mdiRuler"
      size="small"
      aria-label="Unit, ruler and how many"
      :aria-expanded="open"
      data-testid="job-tools"
      @click="open = !open"
    />
    <JobTools :open="open" :wrong="wrong.map((w) => w.field)" />
    <v-btn
      :icon="mdiKeyboardOutline"
      size="small"
      class="keys"
      aria-label="Keys"
      data-testid="keys"
      @click="emit('help')"
    />
    <v-btn :icon="mdiThemeLightDark" size="small" aria-label="Light or dark" @click="toggleTheme" />
    <p v-for="w in wrong" :key="w.field" class="wrong" role="alert" :data-testid="`wrong-${w.field}`">
      {{ w.text }}
    </p>
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 4px 12px;
  background: var(--sheet);
  flex-wrap: wrap;
}
.title {
  border: 0;
  flex: 1;
  min-width: 120px;
  font-size: 19px;
  font-weight: 700;
  color: var(--ink);
  padding: 4px 8px;
  border-radius: 3px;
}
.title:hover,
.title:focus {
  background: var(--ground);
}
.title::placeholder {
  color: var(--muted);
  opacity: 1;
}
.saved {
  font-size: 13px;
  color: var(--muted);
  padding-right: 8px;
  white-space: nowrap;
}
.saved.offline,
.saved.unable,
.saved.refused,
.saved.gone,
.saved.conflict {
  color: var(--stop);
  font-weight: 600;
}
.more {
  display: none;
}
.wrong {
  flex-basis: 100%;
  text-align: right;
  font-size: 13.5px;
  font-weight: 600;
  color: var(--stop);
}
@media (max-width: 900px) {
  .keys {
    display: none;
  }
}
@media (max-width: 700px), (max-height: 560px) {
  .bar {
    padding: 2px 4px;
    gap: 0;
  }
  .title {
    min-width: 90px;
    font-size: 17px;
  }
  .saved {
    order: 5;
    flex-basis: 100%;
    padding: 0 10px 2px;
    font-size: 12.5px;
  }
  .more {
    display: inline-grid;
  }
  .keys {
    display: none;
  }
  .wrong {
    order: 7;
    padding: 0 10px 6px;
    text-align: left;
  }
}
</style>
