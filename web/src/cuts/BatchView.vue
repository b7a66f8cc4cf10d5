<script setup lang="ts">
import { computed, watch } from 'vue'
import type { CutPlan, Drawing } from '@/api/client'
import { rove } from '@/ui/roving'
import DrawingView from '@/drawing/DrawingView.vue'

/** Every way a sheet of the batch is cut, one large and the rest to pick from. */
const props = defineProps<{ cuts?: CutPlan; drawings: Drawing[]; at: number; lit: string }>()
const emit = defineEmits<{ pick: [at: number]; point: [key: string] }>()
const now = computed(() => props.cuts?.sheets[props.at])

watch(
  () => props.drawings,
  (all) => props.at >= all.length && emit('pick', 0),
)
</script>

<template>
  <div class="batch">
    <p v-if="cuts?.problem" class="problem" role="alert">{{ cuts.problem.text }}</p>
    <template v-else-if="now && drawings[at]">
      <p class="which">
        <strong>{{ now.letter }}</strong> {{ [now.name, now.paper].filter(Boolean).join(' ') }}, cut
        {{ now.count }} {{ now.count === 1 ? 'time' : 'times' }} like this<template v-if="now.buy"
          >; to buy</template
        >
      </p>
      <div class="large">
        <DrawingView :drawing="drawings[at]" :lit="lit" @point="emit('point', $event)" />
      </div>
    </template>
    <div
      v-if="drawings.length > 1"
      class="strip no-print"
      role="tablist"
      aria-label="Ways the sheets are cut"
      @keydown="rove($event)"
    >
      <button
        v-for="(d, i) in drawings"
        :key="i"
        class="plain-button way"
        role="tab"
        :aria-selected="i === at"
        :tabindex="i === at ? 0 : -1"
        :class="{ on: i === at }"
        :data-testid="`sheet-${cuts?.sheets[i]?.letter}`"
        @click="emit('pick', i)"
      >
        <span class="thumb"><DrawingView :drawing="d" bare /></span>
        <span
          ><strong>{{ cuts?.sheets[i]?.letter }}: {{ cuts?.sheets[i]?.count }} ×</strong><br />{{
            cuts?.sheets[i]?.name
          }}
          <em v-if="cuts?.sheets[i]?.buy">to buy</em></span
        >
      </button>
    </div>
  </div>
</template>

<style scoped>
.batch {
  display: flex;
  flex-direction: column;
  height: 100%;
  min-height: 0;
}
.which {
  font-size: 15px;
  color: var(--text);
}
.problem {
  margin: auto;
  max-width: 420px;
  font-size: 17px;
  color: var(--stop);
}
.large {
  flex: 1;
  min-height: 0;
}
.strip {
  display: flex;
  gap: 0;
  overflow-x: auto;
  margin: 0 -18px -12px;
  border-top: 1px solid var(--rule);
  background: var(--ground);
}
.way {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 8px 14px;
  min-width: 150px;
  font-size: 13.5px;
  line-height: 1.3;
  text-align: left;
  border-top: 4px solid transparent;
  border-right: 1px solid var(--rule);
}
.way.on {
  border-top-color: var(--parcel);
  background: var(--sheet);
}
.thumb {
  width: 64px;
  height: 64px;
}
em {
  color: var(--look);
  font-style: normal;
  font-weight: 700;
}
</style>
