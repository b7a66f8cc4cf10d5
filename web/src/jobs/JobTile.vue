<script setup lang="ts">
import { mdiContentDuplicate, mdiTrashCanOutline } from '@mdi/js'
import type { Summary } from '@/api/client'
import DrawingView from '@/drawing/DrawingView.vue'
import FigureText from '@/ui/FigureText.vue'
import StateMark from '@/ui/StateMark.vue'

/** A job in the list: its card and envelope to scale, its figure, and what it needs to know. */
defineProps<{ of: Summary; scale: number; picking?: boolean; picked?: boolean }>()
defineEmits<{ copy: []; remove: []; pick: [] }>()
</script>

<template>
  <article class="job" :class="{ picked }" data-testid="job">
    <label v-if="picking" class="pick">
      <input type="checkbox" :checked="picked" data-testid="pick-job" @change="$emit('pick')" />
      <span class="sr">{{ of.title || 'Untitled' }}</span>
    </label>
    <router-link :to="{ name: 'job', params: { id: of.id } }" class="open">
      <div class="picture">
        <DrawingView
          v-if="of.drawing"
          :drawing="of.drawing"
          bare
          :scale="scale"
          :title="`${of.title}, to scale`"
        />
        <span v-else class="none">?</span>
      </div>
      <h2>{{ of.title || 'Untitled' }}</h2>
      <p class="figure-line">
        <FigureText class="big" :text="of.figure" /><span class="count">make {{ of.quantity || 1 }}</span>
      </p>
      <p v-if="of.due" class="due" data-testid="job-due">
        <StateMark
          :state="of.due_state ?? 'look'"
          :word="of.due_state === 'stop' ? 'too late' : of.due"
        /><span v-if="of.due_state === 'stop'">{{ of.due }}</span>
      </p>
      <p class="says"><StateMark :state="of.state" :word="of.word" /><FigureText prose :text="of.text" /></p>
    </router-link>
    <div class="tools">
      <v-btn
        :icon="mdiContentDuplicate"
        size="x-small"
        :aria-label="`Copy ${of.title}`"
        @click="$emit('copy')"
      />
      <v-btn
        :icon="mdiTrashCanOutline"
        size="x-small"
        :aria-label="`Put ${of.title} aside`"
        @click="$emit('remove')"
      />
    </div>
  </article>
</template>

<style scoped>
.job {
  position: relative;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 5px;
}
.job:hover,
.job:focus-within {
  border-color: var(--ink);
  box-shadow: 0 4px 0 var(--parcel);
}
.picked {
  border-color: var(--parcel-deep);
  box-shadow: 0 0 0 3px var(--parcel);
}
/* The whole tile picks while jobs are picked. */
.pick {
  position: absolute;
  inset: 0;
  z-index: 1;
  padding: 12px;
  cursor: pointer;
}
.pick input {
  width: 24px;
  height: 24px;
  accent-color: var(--ink);
}
.sr {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
.open {
  display: block;
  padding: 12px 16px 16px;
  color: inherit;
  text-decoration: none;
}
.picture {
  height: 190px;
  margin-bottom: 10px;
}
.none {
  display: grid;
  place-content: center;
  height: 100%;
  font-size: 60px;
  color: var(--rule);
}
h2 {
  font-size: 18px;
  line-height: 1.25;
}
.figure-line {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
}
.big {
  font-size: 22px;
  font-weight: 700;
  color: var(--ink);
}
.count {
  color: var(--muted);
  font-size: 14px;
}
.due {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
  font-size: 13.5px;
}
.says {
  font-size: 13.5px;
  line-height: 1.4;
  color: var(--muted);
  display: grid;
}
.tools {
  position: absolute;
  top: 6px;
  right: 6px;
  color: var(--muted);
}
</style>
