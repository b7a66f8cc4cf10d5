<script setup lang="ts">
import { mdiPencil, mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import ItemLines from './ItemLines.vue'
import type { Tools } from '@/api/client'
import TextField from '@/ui/TextField.vue'
import { useOwn } from './own'

/** The postage stamps on hand. */
type StampRow = NonNullable<Tools['stamps']>[number]

const { tools, errors, said, busy, settle, wrong } = useOwn()
const stamps = computed(() => tools.value?.stamps ?? [])
/** The stamp being typed, over the one it was. */
const stamp = ref<{ was?: StampRow; row: StampRow }>()

const says = (s: StampRow) => JSON.stringify(s)
/** One of the list put in place of another, or taken off; lists may have changed elsewhere, so it goes by what it says. */
function put(list: StampRow[], was: StampRow | undefined, row: StampRow | undefined) {
  const at = was ? list.findIndex((s) => says(s) === says(was)) : -1
  if (at < 0) return row ? [...list, row] : list
  return [...list.slice(0, at), ...(row ? [row] : []), ...list.slice(at + 1)]
}
async function keepStamp() {
  const s = stamp.value
  if (s && (await settle((t) => ({ ...t, stamps: put(t.stamps ?? [], s.was, s.row) }))))
    stamp.value = undefined
}
const dropStamp = (s: StampRow) => settle((t) => ({ ...t, stamps: put(t.stamps ?? [], s, undefined) }))
</script>

<template>
  <section data-testid="stamps-shelf">
    <h2>
      Postage stamps
      <v-btn
        size="small"
        :prepend-icon="mdiPlus"
        data-testid="add-stamp"
        @click="((errors = {}), (stamp = { row: { price: '', count: 1 } }))"
        >Add</v-btn
      >
    </h2>
    <p v-if="said && !stamp" role="status">{{ said }}</p>
    <p v-if="!stamps.length" class="empty">
      Nothing here yet. Add the stamps you have, and every job says which to stick on.
    </p>
    <table v-else>
      <thead>
        <tr>
          <th>Stamp</th>
          <th class="number">Worth</th>
          <th class="number">On hand</th>
          <th><span class="visually-hidden">Change</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(s, i) in stamps" :key="i" data-testid="stamp-row">
          <td>{{ s.name || 'Postage stamp' }}</td>
          <td class="number">{{ s.price }} {{ s.currency }}</td>
          <td class="number figure">{{ s.count }}</td>
          <td class="row-tools">
            <v-btn
              :icon="mdiPencil"
              size="x-small"
              :aria-label="`Change ${s.name || 'the stamp'}`"
              @click="((errors = {}), (stamp = { was: s, row: { ...s } }))"
            />
            <v-btn
              :icon="mdiTrashCanOutline"
              size="x-small"
              :aria-label="`Take ${s.name || 'the stamp'} off the list`"
              @click="dropStamp(s)"
            />
          </td>
        </tr>
      </tbody>
    </table>
  </section>
  <v-dialog :model-value="!!stamp" max-width="440" @update:model-value="stamp = undefined">
    <v-card v-if="stamp" class="over form">
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
      <ItemLines v-if="stamp.was" :of="stamp.was" />
      <p v-if="said" role="alert" data-testid="own-said">{{ said }}</p>
      <div class="pair">
        <v-btn variant="outlined" @click="stamp = undefined">Leave it</v-btn>
        <v-btn variant="flat" class="main" :disabled="busy" data-testid="keep-stamp" @click="keepStamp"
          >Keep it</v-btn
        >
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped src="@/app/lists.css"></style>
<style scoped src="./own.css"></style>
