<script setup lang="ts">
import type { CarrierEntry } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'
import PriceEditor from './PriceEditor.vue'

/** One class of a carrier in words, with its prices, which can be typed anew in place. */
defineProps<{ of: CarrierEntry['classes'][number]; pricing: boolean; wrong: string }>()
defineEmits<{ open: []; keep: [effective: string, prices: string[]]; leave: [] }>()
</script>

<template>
  <section :data-testid="`class-${of.id}`">
    <h3>{{ of.name }}</h3>
    <table>
      <tbody>
        <tr v-for="l in of.limits" :key="l.name">
          <th>{{ l.name }}</th>
          <td><FigureText prose :text="l.text" /><small v-if="l.unsure"> check</small></td>
        </tr>
        <tr v-if="!of.limits.length">
          <td>whatever the classes before it do not take</td>
        </tr>
      </tbody>
    </table>
    <template v-if="of.extra.length">
      <p class="more">{{ of.extra[0] }}</p>
      <ul>
        <li v-for="x in of.extra.slice(1)" :key="x">{{ x }}</li>
      </ul>
    </template>
    <PriceEditor
      v-if="pricing"
      :of="of"
      :wrong="wrong"
      @keep="(effective, prices) => $emit('keep', effective, prices)"
      @leave="$emit('leave')"
    />
    <table v-else class="prices">
      <tbody>
        <tr v-for="p in of.prices" :key="p.name + p.text">
          <th>{{ p.name }}</th>
          <td><FigureText prose :text="p.text" /><small v-if="p.unsure"> check</small></td>
        </tr>
        <tr v-if="!of.prices.length">
          <td>no price is kept: ask at the counter</td>
        </tr>
      </tbody>
    </table>
    <button
      v-if="of.prices.length && !pricing"
      class="plain-button change"
      :data-testid="`reprice-${of.id}`"
      @click="$emit('open')"
    >
      Change prices
    </button>
    <p v-if="of.dated" :class="{ stale: of.stale }">
      Prices from {{ of.dated }}{{ of.stale ? ', more than a year old' : ''
      }}{{ of.check ? `; ${of.check}` : '' }}.
    </p>
    <p v-for="d in of.days" :key="d" data-testid="class-days">{{ d }}</p>
    <p>{{ of.note }}</p>
  </section>
</template>

<style scoped>
.more {
  padding-top: 8px;
  font-weight: 600;
}
h3 {
  margin: 0 0 4px;
  font-size: 17px;
  color: var(--ink);
}
section {
  break-inside: avoid;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 5px;
  padding: 12px 14px;
  margin-bottom: 16px;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
}
th {
  text-align: left;
  font-weight: 500;
  color: var(--muted);
  padding: 2px 10px 2px 0;
  white-space: nowrap;
  vertical-align: top;
}
td {
  padding: 2px 0;
}
.change {
  font-size: 13.5px;
  font-weight: 600;
  color: var(--ink);
  text-decoration: underline;
  text-underline-offset: 3px;
}
.prices {
  margin-top: 8px;
  border-top: 1px solid var(--rule);
}
td small {
  color: var(--look);
}
ul {
  margin: 2px 0 0;
  padding-left: 18px;
  font-size: 13.5px;
  line-height: 1.4;
}
p {
  color: var(--muted);
  font-size: 13px;
  line-height: 1.4;
}
p.stale {
  color: var(--look);
  font-weight: 600;
}
</style>
