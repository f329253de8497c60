import fc from 'fast-check'
import { binaryStl } from '../../../tests/support/files'
import { boxSoup } from '../../../tests/support/soups'
import { noTools } from '../../../tests/support/tools'
import { replaceBlock, setBlock, setReach, setTravel, together } from '../document/edits'
import { type Block, blockSchema, type SizedShape } from '../document/items-schema'
import { emptyProject, makeReference, type Project } from '../document/schema'
import { readFile } from '../formats/read-file'
import { Kernel } from '../kernel/kernel'
import { rectangle } from '../profile/shapes'
import { knownLengths } from '../units/known-lengths'
import { blockShape } from './block-shape'
import { ResolvedReferences } from './resolved-references'
import { shapeFacts } from './shape-facts'
import { shapesOf } from '../faces/resolve'
import { IDENTITY } from '../geometry/placement'
import { faceRef, mostAlike } from './face-ref'
import { itemBody } from './item-body'

const FILE = 'a'.repeat(64)
const read = await readFile(binaryStl(boxSoup([20, 4, 6])), 'lever.stl', noTools)
if (!read.ok || read.value.holds !== 'solids') throw new Error('no lever')
const { model } = read.value
const LEVER = model.items[0]!.id
const start: Project = {
  ...emptyProject('Vent'),
  readings: [{ id: 'r', name: 'throw', what: '', repeats: ['8'], resolution: 0.1 }],
  references: [
    makeReference({
      id: 'lever',
      name: 'Lever',
      kind: 'stl',
      file: FILE,
      fileName: 'lever.stl',
      placing: 'as-in-file',
    }),
  ],
}
const kernel = await Kernel.load()
const items = (edit: (p: Project) => Project) =>
  new ResolvedReferences().all(edit(start), new Map([[FILE, model]]), kernel).flatMap((r) => r.items)
const near = (v: readonly number[], digits = 3) => v.map((x) => expect.closeTo(x, digits))

test('a slide keeps free what the item comes through, as far as a reading says', () => {
  const [lever] = items(setTravel('lever', LEVER, { kind: 'slide', direction: [0, 0, 2], length: 'throw' }))
  expect([...lever!.own.max]).toEqual(near([20, 4, 6]))
  expect([...lever!.bounds.max]).toEqual(near([20, 4, 14]))
  expect(lever!.moves).toBe(true)
})

test('a turn about an edge sweeps a quarter of a disc', () => {
  const [lever] = items(setTravel('lever', LEVER, { kind: 'turn', point: [0, 0, 0], axis: [0, 0, 1], from: 0, to: 90 }))
  const far = Math.hypot(20, 4)
  expect([...lever!.bounds.min]).toEqual(near([-4, 0, 0]))
  // The outermost corner passes straight ahead, and its arc lies within its chords.
  expect(lever!.bounds.max[1]).toBeGreaterThanOrEqual(far - 1e-4)
  expect(lever!.bounds.max[1]).toBeLessThanOrEqual(far + 0.03)
  expect([...lever!.own.max]).toEqual(near([20, 4, 6]))
})

test('what is left out is not reached; what is fitted is, by a rod in the right place', () => {
  const reach = { point: [20, 2, 3] as [number, number, number], direction: [1, 0, 0] as [number, number, number], length: '30', width: '10' } // prettier-ignore
  const all = items(setReach('lever', LEVER, reach))
  expect(all.map((i) => i.state)).toEqual(['fitted', 'reach'])
  const { min, max } = all[1]!.bounds
  expect([...min, ...max]).toEqual(near([20, -3, -2, 50, 7, 8], 1))
  const out = items(
    together(setReach('lever', LEVER, reach), (p) => ({ ...p, references: p.references.map((r) => ({ ...r, states: { [LEVER]: 'left-out' as const } })) })), // prettier-ignore
  )
  expect(out).toHaveLength(1)
})

const sizes = knownLengths({ throw: { value: 8, dimension: 'length' } })
const make = (shape: SizedShape) =>
  blockShape(shape, sizes, (id) => (id === 'plate' ? rectangle(0, 0, 30, 10) : undefined))
const volume = (shape: SizedShape) => {
  const made = make(shape)
  if (!made.ok) return made.problem.kind
  const facts = shapeFacts(made.value)
  expect(facts.closed).toBe(true)
  return facts.volume
}

