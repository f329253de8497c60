/**
 * Writes the demo's files into `demo/`. Run with `npm run demo:files` after changing what is in them. The boards in STEP
 * carry the date of writing, so they are only written with `--boards`.
 */
import { mkdirSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'
import sharp from 'sharp'
import { writeDxf } from '../../src/core/formats/dxf/write-dxf'
import { writeSvg } from '../../src/core/formats/svg/write-svg'
import { bracket } from './bracket'
import { frameHinge } from './hinge'
import { rl2Idf } from './idf'
import { DEMO_PHOTO, HANDLES_PHOTO, SHELF_PHOTO, takePhoto } from './photo'
import { rl2 } from './rl2'
import { stakeSocket } from './stake-socket'
import { startKernel, writeStepAssembly } from './step-assembly'
import { tapAdapter } from './tap-adapter'

function write(name: string, content: Uint8Array | string): void {
  const file = new URL(`../${name}`, import.meta.url)
  mkdirSync(dirname(file.pathname), { recursive: true })
  writeFileSync(file, content)
  process.stdout.write(`demo/${name}: ${content.length} bytes\n`)
}

if (process.argv.includes('--boards')) {
  const kernel = await startKernel()
  for (const rev of ['A', 'B'] as const)
    write(`boards/rl-2-rev-${rev.toLowerCase()}.step`, writeStepAssembly(kernel, rl2(rev)))
}
const { emn, emp } = rl2Idf('A')
write('boards/rl-2-rev-a.emn', emn)
write('boards/rl-2-rev-a.emp', emp)
write('bracket/vent-bracket.dxf', writeDxf(bracket))
write('bracket/vent-bracket.svg', writeSvg(bracket))
write('hinge/frame-hinge.stl', (await frameHinge()).bytes)
write('found/tap-adapter.stl', await tapAdapter())
write('found/stake-socket.stl', await stakeSocket())
for (const [name, settings] of [
  ['bracket/vent-bracket', DEMO_PHOTO],
  ['handles/handles', HANDLES_PHOTO],
  ['shelf/template', SHELF_PHOTO],
] as const) {
  const { picture, truth } = takePhoto(settings)
  const { width, height, data } = picture
  const jpeg = sharp(data, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 84 })
  write(`${name}.jpg`, await jpeg.toBuffer())
  write(`${name}.truth.json`, `${JSON.stringify(truth, null, 2)}\n`)
}
