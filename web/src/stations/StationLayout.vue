<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { useJob } from '@/job/job'
import FigureText from '@/ui/FigureText.vue'

const LearnedNote = defineAsyncComponent(() => import('./LearnedNote.vue'))
/** Two thirds drawing, one third what the station asks and answers. */
const props = defineProps<{ title: string; station: string }>()
const jobs = useJob()
const figure = computed(() => jobs.plan?.stations.find((s) => s.key === props.station)?.figure)
</script>

<template>
  <main id="main" class="station" :class="{ held: jobs.held }">
    <section class="board" :aria-label="`Drawing: ${title}`">
      <div class="caption">
        <h1 tabindex="-1">{{ title }}</h1>
        <p v-if="jobs.held" class="of-before">of what was typed before</p>
        <slot name="tools" />
      </div>
      <div class="drawing"><slot name="drawing" /></div>
      <slot name="below" />
    </section>
    <aside class="side">
      <p v-if="figure" class="one no-print"><FigureText class="figures" :text="figure" /></p>
      <div class="say no-print"><slot name="say" /></div>
      <div v-if="jobs.plan?.learned" class="no-print">
        <LearnedNote :all="jobs.plan.learned" :station="station" @take="jobs.change($event)" />
      </div>
      <slot name="list" />
    </aside>
  </main>
</template>

<style scoped src="../drawing/board.css"></style>
<style scoped>
.station {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 410px;
  min-height: 0;
}
.caption {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 8px 18px 0;
  min-height: 44px;
  flex-wrap: wrap;
}
h1 {
  font-size: 17px;
  font-weight: 700;
  color: var(--ink);
  margin-right: auto;
}
h1:focus-visible {
  outline: none;
}
.of-before {
  font-size: 13.5px;
  font-weight: 600;
  color: var(--look);
}
/* An answer that is not for what is typed never looks good. */
.held .drawing,
.held .side :deep(.figures) {
  opacity: 0.4;
  filter: grayscale(1);
}
.side {
  overflow-y: auto;
  padding: 14px 18px;
  min-height: 0;
}
.say {
  display: grid;
  gap: 9px;
  margin-bottom: 12px;
}
.one {
  display: none;
}
@media (max-width: 900px) {
  .station {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: 54% 1fr;
  }
}
/* On a phone, or magnified: one column that scrolls, the drawing first, then the one figure, then the few inputs. */
@media (max-width: 700px), (max-height: 560px) {
  .station {
    display: block;
  }
  .board,
  .side {
    overflow: visible;
  }
  .caption {
    padding: 6px 12px 0;
    gap: 6px 10px;
  }
  .drawing {
    height: min(92vw, 380px);
    flex: none;
    padding: 2px 8px 8px;
  }
  .one {
    display: block;
    padding: 8px 16px 0;
    font-size: 34px;
    line-height: 1.15;
    font-weight: 700;
    color: var(--ink);
  }
  .side {
    padding: 10px 14px 20px;
  }
  .side :deep(.v-btn),
  .side :deep(.choices button),
  .caption :deep(.v-btn) {
    min-height: 44px;
  }
}
@media print {
  .station {
    display: block;
  }
  .drawing {
    height: 380px;
  }
  .board {
    background: none;
    border: 0;
  }
}
</style>
