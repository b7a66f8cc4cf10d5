<script setup lang="ts">
import { computed, ref } from 'vue'
import { useStation } from '@/stations/station'
import FigureText from '@/ui/FigureText.vue'
import SizeRow from '@/stations/SizeRow.vue'

/** The cards sold for envelopes and how often they come out of the sheet, then every sensible card that divides it. */
const { plan, pick } = useStation('start')
const small = ref(false)
const makes = computed(() => plan.value.makes.filter((m) => small.value || !m.small))
const foldsOfMakes = computed(() => [...new Set(makes.value.map((m) => m.name))])
const makesOf = (name: string) => makes.value.filter((m) => m.name === name)
</script>

<template>
  <section class="makes" data-testid="makes">
    <h2 class="small-caps">What {{ plan.base.sheet.name }} gives</h2>
    <ul class="sold" data-testid="sells">
      <li v-for="s in plan.sells ?? []" :key="s.text">
        <strong><FigureText :text="s.text" /></strong> <small>for {{ s.envelope }}</small>
        <span class="folds">
          <template v-for="y in s.folds" :key="y.fold">
            <button
              v-if="y.per_sheet"
              class="plain-button fold"
              :class="{ on: y.fold === plan.base.fold && s.text === plan.card.text }"
              @click="pick(y.patch)"
            >
              {{ y.text }}
            </button>
            <span v-else class="none">{{ y.text }}</span>
          </template>
        </span>
      </li>
    </ul>
    <div v-for="name in foldsOfMakes" :key="name">
      <h3>{{ name }}</h3>
      <SizeRow
        v-for="m in makesOf(name)"
        :key="m.text"
        :text="m.text"
        :notes="[`${m.per_sheet} a sheet`, m.envelope ? `${m.envelope}, ${m.verdict}` : 'no bought envelope']"
        :on="m.fold === plan.base.fold && m.text === plan.card.text"
        @pick="pick(m.patch)"
      />
    </div>
    <label class="small"
      ><input v-model="small" type="checkbox" data-testid="small-makes" /> Very small cards too</label
    >
  </section>
</template>

<style scoped>
.makes {
  padding-top: 14px;
}
.makes h3 {
  font-size: 13.5px;
  color: var(--muted);
  padding: 6px 0 2px;
}
.sold {
  list-style: none;
  padding: 0;
  font-size: 14px;
}
.sold li {
  border-bottom: 1px solid var(--rule);
  padding: 4px 0;
}
.sold strong {
  color: var(--ink);
  font-size: 16px;
}
.folds {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
}
.fold {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.fold.on {
  background: color-mix(in srgb, var(--parcel) 26%, transparent);
}
.none,
small,
.small {
  color: var(--muted);
  font-size: 13px;
}
</style>
