<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'

/** Rules as text, their lines numbered; what is wrong is said at its line. */
const text = defineModel<string>({ required: true })
const props = defineProps<{ wrong?: { line: number; text: string }; busy: boolean }>()
defineEmits<{ keep: []; leave: [] }>()
const area = ref<HTMLTextAreaElement>()
const lines = computed(() => text.value.split('\n').length)

watch(
  () => props.wrong,
  async (wrong) => {
    if (!wrong?.line || !area.value) return
    await nextTick()
    const before = text.value.split('\n').slice(0, wrong.line - 1)
    const start = before.reduce((sum, l) => sum + l.length + 1, 0)
    area.value.focus()
    area.value.setSelectionRange(start, start + (text.value.split('\n')[wrong.line - 1] ?? '').length)
    area.value.closest('.scroll')?.scrollTo({ top: (wrong.line - 6) * 20 })
  },
)
</script>

<template>
  <section class="editor">
    <p class="help">
      Lengths and weights as people type them, with their unit; a figure you are not sure of is marked
      <code>check</code>. Classes are tried from the top, so the cheapest comes first.
    </p>
    <p v-if="wrong" class="wrong" role="alert" data-testid="rules-wrong">
      <template v-if="wrong.line">Line {{ wrong.line }}: </template>{{ wrong.text }}
    </p>
    <slot />
    <div class="scroll">
      <ol aria-hidden="true">
        <li v-for="n in lines" :key="n" :class="{ bad: n === wrong?.line }">{{ n }}</li>
      </ol>
      <textarea
        ref="area"
        v-model="text"
        :rows="lines + 1"
        spellcheck="false"
        wrap="off"
        aria-label="Rules"
        data-testid="rules-text"
        @keydown.ctrl.s.prevent="$emit('keep')"
        @keydown.meta.s.prevent="$emit('keep')"
      ></textarea>
    </div>
    <div class="tools">
      <v-btn variant="flat" class="main" :disabled="busy" data-testid="keep-carrier" @click="$emit('keep')"
        >Keep it</v-btn
      >
      <v-btn variant="outlined" data-testid="leave-carrier" @click="$emit('leave')">Leave it</v-btn>
    </div>
  </section>
</template>

<style scoped>
.help {
  font-size: 14px;
  color: var(--muted);
}
.wrong {
  margin-top: 8px;
  padding: 6px 10px;
  border-left: 4px solid var(--stop);
  background: var(--sheet);
  color: var(--stop);
  font-weight: 600;
}
.scroll {
  display: grid;
  grid-template-columns: 46px minmax(0, 1fr);
  height: calc(100vh - 300px);
  min-height: 260px;
  overflow: auto;
  margin: 10px 0;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 4px;
  font:
    14px/20px ui-monospace,
    monospace;
}
ol {
  list-style: none;
  margin: 0;
  padding: 8px 8px 8px 0;
  text-align: right;
  color: var(--muted);
}
.bad {
  background: var(--stop);
  color: var(--sheet);
}
textarea {
  font: inherit;
  color: var(--text);
  border: 0;
  border-left: 1px solid var(--rule);
  padding: 8px 12px;
  resize: none;
  white-space: pre;
  overflow-x: auto;
  overflow-y: hidden;
}
textarea:focus-visible {
  outline: none;
}
.tools {
  display: flex;
  gap: 10px;
}
.main {
  background: var(--parcel);
  color: var(--on-parcel);
  font-weight: 600;
}
</style>
