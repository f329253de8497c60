import { readFileSync } from 'node:fs'
import { built, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { facing, kept } from '../../../tests/support/facing'
import { noTools } from '../../../tests/support/tools'
import type { BuiltPart } from '../built/built'
import { makeReference } from '../document/schema'
import { pointable } from '../faces/resolve'
import { readFile } from '../formats/read-file'
import type { ImportedModel } from '../references/model'
import { isClosed } from '../mesh/facts'

const SHA = 'd'.repeat(64)
/** The demo's meshes with noise, taken over as a part and changed. */
async function found(file: string) {
  const read = await readFile(readFileSync(file), 'found.stl', noTools)
  if (!read.ok || read.value.holds !== 'solids') throw new Error('no solid')
  const { model }: { model: ImportedModel } = read.value
  const reference = makeReference({ id: 'h', name: 'Found', kind: 'stl', file: SHA, fileName: 'found.stl' })
  const taken: StepOf = ['item', { reference: 'h', item: model.items[0]!.id }, 'it']
  const run = async (...steps: StepOf[]) => {
    const out = await built({ ...sheetOf(taken, ...steps), references: [reference] }, 'export', new Map([[SHA, model]]))
    const part = out.build.parts[0]!
    expect(isClosed(part.mesh.positions, part.mesh.indices)).toBe(true)
    return { ...out, part, volume: part.volume }
  }
  return { run, part: (await run()).part }
}
/** Flat faces that look a way from about so far off. */
const flats = (part: BuiltPart, is: (normal: readonly number[], off: number) => boolean) => {
  const on = pointable(part.mesh)
  return on.topology.surfaceOf.flatMap((s, r) => {
    const { shape } = part.mesh.surfaces[s]!
    return shape.kind === 'plane' && is(shape.normal, shape.normal.reduce((sum, v, k) => sum + v * shape.point[k]!, 0)) ? [kept(part, on, r)] : [] // prettier-ignore
  })
}
const roundAt = (part: BuiltPart, radius: number) => {
  const on = pointable(part.mesh)
  return kept(part, on, on.topology.surfaceOf.findIndex((s) => { const { shape } = part.mesh.surfaces[s]!; return shape.kind === 'cylinder' && Math.abs(shape.radius - radius) < 0.05 })) // prettier-ignore
}
const chords = (n: number) => (n / 2) * Math.sin((2 * Math.PI) / n)

test('a tap adapter: ribs and mark go, the flange gets thicker, the bore a size', async () => {
  const { run, part } = await found('demo/found/tap-adapter.stl')
  const ribs = flats(part, (n, off) => n[2]! > 0.99 && Math.abs(off - 12.5) < 0.1)
  const mark = flats(part, (n, off) => n[2]! > 0.99 && Math.abs(off - 2.8) < 0.1)
  expect([ribs.length, mark.length]).toEqual([6, 1])
  const bare: StepOf = ['remove-faces', { part: 'it', faces: [...ribs, ...mark] }, 'bare']
  const plain = await run(bare)
  const sleeve = chords(64) * (16.8 ** 2 * 21.8 + 25 ** 2 * 2.2 - 12.95 ** 2 * 24)
  expect(plain.problems).toEqual([])
  expect(Math.abs(plain.volume - sleeve)).toBeLessThan(2)
  const thicker: StepOf = ['wall-size', { part: 'it', faces: flats(plain.part, (n, off) => n[2]! > 0.99 && Math.abs(off - 2.2) < 0.1), thick: '3.4' }, 'thick'] // prettier-ignore
  const flange = await run(bare, thicker)
  expect(flange.volume - plain.volume).toBeCloseTo(chords(64) * (25 ** 2 - 16.8 ** 2) * 1.2, 0)
  const bored = await run(bare, thicker, ['round-size', { part: 'it', faces: [roundAt(plain.part, 12.95)], size: '26.44', gap: '0.1' }, 'bore']) // prettier-ignore
  expect(bored.problems).toEqual([])
  const bore = bored.part.mesh.surfaces.find((s) => s.shape.kind === 'cylinder' && s.shape.hole)!.shape
  expect(bore).toMatchObject({ radius: expect.closeTo(13.32, 2) })
})

test('a stake socket: one wall leant, a rib moved, another removed', async () => {
  const { run, part } = await found('demo/found/stake-socket.stl')
  const ribs = flats(part, (n, off) => n[1]! > 0.99 && Math.abs(off - 30) < 0.1)
  expect(ribs).toHaveLength(2)
  const gone = await run(['remove-faces', { part: 'it', faces: [ribs[0]!] }, 'gone'])
  expect([gone.problems, part.volume - gone.volume]).toEqual([[], expect.closeTo(4 * 7 * 44, -1)])
  const moved = await run(['move-feature', { part: 'it', faces: [ribs[1]!], right: '-6' }, 'moved'])
  expect([moved.problems, moved.volume - part.volume]).toEqual([[], expect.closeTo(0, 0)])
  const outside = facing({ ...part, mesh: part.mesh }, roundedNormal(part, [1, 0, 0]), undefined)
  const about = [{ between: [outside.name, flats(part, (n) => n[2]! < -0.99)[0]!.name], near: [27, 0, 0], of: 1, run: 'piece' }] // prettier-ignore
  const leant = await run(['move-faces', { part: 'it', faces: [outside], how: 'lean', about, angle: '4' }, 'lean'])
  const wedge = (72 * 72 * Math.tan((4 * Math.PI) / 180) * 46) / 2
  expect([leant.problems, leant.volume - part.volume]).toEqual([[], expect.closeTo(wedge, -1)])
})

/** The direction in which a noisy face looks, which is nearly a given one. */
function roundedNormal(part: BuiltPart, way: readonly number[]): readonly number[] {
  for (const { shape } of part.mesh.surfaces)
    if (shape.kind === 'plane' && shape.normal.every((v, k) => Math.abs(v - way[k]!) < 0.01) && Math.abs(shape.point[0] - 27) < 0.1) return shape.normal // prettier-ignore
  throw new Error('no such face')
}

test('the frame hinge: three bores to a reading and a fit, a countersink filled up to its bore', async () => {
  const { run, part } = await found('demo/hinge/frame-hinge.stl')
  const bored = await run(['round-size', { part: 'it', faces: [roundAt(part, 1.85)], also: 'alike', size: '4.04', gap: '0.2' }, 'b']) // prettier-ignore
  expect([bored.problems, part.volume - bored.volume]).toEqual([[], expect.closeTo(chords(40) * 3 * 13 * (2.22 ** 2 - 1.85 ** 2), 1)]) // prettier-ignore
  const on = pointable(part.mesh)
  const cone = on.topology.surfaceOf.findIndex((s) => part.mesh.surfaces[s]!.shape.kind === 'cone')
  const filled = await run(['remove-faces', { part: 'it', what: 'edge', faces: [kept(part, on, cone)] }, 'f'])
  const sunk = (2.25 / 3) * (4.5 ** 2 + 4.5 * 2.25 + 2.25 ** 2) - 2.25 ** 3
  expect([filled.problems, filled.volume - part.volume]).toEqual([[], expect.closeTo(chords(40) * sunk, 1)])
})

test('a leaf that is made thicker over its countersinks has no specks between old and new, and one of them is filled up', async () => {
  const { run, part } = await found('demo/hinge/frame-hinge.stl')
  const leaf = flats(part, (n, off) => n[2]! > 0.99 && Math.abs(off - 3.2) < 0.05)
  const thicker: StepOf = ['wall-size', { part: 'it', faces: leaf, thick: '4' }, 'thick']
  const thick = await run(thicker)
  expect(thick.problems).toEqual([])
  const regions = (p: BuiltPart) => pointable(p.mesh).topology.surfaceOf.length
  expect(regions(thick.part)).toBe(regions(part))
  const on = pointable(thick.part.mesh)
  const cone = on.topology.surfaceOf.findIndex((s) => thick.part.mesh.surfaces[s]!.shape.kind === 'cone')
  const filled = await run(thicker, ['remove-faces', { part: 'it', what: 'edge', faces: [kept(thick.part, on, cone)] }, 'f']) // prettier-ignore
  expect(filled.problems).toEqual([])
  // The cone goes on as the leaf gets thicker: from 2.25 at 0.95 mm up to 5.3 at 4.
  const sunk = (3.05 / 3) * (5.3 ** 2 + 5.3 * 2.25 + 2.25 ** 2) - 3.05 * 2.25 ** 2
  expect((filled.volume - thick.volume) / (chords(40) * sunk)).toBeCloseTo(1, 2)
})
