<script setup lang="ts">
import { useEventListener, useResizeObserver } from '@vueuse/core'
import { nextTick, onMounted, ref, useTemplateRef, watch } from 'vue'
import FigureText from '@/ui/FigureText.vue'

/** The one figure, as large as the screen takes it: read from two metres. Its digits are seven tenths of its size. */
const SHARE = 32
const props = defineProps<{ text: string }>()
const box = useTemplateRef('box')
const line = useTemplateRef('line')
const size = ref(0)

/** So much of the screen's height, or as wide as there is room for. */
async function fit() {
  await nextTick()
  if (!line.value || !box.value) return
  line.value.style.fontSize = '100px'
  const wide = line.value.getBoundingClientRect().width
  const most = (window.innerHeight * SHARE) / 100
  size.value = Math.min(most, (box.value.clientWidth / Math.max(wide, 1)) * 99)
  line.value.style.fontSize = `${size.value}px`
}
onMounted(fit)
watch(() => props.text, fit)
useEventListener(window, 'resize', fit)
useResizeObserver(box, fit)
</script>

<template>
  <div ref="box" class="box">
    <span ref="line" class="line" data-testid="bench-figure"><FigureText :text="text" /></span>
  </div>
</template>

<style scoped>
.box {
  overflow: hidden;
  min-width: 0;
  text-align: center;
}
.line {
  display: inline-block;
  white-space: nowrap;
  line-height: 1;
  font-weight: 700;
  color: var(--ink);
  letter-spacing: -0.02em;
}
</style>
