<script setup lang="ts">
import { mdiArrowExpandHorizontal, mdiClose, mdiDotsHorizontal } from '@mdi/js'
import { ref } from 'vue'
import LengthField from '@/ui/LengthField.vue'
import MaterialPicker from '@/ui/MaterialPicker.vue'
import TextField from '@/ui/TextField.vue'

export type LayerFields = {
  name: string
  border: string
  bottom?: string
  paper?: string
  colour?: string
  joint?: string
  material?: string
  cover?: string
}

/** One layer: what it is called, what it leaves visible, what it is cut from. */
const props = defineProps<{ at: number; layer: LayerFields }>()
const emit = defineEmits<{ change: [patch: Partial<LayerFields>, field: string]; remove: []; skip: [] }>()
const more = ref(!!(props.layer.bottom || props.layer.paper || props.layer.joint || props.layer.material))
const set = (field: keyof LayerFields, text: string) => emit('change', { [field]: text || undefined }, field)
</script>

<template>
  <div class="layer">
    <input
      type="color"
      class="swatch"
      :value="layer.colour ?? '#fffefb'"
      :aria-label="`Colour of ${layer.name}`"
      @input="set('colour', ($event.target as HTMLInputElement).value)"
    />
    <v-text-field
      :label="`Layer ${at + 1}`"
      :model-value="layer.name"
      maxlength="60"
      @update:model-value="emit('change', { name: String($event) }, 'name')"
    />
    <LengthField
      label="Border"
      :field="`layers[${at}].border`"
      :value="layer.border"
      @change="emit('change', { border: $event }, 'border')"
    />
    <span class="tools">
      <v-btn
        :icon="mdiArrowExpandHorizontal"
        size="x-small"
        title="Skip a step, for a picture frame"
        :aria-label="`Skip a step under ${layer.name}`"
        @click="emit('skip')"
      />
      <v-btn
        :icon="mdiDotsHorizontal"
        size="x-small"
        :aria-expanded="more"
        :aria-label="`More about ${layer.name}`"
        @click="more = !more"
      />
      <v-btn
        :icon="mdiClose"
        size="x-small"
        :aria-label="`Take ${layer.name} away`"
        @click="emit('remove')"
      />
    </span>
    <template v-if="more">
      <span></span>
      <TextField
        label="Paper"
        :field="`layers[${at}].paper`"
        :value="layer.paper"
        placeholder="any"
        @change="set('paper', $event)"
      />
      <LengthField
        label="Border below"
        :field="`layers[${at}].bottom`"
        :value="layer.bottom"
        placeholder="the same"
        @change="set('bottom', $event)"
      />
      <div class="made">
        <MaterialPicker
          label="Made of"
          :kinds="['board']"
          :value="layer.material"
          none="the base’s stock"
          :field="`layers[${at}].material`"
          @pick="emit('change', { material: $event }, 'material')"
        />
        <MaterialPicker
          label="Stuck on with"
          :kinds="['bond', 'foam']"
          :value="layer.joint"
          none="glue"
          :field="`layers[${at}].joint`"
          @pick="emit('change', { joint: $event }, 'joint')"
        />
      </div>
    </template>
  </div>
</template>

<style scoped>
.layer {
  display: grid;
  grid-template-columns: 28px 1fr 108px 84px;
  gap: 8px;
  align-items: start;
}
.swatch {
  width: 28px;
  height: 38px;
  padding: 0;
  border: 1px solid var(--ink-soft);
  border-radius: 3px;
  background: none;
  cursor: pointer;
}
.made {
  grid-column: 2 / -1;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.tools {
  display: flex;
  padding-top: 6px;
}
</style>
