<script setup lang="ts">
import { mdiAlertOctagon, mdiCalendarExport, mdiEmailOutline } from '@mdi/js'
import { onBeforeUnmount, onMounted, shallowRef } from 'vue'
import { api, ask, type CalendarBody } from '@/api/client'
import { calendarFile, takeFile } from '@/api/files'
import { retrying } from '@/api/retry'
import { worked } from '@/app/notice'

/** The weeks ahead: when what is due is made, and when it goes to the post. */
const all = shallowRef<CalendarBody>()
const retry = retrying(() => void load())

async function load() {
  const reply = await ask(api.GET('/api/v1/calendar'))
  if (reply.data) all.value = reply.data
  if (reply.away) retry.later()
}
onMounted(load)
onBeforeUnmount(retry.stop)
async function take() {
  const reply = await calendarFile()
  if (worked('There is no file.', reply) && reply.data) takeFile(reply.data, 'yellow-parcel.ics')
}
</script>

<template>
  <section v-if="all?.days.length" class="calendar" aria-labelledby="calendar-head" data-testid="calendar">
    <header>
      <h2 id="calendar-head" class="small-caps">Due</h2>
      <v-btn
        size="small"
        variant="text"
        :prepend-icon="mdiCalendarExport"
        data-testid="calendar-ics"
        @click="take"
        >Calendar file</v-btn
      >
    </header>
    <ol class="days">
      <li
        v-for="d in all.days"
        :key="d.date"
        :class="{ past: d.past, today: d.today, busy: d.sittings.length || d.hand_ins.length }"
        :aria-current="d.today ? 'date' : undefined"
        :data-testid="`day-${d.date}`"
      >
        <span class="date"
          ><span class="weekday">{{ d.weekday }}</span> <b>{{ d.number }}</b></span
        >
        <router-link
          v-for="s in d.sittings"
          :key="s.job"
          class="sitting"
          :to="{ name: 'job', params: { id: s.job, station: 'bench' } }"
          :title="`${s.title}, ${s.text}: ${s.from} to ${s.to}`"
          ><span class="time">{{ s.from }}</span> {{ s.title }}</router-link
        >
        <router-link
          v-for="h in d.hand_ins"
          :key="h.job"
          class="post"
          :class="h.state"
          :to="{ name: 'job', params: { id: h.job, station: 'bench' } }"
          :title="`${h.title} goes to the post${h.state === 'stop' ? ', and is not made by then' : ''}`"
          ><v-icon
            :icon="h.state === 'stop' ? mdiAlertOctagon : mdiEmailOutline"
            size="14"
            aria-hidden="true"
          />
          {{ h.state === 'stop' ? 'Too late' : 'Post' }}: {{ h.title }}</router-link
        >
      </li>
    </ol>
  </section>
</template>

<style scoped>
.calendar {
  padding: 18px 28px 0;
}
header {
  display: flex;
  align-items: center;
  justify-content: space-between;
}
.days {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  grid-template-columns: repeat(14, minmax(0, 1fr));
  border: 1px solid var(--rule);
  border-radius: 5px;
  background: var(--sheet);
  overflow: hidden;
}
li {
  min-height: 64px;
  padding: 4px 3px 5px;
  border-left: 1px solid var(--rule);
  border-bottom: 1px solid var(--rule);
  margin: 0 0 -1px -1px;
  font-size: 12px;
  line-height: 1.25;
  hyphens: auto;
  display: grid;
  align-content: start;
  gap: 3px;
}
.date {
  color: var(--muted);
}
.past {
  background: var(--ground);
}
.today {
  box-shadow: inset 0 3px 0 var(--parcel);
}
.today b {
  color: var(--ink);
}
a {
  color: inherit;
  text-decoration: none;
  border-radius: 3px;
  padding: 2px 3px;
  overflow: hidden;
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 3;
  overflow-wrap: anywhere;
}
.sitting {
  background: color-mix(in srgb, var(--parcel) 22%, transparent);
}
.time {
  display: block;
  font-variant-numeric: tabular-nums;
  color: var(--muted);
}
.post {
  border: 1px solid var(--ink);
  color: var(--ink);
  font-weight: 600;
}
.post.stop {
  border-color: var(--stop);
  color: var(--stop);
}
@media (max-width: 1000px) {
  .days {
    grid-template-columns: repeat(7, minmax(0, 1fr));
  }
}
/* On a phone only the days on which there is something, one under the other. */
@media (max-width: 700px) {
  .calendar {
    padding: 12px 10px 0;
  }
  .days {
    grid-template-columns: minmax(0, 1fr);
  }
  .time {
    display: inline;
  }
  li {
    min-height: 0;
    grid-template-columns: 60px minmax(0, 1fr);
    font-size: 14px;
  }
  li:not(.busy, .today) {
    display: none;
  }
  a {
    grid-column: 2;
    min-height: 32px;
    align-content: center;
  }
}
</style>
