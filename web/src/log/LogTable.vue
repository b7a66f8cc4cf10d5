<script setup lang="ts">
import { mdiPencil, mdiTrashCanOutline } from '@mdi/js'
import type { LogRecord } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'

/** The entries of the logbook, a line each. */
defineProps<{ entries: LogRecord[] }>()
defineEmits<{ correct: [entry: LogRecord]; remove: [entry: LogRecord] }>()
</script>

<template>
  <div class="scroll" tabindex="0" role="group" aria-label="Entries">
    <table>
      <thead>
        <tr>
          <th>Made</th>
          <th>What</th>
          <th class="number">Cards</th>
          <th class="number">Thick</th>
          <th>In</th>
          <th>Fitted</th>
          <th class="number">Spoiled</th>
          <th class="number">Took</th>
          <th>Posted</th>
          <th>What happened</th>
          <th><span class="visually-hidden">Change</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in entries" :key="r.id" data-testid="log-row">
          <td class="date">{{ r.entry.date }}</td>
          <td>
            <strong>{{ r.entry.title || 'Untitled' }}</strong>
            <span v-if="r.entry.notes" class="quiet">{{ r.entry.notes }}</span>
          </td>
          <td class="number">{{ r.entry.made }}</td>
          <td class="number"><FigureText prose :text="r.entry.thickness ?? ''" /></td>
          <td>{{ r.entry.envelope }}</td>
          <td>{{ r.entry.fit }}</td>
          <td class="number">{{ r.spoiled }}</td>
          <td class="number">{{ r.took }}</td>
          <td class="date">{{ r.entry.posted }}</td>
          <td>{{ r.entry.outcome ?? r.asks }}</td>
          <td class="row-tools">
            <v-btn
              :icon="mdiPencil"
              size="x-small"
              :aria-label="`Correct ${r.entry.title}`"
              data-testid="log-edit"
              @click="$emit('correct', r)"
            />
            <v-btn
              :icon="mdiTrashCanOutline"
              size="x-small"
              :aria-label="`Put ${r.entry.title} aside`"
              data-testid="log-remove"
              @click="$emit('remove', r)"
            />
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped src="../app/lists.css"></style>
<style scoped src="../app/page.css"></style>
<style scoped>
.scroll {
  position: relative;
  overflow-x: auto;
}
.date {
  white-space: nowrap;
}
td .quiet {
  display: block;
}
</style>
