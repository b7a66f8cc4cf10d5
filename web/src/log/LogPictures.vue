<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { api, ask, type LogPictures } from '@/api/client'

/** The logbook as pictures: how cards fitted with the learned band and today's rule; minutes, spoilage and outcomes. */
const all = ref<LogPictures>()
const pointed = ref('')
const props = defineProps<{ unit: 'in' | 'mm' }>()
onMounted(async () => {
  all.value = (await ask(api.GET('/api/v1/log/pictures', { params: { query: { unit: props.unit } } }))).data
})
const W = 520
const H = 300
const x = (v: number) => 54 + v * (W - 70)
const y = (v: number) => H - 34 - v * (H - 50)
const line = (points: number[][]) =>
  points.map((p, i) => `${i ? 'L' : 'M'}${x(p[0] ?? 0)} ${y(p[1] ?? 0)}`).join('')
const marks: { [fit: string]: string } = {
  'would not go in': 'M-6 -6L6 6M-6 6L6 -6',
  tight: 'M-5 -5H5V5H-5Z',
  good: 'M0 -6A6 6 0 1 1 0 6A6 6 0 1 1 0 -6Z',
  loose: 'M0 -7L7 5H-7Z',
}
const groups = [
  { key: 'steps' as const, title: 'Minutes by step, against the usual' },
  { key: 'spoiled' as const, title: 'Spoiled, by part' },
  { key: 'outcomes' as const, title: 'Arrived well, by carrier' },
]
</script>

<template>
  <section
    v-if="all && (all.fits.dots.length || all.steps.length)"
    class="pictures"
    data-testid="log-pictures"
  >
    <figure v-if="all.fits.dots.length">
      <h2>How cards fitted</h2>
      <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="all.fits.words">
        <path
          v-if="all.fits.band.length"
          class="band"
          :d="
            line([
              ...all.fits.band.map((b) => [b.x, b.low]),
              ...[...all.fits.band].reverse().map((b) => [b.x, b.high]),
            ]) + 'Z'
          "
        />
        <path
          v-if="all.fits.band.length"
          class="learned"
          :d="line(all.fits.band.map((b) => [b.x, b.likely]))"
        />
        <path
          class="rule"
          :d="
            line([
              [0, all.fits.rule],
              [1, all.fits.rule],
            ])
          "
        />
        <g v-for="t in all.fits.across" :key="`x${t.at}`">
          <text :x="x(t.at)" :y="H - 14" class="tick">{{ t.text }}</text>
        </g>
        <text v-for="t in all.fits.up" :key="`y${t.at}`" :x="46" :y="y(t.at) + 4" class="tick end">
          {{ t.text }}
        </text>
        <path class="axis" :d="`M${x(0)} ${y(1)}V${y(0)}H${x(1)}`" />
        <path
          v-for="(d, i) in all.fits.dots"
          :key="i"
          :d="marks[d.fit]"
          :class="['dot', d.fit.replaceAll(' ', '-')]"
          :transform="`translate(${x(d.x)} ${y(d.y)})`"
          data-testid="fit-dot"
          @pointerenter="pointed = d.text"
          @pointerleave="pointed = ''"
        >
          <title>{{ d.text }}</title>
        </path>
      </svg>
      <figcaption data-testid="log-pointed">
        {{
          pointed ||
          '✕ would not go in, ■ tight, ● good, ▲ loose; thickness across, room beyond it up. Yellow: what the logbook makes of it; dashed: the usual rule.'
        }}
      </figcaption>
    </figure>
    <div class="bars">
      <div v-for="g in groups" :key="g.key">
        <template v-if="all[g.key].length">
          <h2>{{ g.title }}</h2>
          <p v-for="b in all[g.key]" :key="b.name" class="bar-row" data-testid="log-bar">
            <span>{{ b.name }}</span>
            <span class="track" aria-hidden="true"
              ><i
                class="span"
                :style="{
                  left: `${Math.min(b.low, 1) * 100}%`,
                  width: `${(Math.min(b.high, 1) - Math.min(b.low, 1)) * 100}%`,
                }"
              ></i
              ><i class="mid" :style="{ left: `${Math.min(b.likely, 1) * 100}%` }"></i
            ></span>
            <span class="quiet">{{ b.text }}</span>
          </p>
        </template>
      </div>
    </div>
  </section>
</template>

<style scoped>
.pictures {
  display: grid;
  grid-template-columns: minmax(0, 4fr) minmax(0, 5fr);
  gap: 24px;
}
figure {
  margin: 0;
}
.bars {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  grid-template-rows: auto 1fr;
  gap: 12px 24px;
}
/* The steps are many: they have a column to themselves. */
.bars > :first-child {
  grid-row: 1 / 3;
}
h2 {
  font-size: 16px;
  color: var(--ink);
}
svg {
  width: 100%;
  height: auto;
  background: var(--sheet);
  border: 1px solid var(--rule);
}
figcaption,
.quiet {
  font-size: 13px;
  color: var(--muted);
  min-height: 36px;
}
.band {
  fill: var(--parcel);
  opacity: 0.3;
}
.learned {
  fill: none;
  stroke: var(--parcel-deep);
  stroke-width: 2.5;
}
.rule {
  fill: none;
  stroke: var(--ink);
  stroke-dasharray: 7 5;
}
.axis {
  fill: none;
  stroke: var(--ink);
}
.tick {
  font-size: 11px;
  fill: var(--muted);
  text-anchor: middle;
}
.end {
  text-anchor: end;
}
.dot {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.6;
}
.dot.good {
  fill: var(--good);
}
.dot.tight,
.dot.would-not-go-in {
  fill: var(--stop);
  stroke: var(--stop);
}
.bar-row {
  display: grid;
  grid-template-columns: 84px minmax(60px, 1fr) minmax(0, 1.5fr);
  gap: 0 10px;
  align-items: center;
  padding: 2px 0;
  font-size: 14px;
  line-height: 1.25;
}
.bar-row .quiet {
  min-height: 0;
  font-size: 12.5px;
}
.track {
  position: relative;
  height: 12px;
  background: var(--rule);
}
.span,
.mid {
  position: absolute;
  top: 0;
  bottom: 0;
}
.span {
  background: var(--parcel);
}
.mid {
  width: 3px;
  background: var(--ink);
}
@media (max-width: 900px) {
  .pictures,
  .bars {
    grid-template-columns: minmax(0, 1fr);
  }
  .bars > :first-child {
    grid-row: auto;
  }
}
</style>
