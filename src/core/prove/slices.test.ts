import fc from 'fast-check'
import { at, built, sheetOf } from '../../../tests/support/drawn'
import { setPart } from '../document/edits'
import { Kernel } from '../kernel/kernel'
import { flatArea, flatPieces, middleOf, isIn } from './flat-pieces'
import { layerHeights, layersOf } from './layers'
import { lying } from './lying'
import { slices } from './slices'
import { bridgedBy } from './bridge'
import type { Vec2 } from '../geometry/vec'

let kernel: Kernel
beforeAll(async () => {
  kernel = await Kernel.load()
})

test('layers lie on each other up to the top, the first one as high as is said', () => {
  expect(layerHeights(1, { layer: 0.2 }).map(([, to]) => to)).toEqual(
    [0.2, 0.4, 0.6, 0.8, 1].map((v) => expect.closeTo(v, 9)),
  )
  expect(layerHeights(1, { layer: 0.2, first: 0.3 }).map(([from]) => from)).toEqual([0, 0.3, 0.5, 0.7, 0.9].map((v) => expect.closeTo(v, 9))) // prettier-ignore
  expect(layerHeights(0.05, { layer: 0.2 })).toHaveLength(1)
})

test('a layer of a cone is the circle at the middle of its height, to within its chords', async () => {
  const { build } = await built(sheetOf(['solid', { shape: 'cone', across: '20', top: '6', height: '10' }, 'c']))
  const layers = await layersOf(kernel, lying(build.parts[0]!), { layer: 0.2, first: 0.3 })
  for (const { from, to, area } of layers.slice(0, -1)) {
    const radius = 10 - (7 * (from + to)) / 2 / 10
    // Chords within 0.002 mm of the circle take no more than that of all its edge.
    expect(Math.abs(area - Math.PI * radius ** 2)).toBeLessThan(0.004 * 2 * Math.PI * radius)
  }
})

test('sections of parts with holes, laid any way, are those of the solid kernel', async () => {
  const { build } = await built(sheetOf(
    ['solid', { width: '30', depth: '20', height: '12' }, 'solid1'],
    ['solid', { shape: 'cylinder', across: '8', height: '30', lift: '-5', how: 'take', parts: ['solid1'] }, 'h'],
    ['solid', { shape: 'ball', across: '14', at: at(12, 4), lift: '6', how: 'add', parts: ['solid1'] }, 'b'],
  )) // prettier-ignore
  const part = build.parts[0]!
  await fc.assert(
    fc.asyncProperty(fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }), fc.double({ min: -1, max: 1, noNaN: true }), fc.double({ min: 0.01, max: 0.99, noNaN: true }), async (turn, up, share) => {
      const flat = Math.sqrt(1 - up * up)
      const lies = [flat * Math.cos(turn), flat * Math.sin(turn), up] as const
      const project = setPart('solid1', { lies: [...lies] })(sheetOf())
      expect(project.parts.solid1!.lies).toEqual(lies)
      const { printWith } = await import('../print/lay')
      const onBed = lying({ ...part, print: printWith(lies) })
      const solid = kernel.fromTriangles(onBed.positions, onBed.indices, { step: '', role: '', shape: { kind: 'free' } })
      if (!solid.ok) throw new Error('not closed')
      const z = share * onBed.size[2]
      const [own, exact] = [slices(onBed, [z])[0]!, kernel.slice(solid.value, z)]
      solid.value.dispose()
      expect(flatArea(own)).toBeCloseTo(flatArea(exact), 2)
      expect(flatPieces(own)).toHaveLength(flatPieces(exact).length)
    }),
    { numRuns: 60 },
  ) // prettier-ignore
})

const rectangle = (x: number, y: number, w: number, d: number): Vec2[] => [[x, y], [x + w, y], [x + w, y + d], [x, y + d]] // prettier-ignore

test('pieces keep their own holes; a place in one lies in its material', () => {
  const hole = rectangle(2, 2, 6, 6).reverse()
  const outlines = [rectangle(0, 0, 10, 10), hole, rectangle(4, 4, 2, 2), rectangle(20, 0, 5, 5)]
  const pieces = flatPieces(outlines)
  expect(pieces.map((p) => flatArea(p)).sort((a, b) => a - b)).toEqual([4, 25, 64])
  for (const piece of pieces) expect(isIn(piece, middleOf(piece))).toBe(true)
})

test('a bridge is as long as its gap whichever way that runs; what is held at one side, or round a hole, is none', () => {
  for (const angle of [0, 0.3, 1, 2.2]) {
    const turned = (points: readonly Vec2[]) =>
      points.map(([x, y]): Vec2 => [
        x * Math.cos(angle) - y * Math.sin(angle),
        x * Math.sin(angle) + y * Math.cos(angle),
      ])
    const below = [turned(rectangle(0, 0, 10, 8)), turned(rectangle(22, 0, 10, 8))]
    const span = bridgedBy([turned(rectangle(10.2, 0, 11.6, 8))], [turned(rectangle(0, 0, 32, 8))], below)!
    expect(span).toBeCloseTo(12, 6)
  }
  expect(bridgedBy([rectangle(10, 0, 12, 8)], [rectangle(0, 0, 22, 8)], [rectangle(0, 0, 10, 8)])).toBeUndefined()
})
