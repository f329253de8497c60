import fc from 'fast-check'
import { shaken, type Soup } from '../../../tests/support/soups'
import { fromFrame, placePositions } from '../geometry/placement'
import { anySquareTo, cross, dot, normalize, type Vec3 } from '../geometry/vec'
import { mend } from '../mesh/mend'
import { facesOfMesh } from './mesh-faces'
import { countKinds, type RecognisedFace } from './recognised-face'

const recognised = (soup: Soup): RecognisedFace[] => facesOfMesh(mend(soup.positions, soup.indices).mesh).faces

/** Quads between rows of points, closed round; ends that are one point each. */
function lofted(rows: readonly (readonly Vec3[])[], capped = true): Soup {
  const out: Vec3[] = []
  for (let i = 0; i + 1 < rows.length; i++)
    for (let k = 0; k < rows[i]!.length; k++) {
      const n = (k + 1) % rows[i]!.length
      const [a, b, c, d] = [rows[i]![k]!, rows[i]![n]!, rows[i + 1]![n]!, rows[i + 1]![k]!]
      out.push(a, b, c, a, c, d)
    }
  if (capped)
    for (const [row, turned] of [[rows[0]!, true], [rows.at(-1)!, false]] as const)
      for (let k = 1; k + 1 < row.length; k++) {
        const [p, q, r] = [row[0]!, row[k]!, row[k + 1]!]
        out.push(...(turned ? [p, r, q] : [p, q, r]))
      } // prettier-ignore
  return { positions: Float64Array.from(out.flat()), indices: Uint32Array.from(out.keys()) }
}

/** A box with all its edges rounded. */
function roundedBox([x, y, z]: Vec3, r: number, steps: number): Soup {
  const quarter = Array.from({ length: steps + 1 }, (_, i) => (i / steps) * (Math.PI / 2))
  const rows = [-1, 1].flatMap((up) =>
    quarter.map((v) => {
      const tilt = up < 0 ? v - Math.PI / 2 : v
      return [0, 1, 2, 3].flatMap((q) =>
        quarter.map((u): Vec3 => {
          const a = u + (q * Math.PI) / 2
          const [sx, sy] = [q === 0 || q === 3 ? 1 : -1, q < 2 ? 1 : -1]
          return [
            sx * (x / 2 - r) + r * Math.cos(tilt) * Math.cos(a),
            sy * (y / 2 - r) + r * Math.cos(tilt) * Math.sin(a),
            up * (z / 2 - r) + r * Math.sin(tilt),
          ]
        }),
      )
    }),
  )
  return lofted(rows)
}

/** What a profile of (r, z) sweeps round z. */
const turnedProfile = (profile: readonly (readonly [number, number])[], n: number): readonly (readonly Vec3[])[] =>
  profile.map(([r, z]) => Array.from({ length: n }, (_, k): Vec3 => [r * Math.cos((2 * Math.PI * k) / n), r * Math.sin((2 * Math.PI * k) / n), z])) // prettier-ignore

const askew = (soup: Soup, axis: Vec3): Soup => {
  const x = anySquareTo(axis)
  return { ...soup, positions: placePositions(fromFrame(x, cross(axis, x), axis, [7, -11, 3]), soup.positions) }
}
const direction = fc
  .tuple(...Array.from({ length: 3 }, () => fc.double({ min: -1, max: 1, noNaN: true })))
  .filter((v) => Math.hypot(...v) > 0.2)
  .map((v) => normalize(v as unknown as Vec3))

test('a box with rounded edges is six planes, twelve cylinders and eight balls, each of the radius', () => {
  fc.assert(
    fc.property(direction, fc.double({ min: 2, max: 5, noNaN: true }), (axis, r) => {
      const faces = recognised(askew(roundedBox([40, 24, 14], r, 8), axis))
      expect(countKinds(faces)).toEqual({ plane: 6, cylinder: 12, cone: 0, sphere: 8, torus: 0, free: 0 })
      for (const f of faces) if (f.kind === 'cylinder' || f.kind === 'sphere') expect(f.radius).toBeCloseTo(r, 2)
    }),
    { numRuns: 12 },
  )
})

test('with the noise of a printed file the rounded edges are still there', () => {
  const faces = recognised(shaken(roundedBox([40, 24, 14], 3, 8), 0.002, 5))
  const rods = faces.filter((f) => f.kind === 'cylinder')
  expect(rods.length).toBe(12)
  for (const f of rods) expect(f.kind === 'cylinder' && Math.abs(f.radius / 3 - 1)).toBeLessThan(0.01)
})

test('a ring is a torus, wherever it lies', () => {
  fc.assert(
    fc.property(
      direction,
      fc.double({ min: 5, max: 30, noNaN: true }),
      fc.double({ min: 0.1, max: 0.6, noNaN: true }),
      (axis, ring, share) => {
        const tube = ring * share
        const profile = Array.from({ length: 25 }, (_, i): [number, number] => [
          ring + tube * Math.cos((2 * Math.PI * i) / 24),
          tube * Math.sin((2 * Math.PI * i) / 24),
        ])
        const faces = recognised(askew(lofted(turnedProfile(profile, 48), false), axis))
        expect(faces.map((f) => f.kind)).toEqual(['torus'])
        const [torus] = faces
        if (torus?.kind !== 'torus') return
        expect(torus.radius / ring).toBeCloseTo(1, 3)
        expect(torus.tube / tube).toBeCloseTo(1, 3)
        expect(Math.abs(dot(torus.axis, axis))).toBeCloseTo(1, 5)
      },
    ),
    { numRuns: 15 },
  )
})

test('a round foot with a rounded rim: two planes, a cylinder and the part of a torus', () => {
  const rim = Array.from({ length: 9 }, (_, i): [number, number] => [
    10 + 2 * Math.cos((i / 8) * (Math.PI / 2)),
    8 + 2 * Math.sin((i / 8) * (Math.PI / 2)),
  ])
  const faces = recognised(lofted(turnedProfile([[12, 0], ...rim], 60)))
  expect(countKinds(faces)).toEqual({ plane: 2, cylinder: 1, cone: 0, sphere: 0, torus: 1, free: 0 })
  const torus = faces.find((f) => f.kind === 'torus')!
  expect(torus.radius).toBeCloseTo(10, 2)
  expect(torus.tube).toBeCloseTo(2, 2)
  expect(torus.hole).toBe(false)
})

test('a wide ring fillet of long pieces is one torus too, beside the wall it runs into', () => {
  const rim = Array.from({ length: 9 }, (_, i): [number, number] => [
    30 + 2 * Math.cos((i / 8) * (Math.PI / 2)),
    8 + 2 * Math.sin((i / 8) * (Math.PI / 2)),
  ])
  const faces = recognised(lofted(turnedProfile([[32, 0], ...rim], 60)))
  expect(countKinds(faces)).toEqual({ plane: 2, cylinder: 1, cone: 0, sphere: 0, torus: 1, free: 0 })
  expect(faces.find((f) => f.kind === 'torus')).toMatchObject({ radius: expect.closeTo(30, 1), tube: expect.closeTo(2, 2) }) // prettier-ignore
})
