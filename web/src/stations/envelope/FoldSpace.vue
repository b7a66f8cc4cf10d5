<script setup lang="ts">
import { useElementSize, useEventListener } from '@vueuse/core'
import { onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useTheme } from 'vuetify'
import ChoiceRow from '@/ui/ChoiceRow.vue'
import { Stage, type Space } from './space'

/** The blank in space at a moment; it is turned by dragging, by the arrow keys, or to a side. */
const props = defineProps<{ space: Space; at: number; text: string }>()
const emit = defineEmits<{ fails: [] }>()

type Side = 'back' | 'front' | 'side'
const sides: { id: Side; name: string }[] = [
  { id: 'back', name: 'Its back' },
  { id: 'front', name: 'Its front' },
  { id: 'side', name: 'From the side' },
]
/** Degrees it is turned and tilted by; its front shows once it is turned over, its mouth at the top still. */
const from: Record<Side, [number, number]> = { back: [12, 40], front: [192, 215], side: [12, 82] }

const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const frame = useTemplateRef<HTMLElement>('frame')
const { width, height } = useElementSize(frame)
const theme = useTheme()
const look = ref(from.back)
const side = ref<Side | undefined>('back')
let stage: Stage | undefined
let asked = 0

function colours() {
  // As a colour that is computed, a variable is one that any canvas understands.
  const of = (name: string) => {
    const at = frame.value ?? document.body
    at.style.color = `var(${name})`
    return getComputedStyle(at).color
  }
  return {
    inside: of('--card-paper'),
    outside: of('--kraft'),
    card: of('--tape-now'),
    glue: of('--look'),
    line: of('--ink'),
  }
}
/** However much changes at once, it is drawn once. */
function draw() {
  if (asked) return
  asked = requestAnimationFrame(() => {
    asked = 0
    if (!stage || !width.value) return
    stage.show(props.at)
    stage.look(...look.value)
    stage.draw()
  })
}
function lay() {
  stage?.lay(props.space, colours())
  draw()
}
onMounted(() => {
  try {
    if (canvas.value) stage = new Stage(canvas.value)
    stage?.size(width.value, height.value)
    lay()
  } catch {
    emit('fails')
  }
})
onBeforeUnmount(() => {
  cancelAnimationFrame(asked)
  stage?.dispose()
})
watch(() => props.space, lay)
watch(() => theme.global.name.value, lay, { flush: 'post' })
watch([() => props.at, look], draw)
watch([width, height], ([w, h]) => {
  stage?.size(w, h)
  draw()
})
useEventListener(canvas, 'webglcontextlost', () => emit('fails'))

function turn(right: number, down: number) {
  side.value = undefined
  const [turned, tilted] = look.value
  const over = Math.cos((tilted * Math.PI) / 180) < 0
  look.value = [turned + (over ? -right : right), tilted - down]
}
function pick(id: Side) {
  side.value = id
  look.value = from[id]
}
function drag(e: PointerEvent) {
  if (e.buttons & 1) turn(e.movementX / 2, e.movementY / 2)
}
function grab(e: PointerEvent) {
  canvas.value?.setPointerCapture(e.pointerId)
}
const keys: Record<string, [number, number]> = {
  ArrowLeft: [-10, 0],
  ArrowRight: [10, 0],
  ArrowUp: [0, -10],
  ArrowDown: [0, 10],
}
function key(e: KeyboardEvent) {
  const by = keys[e.key]
  if (!by) return
  e.preventDefault()
  e.stopPropagation()
  turn(...by)
}
</script>

<template>
  <div class="space no-print">
    <div ref="frame" class="frame">
      <canvas
        ref="canvas"
        role="img"
        tabindex="0"
        :aria-label="`${text}. Drag, or use the arrow keys, to turn it.`"
        data-testid="fold-space"
        @pointerdown="grab"
        @pointermove="drag"
        @keydown="key"
      ></canvas>
    </div>
    <ChoiceRow class="sides" label="Seen" :options="sides" :value="side" @pick="pick" />
  </div>
</template>

<style scoped>
.space {
  position: relative;
  flex: 1;
  min-height: 0;
}
.frame {
  position: absolute;
  inset: 0;
}
canvas {
  width: 100%;
  height: 100%;
  cursor: grab;
  touch-action: none;
}
canvas:active {
  cursor: grabbing;
}
.sides {
  position: absolute;
  left: 0;
  top: 0;
}
</style>
