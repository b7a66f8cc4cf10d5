import type { BenchDrawings, Drawing, Step } from '@/api/client'

type Look = NonNullable<Step['drawing']>

/** The drawing a step is looked at in, as the server drew it. */
function find(of: BenchDrawings, at: Look): Drawing | undefined {
  if (at.of === 'sheet') return of.lots[at.lot ?? 0]?.[at.layout ?? 0]
  const job = of.jobs[at.job]
  if (!job) return undefined
  if (at.of === 'extra') return job.extras[at.extra ?? '']
  return job[at.of]
}

/** The same with only what the step speaks of measured and lit. */
export function drawingOf(of: BenchDrawings, step: Step, small: boolean): Drawing | undefined {
  const at = step.drawing
  const drawing = at && find(of, at)
  if (!drawing) return undefined
  const lit = new Set(at.lit)
  return {
    ...drawing,
    labels: drawing.labels.filter((l) => !small || l.kind === 'number'),
    dims: drawing.dims.filter((d) => lit.has(d.key)).map((d) => ({ ...d, key: '*', tier: 0 })),
    shapes: drawing.shapes.map((s) => (s.key && lit.has(s.key) ? { ...s, key: '*' } : s)),
  }
}
