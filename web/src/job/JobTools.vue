<script setup lang="ts">
import { computed, ref } from 'vue'
import { useCatalog } from '@/api/catalog'
import { tell } from '@/app/notice'
import { useTyped } from '@/ui/typed'
import { useJob } from './job'

/** The unit, the ruler and how many; on a phone they lie behind one button. */
defineProps<{ open: boolean; wrong: string[] }>()
const jobs = useJob()
const catalog = useCatalog()
const switching = ref(0)

const rulers = computed(() => catalog.value?.rulers.filter((r) => r.says === (jobs.job?.unit ?? 'in')) ?? [])
const { text: quantity, type: count } = useTyped(
  () => String(jobs.job?.quantity ?? 1),
  (text) => {
    const typed = text.trim() === '' ? NaN : Number(text)
    jobs.change({ quantity: Number.isNaN(typed) ? null : typed }, 'quantity')
  },
)
const of = (e: Event) => (e.target as HTMLInputElement).value

async function turn(e: Event) {
  const wrong = await jobs.switchUnit(of(e) as 'in' | 'mm')
  if (wrong) tell(`The unit stays as it is. ${wrong}`)
  // The choice shows what the job has, whether it was switched or not.
  switching.value++
}
</script>

<template>
  <div class="tools" :class="{ open }">
    <label class="tool"
      >Unit
      <select :key="switching" :value="jobs.job?.unit ?? 'in'" data-testid="unit" @change="turn">
        <option value="in">inches</option>
        <option value="mm">millimetres</option>
      </select>
    </label>
    <label class="tool"
      >Ruler
      <select
        :value="jobs.job?.ruler ?? jobs.plan?.ruler ?? ''"
        data-testid="ruler"
        @change="jobs.change({ ruler: of($event) })"
      >
        <option v-if="!jobs.job?.ruler && !jobs.plan" value="">the usual</option>
        <option v-for="r in rulers" :key="r.id" :value="r.id">{{ r.name }}</option>
      </select>
    </label>
    <label class="tool"
      >Make
      <input
        class="count"
        inputmode="numeric"
        :value="quantity"
        aria-label="How many cards"
        :aria-invalid="wrong.includes('quantity')"
        data-testid="quantity"
        @input="count(of($event))"
      />
    </label>
  </div>
</template>

<style scoped>
.tools {
  display: flex;
}
.tool {
  font-size: 13px;
  color: var(--muted);
  display: flex;
  gap: 4px;
  align-items: center;
  padding-left: 8px;
}
select,
.count {
  color: var(--text);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 4px 6px;
  min-height: 30px;
  font-size: 14px;
  font-weight: 600;
}
.count {
  width: 72px;
}
.count[aria-invalid='true'] {
  border-color: var(--stop);
}
@media (max-width: 700px), (max-height: 560px) {
  .tools {
    display: none;
  }
  .tools.open {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    order: 6;
    flex-basis: 100%;
    padding: 4px 4px 8px;
  }
  select,
  .count {
    min-height: 44px;
    font-size: 16px;
  }
}
</style>
