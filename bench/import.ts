import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { OpenCascadeInstance } from 'replicad-opencascadejs'
import sharp from 'sharp'
import { DEMO_PHOTO, takePhoto } from '../demo/make/photo'
import { writeStepAssembly } from '../demo/make/step-assembly'
import { mend } from '../src/core/mesh/mend'
import { readStl } from '../src/core/formats/stl/read-stl'
import { facesOfMesh } from '../src/core/recognise/mesh-faces'
import { expectOk } from '../src/core/result'
import { binaryStl } from '../tests/support/files'
import { drilledItems } from './assemblies'
import { median, round } from './measure'
import { knurledRing } from './meshes'

const IMPORT = 'bench/one-import.ts'

/** Work on a file, each time in a new process: the median run, with its peak memory. */
function inProcess(script: string, name: string, bytes: Uint8Array, runs: number) {
  const folder = mkdtempSync(join(tmpdir(), 'anorak-bench-'))
  try {
    const file = join(folder, name)
    writeFileSync(file, bytes)
    const all = Array.from({ length: runs }, () => {
      const done = spawnSync('npx', ['tsx', script, file], { encoding: 'utf8' })
      if (done.status !== 0) throw new Error(done.stderr)
      return JSON.parse(done.stdout) as { ms: number }
    })
    return all.sort((a, b) => a.ms - b.ms)[Math.floor(runs / 2)]
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

/** 1,500 items of 250 shapes, starting the STEP kernel included. */
export const measureLargeImport = (oc: OpenCascadeInstance, runs: number) =>
  inProcess(IMPORT, 'large.step', writeStepAssembly(oc, drilledItems(1500)), runs)

/** The outline of a photo of 12 million pixels: straightened, found, fitted. */
export async function measurePhoto(runs: number) {
  const { picture } = takePhoto({ ...DEMO_PHOTO, width: 4000, height: 3000, focal: 6500 })
  const { width, height, data } = picture
  const jpeg = await sharp(data, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg()
    .toBuffer()
  return inProcess('bench/one-photo.ts', 'photo.jpg', jpeg, runs)
}

/** An STL of 500,000 triangles: the whole import, and its stages. */
export async function measureMeshImport(runs: number) {
  const bytes = binaryStl(knurledRing(1000, 250))
  const raw = expectOk(readStl(bytes)).shapes[0]!
  const { mesh } = mend(raw.positions, raw.indices)
  const faces = await median(runs, () => facesOfMesh(mesh))
  return {
    ...inProcess(IMPORT, 'ring.stl', bytes, runs),
    read_ms: await median(runs, () => readStl(bytes)),
    mend_ms: await median(runs, () => mend(raw.positions, raw.indices)),
    faces_ms: faces,
    faces_ms_per_100k: round(faces / 5),
  }
}
