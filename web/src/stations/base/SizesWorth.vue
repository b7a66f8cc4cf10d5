<script setup lang="ts">
import { computed } from 'vue'
import SizeRow from '@/stations/SizeRow.vue'
import { useStation } from '@/stations/station'

/** The sizes worth cutting for the envelope on hand: sold for it, largest, and those of which more come out of a sheet. */
const { plan, pick } = useStation('base')
const worth = computed(() => plan.value.worth ?? [])
</script>

<template>
  <section v-if="worth.length > 1" class="worth" data-testid="worth">
    <h2 class="small-caps">Sizes worth cutting</h2>
    <SizeRow
      v-for="w in worth"
      :key="w.text"
      :text="w.text"
      :notes="[w.left ? `${w.per_sheet} a sheet, ${w.left} left` : `${w.per_sheet} a sheet`, w.why]"
      :on="w.own"
      @pick="pick(w.patch)"
    />
  </section>
</template>

<style scoped>
.worth {
  padding-top: 14px;
}
</style>
