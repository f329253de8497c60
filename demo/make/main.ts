/**
 * Writes the demo's files into `demo/`. Run with `npm run demo:files` after changing what is in them. The boards in STEP
 * carry the date of writing, so they are only written with `--boards`.
 */
import { mkdirSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'
import sharp from 'sharp'
import { writeProject } from '../../src/core/sheet/read-project'
import { writeDxf } from '../../src/core/formats/dxf/write-dxf'
import { writeSvg } from '../../src/core/formats/svg/write-svg'
import { bracket } from './bracket'
import { frameHinge } from './hinge'
import { rl2Idf } from './idf'
import { DEMO_PHOTO, HANDLES_PHOTO, takePhoto } from './photo'
import { frameHingeProject } from './projects'
import { rl2 } from './rl2'
import { startKernel, writeStepAssembly } from './step-assembly'

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
const hinge = (await frameHinge()).bytes
write('hinge/frame-hinge.stl', hinge)
write('frame-hinge.json', writeProject(frameHingeProject(hinge)))
for (const [name, settings] of [
  ['bracket/vent-bracket', DEMO_PHOTO],
  ['handles/handles', HANDLES_PHOTO],
] as const) {
  const { picture, truth } = takePhoto(settings)
  const { width, height, data } = picture
  const jpeg = sharp(data, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 84 })
  write(`${name}.jpg`, await jpeg.toBuffer())
  write(`${name}.truth.json`, `${JSON.stringify(truth, null, 2)}\n`)
}
