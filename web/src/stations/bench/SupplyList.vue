<script setup lang="ts">
import type { Supplies } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'

/** What the whole batch takes: what is there, what to buy, what it costs. */
defineProps<{ supplies: Supplies }>()
</script>

<template>
  <section data-testid="supplies">
    <h2 class="small-caps">What it takes</h2>
    <ul>
      <li v-for="l in supplies.lines" :key="l.name" data-testid="supply">
        <b>{{ l.need }}</b>
        <FigureText class="name" prose :text="l.name" />
        <span class="have">{{
          l.buy ? (l.there ? `${l.there} there, buy ${l.buy}` : `buy ${l.buy}`) : 'all there'
        }}</span>
        <FigureText v-if="l.cost" class="cost" prose :text="l.cost" />
      </li>
    </ul>
    <p v-if="supplies.cost" data-testid="supplies-cost">
      <b><FigureText prose :text="supplies.cost" /></b>, <FigureText prose :text="supplies.card ?? ''" /> a
      card<template v-if="supplies.note">, {{ supplies.note }}</template>
    </p>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 44px 1fr auto;
  gap: 0 8px;
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
  line-height: 1.3;
  font-size: 15px;
}
b {
  color: var(--ink);
  font-size: 19px;
}
.have {
  grid-column: 2;
  color: var(--muted);
  font-size: 13.5px;
}
.cost {
  grid-row: 1;
  grid-column: 3;
}
p {
  padding-top: 8px;
  line-height: 1.4;
}
</style>
