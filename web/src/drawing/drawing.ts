import type { Drawing } from '@/api/client'

/** How wide and high a drawing is, in millimetres. */
function extent(d: Drawing) {
  const [x0 = 0, y0 = 0] = d.lo
  const [x1 = 0, y1 = 0] = d.hi
  return { wide: x1 - x0, high: y1 - y0 }
}

/** Pixels a millimetre, so that the largest of some drawings fills the room and all share one scale. */
export function sharedScale(drawings: Drawing[], wide: number, high: number) {
  const sizes = drawings.map(extent)
  return Math.min(
    wide / Math.max(1, ...sizes.map((s) => s.wide)),
    high / Math.max(1, ...sizes.map((s) => s.high)),
  )
}
