<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import type { Gang } from '@/api/client'
import { exportedGang, fileName, takeFile } from '@/api/files'
import { tell } from '@/app/notice'

/** Takes the cut list of a gang away as a file, or the gang itself. */
const props = defineProps<{ gang: Gang; disabled: boolean }>()
const files = [
  { as: 'pdf' as const, says: 'the bench sheet of cuts, to print' },
  { as: 'csv' as const, says: 'one line for each cut' },
]
const name = () => fileName(props.gang.title || 'together')

async function take(as: 'pdf' | 'csv') {
  const reply = await exportedGang(props.gang, as)
  if (reply.data) takeFile(reply.data, `${name()}-cuts.${as}`)
  else tell(`The file could not be made. ${reply.says}`)
}
function takeGang() {
  const text = JSON.stringify(props.gang, null, 2)
  takeFile(new Blob([text], { type: 'application/json' }), `${name()}.json`)
}
</script>

<template>
  <v-menu>
    <template #activator="{ props: menu }">
      <v-btn
        v-bind="menu"
        size="small"
        variant="outlined"
        :prepend-icon="mdiDownload"
        :disabled="disabled"
        data-testid="gang-files"
        >File</v-btn
      >
    </template>
    <v-list density="compact">
      <v-list-item
        v-for="f in files"
        :key="f.as"
        :title="f.as.toUpperCase()"
        :subtitle="f.says"
        :data-testid="`gang-file-${f.as}`"
        @click="take(f.as)"
      />
      <v-list-item title="JSON" subtitle="the jobs together, as a document" @click="takeGang" />
    </v-list>
  </v-menu>
</template>
