<script setup lang="ts">
import { computed } from 'vue'
import type { ShelfEntry } from '@/api/client'
import { useCatalog } from '@/api/catalog'
import { useKeptForm } from '@/kept/form'
import KeptLines from '@/kept/KeptLines.vue'
import ItemLines from './ItemLines.vue'
import { itemKept, kindOf, sendItem, typed, useShelf } from './shelf'

/** Something new for the shelf, or a change to what is there. */
const props = defineProps<{ entry?: ShelfEntry; kind: 'sheet' | 'envelope' }>()
const emit = defineEmits<{ done: [] }>()
const { load } = useShelf()
const catalog = useCatalog()

const known = computed(() => (props.kind === 'envelope' ? catalog.value?.formats : catalog.value?.sheets))
const sizes = computed(() => {
  return [
    ...(known.value ?? []).map((k) => ({ title: k.name, value: k.id })),
    { title: 'Measured', value: '' },
  ]
})

const form = useKeptForm({
  kind: kindOf(props.kind),
  record: props.entry && itemKept(props.entry),
  blank: typed({ kind: props.kind, count: 10, size: known.value?.[0]?.id ?? '' }),
  send: sendItem,
  done() {
    void load()
    emit('done')
  },
}) // prettier-ignore
const { draft, errors, sending, keep, leave } = form
function leaveIt() {
  leave()
  emit('done')
}
const field = (name: string) => ({ 'error-messages': [errors.value[name] ?? ''].filter(Boolean) })
</script>

<template>
  <form class="form" @submit.prevent="keep">
    <h2>{{ entry ? 'Change' : 'Add' }} {{ draft.kind === 'sheet' ? 'sheets' : 'envelopes' }}</h2>
    <div class="fields">
      <v-autocomplete v-model="draft.size" label="Size" :items="sizes" v-bind="field('size')" />
      <v-text-field
        v-model="draft.count"
        label="On hand"
        type="number"
        min="0"
        v-bind="field('count')"
        data-testid="shelf-count"
      />
      <template v-if="!draft.size">
        <v-text-field
          v-model="draft.width"
          label="Width"
          placeholder="9 in"
          persistent-placeholder
          v-bind="field('size.width')"
        />
        <v-text-field
          v-model="draft.height"
          label="Height"
          placeholder="12 in"
          persistent-placeholder
          v-bind="field('size.height')"
        />
      </template>
      <v-text-field
        v-model="draft.paper"
        label="Paper"
        placeholder="Dune cover"
        persistent-placeholder
        v-bind="field('paper')"
        data-testid="shelf-paper"
      />
      <v-text-field
        v-model="draft.colour"
        label="Colour"
        placeholder="#efe3c8"
        persistent-placeholder
        v-bind="field('colour')"
      />
      <v-text-field
        v-model="draft.weight"
        label="Weight"
        placeholder="80 lb cover"
        persistent-placeholder
        v-bind="field('weight')"
        data-testid="shelf-weight"
      />
      <v-text-field
        v-model="draft.caliper"
        label="Caliper"
        placeholder="0.3 mm"
        persistent-placeholder
        v-bind="field('caliper')"
      />
      <v-select
        v-model="draft.grain"
        label="Grain"
        :items="['long', 'short']"
        clearable
        v-bind="field('grain')"
      />
      <v-text-field
        v-model="draft.price"
        label="Price of one"
        placeholder="0.35"
        persistent-placeholder
        v-bind="field('price')"
      />
    </div>
    <ItemLines v-if="entry" :of="{ id: entry.id }" />
    <KeptLines :of="form" :quiet="Object.keys(errors).length > 0" />
    <div class="ends">
      <v-btn data-testid="shelf-leave" @click="leaveIt">Leave it</v-btn>
      <v-btn type="submit" variant="flat" class="keep" :disabled="sending" data-testid="shelf-keep"
        >Keep</v-btn
      >
    </div>
  </form>
</template>

<style scoped>
.form {
  background: var(--sheet);
  color: var(--text);
  border-radius: 6px;
  padding: 20px;
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
  padding: 14px 0;
}
.ends {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
}
.keep {
  background: var(--parcel);
  color: var(--on-parcel);
}
</style>
