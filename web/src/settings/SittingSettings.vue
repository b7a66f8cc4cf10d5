<script setup lang="ts">
import { computed } from 'vue'
import type { Tools } from '@/api/client'
import TextField from '@/ui/TextField.vue'
import { useSettings } from './settings'

/** When its maker sits down to it: what the calendar lays jobs into. */
const { tools, change } = useSettings()
const days = [
  { id: 'mon', name: 'Mon' },
  { id: 'tue', name: 'Tue' },
  { id: 'wed', name: 'Wed' },
  { id: 'thu', name: 'Thu' },
  { id: 'fri', name: 'Fri' },
  { id: 'sat', name: 'Sat' },
  { id: 'sun', name: 'Sun' },
]
const on = computed(() => tools.value?.sittings?.days ?? days.map((d) => d.id))
const here = Intl.DateTimeFormat().resolvedOptions().timeZone

const set = (next: Partial<NonNullable<Tools['sittings']>>) =>
  change((t) => ({ ...t, sittings: { ...t.sittings, ...next } }))
function toggle(id: string) {
  set({ days: days.map((d) => d.id).filter((d) => (d === id) !== on.value.includes(d)) })
}
</script>

<template>
  <section data-testid="settings-sittings">
    <h2>When you sit down to it</h2>
    <p>Jobs that are due are laid into these; the first one of a batch has the first sitting.</p>
    <fieldset>
      <legend class="visually-hidden">Days of the week</legend>
      <label v-for="d in days" :key="d.id" class="day"
        ><input
          type="checkbox"
          :checked="on.includes(d.id)"
          :data-testid="`sit-${d.id}`"
          @change="toggle(d.id)"
        />
        {{ d.name }}</label
      >
    </fieldset>
    <div class="pair">
      <TextField
        label="From"
        field="sittings.at"
        :value="tools?.sittings?.at"
        placeholder="19:00"
        @change="set({ at: $event || undefined })"
      />
      <TextField
        label="For, in minutes"
        field="sittings.minutes"
        :value="tools?.sittings?.minutes?.toString()"
        placeholder="60"
        @change="set({ minutes: Number.parseInt($event, 10) || undefined })"
      />
    </div>
    <TextField
      label="Zone of time"
      field="zone"
      :value="tools?.zone"
      :placeholder="here"
      hint="for calendar files, and which day it is; the server’s own where empty"
      @change="(text) => change((t) => ({ ...t, zone: text || undefined }))"
    />
  </section>
</template>

<style scoped src="./settings.css"></style>
<style scoped>
fieldset {
  border: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
.day {
  gap: 6px;
  min-height: 30px;
}
.day input {
  width: 18px;
  height: 18px;
  accent-color: var(--ink);
}
</style>
