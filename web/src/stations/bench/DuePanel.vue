<script setup lang="ts">
import { mdiCalendarExport } from '@mdi/js'
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import type { Schedule, Sitting } from '@/api/client'
import { calendarFile, takeFile } from '@/api/files'
import { worked } from '@/app/notice'
import { useStation } from '@/stations/station'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import FigureText from '@/ui/FigureText.vue'
import StateMark from '@/ui/StateMark.vue'

/** When the batch is due: in which sittings it is made, whether that is in time, and what would save it. */
const props = defineProps<{ id: string; schedule?: Schedule; sittings: Sitting[] }>()
const { jobs, job, pick } = useStation('bench')
const FEW = 4
const whole = ref(false)
const shown = computed(() => (whole.value ? props.sittings : props.sittings.slice(0, FEW)))
const words = { good: 'in time', look: 'just in time', stop: '' }
const ways = [
  { id: 'posted', name: 'Posted' },
  { id: 'in-hands', name: 'In hands' },
]

/** Days are typed in pieces: what is being typed is not written over by the day that came of its beginning. */
const box = useTemplateRef('box')
function show() {
  const at = box.value
  if (at?.validity.valid && document.activeElement !== at) at.value = job.value.due ?? ''
}
onMounted(show)
watch(() => job.value.due, show, { flush: 'post' })

/** A day comes whole: while its year is typed it is another year. */
function due(box: HTMLInputElement) {
  if (!box.value) pick({ due: null, by: null })
  else if (box.validity.valid) pick({ due: box.value })
}
async function take() {
  await jobs.saveNow()
  const reply = await calendarFile(props.id)
  if (worked('There is no file.', reply) && reply.data) takeFile(reply.data, 'yellow-parcel.ics')
}
</script>

<template>
  <section class="due" data-testid="due-panel">
    <div class="ask">
      <label
        >Due
        <input
          ref="box"
          type="date"
          min="2000-01-01"
          max="2199-12-31"
          data-testid="due"
          @blur="show"
          @change="due($event.target as HTMLInputElement)"
        />
      </label>
      <ChoiceRow
        v-if="job.due"
        label="What it is by then"
        :options="ways"
        :value="job.by ?? 'posted'"
        @pick="(by) => pick({ by })"
      />
    </div>
    <p v-if="jobs.errors.due" role="alert" class="wrong">{{ jobs.errors.due }}</p>
    <template v-if="job.due && schedule">
      <p data-testid="schedule">
        <StateMark :state="schedule.state" :word="words[schedule.state]" />&ensp;
        <FigureText prose :text="schedule.text" />
      </p>
      <h3 v-if="schedule.saves.length" id="saves-head" class="small-caps">What would save it</h3>
      <ul v-if="schedule.saves.length" class="saves" aria-labelledby="saves-head">
        <li v-for="s in schedule.saves" :key="s.key" :data-testid="`save-${s.key}`">
          <FigureText prose :text="s.text" />
          <v-btn
            v-if="s.patch"
            size="small"
            variant="outlined"
            :data-testid="`take-${s.key}`"
            @click="pick(s.patch)"
            >Take it</v-btn
          >
        </li>
      </ul>
      <ol v-if="sittings.length" aria-label="Sittings">
        <li v-for="s in shown" :key="s.date" data-testid="sitting">
          <b>{{ s.day }}</b> <span class="figures">{{ s.from }}–{{ s.to }}</span>
          <span class="what">{{ s.text }}</span>
        </li>
      </ol>
      <div class="row">
        <v-btn v-if="sittings.length > FEW" size="small" variant="text" @click="whole = !whole">{{
          whole ? 'Fewer' : `All ${sittings.length}`
        }}</v-btn>
        <v-btn
          v-if="id !== 'new'"
          size="small"
          variant="outlined"
          :prepend-icon="mdiCalendarExport"
          data-testid="due-ics"
          @click="take"
          >Calendar file</v-btn
        >
      </div>
      <p v-for="n in schedule.notes" :key="n" class="note"><FigureText prose :text="n" /></p>
    </template>
  </section>
</template>

<style scoped>
.due {
  display: grid;
  gap: 7px;
  padding: 10px 0;
  border-top: 1px solid var(--rule);
  border-bottom: 1px solid var(--rule);
  line-height: 1.4;
}
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
label {
  display: flex;
  gap: 8px;
  align-items: center;
  font-weight: 600;
}
input {
  font: inherit;
  font-weight: 400;
  padding: 5px 8px;
  min-height: 36px;
  border: 1px solid var(--ink-soft);
  border-radius: 4px;
  background: var(--card-paper);
  color: var(--text);
  color-scheme: inherit;
}
ol,
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
ol li {
  display: grid;
  grid-template-columns: 112px 108px 1fr;
  padding: 4px 0;
  border-bottom: 1px solid var(--rule);
  font-size: 14.5px;
}
.saves li {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  min-height: 36px;
}
.what,
.note {
  color: var(--muted);
}
.note {
  font-size: 13.5px;
}
.row {
  display: flex;
  justify-content: space-between;
}
.wrong {
  color: var(--stop);
}
</style>
