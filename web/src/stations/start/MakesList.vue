<script setup lang="ts">
import { computed } from 'vue'
import { useStation } from '@/stations/station'
import SizeRow from '@/stations/SizeRow.vue'

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
      <SizeRow
        v-for="m in makesOf(name)"
        :key="m.text"
        :text="m.text"
        :notes="[`${m.per_sheet} a sheet`, m.envelope ? `${m.envelope}, ${m.verdict}` : 'no bought envelope']"
        :on="m.fold === plan.base.fold && m.text === plan.card.text"
        @pick="pick(m.patch)"
      />
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
</style>
