<script setup lang="ts">
import { mdiPencil, mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import { computed, onMounted, ref } from 'vue'
import { api, fieldErrors, type FieldErrors, type Material, type Tools } from '@/api/client'
import { forgetCatalog, useCatalog } from '@/job/catalog'
import TextField from './TextField.vue'

/** Materials, with the maker's own figures over the usual ones, and the stamps on hand. */
type StampRow = NonNullable<Tools['stamps']>[number]

const catalog = useCatalog()
const tools = ref<Tools>()
const errors = ref<FieldErrors>({})
const said = ref('')
const material = ref<Material>()
const stamp = ref<{ at: number; row: StampRow }>()

onMounted(async () => {
  try {
    tools.value = (await api.GET('/api/v1/settings')).data
  } catch {
    said.value = 'The server does not answer.'
  }
})
const own = computed(() => tools.value?.materials ?? [])
const isOwn = (id: string) => own.value.some((m) => m.id === id)
const stamps = computed(() => tools.value?.stamps ?? [])

/** Keeps the tools with a change; gives whether that worked. */
async function keep(change: Partial<Tools>) {
  try {
    const { data, error } = await api.PUT('/api/v1/settings', { body: { ...tools.value, ...change } })
    errors.value = fieldErrors(error)
    if (data) {
      tools.value = data
      forgetCatalog()
    }
    said.value = data ? '' : 'Not kept: something is to be put right.'
    return !!data
  } catch {
    said.value = 'Not kept: the server does not answer. What you typed stays here.'
    return false
  }
}
/** The errors of the one that is being typed, whatever its place in the list. */
const wrong = (name: string) =>
  Object.entries(errors.value).find(([field]) => field.endsWith(`.${name}`))?.[1]

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
  if (await keep({ materials: [...own.value.filter((o) => o.id !== typed.id), typed] }))
    material.value = undefined
}
const usual = (id: string) => keep({ materials: own.value.filter((o) => o.id !== id) })
async function keepStamp() {
  const s = stamp.value
  if (!s) return
  const next = [...stamps.value]
  if (s.at < 0) next.push(s.row)
  else next[s.at] = s.row
  if (await keep({ stamps: next })) stamp.value = undefined
}
const dropStamp = (at: number) => keep({ stamps: stamps.value.filter((_, i) => i !== at) })
const blank: Material = {
  id: '', name: '', kind: 'trim', thickness: '', weight: '', stiff_low: '', stiff_high: '', hard: false, contents: '',
} // prettier-ignore
const kinds = [
  { title: 'Board: a stiff sheet', value: 'board' },
  { title: 'Bond: sticks flat', value: 'bond' },
  { title: 'Foam: lifts', value: 'foam' },
  { title: 'Trim: lies on top', value: 'trim' },
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
  <section data-testid="stamps-shelf">
    <h2>
      Stamps
      <v-btn
        size="small"
        :prepend-icon="mdiPlus"
        data-testid="add-stamp"
        @click="((errors = {}), (stamp = { at: -1, row: { price: '', count: 1 } }))"
        >Add</v-btn
      >
    </h2>
    <p v-if="said" role="status">{{ said }}</p>
    <p v-if="!stamps.length" class="empty">
      Nothing here yet. Add the stamps you have, and every job says which to stick on.
    </p>
    <table v-else>
      <thead>
        <tr>
          <th>Stamp</th>
          <th class="number">Worth</th>
          <th class="number">On hand</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(s, i) in stamps" :key="i" data-testid="stamp-row">
          <td>{{ s.name || 'Stamp' }}</td>
          <td class="number">{{ s.price }} {{ s.currency }}</td>
          <td class="number figure">{{ s.count }}</td>
          <td class="row-tools">
            <v-btn
              :icon="mdiPencil"
              size="x-small"
              aria-label="Change it"
              @click="((errors = {}), (stamp = { at: i, row: { ...s } }))"
            />
            <v-btn
              :icon="mdiTrashCanOutline"
              size="x-small"
              aria-label="Take it off the list"
              @click="dropStamp(i)"
            />
          </td>
        </tr>
      </tbody>
    </table>
  </section>
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
    <table>
      <thead>
        <tr>
          <th>Material</th>
          <th>Kind</th>
          <th class="number">Thick</th>
          <th class="number">Weighs</th>
          <th class="number">Stiffness</th>
          <th>Counts as</th>
          <th></th>
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
    <v-card v-if="material" class="pa-5 form">
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
      <div class="pair">
        <v-btn variant="outlined" @click="material = undefined">Leave it</v-btn>
        <v-btn variant="flat" class="main" data-testid="keep-material" @click="keepMaterial">Keep it</v-btn>
      </div>
    </v-card>
  </v-dialog>
  <v-dialog :model-value="!!stamp" max-width="440" @update:model-value="stamp = undefined">
    <v-card v-if="stamp" class="pa-5 form">
      <h2>Stamps on hand</h2>
      <TextField label="Name" field="stamp.name" :value="stamp.row.name" @change="stamp.row.name = $event" />
      <div class="pair">
        <TextField
          label="Worth"
          field="stamp.price"
          :value="stamp.row.price"
          placeholder="0.78"
          :error="wrong('price')"
          @change="stamp.row.price = $event"
        />
        <TextField
          label="Currency"
          field="stamp.currency"
          :value="stamp.row.currency"
          placeholder="the carrier’s"
          :error="wrong('currency')"
          @change="stamp.row.currency = $event.toUpperCase() || undefined"
        />
      </div>
      <v-text-field
        v-model.number="stamp.row.count"
        label="On hand"
        type="number"
        min="0"
        :error-messages="wrong('count') ? [wrong('count')!] : []"
        data-testid="stamp.count"
      />
      <div class="pair">
        <v-btn variant="outlined" @click="stamp = undefined">Leave it</v-btn>
        <v-btn variant="flat" class="main" data-testid="keep-stamp" @click="keepStamp">Keep it</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped src="../styles/lists.css"></style>
<style scoped>
.form {
  display: grid;
  gap: 12px;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  align-items: start;
}
.main {
  background: var(--parcel);
  color: var(--on-parcel);
  font-weight: 600;
}
</style>
