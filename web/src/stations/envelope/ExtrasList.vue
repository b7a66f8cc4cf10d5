<script setup lang="ts">
import type { Plan } from '@/api/client'
import ExportButton from '@/stations/ExportButton.vue'
import FigureText from '@/ui/FigureText.vue'

/** What goes with the envelope: its liner, a belly band, strips that hold the card. */
defineProps<{ plan: Plan; lined?: boolean }>()
defineEmits<{ line: [on: boolean] }>()
const part = (id: string) => id as 'liner' | 'band' | 'strips'
</script>

<template>
  <section v-if="plan.extras.length">
    <h2 class="small-caps">To go with it</h2>
    <ul>
      <li v-for="e in plan.extras" :key="e.id" :data-testid="`extra-${e.id}`">
        <span>
          <strong>{{ e.name }}</strong>
          <small><FigureText prose :text="e.answer.note ?? ''" /></small>
          <label v-if="e.id === 'liner'" class="lined no-print"
            ><input
              type="checkbox"
              :checked="lined"
              data-testid="lined"
              @change="$emit('line', ($event.target as HTMLInputElement).checked)"
            />
            it goes in, and counts for the post</label
          >
        </span>
        <FigureText class="size" :text="`${e.width.text} × ${e.height.text}`" />
        <ExportButton :part="part(e.id)" />
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  margin-top: 14px;
}
.lined {
  display: block;
  font-size: 13px;
}
ul {
  list-style: none;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 8px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  padding: 4px 0;
  font-size: 14px;
}
small {
  display: block;
  color: var(--muted);
  font-size: 12.5px;
  line-height: 1.3;
}
.size {
  font-weight: 700;
  color: var(--ink);
}
</style>
