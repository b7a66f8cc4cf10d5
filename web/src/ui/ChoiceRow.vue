<script setup lang="ts" generic="T extends string, O extends { id: T; name: string }">
import { computed } from 'vue'
import { rove } from './roving'

/** A few things to pick one of, as buttons side by side. */
const props = defineProps<{ label: string; options: O[]; value?: T; wrap?: boolean }>()
/** The one the tab key stops at: what is picked, or the first. */
const stop = computed(() => props.options.find((o) => o.id === props.value)?.id ?? props.options[0]?.id)
defineEmits<{ pick: [id: T] }>()
</script>

<template>
  <div class="choices" :class="{ wrap }" role="radiogroup" :aria-label="label" @keydown="rove($event)">
    <button
      v-for="o in options"
      :key="o.id"
      type="button"
      role="radio"
      :aria-checked="o.id === value"
      :tabindex="o.id === stop ? 0 : -1"
      :class="{ on: o.id === value }"
      :data-testid="`pick-${o.id}`"
      @click="$emit('pick', o.id)"
    >
      <slot name="option" :option="o">{{ o.name }}</slot>
    </button>
  </div>
</template>

<style scoped>
.choices {
  display: flex;
  gap: 0;
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  overflow: hidden;
}
button {
  flex: 1;
  padding: 6px 10px;
  white-space: nowrap;
  font-size: 14px;
  font-weight: 600;
  border: 0;
  background: none;
  color: var(--ink);
  cursor: pointer;
}
button + button {
  border-left: 1.5px solid var(--ink);
}
.wrap {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
}
.wrap button {
  padding: 4px 2px 5px;
  font-size: 12.5px;
  line-height: 1.2;
}
.wrap button:nth-child(n + 5) {
  border-top: 1.5px solid var(--ink);
}
.wrap button:nth-child(4n + 1) {
  border-left: 0;
}
button.on {
  background: var(--ink);
  color: var(--sheet);
}
button:focus-visible {
  outline-offset: -4px;
  outline-color: var(--parcel-deep);
}
</style>
