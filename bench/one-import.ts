/** Reads one file in a process of its own, so that its peak memory is the import's alone. */
import { readFileSync } from 'node:fs'
import { basename } from 'node:path'
import initKernel from 'replicad-opencascadejs'
import { decodePicture } from '../src/cli/files'
import { readFile } from '../src/core/formats/read-file'
import { expectOk } from '../src/core/result'
import { round } from './measure'

const bytes = readFileSync(process.argv[2]!)
const start = performance.now()
const kernel = () => initKernel({ print: () => {}, printErr: () => {} })
let first_picture_ms: number | undefined
const onMesh = () => (first_picture_ms = round(performance.now() - start))
const imported = expectOk(
  await readFile(bytes, basename(process.argv[2]!), { startKernel: kernel, decode: decodePicture, onMesh }),
)
if (imported.holds !== 'solids') throw new Error('a drawing')
const { items, shapes } = imported.model
process.stdout.write(
  JSON.stringify({
    bytes: bytes.length,
    ms: round(performance.now() - start),
    first_picture_ms,
    items: items.length,
    shapes: shapes.length,
    triangles: items.reduce((sum, item) => sum + shapes[item.shape]!.indices.length / 3, 0),
    process_peak_bytes: process.resourceUsage().maxRSS * 1024,
  }),
)
process.exit(0)
