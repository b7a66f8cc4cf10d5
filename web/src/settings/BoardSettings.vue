<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, type FieldErrors } from '@/api/client'
import { worked } from '@/app/notice'
import FigureText from '@/ui/FigureText.vue'
import TextField from '@/ui/TextField.vue'
import { useSettings } from './settings'

/** The scoring board and its corner jig. */
const props = defineProps<{ unit: 'in' | 'mm'; reach?: string }>()
const { tools, replaced, change } = useSettings()
const side = ref('')
const reading = ref('')
const found = ref('')
const jigErrors = ref<FieldErrors>({})

const set = (name: 'groove' | 'jig' | 'length', text: string) =>
  change((t) => ({ ...t, board: { ...t.board, [name]: text || undefined } }))
function use() {
  set('jig', found.value)
  replaced.value++
}
async function calibrate() {
  const query = { side: side.value, reading: reading.value, unit: props.unit }
  const reply = await ask(api.GET('/api/v1/settings/jig', { params: { query } }))
  jigErrors.value = reply.errors
  found.value = reply.data?.text ?? ''
  if (reply.away) worked('It is not worked out.', reply)
}
</script>

<template>
  <section>
    <h2>Scoring board</h2>
    <p>
      Scores are moved to a groove, always so that the room inside grows, and the blank is proved as scored.
    </p>
    <TextField
      label="A groove every"
      field="board.groove"
      :value="tools?.board?.groove"
      placeholder="ruler mark"
      hint="as far as they are apart, such as 1/4 in or 5 mm"
      @change="set('groove', $event)"
    />
    <TextField
      label="Corner jig reads, at the tip"
      field="board.jig"
      :value="tools?.board?.jig"
      placeholder="0"
      hint="added to every distance from a corner"
      @change="set('jig', $event)"
    />
    <TextField
      label="Its scale goes to"
      field="board.length"
      :value="tools?.board?.length"
      :placeholder="reach"
      hint="scores further off are set from the opposite corner or edge"
      @change="set('length', $event)"
    />
    <details class="guide">
      <summary data-testid="jig-guide">Find out what your jig reads</summary>
      <ol>
        <li>Cut a square you are sure of, and lay one corner in the jig as you do a blank.</li>
        <li>Read the board at the far tip, straight across the square.</li>
      </ol>
      <div class="pair">
        <TextField
          label="Side of the square"
          field="side"
          :value="side"
          :error="jigErrors.side"
          @change="side = $event"
        />
        <TextField
          label="Far tip reads"
          field="reading"
          :value="reading"
          :error="jigErrors.reading"
          @change="reading = $event"
        />
      </div>
      <v-btn variant="outlined" size="small" data-testid="jig-work" @click="calibrate">Work it out</v-btn>
      <p v-if="found" class="found">
        Your jig reads <strong data-testid="jig-found"><FigureText prose :text="found" /></strong> at the tip.
        <v-btn variant="outlined" size="small" data-testid="jig-use" @click="use">Use it</v-btn>
      </p>
    </details>
  </section>
</template>

<style scoped src="./settings.css"></style>
