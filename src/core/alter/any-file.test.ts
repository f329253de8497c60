import { readFileSync } from 'node:fs'
import { built, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { kept } from '../../../tests/support/facing'
import { binaryStl, meshXml, obj, threemf } from '../../../tests/support/files'
import { startQuietly } from '../../../tests/support/kernel'
import { noTools } from '../../../tests/support/tools'
import type { BuiltPart } from '../built/built'
import { makeReference } from '../document/schema'
import { pointable } from '../faces/resolve'
import { readFile } from '../formats/read-file'
import { boxOfPositions, type Vec2 } from '../geometry/vec'
import type { SurfaceShape } from '../kernel/surface'
import { extrude } from '../mesh/extrude'
import { isClosed } from '../mesh/facts'
import { expectOk } from '../result'
import { readProject } from '../sheet/read-project'

/** A plate of 60 x 24 x 5 with two bores and a boss of 8, as its outlines are. */
const CHORDS = 48
const ring = (x: number, r: number): Vec2[] => Array.from({ length: CHORDS }, (_, i) => [x + r * Math.cos((2 * Math.PI * i) / CHORDS), r * Math.sin((2 * Math.PI * i) / CHORDS)]) // prettier-ignore
const plate = extrude([[-30, -12], [30, -12], [30, 12], [-30, 12]], [ring(-20, 2), ring(20, 2)], 0, 5) // prettier-ignore
const share = (CHORDS / 2) * Math.sin((2 * Math.PI) / CHORDS)

const { positions, indices } = plate
const soup = { positions: Float64Array.from([...indices].flatMap((v) => [positions[3 * v]!, positions[3 * v + 1]!, positions[3 * v + 2]!])), indices: Uint32Array.from(indices.keys()) } // prettier-ignore

/** An item of a file taken over and changed, by a project file that is written and read. */
async function changed(
  bytes: Uint8Array,
  fileName: string,
  which: string | undefined,
  ...more: ((part: BuiltPart) => StepOf)[]
) {
  // prettier-ignore
  const tools = fileName.endsWith('.step') ? { ...noTools, startKernel: startQuietly } : noTools
  const read = expectOk(await readFile(bytes, fileName, tools))
  if (read.holds !== 'solids') throw new Error('no solids')
  const sha = '7'.repeat(64)
  const kind = fileName.split('.').at(-1) as 'obj'
  const item = read.model.items.find((i) => which === undefined || i.id.includes(which))!.id
  const references = [makeReference({ id: 'f', name: 'Found', kind, file: sha, fileName })]
  const steps: StepOf[] = [['item', { reference: 'f', item }, 'it']]
  let part: BuiltPart | undefined
  for (const next of [undefined, ...more]) {
    if (next) steps.push(next(part!))
    const project = expectOk(readProject(JSON.stringify({ ...sheetOf(...steps), references })))
    const { build, problems } = await built(project, 'export', new Map([[sha, read.model]]))
    expect(problems).toEqual([])
    part = build.parts[0]!
    expect(isClosed(part.mesh.positions, part.mesh.indices)).toBe(true)
  }
  return part!
}

const faceLike = (part: BuiltPart, is: (s: SurfaceShape) => boolean) => {
  const on = pointable(part.mesh)
  return kept(
    part,
    on,
    on.topology.surfaceOf.findIndex((s) => is(part.mesh.surfaces[s]!.shape)),
  )
}
const isBore = (s: SurfaceShape) => s.kind === 'cylinder' && s.hole
const looks = (axis: number, way: number) => (s: SurfaceShape) => s.kind === 'plane' && s.normal[axis]! * way > 0.999
const bores = (part: BuiltPart) => part.mesh.surfaces.flatMap((s) => (isBore(s.shape) && s.shape.kind === 'cylinder' ? [s.shape.radius] : [])) // prettier-ignore

test.each([
  ['plate.obj', obj({ plate: soup })],
  ['plate.stl', binaryStl(soup)],
  ['plate.3mf', threemf(`<resources><object id="1" type="model">${meshXml(soup)}</object></resources><build><item objectid="1"/></build>`)], // prettier-ignore
])('%s: bores enlarged, a face moved, a bore closed', async (fileName, bytes) => {
  const wider = (part: BuiltPart): StepOf => ['round-size', { part: 'it', faces: [faceLike(part, isBore)], also: 'alike', size: '4.6' }, 'wider'] // prettier-ignore
  const longer = (part: BuiltPart): StepOf => ['move-faces', { part: 'it', faces: [faceLike(part, looks(0, 1))], by: '3.25' }, 'longer'] // prettier-ignore
  const closed = (part: BuiltPart): StepOf => ['remove-faces', { part: 'it', faces: [faceLike(part, isBore)] }, 'closed'] // prettier-ignore
  const part = await changed(bytes, fileName, undefined, wider, longer, closed)
  expect(bores(part)).toEqual([expect.closeTo(2.3, 2)])
  expect(part.volume).toBeCloseTo((63.25 * 24 - share * 2.3 ** 2) * 5, 1)
})

test('a board of a STEP: a hole enlarged to a reading, an edge moved', async () => {
  const bytes = readFileSync('demo/boards/rl-2-rev-a.step')
  const before = await changed(bytes, 'board.step', 'RL-2 board')
  const radius = bores(before)[0]!
  const wider = (part: BuiltPart): StepOf => ['round-size', { part: 'it', faces: [faceLike(part, isBore)], size: `${2 * radius + 0.4}` }, 'wider'] // prettier-ignore
  const part = await changed(bytes, 'board.step', 'RL-2 board', wider)
  const { min, max } = boxOfPositions(part.mesh.positions)
  expect(bores(part).some((r) => Math.abs(r - radius - 0.2) < 0.01)).toBe(true)
  const thick = max[2] - min[2]
  expect(before.volume - part.volume).toBeCloseTo(Math.PI * ((radius + 0.2) ** 2 - radius ** 2) * thick, 0)
  const longer = (p: BuiltPart): StepOf => ['move-faces', { part: 'it', faces: [faceLike(p, looks(0, 1))], by: '2' }, 'longer'] // prettier-ignore
  const long = await changed(bytes, 'board.step', 'RL-2 board', wider, longer)
  expect(boxOfPositions(long.mesh.positions).max[0] - max[0]).toBeCloseTo(2, 3)
})
