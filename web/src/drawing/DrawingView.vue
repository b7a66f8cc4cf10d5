<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, useId } from 'vue'
import type { Drawing } from '@/api/client'

/** Draws what the server worked out, to scale, in the space there is. */
const props = defineProps<{
  drawing: Drawing
  lit?: string
  bare?: boolean
  title?: string
  scale?: number
  /** Pixels a millimetre at true size: the picture is as large as the thing, and scrolls. */
  life?: number
  /** A place to ring, in the drawing's millimetres. */
  ring?: number[]
  /** Width and height in pixels where the room is not the page's to give: on paper. */
  fixed?: { w: number; h: number }
}>()
const emit = defineEmits<{ point: [key: string] }>()

const TIER = 27
const uid = useId()
const frame = ref<HTMLElement>()
const { width, height } = useElementSize(frame)
const size = computed(() => props.fixed ?? { w: width.value, h: height.value })

type Side = 'top' | 'right' | 'bottom' | 'left'

const pads = computed(() => {
  const pad = { top: 14, right: 14, bottom: 14, left: 14 }
  if (props.bare) return { top: 3, right: 3, bottom: 3, left: 3 }
  for (const d of props.drawing.dims)
    pad[d.side as Side] = Math.max(pad[d.side as Side], d.flat ? 104 : 34 + d.tier * TIER)
  return pad
})

/** The room there is, or at life size the room it takes. */
const room = computed(() => {
  const { lo, hi } = props.drawing
  const p = pads.value
  const grown = (far: number, near: number, pad: number) => (far - near) * (props.life ?? 0) + pad
  return {
    w: Math.max(size.value.w, grown(hi[0] ?? 0, lo[0] ?? 0, p.left + p.right)),
    h: Math.max(size.value.h, grown(hi[1] ?? 0, lo[1] ?? 0, p.top + p.bottom)),
  }
})

const view = computed(() => {
  const { lo, hi } = props.drawing
  const [x0, y0, x1, y1] = [lo[0] ?? 0, lo[1] ?? 0, hi[0] ?? 1, hi[1] ?? 1]
  const p = pads.value
  const free = {
    w: Math.max(room.value.w - p.left - p.right, 10),
    h: Math.max(room.value.h - p.top - p.bottom, 10),
  }
  const fill = Math.min(free.w / Math.max(x1 - x0, 1), free.h / Math.max(y1 - y0, 0.1))
  const s = props.life ?? props.scale ?? fill
  const left = p.left + (free.w - (x1 - x0) * s) / 2
  const top = p.top + (free.h - (y1 - y0) * s) / 2
  return { s, x: (v: number) => left + (v - x0) * s, y: (v: number) => top + (v - y0) * s, x0, y0, x1, y1 }
})

const at = (p: number[]) => [view.value.x(p[0] ?? 0), view.value.y(p[1] ?? 0)] as const
const path = (points: number[][], open?: boolean) =>
  points
    .map(
      (p, i) =>
        (i ? 'L' : 'M') +
        at(p)
          .map((v) => v.toFixed(1))
          .join(' '),
    )
    .join('') + (open ? '' : 'Z')

/** Where a dimension's text goes: on its line, or beside it where the line is shorter than the text. */
const SHORT = 58
const dims = computed(() =>
  props.drawing.dims.map((d) => {
    const v = view.value
    const [ax, ay] = at(d.from)
    const [bx, by] = at(d.to)
    const off = 16 + d.tier * TIER
    if (d.side === 'top' || d.side === 'bottom') {
      const y = d.side === 'top' ? v.y(v.y0) - off : v.y(v.y1) + off
      return {
        ...d,
        a: [ax, y],
        b: [bx, y],
        ends: [ay, by],
        upright: false,
        turned: false,
        mid: [Math.abs(bx - ax) < SHORT ? Math.min(ax, bx) - SHORT / 2 : (ax + bx) / 2, y],
      }
    }
    const x = d.side === 'left' ? v.x(v.x0) - off : v.x(v.x1) + off
    return {
      ...d,
      a: [x, ay],
      b: [x, by],
      ends: [ax, bx],
      upright: true,
      turned: !d.flat,
      mid: [d.flat ? x + (d.side === 'left' ? -44 : 44) : x, (ay + by) / 2],
    }
  }),
)

const alongSides: { [side: string]: string } = {
  top: 'along the top',
  right: 'on the right',
  bottom: 'along the bottom',
  left: 'on the left',
}
/** The drawing in words, with its figures, for whoever does not see it. */
const words = computed(() => {
  const name = props.title ?? props.drawing.name
  if (props.bare) return name
  const sides = Object.entries(alongSides).flatMap(([side, says]) => {
    const texts = props.drawing.dims.filter((d) => d.side === side).map((d) => d.text)
    return texts.length ? [`${says} ${texts.join(', ')}`] : []
  })
  const parts = [...new Set(props.drawing.labels.map((l) => l.text))].join(', ')
  return [name, ...sides, parts].filter(Boolean).join('; ')
})

