<script setup lang="ts">
import type { BroughtIn, BroughtThing } from '@/api/client'
import type { ArchiveAnswer } from '@/api/files'

/** What an archive has otherwise than it is here, to be answered; and what stays put aside. */
defineProps<{ of: BroughtIn; busy: boolean }>()
defineEmits<{ answer: [what: ArchiveAnswer, of: BroughtThing[]]; back: [of: BroughtThing] }>()

/** All of them at once, where there are several, and each by itself. */
const rowsOf = (all: BroughtThing[]) => [...(all.length > 1 ? [all] : []), ...all.map((t) => [t])]
const answers: { what: ArchiveAnswer; name: string }[] = [
  { what: 'stay', name: 'Leave as here' },
  { what: 'take', name: 'As in the file' },
  { what: 'both', name: 'Keep both' },
]
const twice = (all: BroughtThing[]) => all.every((t) => t.kind === 'job' || t.kind === 'gang')
</script>

<template>
  <div v-if="of.changed.length" class="asks" data-testid="archive-changed">
    <p class="asked" role="status">Changed here since that file was taken. Nothing was done about it yet:</p>
    <div v-for="rows in rowsOf(of.changed)" :key="rows.map((t) => t.kind + t.id).join()">
      <span>{{ rows.length > 1 ? `All ${rows.length}` : rows[0]?.title }}</span>
      <span class="answers">
        <v-btn
          v-for="a in answers.filter((one) => one.what !== 'both' || twice(rows))"
          :key="a.what"
          size="small"
          variant="outlined"
          :disabled="busy"
          :data-testid="`answer-${a.what}`"
          @click="$emit('answer', a.what, rows)"
          >{{ a.name }}</v-btn
        >
      </span>
    </div>
  </div>
  <div v-if="of.aside.length" class="asks" data-testid="archive-aside">
    <p class="asked">Put aside here, and stays so:</p>
    <div v-for="t in of.aside" :key="t.kind + t.id">
      <span>{{ t.title }}</span>
      <v-btn
        size="small"
        variant="outlined"
        :disabled="busy"
        data-testid="archive-back"
        @click="$emit('back', t)"
        >Bring back</v-btn
      >
    </div>
  </div>
</template>

<style scoped src="./settings.css"></style>
<style scoped>
.asks {
  display: grid;
  gap: 8px;
}
.asks > div {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  justify-content: space-between;
  font-size: 14px;
}
.answers {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.asked {
  color: var(--ink);
  font-weight: 600;
}
</style>
