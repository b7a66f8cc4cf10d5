<script setup lang="ts">
import { mdiContentSave, mdiDownload, mdiUpload } from '@mdi/js'
import { onMounted, ref } from 'vue'
import BroughtAsks from './BroughtAsks.vue'
import { api, ask, type BroughtIn, type BroughtThing, type Copies } from '@/api/client'
import { archiveFile, bringArchive, takeFile, type ArchiveAnswer } from '@/api/files'
import { worked } from '@/app/notice'
import { useSettings } from './settings'

/** What is kept besides: the daily copies, and everything as a file to take along. */
const { tools, change, renew } = useSettings()
const copies = ref<Copies>()
const said = ref('')
const busy = ref(false)
const picker = ref<HTMLInputElement>()
const file = ref<File>()
const result = ref<BroughtIn>()

onMounted(async () => {
  copies.value = (await ask(api.GET('/api/v1/copies'))).data
})
async function copy() {
  busy.value = true
  const reply = await ask(api.POST('/api/v1/copies'))
  busy.value = false
  if (worked('There is no new copy.', reply)) copies.value = reply.data
}
async function take() {
  const reply = await archiveFile()
  if (worked('There is no file.', reply) && reply.data) takeFile(reply.data, 'yellow-parcel.zip')
}
async function bring(event: Event) {
  const input = event.target as HTMLInputElement
  file.value = input.files?.[0]
  input.value = ''
  await brought()
}
/** Brings the file in; what was changed here since it was taken becomes what is answered. */
async function brought(answer?: ArchiveAnswer, of: BroughtThing[] = []) {
  if (!file.value || busy.value) return
  busy.value = true
  const reply = await bringArchive(
    file.value,
    answer,
    of.map((t) => `${t.kind}/${t.id}`),
  )
  busy.value = false
  const [where] = Object.keys(reply.errors)
  said.value = reply.data ? reply.data.text : `Nothing came in. ${where ? `${where}: ` : ''}${reply.says}`
  result.value = reply.data
  if (reply.data) await renew()
}
async function back(of: BroughtThing) {
  const params = { path: { id: of.id } }
  const ways: { [kind in BroughtThing['kind']]?: () => Promise<{ says: string }> } = {
    job: () => ask(api.POST('/api/v1/jobs/{id}/restore', { params })),
    gang: () => ask(api.POST('/api/v1/gangs/{id}/restore', { params })),
    making: () => ask(api.POST('/api/v1/makings/{id}/restore', { params })),
    item: () => ask(api.POST('/api/v1/shelf/{id}/restore', { params })),
    entry: () => ask(api.POST('/api/v1/log/{id}/restore', { params })),
    carrier: () => ask(api.POST('/api/v1/carriers/{id}/restore', { params })),
  }
  const reply = await ways[of.kind]?.()
  if (!reply || !worked('It stays put aside.', reply) || !result.value) return
  result.value = { ...result.value, aside: result.value.aside.filter((t) => t !== of) }
}
</script>

<template>
  <section data-testid="settings-copies">
    <h2>Copies, and moving house</h2>
    <label class="check"
      ><input
        type="checkbox"
        :checked="!tools?.no_copies"
        data-testid="copies-daily"
        @change="
          change((t) => ({ ...t, no_copies: ($event.target as HTMLInputElement).checked ? undefined : true }))
        "
      />
      A copy of everything is made every day</label
    >
    <p v-if="copies">{{ copies.kept }}</p>
    <p v-if="copies" data-testid="copies-says" role="status">{{ copies.says }}</p>
    <div>
      <v-btn
        variant="outlined"
        :prepend-icon="mdiContentSave"
        :disabled="busy"
        data-testid="copy-now"
        @click="copy"
        >Copy now</v-btn
      >
    </div>
    <template v-if="copies?.how">
      <p>Stop the application, and the last copy is taken back with:</p>
      <code data-testid="copies-how">{{ copies.how }}</code>
    </template>
    <p>
      For another machine, everything goes into one zip file of open documents: jobs, makings, shelf,
      settings, carriers and logbook. Bringing one in replaces nothing that is here without asking.
    </p>
    <div class="row">
      <v-btn variant="outlined" :prepend-icon="mdiDownload" data-testid="archive-take" @click="take"
        >Take everything</v-btn
      >
      <v-btn variant="outlined" :prepend-icon="mdiUpload" :disabled="busy" @click="picker?.click()"
        >Bring in</v-btn
      >
      <input
        ref="picker"
        type="file"
        accept=".zip,application/zip"
        class="visually-hidden"
        aria-label="Zip file to bring in"
        data-testid="archive-bring"
        @change="bring"
      />
    </div>
    <p v-if="said" role="status" class="said" data-testid="archive-said">{{ said }}</p>
    <BroughtAsks v-if="result" :of="result" :busy="busy" @answer="brought" @back="back" />
  </section>
</template>

<style scoped src="./settings.css"></style>
<style scoped>
code {
  overflow-wrap: anywhere;
  font-size: 14px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
.said {
  font-weight: 600;
}
</style>
