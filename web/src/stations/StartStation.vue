<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import ChoiceRow from '@/components/ChoiceRow.vue'
import CutList from '@/components/CutList.vue'
import DrawingView from '@/components/DrawingView.vue'
import FigureText from '@/components/FigureText.vue'
import FormatPicker from '@/components/FormatPicker.vue'
import LengthField from '@/components/LengthField.vue'
import OutlinePanel from '@/components/OutlinePanel.vue'
import MakesList from '@/components/MakesList.vue'
import SizePair from '@/components/SizePair.vue'
import SheetPicker from '@/components/SheetPicker.vue'
import StationLayout from '@/components/StationLayout.vue'
import { useCatalog } from '@/job/catalog'
import { useStation } from '@/job/station'

type Door = 'format' | 'measured' | 'sheet' | 'card'

const { jobs, job, plan, unit, answers, lit, type, pick } = useStation('start')
const catalog = useCatalog()

const shown = computed<Door | undefined>(() => {
  if (job.value.card?.width || job.value.card?.height) return 'card'
  if (typeof job.value.envelope === 'string') return 'format'
  if (job.value.envelope) return 'measured'
  return job.value.sheet ? 'sheet' : undefined
})
const door = ref<Door | undefined>(shown.value)
watch(shown, (now) => now && (door.value = now))

const doors: { id: Door; name: string }[] = [
  { id: 'format', name: 'Known' },
  { id: 'measured', name: 'Measured' },
  { id: 'sheet', name: 'Sheet' },
  { id: 'card', name: 'Card' },
]
const doorPictures: { id: Door; name: string; says: string }[] = [
  { id: 'format', name: 'An envelope I know', says: 'A2, A7, C6, DL: pick it by name or size' },
  {
    id: 'measured',
    name: 'An envelope with no name',
    says: 'measure it with a ruler, inside edge to inside edge',
  },
  { id: 'sheet', name: 'A sheet of card', says: 'every card it gives, and the envelope that takes it' },
  { id: 'card', name: 'A finished card', says: 'any size; the envelope is found or made for it' },
]

function enter(next: Door) {
  door.value = next
  const p = jobs.plan
  if (next === 'card' && p) pick({ card: { width: p.card.width.text, height: p.card.height.text } })
  if (next === 'measured' && p?.envelope) {
    pick({ envelope: { width: p.envelope.width.text, height: p.envelope.height.text }, ...sized })
  }
}

/** Starting from a sheet, nothing else settles the card's size. */
const startSheet = (id: string) => pick({ sheet: id, envelope: null, ...sized })

/** Starting from an envelope, the card takes its size from it. */
const sized = { card: { width: null, height: null } }
const measured = computed(() => (typeof job.value.envelope === 'object' ? job.value.envelope : undefined))

function choose(id: string) {
  pick(door.value === 'card' ? { envelope: id } : { envelope: id, ...sized })
}
function measure(side: 'width' | 'height', text: string) {
  jobs.change(
    {
      envelope: { width: '', height: '', ...measured.value, [side]: text },
      ...(job.value.card ? sized : {}),
    },
    `envelope.${side}`,
  )
}
const sides = ['top', 'right', 'bottom', 'left'] as const
const given = computed(() => typeof job.value.envelope === 'string' && job.value.envelope)
</script>

