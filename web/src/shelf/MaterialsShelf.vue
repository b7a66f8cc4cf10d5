<script setup lang="ts">
import { mdiPencil, mdiPlus } from '@mdi/js'
import { computed, ref } from 'vue'
import { useCatalog } from '@/api/catalog'
import type { Material } from '@/api/client'
import TextField from '@/ui/TextField.vue'
import { useOwn } from './own'

/** Materials, with the maker's own figures over the usual ones. */
const catalog = useCatalog()
const { tools, errors, said, busy, settle, wrong } = useOwn()
const material = ref<Material>()

const own = computed(() => tools.value?.materials ?? [])
const isOwn = (id: string) => own.value.some((m) => m.id === id)
const others = (all: Material[] | undefined, id: string) => (all ?? []).filter((o) => o.id !== id)

async function keepMaterial() {
  const m = material.value
  if (!m) return
  const typed = {
    ...m,
    id:
      m.id ||
      m.name
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-+|-+$/g, ''),
  }
  if (await settle((t) => ({ ...t, materials: [...others(t.materials, typed.id), typed] })))
    material.value = undefined
}
const usual = (id: string) => settle((t) => ({ ...t, materials: others(t.materials, id) }))
const blank: Material = {
  id: '', name: '', kind: 'trim', thickness: '', weight: '', stiff_low: '', stiff_high: '', hard: false, contents: '',
} // prettier-ignore
const kinds = [
  { title: 'Board: a stiff sheet', value: 'board' },
  { title: 'Bond: sticks flat', value: 'bond' },
  { title: 'Foam: lifts', value: 'foam' },
  { title: 'Trim: lies on top', value: 'trim' },
  { title: 'Loose: a sheet laid over it all', value: 'loose' },
]
const fields: {
  name: 'name' | 'thickness' | 'weight' | 'stiff_low' | 'stiff_high' | 'contents'
  label: string
  placeholder: string
}[] = [
  { name: 'name', label: 'Name', placeholder: 'Foam tape 2 mm' },
  { name: 'thickness', label: 'Thick', placeholder: '2 mm' },
  { name: 'weight', label: 'Weighs', placeholder: '270 g/m2, or 0.8 g each' },
  { name: 'stiff_low', label: 'Stiffness, lowest', placeholder: 'board in GPa, foam in MPa' },
  { name: 'stiff_high', label: 'Stiffness, highest', placeholder: '5' },
  { name: 'contents', label: 'Carriers call it', placeholder: 'button, bead, bulky …' },
]
</script>

<template>
  <section data-testid="materials-shelf">
    <h2>
      Materials
      <v-btn
        size="small"
        :prepend-icon="mdiPlus"
        data-testid="add-material"
        @click="((errors = {}), (material = { ...blank }))"
        >Add</v-btn
      >
    </h2>
    <p v-if="said && !material" role="status">{{ said }}</p>
    <table>
      <thead>
        <tr>
          <th>Material</th>
          <th>Kind</th>
          <th class="number">Thick</th>
          <th class="number">Weighs</th>
          <th class="number">Stiffness</th>
          <th>Counts as</th>
          <th><span class="visually-hidden">Change</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="m in catalog?.materials ?? []" :key="m.id" :data-testid="`material-${m.id}`">
          <td>
            <strong>{{ m.name }}</strong> <span v-if="isOwn(m.id)" class="quiet">your figures</span>
          </td>
          <td>{{ m.kind }}</td>
          <td class="number">{{ m.thickness }}</td>
          <td class="number">{{ m.weight }}</td>
          <td class="number">{{ m.stiff_high ? `${m.stiff_low} to ${m.stiff_high}` : '' }}</td>
          <td>{{ m.contents }}{{ m.hard ? ', does not bend' : '' }}</td>
          <td class="row-tools">
            <v-btn
              v-if="isOwn(m.id)"
              size="x-small"
              variant="outlined"
              :data-testid="`usual-${m.id}`"
              @click="usual(m.id)"
              >The usual again</v-btn
            >
            <v-btn
              :icon="mdiPencil"
              size="x-small"
              :aria-label="`Change ${m.name}`"
              :data-testid="`change-${m.id}`"
              @click="((errors = {}), (material = { ...m }))"
            />
          </td>
        </tr>
      </tbody>
    </table>
  </section>
  <v-dialog :model-value="!!material" max-width="560" @update:model-value="material = undefined">
    <v-card v-if="material" class="over form">
      <h2>{{ material.name || 'A material of your own' }}</h2>
      <v-select v-model="material.kind" label="Kind" :items="kinds" />
      <div class="pair">
        <TextField
          v-for="f in fields"
          :key="f.name"
          :label="f.label"
          :field="`material.${f.name}`"
          :value="material[f.name]"
          :placeholder="f.placeholder"
          :error="wrong(f.name)"
          @change="material[f.name] = $event"
        />
      </div>
      <label
        ><input v-model="material.hard" type="checkbox" /> Does not bend: wood, metal, thick acrylic</label
      >
      <p v-if="said" role="alert" data-testid="own-said">{{ said }}</p>
      <div class="pair">
        <v-btn variant="outlined" @click="material = undefined">Leave it</v-btn>
        <v-btn variant="flat" class="main" :disabled="busy" data-testid="keep-material" @click="keepMaterial"
          >Keep it</v-btn
        >
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped src="@/app/lists.css"></style>
<style scoped src="./own.css"></style>
