<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef } from 'vue'
import type { Making, Step } from '@/api/client'

/** Which piece, and why: one tap where the step has but one part. */
const props = defineProps<{ making: Making; step: Step }>()
const emit = defineEmits<{ close: []; spoiled: [part: string, reason: string] }>()
const part = ref(props.step.handled[0]?.key ?? '')
const spare = computed(() => props.making.parts.find((p) => p.key === part.value))
const first = useTemplateRef('first')
onMounted(() => first.value?.[0]?.focus())
</script>

<template>
  <section class="panel" role="dialog" aria-modal="true" aria-labelledby="spoil-head" data-keep>
    <h2 id="spoil-head">One is spoiled</h2>
    <p v-if="step.handled.length > 1" class="row" role="group" aria-label="Which piece">
      <button
        v-for="h in step.handled"
        :key="h.key"
        :aria-pressed="part === h.key"
        data-testid="spoil-part"
        @click="part = h.key"
      >
        {{ h.name }}
      </button>
    </p>
    <p v-if="spare" data-testid="spoil-spare">
      {{ spare.left > 0 ? `${spare.left} ${spare.name} to spare.` : `No ${spare.name} to spare.` }}
    </p>
    <p class="row" role="group" aria-label="Why">
      <button
        v-for="reason in making.reasons"
        :key="reason"
        ref="first"
        data-testid="spoil-reason"
        :disabled="!part"
        @click="emit('spoiled', part, reason)"
      >
        {{ reason }}
      </button>
    </p>
    <button class="close" @click="emit('close')">Nothing spoiled</button>
  </section>
</template>

<style scoped src="./panel.css"></style>