/** A fraction's figures are raised, lowered and set small; dy carries over, so each step undoes the last. */
const pieces = (text: string) =>
  text.split(/(\d+\/\d+)/).flatMap((t) => {
    const [over, under] = t.split('/')
    if (under === undefined) return [{ text: t, kind: '', dy: 0 }]
    return [
      { text: over ?? '', kind: 'small', dy: -0.36 },
      { text: '/', kind: '', dy: 0.245 },
      { text: under, kind: 'small', dy: 0.26 },
      { text: '\u200b', kind: '', dy: -0.177 },
    ]
  })
</script>

<template>
  <div ref="frame" class="frame" :class="{ bare, life }">
    <svg v-if="size.w > 0" :width="room.w" :height="room.h" role="img" :aria-label="words">
      <defs>
        <pattern
          :id="`${uid}-glue`"
          width="7"
          height="7"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(22)"
        >
          <rect width="7" height="7" class="glue-ground" />
          <line x1="0" y1="0" x2="0" y2="7" class="glue-line" />
        </pattern>
        <pattern
          :id="`${uid}-waste`"
          width="5"
          height="5"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(-45)"
        >
          <line x1="0" y1="0" x2="0" y2="5" class="waste-line" />
        </pattern>
      </defs>
      <path
        v-for="(s, i) in drawing.shapes"
        :key="`s${i}`"
        :d="path(s.points, s.open)"
        :class="['shape', s.kind, { lit: s.key && lit && s.key === lit }]"
        :style="
          s.kind === 'glue'
            ? { fill: `url(#${uid}-glue)` }
            : s.kind === 'waste'
              ? { fill: `url(#${uid}-waste)` }
              : s.fill
                ? { fill: s.fill }
                : {}
        "
      />
      <circle v-if="ring" :cx="at(ring)[0]" :cy="at(ring)[1]" r="15" class="ring" />
      <template v-if="!bare">
        <text
          v-for="(l, i) in drawing.labels"
          :key="`l${i}`"
          :x="at(l.at)[0]"
          :y="at(l.at)[1]"
          :class="['label', l.kind]"
          :transform="
            l.kind === 'upright' || l.kind === 'tall'
              ? `rotate(-90 ${at(l.at)[0]} ${at(l.at)[1]})`
              : l.kind === 'slant'
                ? `rotate(45 ${at(l.at)[0]} ${at(l.at)[1]}) translate(0 -16)`
                : undefined
          "
        >
          <tspan v-for="(p, j) in pieces(l.text)" :key="j" :class="p.kind" :dy="`${p.dy}em`">
            {{ p.text }}
          </tspan>
        </text>
        <g
          v-for="(d, i) in dims"
          :key="`d${i}`"
          :class="['dim', { lit: lit === d.key }]"
          :data-key="d.key"
          @pointerenter="emit('point', d.key)"
          @pointerleave="emit('point', '')"
        >
          <template v-if="d.upright">
            <line :x1="d.ends[0]" :y1="d.a[1]" :x2="d.a[0]" :y2="d.a[1]" class="extension" />
            <line :x1="d.ends[1]" :y1="d.b[1]" :x2="d.b[0]" :y2="d.b[1]" class="extension" />
          </template>
          <template v-else>
            <line :x1="d.a[0]" :y1="d.ends[0]" :x2="d.a[0]" :y2="d.a[1]" class="extension" />
            <line :x1="d.b[0]" :y1="d.ends[1]" :x2="d.b[0]" :y2="d.b[1]" class="extension" />
          </template>
          <line :x1="d.a[0]" :y1="d.a[1]" :x2="d.b[0]" :y2="d.b[1]" class="run" />
          <line :x1="d.a[0]! - 4" :y1="d.a[1]! + 4" :x2="d.a[0]! + 4" :y2="d.a[1]! - 4" class="tick" />
          <line :x1="d.b[0]! - 4" :y1="d.b[1]! + 4" :x2="d.b[0]! + 4" :y2="d.b[1]! - 4" class="tick" />
          <text
            :x="d.mid[0]"
            :y="d.mid[1]"
            class="dim-text"
            :transform="d.turned ? `rotate(-90 ${d.mid[0]} ${d.mid[1]})` : undefined"
          >
            <tspan v-for="(p, j) in pieces(d.text)" :key="j" :class="p.kind" :dy="`${p.dy}em`">
              {{ p.text }}
            </tspan>
          </text>
        </g>
      </template>
    </svg>
  </div>
</template>

<style scoped src="./drawing.css"></style>
