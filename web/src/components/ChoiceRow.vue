<script setup lang="ts" generic="T extends string">
/** A few things to pick one of, as buttons side by side. */
defineProps<{ label: string; options: { id: T; name: string }[]; value?: T; wrap?: boolean }>()
defineEmits<{ pick: [id: T] }>()
</script>

<template>
  <div class="choices" :class="{ wrap }" role="radiogroup" :aria-label="label">
    <button
      v-for="o in options"
      :key="o.id"
      type="button"
      role="radio"
      :aria-checked="o.id === value"
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
