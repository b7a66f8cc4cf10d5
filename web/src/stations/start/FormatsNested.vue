<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Catalog } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'

/** Every bought envelope as a silhouette, to one scale and one inside another, to be picked by pointing. */
const props = defineProps<{ catalog?: Catalog; unit: string; value?: string }>()
defineEmits<{ pick: [id: string] }>()

type Format = Catalog['formats'][number]

/** The largest first, so that the smaller lie on it. */
const formats = computed(() =>
  [...(props.catalog?.formats ?? [])].sort((a, b) => b.width * b.height - a.width * a.height),
)
/** Envelopes lie on their long side. */
const long = (f: Format) => Math.max(f.width, f.height)
const short = (f: Format) => Math.min(f.width, f.height)
const wide = computed(() => Math.max(1, ...formats.value.map(long)))
const high = computed(() => Math.max(1, ...formats.value.map(short)))
const near = ref<Format>()
const shown = computed(() => near.value ?? formats.value.find((f) => f.id === props.value))
</script>

<template>
  <div class="nested">
    <p class="name" aria-live="polite">
      <template v-if="shown"
        ><strong>{{ shown.name }}</strong> {{ shown.family }},
        <FigureText prose :text="unit === 'mm' ? shown.metric : shown.inches"
      /></template>
      <template v-else>Point at an envelope, or type its name or size beside.</template>
    </p>
    <svg
      :viewBox="`-3 -3 ${wide + 6} ${high + 6}`"
      role="img"
      :aria-label="`${formats.length} envelopes one inside another, to scale; the list beside has them by name and size`"
      @pointerleave="near = undefined"
    >
      <rect
        v-for="f in formats"
        :key="f.id"
        x="0"
        :y="high - short(f)"
        :width="long(f)"
        :height="short(f)"
        :class="{ near: f.id === shown?.id }"
        :data-format="f.id"
        @pointerenter="near = f"
        @click="$emit('pick', f.id)"
      />
      <rect
        v-if="shown"
        class="over"
        x="0"
        :y="high - short(shown)"
        :width="long(shown)"
        :height="short(shown)"
      />
    </svg>
  </div>
</template>

<style scoped>
.nested {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  height: 100%;
  gap: 8px;
}
.name {
  font-size: 18px;
  min-height: 1.5em;
}
svg {
  width: 100%;
  height: 100%;
  min-height: 0;
}
rect {
  fill: var(--kraft);
  fill-opacity: 0.16;
  stroke: var(--ink);
  stroke-width: 0.7;
  cursor: pointer;
}
rect.near {
  fill: var(--parcel);
  fill-opacity: 0.75;
}
rect.over {
  fill: none;
  stroke-width: 2;
  pointer-events: none;
}
@media (max-width: 700px) {
  svg {
    height: 60vw;
  }
}
</style>
