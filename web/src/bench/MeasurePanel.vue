<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef } from 'vue'
import type { Making, Step } from '@/api/client'

/** What the first card really measures, before its envelope is cut. */
const props = defineProps<{ making: Making; step?: Step }>()
const emit = defineEmits<{ close: []; measured: [what: string, value: string, job: number] }>()
const whats: { [what: string]: string } = {
  thickness: 'Thickest place',
  weight: 'Weight',
  top: 'Pokes out, top',
  right: 'right',
  bottom: 'bottom',
  left: 'left',
  note: 'A note',
}
const what = ref(props.step?.tool === 'scale' ? 'weight' : 'thickness')
const value = ref('')
const job = computed(() => Math.max(0, props.step?.drawing?.job ?? 0))
const field = useTemplateRef('field')
onMounted(() => field.value?.focus())
const examples: { [what: string]: string } = { weight: '1.2 oz, 34 g', note: 'the pattern has a top' }
const example = computed(() => examples[what.value] ?? '3/16 in, 4.8 mm')
</script>

<template>
  <section class="panel" role="dialog" aria-modal="true" aria-labelledby="measure-head" data-keep>
    <h2 id="measure-head">What it measures</h2>
    <p class="row" role="group" aria-label="What was measured">
      <button
        v-for="(name, key) in whats"
        :key="key"
        :aria-pressed="what === key"
        :data-testid="`measure-${key}`"
        @click="((what = key), field?.focus())"
      >
        {{ name }}
      </button>
    </p>
    <form @submit.prevent="value.trim() && emit('measured', what, value.trim(), job)">
      <label
        >{{ whats[what] }}
        <input
          ref="field"
          v-model="value"
          :placeholder="example"
          autocomplete="off"
          data-testid="measure-value"
      /></label>
      <button type="submit" :disabled="!value.trim()" data-testid="measure-say">Say so</button>
    </form>
    <button class="close" @click="emit('close')">Nothing measured</button>
  </section>
</template>

<style scoped src="./panel.css"></style>
