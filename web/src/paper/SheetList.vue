<script setup lang="ts">
import type { Answer } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'

/** Figures in the order of the work, each with a box to tick. */
defineProps<{ answers: Answer[] }>()
</script>

<template>
  <ul class="list">
    <li v-for="a in answers" :key="a.key">
      <span class="box" aria-hidden="true"></span>
      <span
        ><strong>{{ a.label }}</strong> <span class="note">{{ a.note }}</span></span
      >
      <span class="sum"
        ><template v-for="(f, i) in a.figures" :key="f.key"
          >{{ i ? ' × ' : '' }}<FigureText :text="f.text" /></template
      ></span>
    </li>
  </ul>
</template>

<style scoped src="./paper.css"></style>
