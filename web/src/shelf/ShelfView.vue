<script setup lang="ts">
import { mdiArrowLeft, mdiDownload, mdiPencil, mdiPlus, mdiTrashCanOutline, mdiUpload } from '@mdi/js'
import { useTitle } from '@vueuse/core'
import { onMounted, ref, watch } from 'vue'
import type { ShelfEntry } from '@/api/client'
import { worked } from '@/app/notice'
import MaterialsShelf from './MaterialsShelf.vue'
import ShelfForm from './ShelfForm.vue'
import { shelfFile, takeFile, textOf } from '@/api/files'
import StampsShelf from './StampsShelf.vue'
import { useBusy } from '@/kept/busy'
import { unsentOf } from '@/kept/journal'
import { kindOf, useShelf } from './shelf'

const { shelf, unreachable, load, undo, bring, setRemoved } = useShelf()
useTitle('Shelf · Yellow Parcel')
onMounted(load)

const draft = ref<{ entry?: ShelfEntry; kind: 'sheet' | 'envelope' }>()
const said = ref('')
const removed = ref<ShelfEntry>()
const picker = ref<HTMLInputElement>()

const kinds = [
  { id: 'sheet' as const, title: 'Sheets' },
  { id: 'envelope' as const, title: 'Envelopes' },
]
/** What was typed and not kept when the page was left is opened again. */
watch(
  shelf,
  (now, before) => {
    if (before || !now || draft.value) return
    for (const { id: kind } of kinds) {
      const [last] = unsentOf(kindOf(kind))
      const entry = now.items.find((e) => e.id === last)
      if (last === undefined || (last && !entry)) continue
      draft.value = { kind, entry }
      return
    }
  },
  { immediate: true },
)
const of = (kind: string) => shelf.value?.items.filter((e) => e.item.kind === kind) ?? []
async function remove(e: ShelfEntry) {
  if (worked(`${e.name} stays on the list.`, await setRemoved(e.id, true))) removed.value = e
}
async function restore() {
  const e = removed.value
  if (e && worked(`${e.name} is still off the list.`, await setRemoved(e.id, false)))
    removed.value = undefined
}
async function exportCsv() {
  const reply = await shelfFile()
  if (worked('There is no file.', reply) && reply.data) takeFile(reply.data, 'shelf.csv')
}
const { busy, once } = useBusy()
const importCsv = (event: Event) =>
  once(async () => {
    const file = await textOf(event)
    if (file) said.value = (await bring(file.text)) || `${file.name} is on the shelf.`
  })
const giveBack = (id: string) =>
  once(async () => {
    said.value = (await undo(id)) || 'Given back.'
  })
const when = (made: string) =>
  new Date(made).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })
</script>

