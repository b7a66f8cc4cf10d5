<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { nextTick, ref, useTemplateRef, watch } from 'vue'
import type { Drawing } from '@/api/client'
import { useScreen } from '@/settings/screen'
import DrawingView from './DrawingView.vue'

/** The thing at its true size over the whole screen, to lay the real one on. */
const props = defineProps<{ drawing: Drawing; how: string }>()
const open = defineModel<boolean>({ required: true })
const screen = useScreen()
const board = useTemplateRef<HTMLElement>('board')
const held = ref<{ x: number; y: number }>()

const frame = () => board.value?.querySelector<HTMLElement>('.frame')

/** The piece begins in the middle, however much larger than the screen it is. */
async function centre() {
  await nextTick()
  window.setTimeout(() => {
    const f = frame()
    f?.scrollTo((f.scrollWidth - f.clientWidth) / 2, (f.scrollHeight - f.clientHeight) / 2)
    board.value?.focus()
  }, 120)
}
watch(
  open,
  async (now) => {
    if (now) {
      // Where the browser will not give the whole screen, the window has to do.
      await document.documentElement.requestFullscreen().catch(() => undefined)
      await centre()
    } else if (document.fullscreenElement) await document.exitFullscreen().catch(() => undefined)
  },
  { immediate: true },
)

function drag(e: PointerEvent) {
  if (!held.value) return
  frame()?.scrollBy(held.value.x - e.clientX, held.value.y - e.clientY)
  held.value = { x: e.clientX, y: e.clientY }
}
const steps: { [key: string]: [number, number] } = {
  ArrowLeft: [-40, 0],
  ArrowRight: [40, 0],
  ArrowUp: [0, -40],
  ArrowDown: [0, 40],
}
function pan(e: KeyboardEvent) {
  const by = steps[e.key]
  if (!by) return
  e.preventDefault()
  frame()?.scrollBy(...by)
}
</script>

<template>
  <v-dialog v-model="open" fullscreen aria-labelledby="life-title">
    <div class="life-size" data-testid="life">
      <header>
        <h2 id="life-title">{{ props.drawing.name }}, life size</h2>
        <p>
          {{ how }}
          <template v-if="!screen.measured.value">
            This screen is not set up yet:
            <router-link :to="{ name: 'settings' }">hold a bank card to it in Settings</router-link> first.
          </template>
        </p>
        <v-btn
          :icon="mdiClose"
          size="small"
          aria-label="Close life size"
          data-testid="life-close"
          @click="open = false"
        />
      </header>
      <div
        ref="board"
        class="board"
        tabindex="0"
        role="group"
        aria-label="The drawing at life size; drag it, or move it with the arrow keys"
        :class="{ held }"
        @pointerdown="held = { x: $event.clientX, y: $event.clientY }"
        @pointermove="drag"
        @pointerup="held = undefined"
        @pointerleave="held = undefined"
        @keydown="pan"
      >
        <DrawingView :drawing="drawing" :life="screen.measured.value ?? screen.assumed" />
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.life-size {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  height: 100%;
  background: var(--sheet);
  color: var(--text);
}
header {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 4px 18px;
  align-items: center;
  padding: 6px 16px;
  border-bottom: 1px solid var(--rule);
}
h2 {
  font-size: 17px;
  color: var(--ink);
}
.board {
  min-height: 0;
  cursor: grab;
  touch-action: none;
}
.board.held {
  cursor: grabbing;
}
a {
  color: var(--ink);
}
@media (max-width: 700px) {
  header {
    grid-template-columns: 1fr auto;
  }
  p {
    grid-column: 1 / -1;
    grid-row: 2;
    font-size: 14px;
  }
}
</style>
