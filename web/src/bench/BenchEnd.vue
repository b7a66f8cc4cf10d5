<script setup lang="ts">
import type { Making } from '@/api/client'
import FitAsk from '@/log/FitAsk.vue'
import FigureText from '@/ui/FigureText.vue'

/** All steps are done: what came of it, and the books. */
defineProps<{ making: Making }>()
defineEmits<{ finish: []; back: [] }>()
</script>

<template>
  <section class="end" data-keep data-testid="bench-end">
    <h1 tabindex="-1">{{ making.finished ? 'Finished' : 'All steps are done' }}</h1>
    <ul>
      <li v-for="p in making.parts" :key="p.key" data-testid="bench-part">
        <b>{{ p.name }}</b> {{ p.need }} used<template v-if="p.spoiled">, {{ p.spoiled }} spoiled</template
        ><template v-if="p.left > 0">, {{ p.left }} over</template>
      </li>
    </ul>
    <p v-if="making.finished" data-testid="bench-booked">
      {{
        making.booked
          ? 'What it took is off the shelf, its offcuts are on it.'
          : 'Nothing was taken off the shelf: nothing of it came from there, or it was booked before.'
      }}
    </p>
    <ul v-if="making.short?.length" data-testid="bench-short">
      <li v-for="line in making.short" :key="line"><FigureText prose :text="line" /></li>
    </ul>
    <p v-if="!making.finished">
      To finish takes what was used off the shelf and puts the offcuts on it; it can be undone.
    </p>
    <FitAsk v-if="making.finished" :making="making.id" />
    <p class="row">
      <button class="go" data-testid="bench-finish" @click="$emit('finish')">
        {{ making.finished ? 'Undo: it is not finished' : 'Finish' }}
      </button>
      <button v-if="!making.finished" @click="$emit('back')">Back a step</button>
    </p>
  </section>
</template>

<style scoped>
.end {
  display: grid;
  place-content: center;
  gap: 14px;
  padding: 20px;
  font-size: 18px;
  cursor: default;
  overflow-y: auto;
}
h1 {
  font-size: clamp(30px, 7vh, 56px);
  color: var(--ink);
}
h1:focus-visible {
  outline: none;
}
ul {
  padding-left: 20px;
}
.row {
  display: flex;
  gap: 10px;
}
button {
  font: inherit;
  font-weight: 600;
  min-height: 52px;
  padding: 0 18px;
  border: 1.5px solid var(--ink);
  border-radius: 5px;
  color: var(--ink);
  background: var(--sheet);
  cursor: pointer;
}
.go {
  background: var(--parcel);
  color: var(--on-parcel);
}
button:focus-visible {
  outline: 3px solid var(--parcel-deep);
  outline-offset: 2px;
}
</style>
