// Packs instances read from standard input, one JSON document a line, with
// general-purpose packers, and prints how many bins each takes and how long.
import { createInterface } from 'node:readline'
import { performance } from 'node:perf_hooks'
import { pack2D } from 'binpackingjs/2d'
import { packer } from 'guillotine-packer'
// The package's main file is not a module; the module beside it is.
import { MaxRectsPacker } from './node_modules/maxrects-packer/dist/maxrects-packer.mjs'

const packers = {
  'guillotine-packer': ({ side, items }) =>
    packer(
      { binWidth: side, binHeight: side, items: items.map(([width, height], i) => ({ name: String(i), width, height })) },
      { kerfSize: 0, allowRotation: true },
    ).length,
  'maxrects-packer': ({ side, items }) => {
    const p = new MaxRectsPacker(side, side, 0, { smart: false, pot: false, square: false, allowRotation: true })
    p.addArray(items.map(([width, height]) => ({ width, height })))
    return p.bins.length
  },
  binpackingjs: ({ side, items }) => {
    const boxes = items.map(([width, height]) => ({ width, height }))
    const bins = boxes.map(() => ({ width: side, height: side }))
    const { packedBins, unpackedBoxes } = pack2D({ bins, boxes })
    if (unpackedBoxes?.length) return null
    return packedBins.filter((b) => b.boxes.length).length
  },
}

for await (const line of createInterface({ input: process.stdin })) {
  const out = {}
  for (const [name, pack] of Object.entries(packers)) {
    const start = performance.now()
    const bins = pack(JSON.parse(line))
    out[name] = { bins, ms: performance.now() - start }
  }
  console.log(JSON.stringify(out))
}
