import { defineAsyncComponent, type Component } from 'vue'
import { pause } from '@/api/retry'

/** A stretch of the tape: its screen, and which fields of the job that screen asks for. */
export type Station = {
  key: string
  name: string
  load: () => Promise<{ default: Component }>
  view: Component
  asks: string[]
}

/** A station's screen is fetched when it is first shown; again where the server was away. */
function station(of: Omit<Station, 'view'>): Station {
  const view = defineAsyncComponent({
    loader: of.load,
    onError: (_, again) => void pause().then(again),
  })
  return { ...of, view }
}

export const start = station({
  key: 'start',
  name: 'Start',
  load: () => import('@/stations/start/StartStation.vue'),
  asks: ['envelope', 'card.width', 'card.height', 'card.ease', 'card.overhang', 'card.thickness'],
})

/** In the order of the work, which is that of the tape and of the keys. */
export const stations: Station[] = [
  start,
  station({
    key: 'base',
    name: 'Base',
    load: () => import('@/stations/base/BaseStation.vue'),
    asks: ['card', 'sheet', 'stock', 'spoilage', 'trimmer', 'cuts', 'minute'],
  }),
  station({
    key: 'layers',
    name: 'Layers',
    load: () => import('@/stations/layers/LayersStation.vue'),
    asks: ['layers', 'inside', 'stamp'],
  }),
  station({
    key: 'finished',
    name: 'Finished',
    load: () => import('@/stations/finished/FinishedStation.vue'),
    asks: ['card.build', 'card.weight'],
  }),
  station({
    key: 'envelope',
    name: 'Envelope',
    load: () => import('@/stations/envelope/EnvelopeStation.vue'),
    asks: ['blank', 'mat', 'board', 'hand'],
  }),
  station({
    key: 'post',
    name: 'Post',
    load: () => import('@/stations/post/PostStation.vue'),
    asks: ['post', 'stamps', 'currency'],
  }),
  station({
    key: 'bench',
    name: 'Bench',
    load: () => import('@/stations/bench/BenchStation.vue'),
    asks: ['extras', 'notes', 'due', 'by', 'sittings'],
  }),
]

const covers = (asked: string, field: string) =>
  field === asked || field.startsWith(`${asked}.`) || field.startsWith(`${asked}[`)

/** Fetches the stations that are not shown yet, so that the next one is there at once. */
export function fetchStations() {
  for (const station of stations) void station.load().catch(() => undefined)
}

/** The station that asks for a field: of those that do, the one that names it most exactly. */
export function stationOf(field: string): Station | undefined {
  let best: { station: Station; long: number } | undefined
  for (const station of stations)
    for (const asked of station.asks)
      if (covers(asked, field) && asked.length > (best?.long ?? 0)) best = { station, long: asked.length }
  return best?.station
}
