<script setup lang="ts">
import { computed } from 'vue'
import type { Learned } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'

/** What the logbook suggests here, what it rests on and how sure it is; applied by one click, which can be undone. */
const props = defineProps<{ all: Learned[]; station: string }>()
defineEmits<{ take: [patch: NonNullable<Learned['patch']>] }>()
const here = computed(() => props.all.filter((l) => l.station === props.station))
</script>

<template>
  <section v-for="l in here" :key="l.key" class="learned" :data-testid="`learned-${l.key}`">
    <h2 class="small-caps">From your logbook</h2>
    <p class="text"><FigureText prose :text="l.text" /></p>
    <p class="why"><FigureText prose :text="`${l.evidence} Likely ${l.low} to ${l.high}.`" /></p>
    <v-btn
      v-if="l.patch"
      size="small"
      variant="outlined"
      :data-testid="`take-${l.key}`"
      @click="$emit('take', l.patch)"
      >Take it</v-btn
    >
  </section>
</template>

<style scoped>
.learned {
  padding: 8px 12px 10px;
  margin-bottom: 12px;
  border-left: 4px solid var(--parcel);
  background: color-mix(in srgb, var(--parcel) 12%, transparent);
  line-height: 1.4;
}
.text {
  font-weight: 600;
}
.why {
  font-size: 13.5px;
  color: var(--muted);
  padding-bottom: 4px;
}
</style>
