<script setup lang="ts">
import type { LogBody, LogRecord } from '@/api/client'
import { useKeptForm } from '@/kept/form'
import KeptLines from '@/kept/KeptLines.vue'
import { entryKept, sendEntry, typed } from './log'

/** An entry written or corrected by hand; what a making noted besides stays in it. */
const props = defineProps<{ of?: LogRecord; words: LogBody; today: string }>()
const emit = defineEmits<{ kept: []; close: [] }>()
const form = useKeptForm({
  kind: 'log',
  record: props.of && entryKept(props.of),
  blank: typed({ date: props.today }),
  send: sendEntry,
  done: () => emit('kept'),
}) // prettier-ignore
const { draft: e, errors, sending, keep, leave } = form
function leaveIt() {
  leave()
  emit('close')
}
type Text = 'title' | 'thickness' | 'weight' | 'envelope' | 'carrier' | 'class' | 'price' | 'extra' | 'notes'
const texts: { key: Text; label: string; example: string }[] = [
  { key: 'title', label: 'What', example: 'Kite card' },
  { key: 'thickness', label: 'How thick', example: '3/16 in' },
  { key: 'weight', label: 'Weight', example: '1.2 oz' },
  { key: 'envelope', label: 'In', example: 'A2 envelope' },
  { key: 'carrier', label: 'Carrier', example: 'us' },
  { key: 'class', label: 'As', example: 'Letter' },
  { key: 'price', label: 'For', example: '0.78' },
  { key: 'extra', label: 'Surcharged by', example: '0.49' },
  { key: 'notes', label: 'Notes', example: 'the bow caught' },
]
</script>

<template>
  <form class="form" data-testid="log-form" @submit.prevent="keep">
    <h2>{{ of ? 'Correct an entry' : 'Write an entry' }}</h2>
    <label>Made on <input v-model="e.date" placeholder="2026-01-14" data-testid="log-date" /></label>
    <label v-for="t in texts" :key="t.key"
      >{{ t.label }}
      <input v-model="e[t.key]" :placeholder="t.example" :data-testid="`log-${t.key}`" />
    </label>
    <label>Cards <input v-model.number="e.made" type="number" min="0" data-testid="log-made" /></label>
    <label
      >Card
      <span class="pair"
        ><input
          v-model="e.card.width"
          aria-label="Card’s width"
          placeholder="5"
          data-testid="log-card-width" />
        ×
        <input
          v-model="e.card.height"
          aria-label="Card’s height"
          placeholder="7"
          data-testid="log-card-height" /></span
    ></label>
    <label
      >Room inside
      <span class="pair"
        ><input
          v-model="e.inside.width"
          aria-label="Inside, width"
          placeholder="5 1/4"
          data-testid="log-inside-width" />
        ×
        <input
          v-model="e.inside.height"
          aria-label="Inside, height"
          placeholder="7 1/4"
          data-testid="log-inside-height" /></span
    ></label>
    <label
      >How it fitted
      <select v-model="e.fit" data-testid="log-fit">
        <option :value="undefined">not noted</option>
        <option v-for="f in words.fits" :key="f" :value="f">{{ f }}</option>
      </select></label
    >
    <label>Posted on <input v-model="e.posted" placeholder="2026-01-15" data-testid="log-posted" /></label>
    <label
      >What happened
      <select v-model="e.outcome" data-testid="log-outcome">
        <option :value="undefined">not known</option>
        <option v-for="o in words.outcomes" :key="o" :value="o">{{ o }}</option>
      </select></label
    >
    <p v-for="(text, field) in errors" :key="field" class="wrong" role="alert" data-testid="log-wrong">
      {{ field }}: {{ text }}
    </p>
    <KeptLines :of="form" :quiet="Object.keys(errors).length > 0" />
    <p class="row">
      <v-btn type="submit" variant="flat" class="keep" :disabled="sending" data-testid="log-keep">Keep</v-btn>
      <v-btn variant="outlined" data-testid="log-leave" @click="leaveIt">Leave it</v-btn>
    </p>
  </form>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 10px 16px;
  align-items: end;
  padding: 14px 18px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 5px;
}
h2,
.wrong,
.row {
  grid-column: 1 / -1;
}
h2 {
  font-size: 18px;
  color: var(--ink);
}
label {
  display: grid;
  font-size: 13px;
  font-weight: 600;
}
input,
select {
  font-size: 16px;
  padding: 6px 8px;
  border: 1px solid var(--ink-soft);
  border-radius: 4px;
  background: var(--card-paper);
  color: var(--text);
  min-width: 0;
  width: 100%;
}
.pair {
  display: flex;
  gap: 6px;
  align-items: center;
}
.wrong {
  color: var(--stop);
  font-weight: 600;
}
.row {
  display: flex;
  gap: 8px;
}
.keep {
  background: var(--parcel);
  color: var(--on-parcel);
}
</style>