<template>
  <StationLayout v-if="jobs.started" :title="plan.envelope ? 'Envelope and card' : 'Finished card'">
    <template #drawing
      ><DrawingView :drawing="plan.drawings.start" :lit="lit" @point="lit = $event"
    /></template>
    <template #say>
      <ChoiceRow label="What do you start from?" :options="doors" :value="door" @pick="enter" />
      <FormatPicker
        v-if="door === 'format' || door === 'card'"
        :catalog="catalog"
        :value="given || undefined"
        :unit="unit"
        :error="door === 'format' ? jobs.errors.envelope : undefined"
        @pick="choose"
      />
      <SheetPicker
        v-if="door === 'sheet'"
        label="Sheet"
        field="sheet"
        :value="job.sheet"
        :assumed="plan.base.sheet.id"
        :catalog="catalog"
        :unit="unit"
        :error="jobs.errors.sheet"
        @pick="startSheet"
      />
      <SizePair
        v-if="door === 'measured'"
        name="Envelope"
        field="envelope"
        :size="measured"
        @change="measure"
      />
      <SizePair
        v-if="door === 'card'"
        name="Card"
        field="card"
        :size="job.card"
        @change="(side, text) => type(`card.${side}`, text)"
      />
      <div class="pair">
        <LengthField
          label="Thickness, all on"
          field="card.thickness"
          :value="job.card?.thickness"
          placeholder="flat"
          hint="at its thickest point"
          @change="type('card.thickness', $event)"
        />
        <LengthField
          v-if="door === 'format' || door === 'measured'"
          label="Ease"
          field="card.ease"
          :value="job.card?.ease"
          :placeholder="unit === 'mm' ? '6 mm' : '1/4 in'"
          hint="room beyond the thickness"
          @change="type('card.ease', $event)"
        />
      </div>
      <details v-if="door === 'card'" :open="!!job.card?.overhang" class="overhang">
        <summary data-testid="overhang">Something pokes out past its edges</summary>
        <div class="four">
          <LengthField
            v-for="s in sides"
            :key="s"
            :label="s"
            :field="`card.overhang.${s}`"
            :value="job.card?.overhang?.[s]"
            placeholder="0"
            @change="type(`card.overhang.${s}`, $event)"
          />
        </div>
      </details>
      <OutlinePanel
        v-if="door === 'card'"
        :unit="unit"
        @use="(width, height) => pick({ card: { width, height } })"
      />
      <p v-if="plan.card.customary" class="customary">
        <FigureText prose :text="plan.card.customary.text" />.
        <v-btn size="small" variant="outlined" @click="pick(plan.card.customary.patch)">Use it</v-btn>
      </p>
    </template>
    <template #list
      ><CutList :answers="answers" :lit="lit" title="What goes in" @point="lit = $event" />
      <MakesList v-if="plan.makes.length" />
    </template>
  </StationLayout>

  <main v-else class="doors">
    <h1>What is on the table?</h1>
    <div class="pictures">
      <button
        v-for="d in doorPictures"
        :key="d.id"
        class="door"
        :class="{ on: door === d.id }"
        :data-testid="`door-${d.id}`"
        @click="door = d.id"
      >
        <svg viewBox="0 0 200 150" aria-hidden="true">
          <template v-if="d.id === 'format'">
            <rect x="20" y="22" width="160" height="110" class="kraft" />
            <path d="M20 22 L100 84 L180 22" class="line" />
            <text x="100" y="116">A7</text>
          </template>
          <template v-else-if="d.id === 'measured'">
            <rect x="20" y="14" width="160" height="94" class="kraft" />
            <path d="M20 14 L100 66 L180 14" class="line" />
            <path d="M20 122h160M20 116v12M180 116v12M60 118v8M100 118v8M140 118v8" class="line" />
            <text x="100" y="143">?</text>
          </template>
          <template v-else-if="d.id === 'sheet'">
            <path d="M52 12h96v126H52z" class="white" />
            <path d="M52 75h96M100 12v126" class="line" stroke-dasharray="7 5" />
          </template>
          <template v-else>
            <path d="M60 26 L150 14 L150 122 L60 134z" class="white" />
            <path d="M60 26 L42 20 L42 126 L60 134z" class="white" />
            <path d="M76 50 L134 43M76 70 L134 63M76 90 L116 85" class="line" />
          </template>
        </svg>
        <strong>{{ d.name }}</strong>
        <span>{{ d.says }}</span>
      </button>
    </div>
    <div v-if="door" class="ask">
      <FormatPicker v-if="door === 'format'" :catalog="catalog" :unit="unit" @pick="choose" />
      <SheetPicker
        v-else-if="door === 'sheet'"
        label="Sheet"
        field="sheet"
        :value="job.sheet"
        :catalog="catalog"
        :unit="unit"
        :error="jobs.errors.sheet"
        @pick="startSheet"
      />
      <SizePair
        v-else-if="door === 'measured'"
        name="Envelope"
        field="envelope"
        :size="measured"
        @change="measure"
      />
      <SizePair
        v-else
        name="Card"
        field="card"
        :size="job.card"
        @change="(side, text) => type(`card.${side}`, text)"
      />
    </div>
  </main>
</template>

<style scoped>
.pair {
  display: grid;
  align-items: start;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.overhang summary {
  cursor: pointer;
  font-size: 14px;
  font-weight: 600;
  color: var(--ink);
}
.four {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 8px;
  padding-top: 8px;
  align-items: start;
}
.customary {
  display: flex;
  align-items: center;
  gap: 8px;
  font-size: 14px;
  white-space: normal;
}
.doors {
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 22px;
  padding: 48px 24px;
  overflow: auto;
}
.doors h1 {
  font-size: 28px;
  color: var(--ink);
}
.pictures {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 250px));
  gap: 20px;
}
.door {
  display: grid;
  gap: 4px;
  padding: 20px;
  align-content: start;
  text-align: left;
  border: 1.5px solid var(--rule);
  border-radius: 6px;
  background: var(--sheet);
  color: var(--text);
  cursor: pointer;
}
.door:hover,
.door.on {
  border-color: var(--ink);
  box-shadow: 0 4px 0 var(--parcel);
}
.door strong {
  font-size: 18px;
}
.door span {
  color: var(--muted);
  font-size: 14px;
}
.kraft {
  fill: var(--kraft);
  stroke: var(--ink);
  stroke-width: 2;
}
.white {
  fill: var(--card-paper);
  stroke: var(--ink);
  stroke-width: 2;
}
.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
text {
  fill: var(--ink);
  font-weight: 700;
  font-size: 22px;
  text-anchor: middle;
}
.ask {
  width: min(560px, 100%);
}
</style>
