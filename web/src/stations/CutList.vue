<script setup lang="ts">
import { mdiChevronDown, mdiContentCopy, mdiPrinterOutline } from '@mdi/js'
import { useClipboard } from '@vueuse/core'
import { nextTick, ref } from 'vue'
import type { Answer } from '@/api/client'
import { useJob } from '@/job/job'
import ExportButton from './ExportButton.vue'
import FigureText from '@/ui/FigureText.vue'

/** The answers in order of work. Every line opens its working. */
const props = defineProps<{ answers: Answer[]; lit?: string; title?: string }>()
const emit = defineEmits<{ point: [key: string] }>()

const open = ref<string>()
const jobs = useJob()
const { copy: put, copied } = useClipboard({ legacy: true, copiedDuring: 2000 })

/** Only figures of what is typed are copied: a click waits for their answer. */
async function copy() {
  await jobs.settled()
  await nextTick()
  if (jobs.fresh) await put(props.answers.map((a) => a.copy).join('\n'))
}

const holds = (a: Answer, key?: string) => !!key && (a.key === key || a.figures.some((f) => f.key === key))
const print = () => window.print()
</script>

<template>
  <section class="list" :aria-label="title ?? 'Cut list'">
    <header>
      <h2 class="small-caps">{{ title ?? 'Cut list' }}</h2>
      <span class="no-print">
        <v-btn
          size="small"
          :prepend-icon="mdiContentCopy"
          :disabled="!!jobs.held"
          data-testid="copy"
          @click="copy"
          >{{ copied ? 'Copied' : 'Copy' }}</v-btn
        >
        <v-btn
          size="small"
          :prepend-icon="mdiPrinterOutline"
          :disabled="!!jobs.held"
          data-testid="print"
          @click="print"
          >Print</v-btn
        >
        <ExportButton part="work-sheet" />
      </span>
    </header>
    <p v-if="jobs.held" class="why" data-testid="held">
      {{ jobs.held }} These figures are of what was typed before.
    </p>
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
  </section>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  border-bottom: 1.5px solid var(--ink);
  padding-bottom: 2px;
}
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
.why {
  font-size: 13.5px;
  font-weight: 600;
  color: var(--look);
  padding: 6px 0;
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
