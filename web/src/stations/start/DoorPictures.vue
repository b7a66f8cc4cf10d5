<script setup lang="ts">
import { rove } from '@/ui/roving'
import { doors, type Door } from './doors'

/** What a job can start from, each as a drawing to pick. */
defineProps<{ value?: Door }>()
defineEmits<{ pick: [door: Door] }>()
</script>

<template>
  <div class="doors">
    <p class="what">
      Say what lies on the table. The card, its layers, the envelope, every cut and score, and what the post
      will make of it are worked out from there.
    </p>
    <div class="pictures" role="radiogroup" aria-label="What is on the table?" @keydown="rove($event)">
      <button
        v-for="(d, i) in doors"
        :key="d.id"
        type="button"
        role="radio"
        class="door"
        :class="{ on: value === d.id }"
        :aria-checked="value === d.id"
        :tabindex="value === d.id || (!value && i === 0) ? 0 : -1"
        :data-testid="`door-${d.id}`"
        @click="$emit('pick', d.id)"
      >
        <svg viewBox="0 0 200 150" aria-hidden="true">
          <template v-if="d.id === 'format'">
            <rect x="20" y="22" width="160" height="110" class="kraft" />
            <path d="M20 22 L100 84 L180 22" class="line" />
            <text x="100" y="116">A7</text>
          </template>
          <template v-else-if="d.id === 'measured'">
            <rect x="20" y="14" width="160" height="94" class="kraft" />
            <path d="M20 14 L100 66 L180 14" class="line" />
            <path d="M20 122h160M20 116v12M180 116v12M60 118v8M100 118v8M140 118v8" class="line" />
            <text x="100" y="143">?</text>
          </template>
          <template v-else-if="d.id === 'sheet'">
            <path d="M52 12h96v126H52z" class="white" />
            <path d="M52 75h96M100 12v126" class="line" stroke-dasharray="7 5" />
          </template>
          <template v-else>
            <path d="M60 26 L150 14 L150 122 L60 134z" class="white" />
            <path d="M60 26 L42 20 L42 126 L60 134z" class="white" />
            <path d="M76 50 L134 43M76 70 L134 63M76 90 L116 85" class="line" />
          </template>
        </svg>
        <span
          ><strong>{{ d.title }}</strong
          ><small>{{ d.says }}</small></span
        >
      </button>
    </div>
  </div>
</template>

<style scoped>
.doors {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  gap: 14px;
  height: 100%;
  max-width: 900px;
  margin: 0 auto;
  padding: 6px 0 8px;
}
.what {
  font-size: 16px;
  line-height: 1.4;
  max-width: 62ch;
}
.pictures {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  grid-auto-rows: minmax(0, 1fr);
  gap: 16px;
  min-height: 0;
}
.door {
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  gap: 8px;
  padding: 14px 18px;
  text-align: left;
  font: inherit;
  border: 1.5px solid var(--rule);
  border-radius: 6px;
  background: var(--sheet);
  color: var(--text);
  cursor: pointer;
  min-height: 0;
}
.door svg {
  width: 100%;
  height: 100%;
  min-height: 0;
}
.door:hover,
.door.on {
  border-color: var(--ink);
  box-shadow: 0 4px 0 var(--parcel);
}
strong {
  display: block;
  font-size: 18px;
}
small {
  color: var(--muted);
  font-size: 14px;
}
.kraft {
  fill: var(--kraft);
  stroke: var(--ink);
  stroke-width: 2;
}
.white {
  fill: var(--card-paper);
  stroke: var(--ink);
  stroke-width: 2;
}
.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
text {
  fill: var(--ink);
  font-weight: 700;
  font-size: 22px;
  text-anchor: middle;
}
@media (max-width: 700px) {
  .doors {
    height: auto;
  }
  .pictures {
    grid-template-columns: minmax(0, 1fr);
    grid-auto-rows: auto;
    gap: 10px;
  }
  .door {
    grid-template-columns: 84px 1fr;
    grid-template-rows: auto;
    align-items: center;
    padding: 8px 12px;
  }
}
</style>
