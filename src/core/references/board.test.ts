import fc from 'fast-check'
import { at } from '../../../demo/make/step-assembly'
import { askew, PLAIN, read, simpleBoard, stepBytes } from '../../../tests/support/boards'
import type { ImportedModel } from './model'
import { resolveReference, type ReferenceSettings } from './resolve'

const settings = (change: Partial<ReferenceSettings> = {}): ReferenceSettings => ({
  id: 'b',
  name: 'Board',
  scale: 1,
  placing: 'board',
  turns: [],
  states: {},
  ...change,
})
const near = (values: readonly number[], digits = 3) => values.map((v) => expect.closeTo(v, digits))

/** The same import, as if the file's coordinates had been turned and moved. */
const moved = (model: ImportedModel, m: readonly number[]): ImportedModel => ({
  ...model,
  items: model.items.map((i) => ({ ...i, placement: multiply(m, i.placement) })),
})
const multiply = (a: readonly number[], b: readonly number[]) =>
  [0, 1, 2].flatMap((r) =>
    [0, 1, 2, 3].map(
      (c) => a[4 * r]! * b[c]! + a[4 * r + 1]! * b[4 + c]! + a[4 * r + 2]! * b[8 + c]! + (c === 3 ? a[4 * r + 3]! : 0),
    ),
  )

let model: ImportedModel
beforeAll(async () => {
  model = await read(await stepBytes(simpleBoard({ ...PLAIN, socket: true })))
})

test('the board is found with thickness, outline, holes and what reaches over its edge', () => {
  const { board } = resolveReference(model, settings())
  expect(board!.name).toBe('carrier')
  expect(board!.thickness).toBeCloseTo(1.6, 5)
  expect(board!.bounds).toEqual(near([-25, -15, 25, 15]))
  expect(board!.outlineArea).toBeCloseTo(50 * 30 - (4 - Math.PI) * 4, 2)
  expect(board!.outline.loops[0]!.map((s) => s.kind).sort()).toEqual([
    'arc',
    'arc',
    'arc',
    'arc',
    'line',
    'line',
    'line',
    'line',
  ])
  expect(board!.holes).toHaveLength(4)
  for (const hole of board!.holes) {
    expect(hole).toMatchObject({ through: true, mounting: true, diameter: expect.closeTo(3.2, 3) })
    expect(hole.centre.map(Math.abs)).toEqual(near([21, 11]))
  }
  expect(board!.tallest).toEqual({ name: 'chip', z: expect.closeTo(5.6, 4) })
  expect(board!.lowest).toEqual({ name: 'pin', z: expect.closeTo(-1.5, 4) })
  expect(board!.overhangs).toEqual([
    { item: 'sensor assembly/socket', name: 'socket', side: 'front', reach: expect.closeTo(1.5, 4) },
  ])
})

test('wherever the file has it, the board ends up the same way, the taller side up', () => {
  const straight = resolveReference(model, settings()).board!
  fc.assert(
    fc.property(
      fc.double({ min: -3, max: 3, noNaN: true }),
      fc.double({ min: -3, max: 3, noNaN: true }),
      fc.integer({ min: -500, max: 500 }),
      (rx, rz, x) => {
        const { board } = resolveReference(moved(model, askew(rx, rz, x, -2 * x, 100).flat()), settings())
        expect(board!.outlineArea).toBeCloseTo(straight.outlineArea, 2)
        expect(board!.bounds).toEqual(near(straight.bounds, 2))
        expect(board!.tallest).toEqual({ name: 'chip', z: expect.closeTo(5.6, 2) })
        expect(['front', 'back']).toContain(board!.overhangs[0]!.side)
        expect(board!.holes.filter((h) => h.mounting)).toHaveLength(4)
      },
    ),
    { numRuns: 20 },
  )
})

test('an item left out no longer counts', () => {
  const { board, items } = resolveReference(model, settings({ states: { 'sensor assembly/chip': 'left-out' } }))
  expect(board!.tallest.name).toBe('socket')
  expect(items.find((i) => i.name === 'chip')!.state).toBe('left-out')
})

test('turned by quarters it stays over the origin and on the ground', () => {
  const flipped = resolveReference(model, settings({ turns: [{ axis: 'x', quarters: 2 }] }))
  expect(flipped.board!.tallest).toEqual({ name: 'pin', z: expect.closeTo(3.1, 4) })
  expect(flipped.board!.bounds).toEqual(near([-25, -15, 25, 15]))
  const upright = resolveReference(model, settings({ turns: [{ axis: 'x', quarters: 1 }] }))
  const carrier = upright.items.find((i) => i.name === 'carrier')!
  expect(carrier.bounds.min).toEqual(near([-25, -0.8, 0]))
  expect(carrier.bounds.max).toEqual(near([25, 0.8, 30]))
})

test('a hole with something in it, a tiny one and a large one hold no screw, and each says why', async () => {
  const board = simpleBoard({ ...PLAIN, hole: 3.2 })
  const inner = board as unknown as { children: { children: object[] }[] }
  inner.children[0]!.children.push({
    name: 'bolt',
    place: at(4, 4, -3),
    solid: { kind: 'cylinder', radius: 1.5, height: 8 },
  })
  const found = resolveReference(await read(await stepBytes(board)), settings()).board!
  expect(found.holes.filter((h) => h.mounting)).toHaveLength(3)
  expect(found.holes.find((h) => !h.mounting)!.why).toContain('bolt stands in it')
})

test('what is not thin and flat is no board, without a crash', async () => {
  const block = await read(
    await stepBytes({ name: 'root', children: [{ name: 'block', solid: { kind: 'box', size: [30, 20, 15] } }] }),
  )
  expect(resolveReference(block, settings()).board).toBeUndefined()
  const ball = await read(
    await stepBytes({ name: 'root', children: [{ name: 'rod', solid: { kind: 'cylinder', radius: 4, height: 60 } }] }),
  )
  expect(resolveReference(ball, settings()).board).toBeUndefined()
})
