<script setup lang="ts">
import { mdiContentSave, mdiDownload, mdiUpload } from '@mdi/js'
import { onMounted, ref } from 'vue'
import { api, ask, type Copies } from '@/api/client'
import { archiveFile, bringArchive, takeFile } from '@/api/files'
import { worked } from '@/app/notice'
import { useSettings } from './settings'

/** What is kept besides: the daily copies, and everything as a file to take along. */
const { tools, change } = useSettings()
const copies = ref<Copies>()
const said = ref('')
const busy = ref(false)
const picker = ref<HTMLInputElement>()

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
  const file = input.files?.[0]
  if (!file) return
  busy.value = true
  const reply = await bringArchive(file)
  busy.value = false
  input.value = ''
  const [where] = Object.keys(reply.errors)
  said.value = reply.data ? reply.data.text : `Nothing came in. ${where ? `${where}: ` : ''}${reply.says}`
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
      For another machine, everything goes into one zip file of open documents: jobs, shelf, settings,
      carriers and logbook. Bringing one in replaces nothing that is here.
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
