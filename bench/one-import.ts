/** Reads one STEP file in a process of its own, so that its peak memory is the import's alone. */
import { readFileSync } from 'node:fs'
import initKernel from 'replicad-opencascadejs'
import { readStep } from '../src/core/formats/step/read-step'
import { expectOk } from '../src/core/result'
import { round } from './measure'

const bytes = readFileSync(process.argv[2]!)
const start = performance.now()
const model = expectOk(await readStep(bytes, () => initKernel({ print: () => {}, printErr: () => {} })))
process.stdout.write(
  JSON.stringify({
    bytes: bytes.length,
    ms: round(performance.now() - start),
    items: model.items.length,
    shapes: model.shapes.length,
    triangles: model.items.reduce((sum, item) => sum + model.shapes[item.shape]!.indices.length / 3, 0),
    process_peak_bytes: process.resourceUsage().maxRSS * 1024,
  }),
)
process.exit(0)
