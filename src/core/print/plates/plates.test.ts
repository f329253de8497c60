import fc from 'fast-check'
import { apply, IDENTITY, type Placement, quarterTurn } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import { layPlates, type Plate } from './plates'

const BED = [120, 100, 100] as const

/** A flat part of triangles, as it lies. */
const flat = (id: string, corners: readonly Vec2[], print: Placement = IDENTITY) => ({
  id,
  print,
  mesh: {
    positions: Float32Array.from(corners.flatMap(([x, y]) => [x, y, 0])),
    indices: Uint32Array.from(corners.map((_, i) => i)),
    triangleSurface: new Uint32Array(),
    surfaces: [],
  },
})
type Part = ReturnType<typeof flat>
const box = (x: number, y: number, w: number, d: number): Vec2[] => [[x, y], [x + w, y], [x + w, y + d], [x, y], [x + w, y + d], [x, y + d]] // prettier-ignore
const rect = (id: string, w: number, d: number) => flat(id, box(-3, 7, w, d))
/** A corner with two legs. */
const angle = (id: string, w: number, d: number, leg: number) => flat(id, [...box(0, 0, w, leg), ...box(0, 0, leg, d)])

/** The triangles of what lies on a plate. */
const trianglesOf = (parts: readonly Part[], plate: Plate): Vec2[][][] =>
  plate.lies.map((l) => {
    const part = parts[l.part]!
    const at = (v: number): Vec2 => {
      const [x, y] = apply(
        l.placement,
        [0, 1, 2].map((k) => part.mesh.positions[3 * v + k]!) as [number, number, number],
      )
      return [x, y]
    }
    return Array.from({ length: part.mesh.indices.length / 3 }, (_, t) => [0, 1, 2].map((k) => at(part.mesh.indices[3 * t + k]!))) // prettier-ignore
  })

/** How far two triangles are from each other across the widest of their edges' directions; less than 0 where they overlap. */
function apartOf(a: readonly Vec2[], b: readonly Vec2[]): number {
  let best = -Infinity
  for (const t of [a, b])
    for (let k = 0; k < 3; k++) {
      const [p, q] = [t[k]!, t[(k + 1) % 3]!]
      const length = Math.hypot(q[0] - p[0], q[1] - p[1])
      const across = (v: Vec2) => ((q[1] - p[1]) * v[0] - (q[0] - p[0]) * v[1]) / length
      const [sa, sb] = [a.map(across), b.map(across)]
      best = Math.max(best, Math.min(...sa) - Math.max(...sb), Math.min(...sb) - Math.max(...sa))
    }
  return best
}
const overlap = (a: readonly Vec2[][], b: readonly Vec2[][]) => a.some((s) => b.some((t) => apartOf(s, t) < -1e-6))

test('one part lies in the middle of its plate, the way it is printed, its foot on the bed', () => {
  const part = flat('a', [[0, 0], [40, 0], [40, 20]], quarterTurn('x', 1)) // prettier-ignore
  const [plate] = layPlates([part], { bed: BED })
  expect(plate!.lies).toMatchObject([{ part: 0, copy: 0, at: [60, 50] }])
  const heights = [0, 1, 2].map((v) => apply(plate!.lies[0]!.placement, [part.mesh.positions[3 * v]!, part.mesh.positions[3 * v + 1]!, 0])[2]) // prettier-ignore
  expect(Math.min(...heights)).toBeCloseTo(0, 9)
  expect(Math.max(...heights)).toBeCloseTo(20, 9)
})

test('corners are laid into each other, where boxes alone would need two plates', () => {
  const parts = [angle('a', 90, 90, 12), angle('b', 70, 70, 12)]
  const plates = layPlates(parts, { bed: BED, apart: 3 })
  expect(plates).toHaveLength(1)
})

test('each part is there as often as it is printed, on as many plates as it takes', () => {
  const plates = layPlates([rect('a', 50, 40)], { bed: BED, counts: { a: 9 }, apart: 4 })
  expect(plates.map((p) => p.lies.length)).toEqual([4, 4, 1])
  expect(plates.flatMap((p) => p.lies.map((l) => l.copy)).sort()).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8])
})

test('what is larger than the bed has a plate to itself and is said to reach over it', () => {
  const plates = layPlates([rect('long', 140, 10), rect('a', 20, 20)], { bed: BED })
  expect(plates.map((p) => [p.lies.map((l) => l.part), p.over])).toEqual([
    [[0], [0]],
    [[1], []],
  ])
})

