<script setup lang="ts">
import { mdiClose, mdiDotsHorizontal } from '@mdi/js'
import { computed, ref } from 'vue'
import type { BuildSpec } from '@/api/client'
import LengthField from '@/ui/LengthField.vue'
import MaterialPicker from '@/ui/MaterialPicker.vue'
import { useJob } from '@/job/job'
import TextField from '@/ui/TextField.vue'

/** One thing on the card: what it is, how it is stuck on, where it lies. */
const props = defineProps<{ at: number; piece: BuildSpec; loose: boolean }>()
const emit = defineEmits<{ change: [patch: Partial<BuildSpec>, field: string]; remove: [] }>()
const jobs = useJob()
const more = ref(false)
/** What is wrong below is never folded away. */
const open = computed(
  () => more.value || Object.keys(jobs.errors).some((f) => f.startsWith(`card.build[${props.at}].`)),
)
const field = (name: string) => `card.build[${props.at}].${name}`
const set = (name: keyof BuildSpec, text: string | undefined) =>
  emit('change', { [name]: text || undefined }, name)
const places: { name: 'x' | 'y' | 'width' | 'height'; label: string; placeholder: string }[] = [
  { name: 'x', label: 'From the left', placeholder: 'middle' },
  { name: 'y', label: 'From the top', placeholder: 'middle' },
  { name: 'width', label: 'Wide', placeholder: 'usual' },
  { name: 'height', label: 'High', placeholder: 'usual' },
]
</script>

<template>
  <div class="piece" data-testid="build-row">
    <div class="first">
      <MaterialPicker
        :label="piece.name || 'Piece'"
        :kinds="['trim', 'board', 'loose']"
        :value="piece.material"
        :field="field('material')"
        @pick="emit('change', { material: $event ?? piece.material }, 'material')"
      />
      <MaterialPicker
        label="Stuck on with"
        :kinds="['bond', 'foam']"
        :value="piece.joint"
        :none="loose ? 'lies loose' : 'glue'"
        :field="field('joint')"
        @pick="set('joint', $event)"
      />
      <v-btn
        :icon="mdiDotsHorizontal"
        size="x-small"
        :aria-expanded="open"
        aria-label="Place, size and figures"
        :data-testid="`more-${at}`"
        @click="more = !more"
      />
      <v-btn
        :icon="mdiClose"
        size="x-small"
        aria-label="Take it off"
        :data-testid="`take-off-${at}`"
        @click="emit('remove')"
      />
    </div>
    <div v-if="open" class="rest">
      <LengthField
        v-for="p in places"
        :key="p.name"
        :label="p.label"
        :field="field(p.name)"
        :value="piece[p.name]"
        :placeholder="p.placeholder"
        @change="set(p.name, $event)"
      />
      <TextField
        label="Thick"
        :field="field('thickness')"
        :value="piece.thickness"
        placeholder="usual"
        @change="set('thickness', $event)"
      />
      <TextField
        label="Weighs"
        :field="field('weight')"
        :value="piece.weight"
        placeholder="usual"
        @change="set('weight', $event)"
      />
      <TextField
        label="Foam covers"
        :field="field('cover')"
        :value="piece.cover"
        placeholder="100 %"
        @change="set('cover', $event)"
      />
      <v-select
        label="Lies on the"
        :items="['front', 'inside', 'back']"
        :model-value="piece.on ?? 'front'"
        :data-testid="field('on')"
        @update:model-value="set('on', $event === 'front' ? undefined : $event)"
      />
      <TextField
        label="Name"
        :field="field('name')"
        :value="piece.name"
        placeholder="as its material"
        @change="set('name', $event)"
      />
    </div>
  </div>
</template>

<style scoped>
.first {
  display: grid;
  grid-template-columns: 1fr 1fr 30px 30px;
  gap: 6px;
  align-items: center;
}
.rest {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 6px;
  padding-top: 8px;
  align-items: start;
}
</style>
