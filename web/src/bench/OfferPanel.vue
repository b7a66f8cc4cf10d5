<script setup lang="ts">
import type { Making } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'

/** What the bench has to say: a measure that changes the plan, a piece that is missing. */
defineProps<{ making: Making }>()
const emit = defineEmits<{ answer: [take: boolean]; cut: [way: number] }>()
</script>

<template>
  <div class="offers" data-keep>
    <section v-if="making.offer" class="offer" role="alert" data-testid="bench-offer">
      <h2><FigureText prose :text="making.offer.text" /></h2>
      <ul>
        <li v-for="c in making.offer.changes" :key="c"><FigureText prose :text="c" /></li>
      </ul>
      <p class="row">
        <button class="take" data-testid="offer-take" @click="emit('answer', true)">
          Take it into the plan
        </button>
        <button data-testid="offer-keep" @click="emit('answer', false)">Keep the plan</button>
      </p>
    </section>
    <section v-if="making.ways.length" class="offer" role="alert" data-testid="bench-ways">
      <h2>Some are missing now</h2>
      <p class="row">
        <button
          v-for="(w, i) in making.ways"
          :key="w.text"
          :class="{ take: i === 0 }"
          data-testid="bench-way"
          @click="emit('cut', i)"
        >
          {{ w.text }}
        </button>
      </p>
    </section>
  </div>
</template>

<style scoped>
.offers {
  cursor: default;
}
.offer {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 20px;
  padding: 10px 28px;
  background: var(--tape-now);
  color: #22303f;
  border-bottom: 2px solid #22303f;
}
h2 {
  font-size: 19px;
}
ul {
  padding-left: 20px;
  flex: 1;
  min-width: 240px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
button {
  font: inherit;
  font-weight: 600;
  min-height: 48px;
  padding: 0 14px;
  border: 1.5px solid #22303f;
  border-radius: 5px;
  background: #fdfaf3;
  color: #22303f;
  cursor: pointer;
}
.take {
  background: #22303f;
  color: #fdfaf3;
}
button:focus-visible {
  outline: 3px solid #22303f;
  outline-offset: 2px;
}
@media (max-width: 700px) {
  .offer {
    padding: 8px 12px;
  }
}
</style>