test('measured blocks have the volume of their formulas, and are closed', () => {
  const length = fc.double({ min: 0.5, max: 80, noNaN: true })
  fc.assert(
    fc.property(length, length, length, (a, b, c) => {
      expect((volume({ kind: 'box', width: `${a}`, depth: `${b}`, height: `${c}` }) as number) / (a * b * c)).toBeCloseTo(1, 5) // prettier-ignore
      const disc = (Math.PI / 4) * a * a * c
      expect((volume({ kind: 'cylinder', diameter: `${a}`, height: `${c}` }) as number) / disc).toBeCloseTo(1, 1)
      const [r, s] = [a / 2, b / 2]
      const cone = (Math.PI / 3) * c * (r * r + r * s + s * s)
      expect((volume({ kind: 'cone', diameter: `${a}`, top: `${b}`, height: `${c}` }) as number) / cone).toBeCloseTo(1, 1) // prettier-ignore
    }),
    { numRuns: 40 },
  )
  expect(volume({ kind: 'cone', diameter: '10', top: '0', height: '6' })).toBeCloseTo(Math.PI * 50, -1)
  expect(volume({ kind: 'tube', diameter: '10', bore: 'throw', height: '5' })).toBeCloseTo(Math.PI * 9 * 5, 0)
  expect(volume({ kind: 'profile', outline: 'plate', height: '3' })).toBeCloseTo(900, 2)
})

test('blocks that cannot be say why', () => {
  expect(volume({ kind: 'box', width: '0', depth: '3', height: '3' })).toBe('size')
  expect(volume({ kind: 'tube', diameter: '5', bore: '5', height: '3' })).toBe('size')
  expect(volume({ kind: 'profile', outline: 'gone', height: '3' })).toBe('no-outline')
  expect(volume({ kind: 'cylinder', diameter: 'nobody', height: '3' })).toBe('unknown-name')
})

const block = (change: Partial<Block>): Block =>
  blockSchema.parse({ id: 'b', name: 'Spring', shape: { kind: 'box', width: '4', depth: '2', height: 'throw' }, ...change }) // prettier-ignore

test('a block stands on the face it was put on, and follows it; alone it stands where it is told', () => {
  const top = { item: LEVER, kind: 'plane' as const, direction: [0, 0, 1] as [number, number, number], point: [10, 2, 6] as [number, number, number] } // prettier-ignore
  const on = block({ on: 'lever', face: top, foot: [5, 2, 6], at: ['1', '0', '0.5'] })
  const lifted = (p: Project) => ({
    ...p,
    references: p.references.map((r) => ({ ...r, moves: [{ id: 'm', kind: 'move' as const, by: ['0', '0', '10'] as [string, string, string] }] })), // prettier-ignore
  })
  const put = items(setBlock(on)).find((i) => i.id === 'b')!
  expect([...put.bounds.min, ...put.bounds.max]).toEqual(near([4, 1, 6.5, 8, 3, 14.5]))
  expect(items(together(setBlock(on), lifted)).find((i) => i.id === 'b')!.bounds.min[2]).toBeCloseTo(16.5, 3)
  const alone = items(setBlock(block({ at: ['-10', '0', '0'], keepOut: true }))).find((i) => i.id === 'b')!
  expect(alone.made).toBe('keep-out')
  expect(alone.bounds.min[0]).toBeCloseTo(-12, 4)
})

test('an item of a file takes the place of a block, tipped and turned; what hangs on the block goes on', async () => {
  const block: Block = blockSchema.parse({
    id: 'idea',
    name: 'A motor, about so large',
    at: ['100', '20', '3'],
    shape: { kind: 'box', width: '30', depth: '10', height: '8' },
  })
  const before = items(setBlock(block)).find((i) => i.id === 'idea')!
  expect(before.volume).toBeCloseTo(2400, 3)
  const now = (change: Partial<Extract<Block['shape'], { kind: 'item' }>> = {}) =>
    items((p) => {
      const q = replaceBlock(block, 'lever', LEVER)(setBlock(block)(p))
      return { ...q, blocks: q.blocks.map((b) => ({ ...b, shape: { ...b.shape, ...change } as Block['shape'] })) }
    })
  const all = now()
  const after = all.find((i) => i.id === 'idea')!
  // 20 x 4 x 6, the middle of its foot where the block's was.
  expect([after.name, after.volume]).toEqual([block.name, expect.closeTo(480, 2)])
  expect([...after.bounds.min, ...after.bounds.max]).toEqual(near([90, 18, 3, 110, 22, 9]))
  // Where it came it is left out: it stands here now.
  expect(all.find((i) => i.id === LEVER)!.state).toBe('left-out')
  const tipped = now({ tipped: 1, turned: 1 }).find((i) => i.id === 'idea')!
  expect([...tipped.bounds.min, ...tipped.bounds.max]).toEqual(near([97, 10, 3, 103, 30, 7]))
  // A face that was picked on the block is the one like it on the item.
  const { placement, sized } = { placement: IDENTITY, sized: 1 }
  const top = itemBody(before).mesh.surfaces.find((s) => s.shape.kind === 'plane' && s.shape.normal[2] > 0.9)!.shape
  const kept = faceRef('idea', top, placement, sized)!
  const body = itemBody(after)
  const shape = shapesOf(body)[mostAlike(shapesOf(body), kept, placement, sized)!]!
  expect(shape).toMatchObject({ kind: 'plane', normal: near([0, 0, 1]), point: [expect.anything(), expect.anything(), expect.closeTo(9, 3)] }) // prettier-ignore
  expect(now({ item: 'nothing' }).some((i) => i.id === 'idea')).toBe(false)
})
