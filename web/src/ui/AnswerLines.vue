<script setup lang="ts">
import { mdiChevronDown } from '@mdi/js'
import { ref } from 'vue'
import type { Answer } from '@/api/client'
import FigureText from './FigureText.vue'

/** Answers one below the other, each with its figure; every line opens its working. */
defineProps<{ answers: Answer[]; lit?: string }>()
const emit = defineEmits<{ point: [key: string] }>()
const open = ref<string>()
const holds = (a: Answer, key?: string) => !!key && (a.key === key || a.figures.some((f) => f.key === key))
</script>

<template>
  <ul>
    <li v-for="a in answers" :key="a.key" :class="{ lit: holds(a, lit) }">
      <button
        class="plain-button line"
        :aria-expanded="open === a.key"
        :data-testid="`answer-${a.key}`"
        @click="open = open === a.key ? undefined : a.key"
        @pointerenter="emit('point', a.figures[0]?.key ?? '')"
        @pointerleave="emit('point', '')"
        @focus="emit('point', a.figures[0]?.key ?? '')"
        @blur="emit('point', '')"
      >
        <span class="what">
          <span class="label">{{ a.label }}</span>
          <span v-if="a.note && a.figures.length" class="note">{{ a.note }}</span>
        </span>
        <span class="figures">
          <template v-for="(f, i) in a.figures" :key="f.key"
            ><span v-if="i" class="by">{{ ' × ' }}</span
            ><FigureText :text="i < a.figures.length - 1 ? f.text.replace(/ (in|mm)$/, '') : f.text"
          /></template>
          <FigureText v-if="!a.figures.length" :text="a.note ?? ''" />
        </span>
        <v-icon :icon="mdiChevronDown" size="16" class="fold no-print" :class="{ up: open === a.key }" />
      </button>
      <div v-if="open === a.key" class="working">
        <p v-for="w in a.working" :key="w"><FigureText prose :text="w" /></p>
        <p v-if="a.figures.length" class="alt">
          {{ a.figures.map((f) => f.alt).join(' × ')
          }}<template v-for="f in a.figures" :key="f.key"
            ><template v-if="f.mark"
              >; {{ f.text }} lies between ruler marks, nearest {{ f.mark }}</template
            ></template
          >
        </p>
      </div>
    </li>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}
li {
  border-bottom: 1px solid var(--rule);
}
.line {
  display: grid;
  grid-template-columns: 1fr auto 18px;
  gap: 8px;
  align-items: center;
  width: 100%;
  min-height: 37px;
  padding: 3px 0;
}
.what {
  min-width: 0;
}
.label {
  display: block;
  font-weight: 600;
  font-size: 15px;
  line-height: 1.2;
}
.note {
  display: block;
  font-size: 12.5px;
  color: var(--muted);
  line-height: 1.25;
}
.figures {
  font-size: 22px;
  font-weight: 700;
  color: var(--ink);
  white-space: nowrap;
}
.by {
  font-weight: 400;
  white-space: pre;
  font-size: 0.8em;
}
.fold {
  opacity: 0.5;
  transition: transform 0.15s;
}
.up {
  transform: rotate(180deg);
}
.lit {
  background: color-mix(in srgb, var(--parcel) 26%, transparent);
}
.working {
  padding: 0 26px 8px 0;
  font-size: 14px;
  line-height: 1.45;
}
.alt {
  color: var(--muted);
}
</style>
