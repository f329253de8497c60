import fc from 'fast-check'
import { binaryStl } from '../../../tests/support/files'
import { drilledPlate } from '../../../tests/support/soups'
import { noTools } from '../../../tests/support/tools'
import { type PlacingMove } from '../document/placing-schema'
import { emptyProject, type Project, type ProjectReference, referenceSchema } from '../document/schema'
import { readFile } from '../formats/read-file'
import { compose, invert, IDENTITY, turnAbout, turnOnto } from '../geometry/placement'
import { dot, type Vec3 } from '../geometry/vec'
import { Kernel } from '../kernel/kernel'
import { placeShape } from '../kernel/placed-shape'
import type { SurfaceShape } from '../kernel/surface'
import { faceRef, findFace } from './face-ref'
import type { ImportedModel } from './model'
import { ResolvedReferences } from './resolved-references'
import { shapeFacts } from './shape-facts'

const [PLATE, BLOCK] = ['a'.repeat(64), 'b'.repeat(64)]
const read = async (bytes: Uint8Array): Promise<ImportedModel> => {
  const result = await readFile(bytes, 'part.stl', noTools)
  if (!result.ok || result.value.holds !== 'solids') throw new Error(JSON.stringify(result))
  return result.value.model
}
/** 60 x 30 x 4 with four holes of 3 about (36, 15), and a wider one elsewhere. */
const plate = await read(
  binaryStl(
    drilledPlate([60, 30, 4], [
      ...[[21, 5], [51, 5], [21, 25], [51, 25]].map((at) => ({ at: at as [number, number], radius: 1.5, segments: 32 })),
      { at: [8, 12], radius: 3, segments: 48 },
    ]),
  ),
) // prettier-ignore
const block = await read(binaryStl(drilledPlate([20, 20, 12], [{ at: [10, 10], radius: 3, segments: 48 }])))
const models = new Map([
  [PLATE, plate],
  [BLOCK, block],
])

const reference = (id: string, file: string, moves: PlacingMove[], change: Partial<ProjectReference> = {}) =>
  referenceSchema.parse({ id, name: id, kind: 'stl', file, fileName: `${id}.stl`, placing: 'as-in-file', moves, ...change }) // prettier-ignore
const kernel = await Kernel.load()
const placed = (references: ProjectReference[], change: Partial<Project> = {}) =>
  new ResolvedReferences().all({ ...emptyProject('Bench'), references, ...change }, models, kernel)
const plateAt = (moves: PlacingMove[], change: Partial<Project> = {}) => placed([reference('plate', PLATE, moves)], change)[0]! // prettier-ignore
const near = (v: readonly number[]) => v.map((x) => expect.closeTo(x, 4))

/** The face of a model that a test says yes to, as the document keeps it. */
function pick(model: ImportedModel, test: (face: SurfaceShape) => boolean) {
  const face = shapeFacts(model.shapes[0]!).faces.find((f) => test(f as SurfaceShape))!
  return faceRef(model.items[0]!.id, face as SurfaceShape, IDENTITY, 1)!
}
const facing = (x: number, y: number, z: number) => (f: SurfaceShape) =>
  f.kind === 'plane' && dot(f.normal, [x, y, z]) > 0.99
const round = (radius: number) => (f: SurfaceShape) => f.kind === 'cylinder' && Math.abs(f.radius - radius) < 0.05

test('the middle of the box, or of the holes of one size, goes over the origin; the height stays', () => {
  const box = plateAt([{ id: 'm', kind: 'middle', of: 'box' }]).items[0]!.bounds
  expect([...box.min, ...box.max]).toEqual(near([-30, -15, 0, 30, 15, 4]))
  const holes = plateAt([{ id: 'm', kind: 'middle', of: 'holes' }]).items[0]!.bounds
  expect([...holes.min]).toEqual(near([-36, -15, 0]))
})

test('a face goes down to the ground, an edge along x', () => {
  const stood = plateAt([{ id: 'g', kind: 'ground', face: pick(plate, facing(1, 0, 0)) }]).items[0]!.bounds
  expect(stood.min[2]).toBeCloseTo(0, 4)
  expect(stood.max[2]).toBeCloseTo(60, 4)
  const turned = plateAt([
    { id: 't', kind: 'turn', axis: 'z', degrees: 37 },
    { id: 'x', kind: 'along-x', direction: [1, 0, 0] },
  ]).items[0]!.bounds
  expect([...turned.max]).toEqual(near([60, 30, 4]))
})

