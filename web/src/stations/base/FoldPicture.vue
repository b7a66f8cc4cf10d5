<script setup lang="ts">
/** A fold as a small drawing, seen from above its edge. */
defineProps<{ outlines: string[] }>()
</script>

<template>
  <svg viewBox="0 0 60 36" width="44" height="26" aria-hidden="true">
    <path v-for="(d, i) in outlines" :key="i" :d="d" />
  </svg>
</template>

<style scoped>
path {
  fill: none;
  stroke: currentcolor;
  stroke-width: 2;
  stroke-linejoin: round;
}
</style>
