<script setup lang="ts">
import { computed } from 'vue'

/** A figure as text: fractions set as proper fractions, the unit quieter unless it stands in a sentence. */
const props = defineProps<{ text: string; prose?: boolean }>()

const parts = computed(() =>
  props.text.split(/(\d+\/\d+|\b(?:in|mm|oz|g|USD|GBP|CAD|AUD|EUR|JPY)\b)/).map((text, i) => ({
    text,
    fraction: i % 2 === 1 && text.includes('/') ? text.split('/') : undefined,
    unit: i % 2 === 1 && !props.prose,
  })),
)
</script>

<template>
  <span class="figure" :class="{ prose }"
    ><template v-for="(p, i) in parts" :key="i"
      ><span v-if="p.fraction" class="frac"
        ><span class="over">{{ p.fraction[0] }}</span
        >/<span class="under">{{ p.fraction[1] }}</span></span
      ><span v-else :class="{ unit: p.unit }">{{ p.text }}</span></template
    ></span
  >
</template>

<style scoped>
.figure {
  white-space: pre;
  font-variant-numeric: tabular-nums;
}
.prose {
  white-space: normal;
}
.frac {
  white-space: nowrap;
  font-variant-numeric: proportional-nums;
  letter-spacing: -0.02em;
}
.over,
.under {
  font-size: 0.66em;
}
.over {
  vertical-align: 0.45em;
  line-height: 0;
}
.under {
  vertical-align: -0.08em;
  line-height: 0;
}
.unit {
  font-size: 0.72em;
  font-weight: 500;
  opacity: 0.78;
}
</style>
