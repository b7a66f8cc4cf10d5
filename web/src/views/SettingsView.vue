<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js'
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, fieldErrors, type FieldErrors, type Tools } from '@/api/client'
import FigureText from '@/components/FigureText.vue'
import TextField from '@/components/TextField.vue'
import { useCatalog } from '@/job/catalog'
import { useScreen } from '@/job/screen'

/** The maker's own tools: what every job takes for granted where it does not say otherwise. */
const CARD = 85.6 // a bank card's width in millimetres (ID-1)

const router = useRouter()
const catalog = useCatalog()
const screen = useScreen()
const tools = ref<Tools>()
const errors = ref<FieldErrors>({})
const state = ref('')
const side = ref('')
const reading = ref('')
const found = ref('')
const jigErrors = ref<FieldErrors>({})
const pixels = ref((screen.measured.value ?? screen.assumed) * CARD)
const unit = computed<'in' | 'mm'>(() => (tools.value?.unit === 'mm' ? 'mm' : 'in'))
const rulers = computed(() => catalog.value?.rulers.filter((r) => r.says === unit.value) ?? [])

onMounted(async () => {
  try {
    const { data } = await api.GET('/api/v1/settings')
    tools.value = { board: {}, trimmer: {}, ...data }
  } catch {
    state.value = 'The server does not answer.'
  }
})

async function keep() {
  if (!tools.value) return
  try {
    const { data, error } = await api.PUT('/api/v1/settings', { body: tools.value })
    errors.value = fieldErrors(error)
    state.value = data ? 'Kept' : 'Not kept: something is to be put right'
  } catch {
    state.value = 'Not kept: the server does not answer'
  }
}
function set(group: 'board' | 'trimmer', name: string, text: string) {
  if (!tools.value) return
  tools.value = { ...tools.value, [group]: { ...tools.value[group], [name]: text || undefined } }
  void keep()
}
function setUnit(next: 'in' | 'mm') {
  if (!tools.value) return
  tools.value = {
    ...tools.value,
    unit: next,
    ruler: undefined,
    board: { ...tools.value.board, groove: undefined },
  }
  void keep()
}
const used = ref(0)
function use() {
  set('board', 'jig', found.value)
  used.value++
}
async function calibrate() {
  const { data, error } = await api.GET('/api/v1/settings/jig', {
    params: { query: { side: side.value, reading: reading.value, unit: unit.value } },
  })
  jigErrors.value = fieldErrors(error)
  found.value = data?.text ?? ''
}
</script>

<template>
  <div class="settings">
    <header class="bar">
      <v-btn :icon="mdiArrowLeft" size="small" aria-label="All jobs" @click="router.push('/')" />
      <h1>Settings</h1>
      <span role="status" data-testid="settings-state">{{ state }}</span>
    </header>
    <div class="tape-edge" aria-hidden="true"></div>
    <main v-if="tools" class="groups">
      <section>
        <h2>Unit and ruler</h2>
        <p>New jobs start with these.</p>
        <label
          >Unit
          <select
            :value="unit"
            data-testid="settings-unit"
            @change="setUnit(($event.target as HTMLSelectElement).value as 'in' | 'mm')"
          >
            <option value="in">inches</option>
            <option value="mm">millimetres</option>
          </select></label
        >
        <label
          >Ruler
          <select v-model="tools.ruler" data-testid="settings-ruler" @change="keep">
            <option :value="undefined">the usual</option>
            <option v-for="r in rulers" :key="r.id" :value="r.id">{{ r.name }}</option>
          </select></label
        >
      </section>
      <section>
        <h2>Scoring board</h2>
        <p>
          Scores are moved to a groove, always so that the room inside grows, and the blank is proved as
          scored.
        </p>
        <label
          >A groove every
          <select
            :value="tools.board?.groove"
            data-testid="settings-groove"
            @change="set('board', 'groove', ($event.target as HTMLSelectElement).value)"
          >
            <option value="">ruler mark</option>
            <option v-for="r in rulers" :key="r.id" :value="r.id">{{ r.name }}</option>
          </select></label
        >
        <TextField
          :key="used"
          label="Corner jig reads, at the tip"
          field="board.jig"
          :value="tools.board?.jig"
          placeholder="0"
          hint="added to every distance from a corner"
          :error="errors['board.jig']"
          @change="set('board', 'jig', $event)"
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
            Your jig reads <strong data-testid="jig-found"><FigureText prose :text="found" /></strong> at the
            tip.
            <v-btn variant="outlined" size="small" data-testid="jig-use" @click="use">Use it</v-btn>
          </p>
        </details>
      </section>
      <section>
        <h2>Trimmer and cutting machine</h2>
        <TextField
          label="Longest cut"
          field="trimmer.longest"
          :value="tools.trimmer?.longest"
          placeholder="any"
          :error="errors['trimmer.longest']"
          @change="set('trimmer', 'longest', $event)"
        />
        <TextField
          label="Guide sets as deep as"
          field="trimmer.deepest"
          :value="tools.trimmer?.deepest"
          placeholder="any"
          :error="errors['trimmer.deepest']"
          @change="set('trimmer', 'deepest', $event)"
        />
        <TextField
          label="Machine mat, free at each side"
          field="mat"
          :value="tools.mat"
          :placeholder="unit === 'mm' ? '6 mm' : '1/4 in'"
          hint="what the machine cannot reach"
          :error="errors.mat"
          @change="((tools.mat = $event || undefined), keep())"
        />
      </section>
      <section>
        <h2>This screen</h2>
        <p>
          Hold a bank card to the screen and move the slider until the picture is just as wide. Then life size
          is true.
        </p>
        <div class="bank-card" :style="{ width: `${pixels}px`, height: `${(pixels * 53.98) / CARD}px` }">
          <span>85.6 mm</span>
        </div>
        <input
          v-model.number="pixels"
          type="range"
          min="160"
          max="700"
          step="0.5"
          aria-label="Width of the picture"
          data-testid="screen-slider"
          @change="screen.calibrate(pixels / CARD)"
        />
        <p>
          {{
            screen.measured.value
              ? 'This screen is set up.'
              : 'Not set up yet: 96 dots to the inch are assumed.'
          }}
        </p>
      </section>
    </main>
  </div>
</template>

<style scoped>
.settings {
  min-height: 100vh;
}
.bar {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 8px 18px;
  background: var(--sheet);
}
h1 {
  font-size: 22px;
  color: var(--ink);
}
.groups {
  columns: 3 340px;
  column-gap: 20px;
  padding: 22px;
}
section {
  display: grid;
  gap: 10px;
  padding: 18px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 6px;
  break-inside: avoid;
  margin-bottom: 20px;
}
h2 {
  font-size: 17px;
  color: var(--ink);
}
p,
ol {
  font-size: 14px;
  color: var(--muted);
  line-height: 1.45;
}
ol {
  padding: 4px 0 8px 20px;
}
label {
  display: flex;
  justify-content: space-between;
  align-items: center;
  font-size: 14px;
}
select {
  color: var(--text);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 6px 8px;
  font-weight: 600;
}
summary {
  cursor: pointer;
  font-weight: 600;
  color: var(--ink);
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  margin-bottom: 8px;
}
.found {
  padding-top: 8px;
  color: var(--text);
}
.bank-card {
  display: grid;
  place-content: center;
  border: 1.5px solid var(--ink);
  border-radius: 12px;
  background: var(--tape-now);
  color: var(--on-parcel);
  font-weight: 700;
  max-width: 100%;
}
input[type='range'] {
  accent-color: var(--parcel-deep);
}
</style>
