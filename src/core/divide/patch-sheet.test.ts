import fc from 'fast-check'
import { IDENTITY } from '../geometry/placement'
import { cross, dot, sub, type Vec2, type Vec3 } from '../geometry/vec'
import { Kernel } from '../kernel/kernel'
import { thinPlate } from '../patch/thin-plate'
import { polygonArea } from '../profile/polygon'
import type { PatchCut } from './patch-cut'
import { widened } from './patch-sheet'

/** A cut through a run whose corners lie at such distances from the middle, on a bowl of that depth. */
function bowl(radii: readonly number[], begin: number, deep: number): PatchCut {
  const all = radii.map((r, k): Vec2 => [r * Math.cos((2 * Math.PI * k) / radii.length), r * Math.sin((2 * Math.PI * k) / radii.length)]) // prettier-ignore
  const outline = [...all.slice(begin), ...all.slice(0, begin)]
  const rises = outline.map(([x, y]) => (deep * (x * x + y * y)) / 400)
  return { frame: IDENTITY, outline, rises, plate: thinPlate(outline, rises), down: 30 }
}

/** Twice the area of a triangle as seen along z, what is moved out with it. */
const doubled = (at: readonly Vec3[]): number => cross(sub(at[1]!, at[0]!), sub(at[2]!, at[0]!))[2]

test('a cut that is carried past its run lies nowhere over itself, wherever that begins', async () => {
  const kernel = await Kernel.load()
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 14, max: 20, noNaN: true }), { minLength: 5, maxLength: 24 }),
      fc.nat(23),
      fc.double({ min: -3, max: 3, noNaN: true }),
      (radii, begin, deep) => {
        const { points, triangles, ring, off } = widened(kernel, bowl(radii, begin % radii.length, deep), 1)
        const moved = (by: number) => points.map(([x, y, z], v): Vec3 => [x + by * off[v]![0], y + by * off[v]![1], z])
        const least = [0, 0.2]
          .map(moved)
          .map((all) => Math.min(...triangles.map((t) => doubled(t.map((v) => all[v]!)))))
        expect(Math.min(...least)).toBeGreaterThan(0)
        const area = triangles.reduce((sum, t) => sum + doubled(t.map((v) => points[v]!)) / 2, 0)
        expect(area).toBeCloseTo(polygonArea(ring.map((v): Vec2 => [points[v]![0], points[v]![1]])), 6)
        expect(ring.every((v) => dot(off[v]!, [0, 0, 1]) > 0.5)).toBe(true)
      },
    ),
    { numRuns: 40 },
  )
})
