<script setup lang="ts">
/** A fold as a small drawing, seen from above its edge. */
defineProps<{ fold: string }>()
const faces: Record<string, string[]> = {
  book: ['M8 6h20v22H8z', 'M28 6l16 4v22l-16-4'],
  tent: ['M14 10h32v20H14z', 'M14 10l6-6h32l-6 6'],
  flat: ['M17 5h26v24H17z'],
  gate: ['M14 5h32v24H14z', 'M14 5l-8 4v24l8-4', 'M46 5l8 4v24l-8-4'],
  trifold: ['M20 5h20v22H20z', 'M20 5L6 10v22l14-5', 'M40 5l12 4v22l-12-4'],
  z: ['M6 8l16-4v22L6 30z', 'M22 4l16 6v22l-16-6', 'M38 10l16-6v22l-16 6'],
  accordion: [
    'M4 8l10-4v22L4 30z',
    'M14 4l10 6v20l-10-4',
    'M24 10l10-6v22l-10 4',
    'M34 4l10 6v20l-10-4',
    'M44 10l10-6v22l-10 4',
  ],
  custom: ['M5 6h24v22H5z', 'M29 6l12 3v22l-12-3', 'M41 9l8-3v22l-8 3'],
}
</script>

<template>
  <svg viewBox="0 0 60 36" width="44" height="26" aria-hidden="true">
    <path v-for="(d, i) in faces[fold] ?? []" :key="i" :d="d" />
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