test('what is laid by hand stays, the others keep clear of it; what comes too close is told, what lies in a bay is not', () => {
  const parts = [angle('a', 90, 90, 10), rect('b', 30, 30), rect('c', 30, 30)]
  const hand = (part: string, at: [number, number], turned = 0) => ({ part, copy: 0, plate: 1, at, turned })
  const bay = layPlates(parts, { bed: BED, laid: [hand('a', [50.3, 50]), hand('b', [60, 60], 45)] })
  expect(bay[0]!.lies.slice(0, 2)).toMatchObject([
    { at: [50.3, 50], byHand: true },
    { turned: 45, byHand: true },
  ])
  expect(bay[0]!.close).toEqual([])
  const [a, b, c] = trianglesOf(parts, bay[0]!)
  expect(overlap(a!, b!) || overlap(a!, c!) || overlap(b!, c!)).toBe(false)
  const over = layPlates(parts.slice(0, 2), { bed: BED, laid: [hand('a', [50.3, 50]), hand('b', [20, 60])] })
  expect(over[0]!.close).toEqual([[0, 1]])
  const edge = layPlates(parts.slice(1, 2), { bed: BED, laid: [hand('b', [110, 50])] })
  expect(edge[0]!.over).toEqual([0])
})

test('plates never overlap or leave the bed, and parts keep the room between them', () => {
  const size = fc.integer({ min: 30, max: 900 }).map((v) => v / 10)
  const one = fc.oneof(
    fc.tuple(size, size).map(
      ([w, d]) =>
        (id: string) =>
          rect(id, w, d),
    ),
    fc.tuple(size, size, fc.integer({ min: 2, max: 12 })).map(([w, d, leg]) => (id: string) => angle(id, w + leg, d + leg, leg)), // prettier-ignore
    fc.tuple(size, size, size).map(([x, y, z]) => (id: string) => flat(id, [[0, 0], [x, y / 3], [z / 2, y]])), // prettier-ignore
  )
  const sets = fc.record({ makes: fc.array(one, { minLength: 1, maxLength: 6 }), counts: fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 6, maxLength: 6 }), apart: fc.integer({ min: 0, max: 8 }) }) // prettier-ignore
  fc.assert(
    fc.property(sets, ({ makes, counts, apart }) => {
      const parts = makes.map((make, i) => make(`p${i}`))
      const wished = Object.fromEntries(parts.map((p, i) => [p.id, counts[i]!]))
      const plates = layPlates(parts, { bed: BED, counts: wished, apart })
      expect(plates.reduce((n, p) => n + p.lies.length, 0)).toBe(parts.reduce((n, p) => n + wished[p.id]!, 0))
      for (const plate of plates) {
        const lying = trianglesOf(parts, plate)
        const flatly = lying.flat(2)
        if (plate.over.length === 0)
          for (const [x, y] of flatly) {
            expect(Math.min(x, y, BED[0] - x, BED[1] - y)).toBeGreaterThan(-1e-6)
          }
        else expect(lying).toHaveLength(1)
        for (let i = 0; i < lying.length; i++)
          for (let k = i + 1; k < lying.length; k++) {
            expect(overlap(lying[i]!, lying[k]!)).toBe(false)
            const near = lying[i]!.flat().map((p) => Math.min(...lying[k]!.flat().map((q) => Math.hypot(p[0] - q[0], p[1] - q[1])))) // prettier-ignore
            expect(Math.min(...near)).toBeGreaterThan(apart - 1e-6)
          }
      }
    }),
    { numRuns: 500 },
  )
})

test('laid by hand, what overlaps is always told, and what is three millimetres apart never', () => {
  const turned = fc.integer({ min: -12, max: 12 }).map((v) => 15 * v)
  const place = fc.tuple(fc.integer({ min: 200, max: 1000 }), fc.integer({ min: 200, max: 800 })).map(([x, y]): [number, number] => [x / 10, y / 10]) // prettier-ignore
  const parts = [angle('a', 50, 40, 8), rect('b', 25, 12)]
  fc.assert(
    fc.property(place, turned, place, turned, (at1, t1, at2, t2) => {
      const laid = [
        { part: 'a', copy: 0, plate: 1, at: at1, turned: t1 },
        { part: 'b', copy: 0, plate: 1, at: at2, turned: t2 },
      ]
      const [plate] = layPlates(parts, { bed: BED, laid })
      const [a, b] = trianglesOf(parts, plate!)
      if (overlap(a!, b!)) expect(plate!.close).toEqual([[0, 1]])
      // They are apart by more than what cells are coarse by.
      if (a!.every((s) => b!.every((t) => apartOf(s, t) > 3))) expect(plate!.close).toEqual([])
      const corners = [a!, b!].map((all) => all.flat())
      const within = corners.map((c) => c.every(([x, y]) => Math.min(x, y, BED[0] - x, BED[1] - y) > -1e-6))
      expect(plate!.over).toEqual([0, 1].filter((i) => !within[i]))
    }),
    { numRuns: 300 },
  )
})
