<script setup lang="ts">
import { mdiClose, mdiPlus, mdiTune } from '@mdi/js'
import { computed, ref } from 'vue'
import type { Stock } from '@/api/client'
import { useCatalog } from '@/api/catalog'
import { useShelf } from '@/shelf/shelf'
import { useStation } from '@/stations/station'
import LengthField from '@/ui/LengthField.vue'
import StockMore from './StockMore.vue'
import SheetPicker from '@/ui/SheetPicker.vue'
import TextField from '@/ui/TextField.vue'

/** What the batch is cut from, how many to spare, and how far the trimmer reaches. */
const { jobs, job, plan, unit, usual, type, pick } = useStation('cuts')
const catalog = useCatalog()
const { freeSheets } = useShelf()
const open = ref<number>()
const reach = ref(!!job.value.trimmer)

const stock = computed<Stock[]>(() => job.value.stock ?? [])
const set = (next: Stock[], key = '') => jobs.change({ stock: next.length ? next : null }, key)
const change = (at: number, patch: Partial<Stock>, key = '') =>
  set(
    stock.value.map((s, i) => (i === at ? { ...s, ...patch } : s)),
    key,
  )
const add = () => {
  set([...stock.value, { sheet: plan.value.base.sheet.id ?? usual.value.base ?? '', count: 10 }])
  open.value = stock.value.length - 1
}
function count(at: number, text: string) {
  const n = Number.parseInt(text, 10)
  change(at, { count: Number.isNaN(n) ? 0 : n }, `stock[${at}].count`)
}

/** Every sheet on the shelf that is not kept back for another job. */
async function fromShelf() {
  set(await freeSheets())
}
const sizeName = (s: Stock) =>
  typeof s.sheet === 'string'
    ? (catalog.value?.sheets.find((x) => x.id === s.sheet)?.name ?? s.sheet)
    : `${s.sheet.width} × ${s.sheet.height}`
const about = (s: Stock) => [s.paper, s.grain && `${s.grain} grain`, s.price].filter(Boolean).join(', ')
const papers = computed(() => [...new Set(stock.value.map((s) => s.paper).filter(Boolean))] as string[])
</script>

<template>
  <h2 class="small-caps">Sheets on hand</h2>
  <SheetPicker
    v-if="!stock.length"
    label="Cut from, as many as it takes"
    field="sheet"
    :value="job.sheet"
    :assumed="plan.base.sheet.id"
    :catalog="catalog"
    :unit="unit"
    :error="jobs.errors.sheet"
    @pick="pick({ sheet: $event })"
  />
  <ul v-else class="stock">
    <li v-for="(s, i) in stock" :key="i">
      <div class="row">
        <span class="swatch" :style="{ background: s.colour || 'var(--card-paper)' }"></span>
        <button
          class="plain-button name"
          :aria-expanded="open === i"
          @click="open = open === i ? undefined : i"
        >
          <strong>{{ sizeName(s) }}</strong> <span>{{ about(s) || 'any paper' }}</span>
        </button>
        <input
          class="count"
          type="number"
          min="0"
          :value="s.count"
          :aria-label="`How many ${sizeName(s)}`"
          :data-testid="`stock-count-${i}`"
          @input="count(i, ($event.target as HTMLInputElement).value)"
        />
        <v-btn
          :icon="mdiClose"
          size="x-small"
          :aria-label="`Take ${sizeName(s)} away`"
          @click="set(stock.filter((_, k) => k !== i))"
        />
      </div>
      <p v-if="jobs.errors[`stock[${i}].count`]" class="wrong">{{ jobs.errors[`stock[${i}].count`] }}</p>
      <StockMore
        v-if="open === i"
        :at="i"
        :of="s"
        :catalog="catalog"
        :unit="unit"
        @change="(patch, key) => change(i, patch, key)"
      />
    </li>
  </ul>
  <div class="buttons">
    <v-btn size="small" variant="outlined" :prepend-icon="mdiPlus" data-testid="add-stock" @click="add"
      >Count sheets</v-btn
    >
    <v-btn size="small" variant="outlined" data-testid="from-shelf" @click="fromShelf">From the shelf</v-btn>
    <v-btn
      size="small"
      :prepend-icon="mdiTune"
      data-testid="trimmer-more"
      :aria-expanded="reach"
      @click="reach = !reach"
      >Trimmer, grain</v-btn
    >
  </div>
  <div class="pair">
    <TextField
      label="To spare, cards or %"
      field="spoilage"
      :value="job.spoilage"
      placeholder="none"
      @change="type('spoilage', $event)"
    />
    <v-combobox
      label="Paper of the base"
      :items="papers"
      :model-value="job.card?.paper ?? ''"
      placeholder="any"
      persistent-placeholder
      hide-details="auto"
      density="compact"
      variant="outlined"
      data-testid="card.paper"
      @update:model-value="pick({ card: { paper: $event || null } })"
    />
    <template v-if="reach">
      <LengthField
        label="Trimmer’s longest cut"
        field="trimmer.longest"
        :value="job.trimmer?.longest"
        placeholder="any"
        @change="type('trimmer.longest', $event)"
      />
      <LengthField
        label="Trimmer’s guide goes to"
        field="trimmer.deepest"
        :value="job.trimmer?.deepest"
        placeholder="any"
        @change="type('trimmer.deepest', $event)"
      />
      <LengthField
        label="Trimmer cuts a pile of"
        field="trimmer.stack"
        :value="job.trimmer?.stack"
        placeholder="one sheet"
        @change="type('trimmer.stack', $event)"
      />
      <TextField
        label="A minute’s work costs"
        field="minute"
        :value="job.minute"
        placeholder="not counted"
        @change="type('minute', $event)"
      />
      <v-checkbox
        class="grain"
        label="Keep the grain along the fold"
        density="compact"
        hide-details
        :model-value="job.card?.grain === 'fold'"
        @update:model-value="pick({ card: { grain: $event ? 'fold' : null } })"
      />
    </template>
  </div>
</template>

<style scoped>
.stock {
  list-style: none;
  padding: 0;
}
.stock li {
  border-bottom: 1px solid var(--rule);
}
.row {
  display: grid;
  grid-template-columns: 18px 1fr 64px 30px;
  gap: 8px;
  align-items: center;
  min-height: 36px;
}
.swatch {
  width: 18px;
  height: 18px;
  border: 1px solid var(--ink-soft);
  border-radius: 3px;
}
.name {
  text-align: left;
  line-height: 1.2;
  font-size: 14px;
}
.name span {
  color: var(--muted);
  font-size: 12.5px;
  display: block;
}
.count {
  width: 64px;
  padding: 4px 6px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--text);
  font-weight: 700;
  text-align: right;
}
.wrong {
  color: var(--stop);
  font-size: 13px;
}
.pair {
  display: grid;
  align-items: start;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.buttons {
  display: flex;
  gap: 6px;
  flex-wrap: wrap;
}
.grain {
  grid-column: 1 / -1;
}
.grain :deep(label) {
  font-size: 14px;
}
</style>
