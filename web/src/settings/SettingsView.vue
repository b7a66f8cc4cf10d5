<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js'
import { useTitle } from '@vueuse/core'
import { computed, reactive, ref } from 'vue'
import { useCatalog, useUsual } from '@/api/catalog'
import { provideForm } from '@/ui/form'
import FigureText from '@/ui/FigureText.vue'
import TextField from '@/ui/TextField.vue'
import BoardSettings from './BoardSettings.vue'
import CopySettings from './CopySettings.vue'
import PhoneSettings from './PhoneSettings.vue'
import ScreenSettings from './ScreenSettings.vue'
import SittingSettings from './SittingSettings.vue'
import { usePreferences } from './preferences'
import { useSettings } from './settings'

/** The maker's own tools: what every job takes for granted where it does not say otherwise. */
useTitle('Settings · Yellow Parcel')
const catalog = useCatalog()
const { tools, errors, state, replaced, differs, understood, change, measureIn, liveAt } = useSettings()
const { shortcuts, instruments } = usePreferences()
/** Its own unit wins over that of home. */
const unitOf = computed(
  () => tools.value?.unit ?? catalog.value?.homes.find((h) => h.id === tools.value?.home)?.unit,
)
const unit = computed<'in' | 'mm'>(() => (unitOf.value === 'mm' ? 'mm' : 'in'))
const usual = useUsual(() => unit.value)
const rulers = computed(() => catalog.value?.rulers.filter((r) => r.says === unit.value) ?? [])
provideForm(reactive({ errors, replaced, unit, sought: ref('') }))

const trimmer = (name: 'longest' | 'deepest' | 'stack', text: string) =>
  change((t) => ({ ...t, trimmer: { ...t.trimmer, [name]: text || undefined } }))
const hand = (name: 'cut' | 'score', text: string) =>
  change((t) => ({ ...t, hand: { ...t.hand, [name]: text || undefined } }))
const setUnit = (next: string) =>
  measureIn((t) => ({ ...t, unit: next, ruler: undefined, board: { ...t.board, groove: undefined } }))
const of = (e: Event) => (e.target as HTMLSelectElement).value
</script>

<template>
  <div class="settings">
    <header class="bar">
      <v-btn :icon="mdiArrowLeft" size="small" aria-label="All jobs" :to="{ name: 'jobs' }" />
      <h1>Settings</h1>
      <span role="status" data-testid="settings-state">{{ state }}</span>
    </header>
    <div class="tape-edge" aria-hidden="true"></div>
    <section v-if="differs.length" class="differs" role="status" data-testid="differs">
      <h2>Your tools, in their units</h2>
      <p>
        These were checked in one unit as you typed them, and jobs were planned with another. From now on jobs
        take them as they were checked; look again at what is scored or cut already.
      </p>
      <ul>
        <li v-for="d in differs" :key="d"><FigureText prose :text="d" /></li>
      </ul>
      <v-btn size="small" variant="outlined" data-testid="differs-seen" @click="understood"
        >I have seen it</v-btn
      >
    </section>
    <main v-if="tools" id="main" class="groups">
      <section>
        <h2>Home, unit and ruler</h2>
        <p>
          New jobs start with these; home sets the sheets and envelopes sold there, the post and the currency.
        </p>
        <label
          >You post from
          <select
            :value="tools.home ?? ''"
            data-testid="settings-home"
            @change="liveAt(of($event) || undefined)"
          >
            <option value="">not said</option>
            <option v-for="h in catalog?.homes ?? []" :key="h.id" :value="h.id">
              {{ h.name }}
            </option>
          </select></label
        >
        <label
          >Unit
          <select :value="unit" data-testid="settings-unit" @change="setUnit(of($event))">
            <option value="in">inches</option>
            <option value="mm">millimetres</option>
          </select></label
        >
        <label
          >Ruler
          <select
            :value="tools.ruler ?? ''"
            data-testid="settings-ruler"
            @change="change((t) => ({ ...t, ruler: of($event) || undefined }))"
          >
            <option value="">the usual</option>
            <option v-for="r in rulers" :key="r.id" :value="r.id">{{ r.name }}</option>
          </select></label
        >
      </section>
      <BoardSettings :unit="unit" :reach="usual.board" />
      <section>
        <h2>Trimmer and cutting machine</h2>
        <TextField
          label="Trimmer’s longest cut"
          field="trimmer.longest"
          :value="tools.trimmer?.longest"
          placeholder="any"
          @change="trimmer('longest', $event)"
        />
        <TextField
          label="Trimmer’s guide goes to"
          field="trimmer.deepest"
          :value="tools.trimmer?.deepest"
          placeholder="any"
          @change="trimmer('deepest', $event)"
        />
        <TextField
          label="Trimmer cuts a pile of"
          field="trimmer.stack"
          :value="tools.trimmer?.stack"
          placeholder="one sheet"
          hint="how high, at once"
          @change="trimmer('stack', $event)"
        />
        <TextField
          label="A minute’s work costs"
          field="minute"
          :value="tools.minute"
          placeholder="not counted"
          hint="such as 0.30; weighed against paper when plans are compared"
          @change="(text) => change((t) => ({ ...t, minute: text || undefined }))"
        />
        <TextField
          label="Machine mat, free at each side"
          field="mat"
          :value="tools.mat"
          :placeholder="usual.mat"
          hint="what the machine cannot reach"
          @change="(text) => change((t) => ({ ...t, mat: text || undefined }))"
        />
      </section>
      <section>
        <h2>How steady your hand is</h2>
        <p>Envelopes are tried with every cut and score this far off, and leave room for it.</p>
        <TextField
          label="A cut may be off by"
          field="hand.cut"
          :value="tools.hand?.cut"
          :placeholder="usual.hand"
          @change="hand('cut', $event)"
        />
        <TextField
          label="A score may be off by"
          field="hand.score"
          :value="tools.hand?.score"
          :placeholder="usual.hand"
          @change="hand('score', $event)"
        />
      </section>
      <SittingSettings />
      <ScreenSettings />
      <PhoneSettings />
      <CopySettings />
      <section>
        <h2>In this browser</h2>
        <label class="check"
          ><input v-model="shortcuts" type="checkbox" /> Single keys jump to a job’s stations</label
        >
        <label class="check"
          ><input v-model="instruments" type="checkbox" data-testid="instruments" /> A simulated scale and
          caliper, to try reading a measure off an instrument</label
        >
      </section>
    </main>
    <footer>
      Yellow Parcel is made with the work of others:
      <a href="/notices.txt" target="_blank" data-testid="notices">their names and licences</a>.
    </footer>
  </div>
</template>

<style scoped src="./settings.css"></style>
<style scoped>
.settings {
  min-height: 100vh;
}
.differs {
  justify-items: start;
  margin: 22px 22px 0;
}
.differs ul {
  padding-left: 20px;
  font-size: 14px;
  line-height: 1.45;
}
</style>