test('typed moves use readings by their name, and can be changed one by one', () => {
  const readings = [{ id: 'r', name: 'lift', what: '', repeats: ['2.5', '2.7'], resolution: 0.1 }]
  const box = plateAt([{ id: 'v', kind: 'move', by: ['10', '-lift', '1 in'] }], { readings }).items[0]!.bounds
  expect([...box.min]).toEqual(near([10, -2.6, 25.4]))
})

test('face to face with a gap, and axis to axis, follow the other reference', () => {
  const moves: PlacingMove[] = [
    { id: 'f', kind: 'meet', face: pick(block, facing(0, 0, -1)), with: { reference: 'plate', face: pick(plate, facing(0, 0, 1)) }, gap: '0.2' },
    { id: 'a', kind: 'line-up', face: pick(block, round(3)), with: { reference: 'plate', face: pick(plate, round(3)) } },
  ] // prettier-ignore
  for (const up of [0, 5]) {
    const [, on] = placed([
      reference('plate', PLATE, [{ id: 'u', kind: 'move', by: ['0', '0', `${up}`] }]),
      reference('block', BLOCK, moves),
    ])
    const { min, max } = on!.items[0]!.bounds
    expect(min[2]).toBeCloseTo(4 + 0.2 + up, 3)
    expect([(min[0] + max[0]) / 2, (min[1] + max[1]) / 2]).toEqual(near([8, 12]))
    expect(on!.moveProblems).toEqual({})
  }
})

test('what cannot be done says so and is passed over; the rest is done', () => {
  const gone = { item: 'nobody', kind: 'plane' as const, direction: [0, 0, 1] as Vec3 as [number, number, number], point: [0, 0, 0] as [number, number, number] } // prettier-ignore
  const other = { reference: 'elsewhere', face: gone }
  const { items, moveProblems } = plateAt([
    { id: 'a', kind: 'ground', face: gone },
    { id: 'b', kind: 'meet', face: pick(plate, facing(0, 0, 1)), with: other, gap: '0' },
    { id: 'c', kind: 'along-x', direction: [0, 0, 1] },
    { id: 'd', kind: 'move', by: ['1', 'nonsense', '0'] },
    { id: 'e', kind: 'move', by: ['1', '0', '0'] },
  ])
  expect(Object.keys(moveProblems)).toEqual(['a', 'b', 'c', 'd'])
  expect(moveProblems.b!.kind).toBe('no-reference')
  expect(items[0]!.bounds.min[0]).toBeCloseTo(1, 5)
})

test('two references that are placed by each other are told, not looped over', () => {
  const meet = (from: ImportedModel, to: ImportedModel, id: string): PlacingMove => ({
    id: 'm',
    kind: 'meet',
    face: pick(from, facing(0, 0, -1)),
    with: { reference: id, face: pick(to, facing(0, 0, 1)) },
    gap: '0',
  })
  const both = placed([
    reference('plate', PLATE, [meet(plate, block, 'block')]),
    reference('block', BLOCK, [meet(block, plate, 'plate')]),
  ])
  expect(both.flatMap((r) => Object.values(r.moveProblems)).map((p) => p.kind)).toContain('circle')
})

test('a face is found again in a revision that has moved and in another size', () => {
  const wide = pick(plate, round(3))
  const moved: ImportedModel = { ...plate, items: plate.items.map((i) => ({ ...i, placement: [1, 0, 0, 1.2, 0, 1, 0, -0.7, 0, 0, 1, 0] })) } // prettier-ignore
  const found = findFace(moved, wide, 1)
  expect(found?.kind === 'cylinder' && found.radius).toBeCloseTo(3, 1)
  expect(findFace({ ...plate, items: [] }, wide, 1)).toBeUndefined()
})

const direction = fc
  .tuple(...Array.from({ length: 3 }, () => fc.double({ min: -1, max: 1, noNaN: true })))
  .filter((v) => Math.hypot(...v) > 0.1)
  .map((v) => v.map((x) => x / Math.hypot(...v)) as unknown as Vec3)

test('the shortest turn takes one direction onto the other and back', () => {
  fc.assert(
    fc.property(direction, direction, (from, to) => {
      const there = placeShape({ kind: 'plane', normal: from, point: [0, 0, 0] }, turnOnto(from, to))
      expect(there.kind === 'plane' && dot(there.normal, to)).toBeCloseTo(1, 9)
      const round = compose(turnOnto(from, to), invert(turnOnto(from, to)))
      for (const [i, v] of round.entries()) expect(v).toBeCloseTo(IDENTITY[i]!, 9)
    }),
  )
  expect(turnAbout([0, 0, 1], Math.PI / 2).slice(0, 3)).toEqual([0, -1, 0])
})
