<script setup lang="ts">
import { computed } from 'vue'
import { useStation } from '@/stations/station'
import FigureText from '@/ui/FigureText.vue'

/** Every sensible card that comes out of the sheet, by fold, with the envelope that takes it. */
const { plan, pick } = useStation('start')
const foldsOfMakes = computed(() => [...new Set(plan.value.makes.map((m) => m.name))])
const makesOf = (name: string) => plan.value.makes.filter((m) => m.name === name)
</script>

<template>
  <section class="makes" data-testid="makes">
    <h2 class="small-caps">What {{ plan.base.sheet.name }} gives</h2>
    <div v-for="name in foldsOfMakes" :key="name">
      <h3>{{ name }}</h3>
      <button
        v-for="m in makesOf(name)"
        :key="m.text"
        class="plain-button make"
        :class="{ on: m.fold === plan.base.fold && m.text === plan.card.text }"
        @click="pick(m.patch)"
      >
        <FigureText :text="m.text" />
        <span>{{ m.per_sheet }} a sheet</span>
        <span>{{ m.envelope ? `${m.envelope}, ${m.verdict}` : 'no bought envelope' }}</span>
      </button>
    </div>
  </section>
</template>

<style scoped>
.makes {
  padding-top: 14px;
}
.makes h3 {
  font-size: 13.5px;
  color: var(--muted);
  padding: 6px 0 2px;
}
.make {
  display: grid;
  grid-template-columns: 1.2fr 0.8fr 1.2fr;
  width: 100%;
  gap: 8px;
  padding: 5px 4px;
  align-items: baseline;
  border-bottom: 1px solid var(--rule);
  font-size: 14px;
  text-align: left;
}
.make .figure {
  font-weight: 700;
  font-size: 16px;
  color: var(--ink);
}
.make:hover,
.make.on {
  background: color-mix(in srgb, var(--parcel) 26%, transparent);
}
</style>
