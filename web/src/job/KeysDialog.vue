<script setup lang="ts">
import { usePreferences } from '@/settings/preferences'

/** The keys that speak to a job's page. */
defineProps<{ stations: { key: string; name: string }[] }>()
const open = defineModel<boolean>({ required: true })
const { shortcuts } = usePreferences()
const others = [
  { key: 'Ctrl Z', does: 'takes the last change back; with Shift it brings it again' },
  { key: '↑ ↓', does: 'in a length: one ruler mark more or less' },
  { key: '← →', does: 'in a row of choices: the next one' },
  { key: 'Tab', does: 'the next field; a row of choices is one stop' },
  { key: 'Esc', does: 'closes what lies over the page' },
  { key: '?', does: 'this list' },
]
</script>

<template>
  <v-dialog v-model="open" max-width="520" aria-labelledby="keys-title">
    <v-card class="over keys" data-testid="keys-list">
      <h2 id="keys-title">Keys</h2>
      <dl>
        <template v-for="(s, i) in stations" :key="s.key">
          <dt>{{ i + 1 }}</dt>
          <dd>{{ s.name }}</dd>
        </template>
        <template v-for="o in others" :key="o.key">
          <dt>{{ o.key }}</dt>
          <dd>{{ o.does }}</dd>
        </template>
      </dl>
      <label
        ><input v-model="shortcuts" type="checkbox" data-testid="shortcuts" /> Single keys jump to stations;
        they never do while you type or a dialog is open</label
      >
      <v-btn variant="outlined" @click="open = false">Close</v-btn>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.keys {
  display: grid;
  gap: 14px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 16px;
  margin: 0;
}
dt {
  font-weight: 700;
  color: var(--ink);
}
dd {
  margin: 0;
}
</style>
