<script setup lang="ts">
import { mdiArrowLeft, mdiDownload, mdiPencil, mdiPlus, mdiUpload } from '@mdi/js'
import { useEventListener, useTitle } from '@vueuse/core'
import { onMounted, ref } from 'vue'
import { onBeforeRouteLeave, onBeforeRouteUpdate, useRouter } from 'vue-router'
import CarrierClass from './CarrierClass.vue'
import RulesEditor from './RulesEditor.vue'
import { useCarriers } from './carriers'
import { takeFile, textOf } from '@/api/files'
import KeptLines from '@/kept/KeptLines.vue'

/** Carriers' rules and prices: read them, copy and change them, take them along. */
const props = defineProps<{ id?: string }>()
const router = useRouter()
const picker = ref<HTMLInputElement>()
const show = (id: string) => router.replace({ name: 'carriers', params: { id } })
const {
  all, now, failed, said, form, draft, wrong, fresh, changed, pricing, priceWrong, load, typed, shut, drop, edit, add, resume, keep, reprice, shipped,
} = useCarriers(() => props.id, show) // prettier-ignore
onMounted(() => load().then(resume))
useTitle(() => `${now.value?.name ?? 'Carriers'} · Carriers · Yellow Parcel`)

/** A draft that is not kept is not left without asking, whichever way the page is left. */
const mayLeave = () =>
  !changed.value || window.confirm('The rules you typed are not kept yet. Leave all the same?')
onBeforeRouteLeave(mayLeave)
onBeforeRouteUpdate((to) => to.params.id === now.value?.id || mayLeave())
useEventListener(window, 'beforeunload', (e) => changed.value && e.preventDefault())

async function go(id: string) {
  if (id === now.value?.id && !fresh.value) return
  if (id === now.value?.id) {
    if (mayLeave()) shut()
    return
  }
  await router.push({ name: 'carriers', params: { id } })
  if (now.value?.id !== id) return
  shut()
  said.value = pricing.value = ''
}
async function bring(event: Event) {
  const file = await textOf(event)
  if (!file || !mayLeave()) return
  typed(file.text)
  await keep()
}
function take() {
  if (now.value) takeFile(new Blob([now.value.text], { type: 'text/yaml' }), `${now.value.id}.yaml`)
}
</script>

<template>
  <div class="carriers">
    <header class="bar">
      <v-btn :icon="mdiArrowLeft" size="small" aria-label="All jobs" :to="{ name: 'jobs' }" />
      <h1>Carriers</h1>
      <span class="space"></span>
      <v-btn variant="outlined" :prepend-icon="mdiUpload" data-testid="bring-carrier" @click="picker?.click()"
        >Bring in a file</v-btn
      >
      <input
        ref="picker"
        type="file"
        accept=".yaml,.yml,text/yaml"
        class="visually-hidden"
        aria-label="Carrier's file"
        data-testid="carrier-file"
        @change="bring"
      />
      <v-btn variant="outlined" :prepend-icon="mdiPlus" data-testid="add-carrier" @click="add"
        >A carrier of your own</v-btn
      >
    </header>
    <div class="tape-edge" aria-hidden="true"></div>
    <p v-if="failed" class="notice" role="alert">
      The server does not answer; it is tried again every few seconds.
    </p>
    <p v-if="said" class="notice" role="status" data-testid="carriers-said">{{ said }}</p>
    <main v-if="all && now" id="main">
      <nav aria-label="Carriers">
        <button
          v-for="c in all"
          :key="c.id"
          class="plain-button entry"
          :class="{ on: c.id === now.id && !fresh }"
          :aria-current="c.id === now.id && !fresh ? 'true' : undefined"
          :data-testid="`entry-${c.id}`"
          @click="go(c.id)"
        >
          <strong>{{ c.name }}</strong>
          <small>{{ c.own ? 'your copy' : `as stated ${c.stated}` }}</small>
        </button>
        <p class="caution">Postal rules and prices change, and the counter decides: ask your carrier.</p>
      </nav>
      <RulesEditor
        v-if="draft !== undefined && form"
        v-model="draft"
        :wrong="wrong"
        :busy="form.sending.value"
        @keep="keep"
        @leave="drop"
      >
        <KeptLines :of="form" :quiet="!!wrong" />
      </RulesEditor>
      <article v-else>
        <div class="head">
          <div>
            <h2>{{ now.name }}</h2>
            <p>{{ now.notes }}</p>
            <p v-if="now.problem" class="problem">Your copy cannot be read any more: {{ now.problem }}</p>
          </div>
          <span class="tools">
            <v-btn
              variant="outlined"
              size="small"
              :prepend-icon="mdiDownload"
              data-testid="take-carrier"
              @click="take"
              >File</v-btn
            >
            <v-btn
              v-if="now.own"
              variant="outlined"
              size="small"
              data-testid="back-to-shipped"
              @click="shipped"
              >{{ now.ships ? 'Back to the rules that ship' : 'Take it away' }}</v-btn
            >
            <v-btn
              variant="flat"
              size="small"
              class="main"
              :prepend-icon="mdiPencil"
              data-testid="edit-carrier"
              @click="edit"
              >{{ now.own ? 'Change your copy' : 'Make a copy and change it' }}</v-btn
            >
          </span>
        </div>
        <div class="classes">
          <CarrierClass
            v-for="k in now.classes"
            :key="k.id"
            :of="k"
            :pricing="pricing === k.id"
            :wrong="priceWrong"
            @open="((pricing = k.id), (priceWrong = ''))"
            @keep="(effective, prices) => reprice(k.id, effective, prices)"
            @leave="pricing = ''"
          />
        </div>
      </article>
    </main>
  </div>
</template>

<style scoped src="@/app/page.css"></style>
<style scoped>
.carriers {
  min-height: 100vh;
}
main {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  gap: 26px;
  padding: 20px 28px 40px;
}
nav {
  display: grid;
  align-content: start;
  gap: 2px;
}
.entry {
  display: grid;
  padding: 7px 10px;
  border-left: 4px solid transparent;
}
.entry.on {
  border-left-color: var(--parcel);
  background: var(--sheet);
}
.entry small,
article p,
.caution {
  color: var(--muted);
  font-size: 13px;
  line-height: 1.4;
}
.caution {
  padding: 14px 10px;
}
.head {
  display: flex;
  gap: 16px;
  justify-content: space-between;
  align-items: start;
}
.head p {
  max-width: 60ch;
}
.tools {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
  justify-content: end;
}
.main {
  background: var(--parcel);
  color: var(--on-parcel);
  font-weight: 600;
}
h2 {
  font-size: 22px;
  color: var(--ink);
}
.classes {
  columns: 3 250px;
  column-gap: 18px;
  padding-top: 16px;
}
.problem {
  color: var(--look);
  font-weight: 600;
}
@media (max-width: 900px) {
  main {
    grid-template-columns: minmax(0, 1fr);
    padding: 14px;
  }
  nav {
    grid-auto-flow: row;
    grid-template-columns: repeat(3, 1fr);
  }
  .caution {
    grid-column: 1 / -1;
  }
  .head {
    flex-direction: column;
  }
}
@media (max-width: 500px) {
  nav {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
