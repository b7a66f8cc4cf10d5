<script setup lang="ts">
import { mdiVectorPolygon } from '@mdi/js'
import { ref } from 'vue'
import type { Silhouette } from '@/api/client'
import { readOutline, textOf } from '@/api/files'
import DrawingView from '@/drawing/DrawingView.vue'
import FigureText from '@/ui/FigureText.vue'

/** Reads a card of an odd shape from an SVG file and finds the smallest rectangle round it. */
const props = defineProps<{ unit: 'in' | 'mm' }>()
const emit = defineEmits<{ use: [width: string, height: string] }>()

const found = ref<Silhouette>()
const problem = ref('')
const input = ref<HTMLInputElement>()

async function read(e: Event) {
  const file = await textOf(e)
  if (!file) return
  const reply = await readOutline(file.text, props.unit)
  found.value = reply.data
  problem.value = reply.away
    ? 'The server does not answer; choose the file again once it does.'
    : (reply.errors.file ?? reply.says)
}
</script>

<template>
  <div class="outline">
    <v-btn
      variant="outlined"
      size="small"
      :prepend-icon="mdiVectorPolygon"
      data-testid="outline-open"
      @click="input?.click()"
      >Odd shape: read its outline from an SVG file</v-btn
    >
    <input
      ref="input"
      type="file"
      accept=".svg,image/svg+xml"
      class="hidden"
      data-testid="outline-file"
      @change="read"
    />
    <p v-if="problem" class="problem" role="alert" data-testid="outline-problem">{{ problem }}</p>
    <div v-if="found" class="found" data-testid="outline-found">
      <div class="picture"><DrawingView :drawing="found.drawing" bare title="The outline" /></div>
      <p>
        Counts as <strong><FigureText :text="`${found.width.text} × ${found.height.text}`" /></strong
        ><template v-if="found.turn">, turned {{ found.turn }}°</template>: the smallest rectangle round it.
        <v-btn
          size="small"
          variant="outlined"
          data-testid="outline-use"
          @click="emit('use', found.width.text, found.height.text)"
          >Use it</v-btn
        >
      </p>
    </div>
  </div>
</template>

<style scoped>
.hidden {
  display: none;
}
.problem {
  color: var(--stop);
  font-size: 14px;
  padding-top: 4px;
}
.found {
  display: grid;
  grid-template-columns: 110px 1fr;
  gap: 12px;
  align-items: center;
  font-size: 14px;
}
.picture {
  height: 110px;
}
</style>