<template>
  <div class="shelf">
    <header class="bar">
      <v-btn :icon="mdiArrowLeft" size="small" aria-label="All jobs" :to="{ name: 'jobs' }" />
      <h1>Shelf</h1>
      <span class="space"></span>
      <v-btn
        variant="outlined"
        :prepend-icon="mdiUpload"
        :disabled="busy"
        data-testid="import"
        @click="picker?.click()"
        >Bring in CSV</v-btn
      >
      <input
        ref="picker"
        type="file"
        accept=".csv,text/csv"
        class="visually-hidden"
        aria-label="CSV file"
        data-testid="import-file"
        @change="importCsv"
      />
      <v-btn variant="outlined" :prepend-icon="mdiDownload" data-testid="export-shelf" @click="exportCsv"
        >Take as CSV</v-btn
      >
    </header>
    <div class="tape-edge" aria-hidden="true"></div>
    <p v-if="unreachable" class="notice" role="alert">
      The server does not answer; it is tried again every few seconds.
    </p>
    <p v-if="said" class="notice" role="status" data-testid="shelf-said">{{ said }}</p>

    <main v-if="shelf" id="main">
      <section v-for="k in kinds" :key="k.id">
        <h2>
          {{ k.title }}
          <v-btn
            size="small"
            :prepend-icon="mdiPlus"
            :data-testid="`add-${k.id}`"
            @click="draft = { kind: k.id }"
            >Add</v-btn
          >
        </h2>
        <p v-if="!of(k.id).length" class="empty">
          Nothing here yet. Add what lies on your shelf, or bring in a list.
        </p>
        <table v-else>
          <thead>
            <tr>
              <th>Size</th>
              <th>Paper</th>
              <th>Weight</th>
              <th>Grain</th>
              <th class="number">Caliper</th>
              <th class="number">Price</th>
              <th class="number">On hand</th>
              <th class="number">Free</th>
              <th><span class="visually-hidden">Change</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="e in of(k.id)" :key="e.id" data-testid="shelf-row">
              <td>
                <strong>{{ e.name }}</strong> <span class="quiet">{{ e.inches }}; {{ e.metric }}</span>
                <span v-for="k in e.keepers" :key="k" class="keeper" data-testid="keeper">{{ k }}</span>
              </td>
              <td>
                <span v-if="e.item.colour" class="swatch" :style="{ background: e.item.colour }"></span>
                {{ e.item.paper ?? '' }}
              </td>
              <td>{{ e.weight }}</td>
              <td>{{ e.item.grain ?? '' }}</td>
              <td class="number">{{ e.item.caliper ?? '' }}</td>
              <td class="number">{{ e.item.price ?? '' }}</td>
              <td class="number figure">{{ e.item.count }}</td>
              <td class="number">
                {{ e.free }}<span v-if="e.reserved" class="quiet">, {{ e.reserved }} kept back</span>
              </td>
              <td class="row-tools">
                <v-btn
                  :icon="mdiPencil"
                  size="x-small"
                  :aria-label="`Change ${e.name}`"
                  @click="draft = { entry: e, kind: k.id }"
                />
                <v-btn
                  :icon="mdiTrashCanOutline"
                  size="x-small"
                  :aria-label="`Take ${e.name} off the list`"
                  @click="remove(e)"
                />
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <StampsShelf />
      <MaterialsShelf />
      <section v-if="shelf.uses.length">
        <h2>Taken and kept back</h2>
        <ul class="uses">
          <li v-for="u in shelf.uses" :key="u.id">
            <strong>{{ u.title }}</strong> {{ u.text }} sheets, <span class="quiet">{{ when(u.made) }}</span>
            <v-btn v-if="u.state !== 'undone'" size="x-small" variant="outlined" @click="giveBack(u.id)"
              >Undo</v-btn
            >
          </li>
        </ul>
      </section>
    </main>

    <v-dialog :model-value="!!draft" max-width="560" @update:model-value="draft = undefined">
      <ShelfForm v-if="draft" :entry="draft.entry" :kind="draft.kind" @done="draft = undefined" />
    </v-dialog>
    <v-snackbar
      :model-value="!!removed"
      :timeout="8000"
      @update:model-value="(open: boolean) => !open && (removed = undefined)"
    >
      {{ removed?.name }} is off the list.
      <template #actions><v-btn @click="restore">Put it back</v-btn></template>
    </v-snackbar>
  </div>
</template>

<style scoped src="@/app/page.css"></style>
<style scoped src="@/app/lists.css"></style>
<style scoped>
.shelf {
  min-height: 100vh;
}
main {
  padding: 12px 28px 40px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 22px;
}
.swatch {
  display: inline-block;
  width: 16px;
  height: 16px;
  margin-right: 6px;
  vertical-align: -3px;
  border: 1px solid var(--ink-soft);
  border-radius: 3px;
}
.keeper {
  display: block;
  font-size: 13px;
  color: var(--muted);
}
.uses {
  list-style: none;
  padding: 0;
  font-size: 14.5px;
}
.uses li {
  padding: 4px 0;
}
@media (max-width: 900px) {
  .bar,
  main {
    padding-left: 14px;
    padding-right: 14px;
  }
  td .quiet {
    display: block;
  }
}
</style>
