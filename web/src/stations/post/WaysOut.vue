<script setup lang="ts">
import type { Post } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'
import StateMark from '@/ui/StateMark.vue'

/** The smallest changes that post better, each with what it comes to; one click applies it, undo takes it back. */
defineProps<{ post: Post }>()
defineEmits<{ take: [patch: { [field: string]: unknown }] }>()
const states: { [verdict: string]: string } = { pass: 'good', refused: 'stop' }
</script>

<template>
  <section v-if="post.ways_out.length || post.no_way" class="ways" data-testid="ways-out">
    <h2 class="small-caps">Ways out, the smallest change first</h2>
    <p v-if="post.no_way" class="none">{{ post.no_way }}</p>
    <button
      v-for="(w, i) in post.ways_out"
      :key="w.label"
      class="plain-button way"
      :data-testid="`way-${i}`"
      @click="$emit('take', w.patch)"
    >
      <span class="label"><FigureText prose :text="w.label" /></span>
      <span class="comes">
        <StateMark :state="states[w.verdict] ?? 'look'" :word="w.word" />
        {{ w.class_name }}, <FigureText prose :text="w.price_text" />
        <span v-if="w.saving" class="saves">saves <FigureText prose :text="w.saving" /></span>
      </span>
    </button>
  </section>
</template>

<style scoped>
.ways {
  display: grid;
  margin-bottom: 12px;
}
.none {
  font-size: 14px;
  padding-top: 4px;
}
.way {
  display: grid;
  padding: 6px 8px 7px 10px;
  border: 1px solid var(--rule);
  border-left: 4px solid var(--parcel);
  background: var(--sheet);
  margin-top: 6px;
  border-radius: 3px;
}
.way:hover {
  border-color: var(--ink);
  border-left-color: var(--parcel-deep);
}
.label {
  font-weight: 600;
  font-size: 14.5px;
  line-height: 1.3;
}
.comes {
  font-size: 13.5px;
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
.saves {
  margin-left: auto;
  font-weight: 600;
  color: var(--good);
}
</style>
