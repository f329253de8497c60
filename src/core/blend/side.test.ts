import fc from 'fast-check'
import { at, built, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { pointable } from '../faces/resolve'
import { length, sub, type Vec3 } from '../geometry/vec'
import type { SurfaceShape } from '../kernel/surface'
import { edgeWay, meetingPoint, sideOf } from './side'

const BOX: StepOf = ['solid', { width: '40', depth: '30', height: '10' }, 'part']
const BOSS: StepOf = ['solid', { shape: 'cylinder', across: '16', height: '12', on: { base: 'ground', off: '10' }, at: at('0', '0'), how: 'add', parts: ['part'] }, 'boss'] // prettier-ignore
const BORE: StepOf = ['holes', { on: { base: 'ground', off: '22' }, where: 'places', at: [at('0', '0')], for: 'plain', across: '6', parts: ['part'] }, 'bore'] // prettier-ignore

const partOf = async (...steps: StepOf[]) => pointable((await built(sheetOf(...steps))).build.parts[0]!.mesh)
/** The face whose shape is meant. */
const face = (on: Awaited<ReturnType<typeof partOf>>, is: (shape: SurfaceShape) => boolean) =>
  sideOf(
    on,
    on.topology.surfaceOf.findIndex((s) => is(on.mesh.surfaces[s]!.shape)),
  )
const up = (z: number) => (s: SurfaceShape) => s.kind === 'plane' && s.normal[2] > 0.99 && Math.abs(s.point[2] - z) < 1e-6 // prettier-ignore
const round = (radius: number) => (s: SurfaceShape) => s.kind === 'cylinder' && Math.abs(s.radius - radius) < 1e-6

test('a face is so far in front of a point, and the material behind it, on flat and round ones, outside and in a bore', async () => {
  const on = await partOf(BOX, BOSS, BORE)
  const [floor, boss, bore] = [face(on, up(10)), face(on, round(8)), face(on, round(3))]
  const coordinate = fc.double({ min: -30, max: 30, noNaN: true })
  const point = fc.tuple(coordinate, coordinate, coordinate)
  fc.assert(
    fc.property(point, (p) => {
      const wide = Math.hypot(p[0], p[1])
      fc.pre(wide > 0.01)
      expect(floor.off(p)).toBeCloseTo(p[2] - 10, 6)
      expect(boss.off(p)).toBeCloseTo(wide - 8, 6)
      // In the bore the way out of the material leads to its axis.
      expect(bore.off(p)).toBeCloseTo(3 - wide, 6)
      expect(bore.out(p)[0] * p[0] + bore.out(p)[1] * p[1]).toBeCloseTo(-wide, 6)
      expect(boss.out(p)[0] * p[0] + boss.out(p)[1] * p[1]).toBeCloseTo(wide, 6)
    }),
  )
})

test('the middle of a ball that touches a floor and a boss lies where it has to', async () => {
  const on = await partOf(BOX, BOSS)
  const sides = [face(on, up(10)), face(on, round(8))] as const
  for (const r of [0.5, 2, 6]) {
    const middle = meetingPoint(sides, [r, r], [8, 0, 10], [0, 1, 0])!
    expect(middle[0]).toBeCloseTo(8 + r, 8)
    expect(middle[2]).toBeCloseTo(10 + r, 8)
    expect(middle[1]).toBeCloseTo(0, 8)
  }
  const way = edgeWay(sides, [8, 0, 10])!
  expect(Math.abs(way[1])).toBeCloseTo(1, 8)
  // A face has no edge with itself, nor with one that goes on from it.
  expect(edgeWay([sides[0], sides[0]], [0, 0, 10])).toBeUndefined()
  expect(meetingPoint([sides[0], sides[0]], [1, 2], [0, 0, 10], [0, 1, 0])).toBeUndefined()
})

test('a face without an exact shape is as its facets are: nearest, and in front or behind', async () => {
  const shapes = [{ id: 'c', kind: 'circle', fields: { across: '20' } }]
  const high = [{ id: 'e', kind: 'rectangle', fields: { width: '12', height: '30' } }]
  const on = await partOf(
    ['drawing', { shapes }, 'low'],
    ['drawing', { on: { base: 'ground', off: '25' }, shapes: high }, 'high'],
    ['loft', { from: 'low', to: 'high' }, 'part'],
  )
  const region = on.topology.surfaceOf.findIndex((s) => on.mesh.surfaces[s]!.shape.kind === 'free')
  const side = sideOf(on, region)
  const own = Array.from(on.topology.regionOf.keys()).filter((t) => on.topology.regionOf[t] === region)
  const corner = (t: number, k: number): Vec3 => [...on.mesh.positions.subarray(3 * on.mesh.indices[3 * t + k]!, 3 * on.mesh.indices[3 * t + k]! + 3)] as unknown as Vec3 // prettier-ignore
  for (const t of own.filter((_, i) => i % 37 === 0)) {
    const [a, b, c] = [corner(t, 0), corner(t, 1), corner(t, 2)]
    const middle = a.map((v, k) => (v + b[k]! + c[k]!) / 3) as unknown as Vec3
    expect(Math.abs(side.off(middle))).toBeLessThan(1e-6)
    const out = side.out(middle)
    expect(length(out)).toBeCloseTo(1, 9)
    for (const d of [0.01, -0.01]) {
      const p = middle.map((v, k) => v + d * out[k]!) as unknown as Vec3
      expect(Math.sign(side.off(p))).toBe(Math.sign(d))
      expect(Math.abs(side.off(p))).toBeLessThanOrEqual(Math.abs(d) + 1e-9)
    }
    expect(length(sub(corner(t, 0), a))).toBe(0)
  }
})
