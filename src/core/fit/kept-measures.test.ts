import { binaryStl } from '../../../tests/support/files'
import { boxSoup, drilledPlate } from '../../../tests/support/soups'
import { noTools } from '../../../tests/support/tools'
import { dropMeasure, keepMeasure, setScale } from '../document/edits'
import { emptyProject, makeReference, type Project } from '../document/schema'
import { readFile } from '../formats/read-file'
import { Kernel } from '../kernel/kernel'
import { placeShape } from '../kernel/placed-shape'
import type { SurfaceShape } from '../kernel/surface'
import { massOf } from '../units/materials'
import { ResolvedReferences } from '../references/resolved-references'
import { shapeFacts } from '../references/shape-facts'
import { keptMeasure } from './kept-measures'
import { measurable } from './ledger'
import { keptEnd, type MeasurableThings } from './picked-ends'
import { nearestOf } from './nearest'
import type { Pick } from './picks'

const read = async (bytes: Uint8Array) => {
  const result = await readFile(bytes, 'plate.stl', noTools)
  if (!result.ok || result.value.holds !== 'solids') throw new Error('no solid')
  return result.value.model
}
const holes = (second: number) => [{ at: [10, 10] as const, radius: 2, segments: 40 }, { at: [second, 10] as const, radius: 2, segments: 40 }] // prettier-ignore
const [FILE, NEXT, BLOCK] = ['a'.repeat(64), 'b'.repeat(64), 'c'.repeat(64)]
const models = new Map([
  [FILE, await read(binaryStl(drilledPlate([50, 20, 4], holes(40))))],
  [NEXT, await read(binaryStl(drilledPlate([50, 20, 4], holes(38))))],
  [BLOCK, await read(binaryStl(boxSoup([5, 5, 5])))],
])
const start: Project = {
  ...emptyProject('Plate'),
  references: [
    makeReference({ id: 'plate', name: 'Plate', kind: 'stl', file: FILE, fileName: 'p.stl', placing: 'as-in-file' }),
    makeReference({ id: 'block', name: 'Block', kind: 'stl', file: BLOCK, fileName: 'b.stl', placing: 'as-in-file', moves: [{ id: 'm', kind: 'move', by: ['0', '0', '10'] }] }), // prettier-ignore
  ],
}
const kernel = await Kernel.load()
const placed = (project: Project) => new ResolvedReferences().all(project, models, kernel)
const things = (project: Project): MeasurableThings => measurable({ parts: [], references: placed(project) })
const now = things(start)
const plateNow = now.references[0]!
const onPlate = (test: (s: SurfaceShape) => boolean, change: Partial<Pick> = {}): Pick => {
  const { id, name, solid, stands } = now.references[0]!.items[0]!
  const surfaces = shapeFacts(solid).faces.map((f) => placeShape(f, stands))
  const shape = surfaces.find(test)!
  const point = 'point' in shape ? shape.point : ([0, 0, 0] as const)
  return { kind: 'surface', owner: id, ownerName: name, reference: 'plate', region: 0, shape, point, size: [0, 0, 0], ...change } // prettier-ignore
}
const hole = (x: number) => onPlate((s) => s.kind === 'cylinder' && Math.abs(s.point[0] - x) < 1)

test('a kept length follows the next revision, a new scale, and says when its thing is gone', () => {
  const ends = [keptEnd(hole(10), plateNow), keptEnd(hole(40), plateNow)] as const
  const kept = keepMeasure({ id: 'k', name: '', ends: [...ends] })(start)
  const value = (project: Project) => {
    const found = keptMeasure(project.measures[0]!, things(project))
    return found.ok ? found.value.value : found.problem.kind
  }
  expect(value(kept)).toBeCloseTo(30, 2)
  const swapped = { ...kept, references: kept.references.map((r) => (r.id === 'plate' ? { ...r, file: NEXT } : r)) }
  expect(value(swapped)).toBeCloseTo(28, 2)
  expect(value(setScale('plate', 2)(kept))).toBeCloseTo(60, 2)
  expect(value({ ...kept, references: [] })).toBe('gone')
  expect(dropMeasure('k')(kept).measures).toEqual([])
})

test('points go with their face, when that comes to lie elsewhere', () => {
  const top = onPlate((s) => s.kind === 'plane' && s.normal[2] > 0.9, { point: [5, 5, 4], as: 'point' })
  const under = onPlate((s) => s.kind === 'plane' && s.normal[2] < -0.9)
  const ends: [ReturnType<typeof keptEnd>, ReturnType<typeof keptEnd>] = [
    keptEnd(top, plateNow),
    keptEnd(under, plateNow),
  ]
  const found = keptMeasure({ id: 'k', name: '', ends }, things(start))
  expect(found.ok && found.value).toMatchObject({ what: 'from plane to point', value: expect.closeTo(4, 3) })
})

test('whole items are measured at their nearest', () => {
  const [plate, block] = placed(start)
  const whole = (reference: string, item: string): Pick => ({
    kind: 'item',
    owner: item,
    ownerName: item,
    reference,
    region: -1,
    shape: { kind: 'free' },
    point: [0, 0, 0],
    size: [0, 0, 0],
  })
  const found = nearestOf(whole('plate', plate!.items[0]!.id), whole('block', block!.items[0]!.id), things(start))!
  expect(found.value).toBeCloseTo(6, 3)
  expect(found.along[2]).toBeCloseTo(6, 3)
  const point: Pick = { ...whole('plate', plate!.items[0]!.id), kind: 'surface', as: 'point', point: [2.5, 2.5, 40] }
  expect(nearestOf(point, whole('block', block!.items[0]!.id), things(start))!.value).toBeCloseTo(25, 3)
})

test('a block of steel weighs what it should, about its middle', () => {
  const [, block] = placed(start)
  const { volume, middle } = block!.items[0]!
  expect(massOf(volume, 'steel')).toBeCloseTo(0.125 * 7.85, 4)
  expect([...middle]).toEqual([2.5, 2.5, 12.5].map((v) => expect.closeTo(v, 3)))
})
