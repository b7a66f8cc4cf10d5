<script setup lang="ts">
import LengthField from './LengthField.vue'

/** A width and a height, side by side. */
const props = defineProps<{
  name: string
  field: string
  size?: { width?: string; height?: string }
}>()
const emit = defineEmits<{ change: [side: 'width' | 'height', text: string] }>()
const sides = ['width', 'height'] as const
</script>

<template>
  <div class="sides">
    <LengthField
      v-for="side in sides"
      :key="side"
      :label="`${props.name} ${side}`"
      :field="`${props.field}.${side}`"
      :value="props.size?.[side]"
      @change="emit('change', side, $event)"
    />
  </div>
</template>

<style scoped>
.sides {
  display: grid;
  align-items: start;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
</style>
