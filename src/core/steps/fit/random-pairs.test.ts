import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { Random } from '../../../../tests/fuzz/random'
import type { Build } from '../../built/built'
import { regionOf } from '../../fields/region'
import type { ShapeReport } from '../../fields/shapes'
import { measureLedger } from '../../fit/ledger'
import type { Vec2 } from '../../geometry/vec'
import { areaOf } from '../../profile/measure'
import { toPolygons } from '../../profile/polygon'
import type { Profile } from '../../profile/segment'
import { expectOk } from '../../result'

const random = new Random(41)
const size = (least: number, most: number) => least + (most - least) * random.next()
const text = (least: number, most: number) => `${size(least, most)}`

/** A closed curve or run round the middle, of as many places as it may have without crossing itself. */
function freeOutline(kind: 'curve' | 'run'): object {
  const n = 4 + random.below(5)
  const through = Array.from({ length: n }, (_, i) => {
    const [turn, far] = [(2 * Math.PI * (i + size(0, 0.5))) / n, size(5, 9)]
    return at(far * Math.cos(turn), far * Math.sin(turn))
  })
  return shape(kind, { through, ends: 'closed', ...(kind === 'run' ? { round: text(0, 1.2) } : {}) }, 'o')
}

const OUTLINES: readonly (() => object)[] = [
  () => shape('circle', { across: text(2, 18) }, 'o'),
  () => shape('rectangle', { width: text(3, 18), height: text(3, 18), turn: text(0, 90) }, 'o'),
  () => shape('polygon', { sides: `${3 + random.below(6)}`, across: text(4, 18) }, 'o'),
  () => shape('slot', { from: at('0', '0'), to: at(text(1, 8), text(-5, 5)), across: text(2, 8) }, 'o'),
  () => shape('teeth', { root: text(10, 12), outside: text(14, 17), count: `${5 + random.below(6)}`, crown: text(1, 2), foot: text(2.2, 3) }, 'o'), // prettier-ignore
  () => freeOutline('curve'),
  () => freeOutline('run'),
]

/** The exact outline as drawn, taken from what the drawing's step reports. */
function drawnIn(build: Build): Profile {
  const reports = build.steps[0]!.values['shapes'] as ShapeReport[]
  return expectOk(regionOf(reports.flatMap((r) => r.drawn ?? []))).profile
}

/** The least distance on the drawing's plane from points of the sides that were made to the outline: by looking at every pair. */
function leastByEach(build: Build, part: string, flat: (p: readonly number[]) => Vec2, outline: Profile): number {
  const { mesh } = build.parts.find((p) => p.id === part)!
  const own = [...mesh.triangleSurface.keys()].filter((t) => mesh.surfaces[mesh.triangleSurface[t]!]!.step === 'fit' && mesh.surfaces[mesh.triangleSurface[t]!]!.role === 'side') // prettier-ignore
  const corner = (t: number, k: number) => [...mesh.positions.subarray(3 * mesh.indices[3 * t + k]!, 3 * mesh.indices[3 * t + k]! + 3)] // prettier-ignore
  const points = own.flatMap((t) => {
    const [a, b, c] = [corner(t, 0), corner(t, 1), corner(t, 2)]
    const middle = (p: number[], q: number[]) => p.map((v, k) => (v + q[k]!) / 2)
    return [a, b, c, middle(a, b), middle(b, c), middle(c, a)].map(flat)
  })
  const spans = toPolygons(outline, 2e-4).flatMap(({ points: p }) => p.map((a, i) => [a, p[(i + 1) % p.length]!] as const)) // prettier-ignore
  let least = Infinity
  for (const [x, y] of points)
    for (const [[ax, ay], [bx, by]] of spans) {
      const [ux, uy] = [bx - ax, by - ay]
      const t = Math.max(0, Math.min(1, ((x - ax) * ux + (y - ay) * uy) / (ux * ux + uy * uy || 1)))
      least = Math.min(least, Math.hypot(ax + t * ux - x, ay + t * uy - y))
    }
  return least
}

const FLAT: StepOf = ['solid', { width: '60', depth: '60', height: '5', lift: '8' }, 'wall']
const ROUND: StepOf = ['solid', { shape: 'tube', across: '70', wall: '3', height: '60', lift: '-30' }, 'wall']

test.each(['flat', 'round', 'plug'] as const)(
  'over random outlines that are drawn the gap is the wanted one within a hundredth, and the hole larger, the plug smaller: %s',
  async (where) => {
    for (let i = 0; i < 70; i++) {
      const outline = OUTLINES[i % OUTLINES.length]!() as ReturnType<typeof shape>
      const gap = size(0.05, 0.6)
      const on = where === 'round' ? { base: 'front', off: '0' } : { base: 'ground', off: '0' }
      const fields: Fields = where === 'plug' ? { way: 'inside', long: '6' } : { parts: ['wall'] }
      const { build, problems, volumes } = await built(
        sheetOf(['drawing', { on, shapes: [outline] }, 'd'], where === 'round' ? ROUND : FLAT, ['fit', { by: 'drawing', drawing: 'd', gap: `${gap}`, ...fields }, 'fit']), // prettier-ignore
      )
      const what = `${i}: ${outline.kind}, ${gap}`
      expect([what, problems]).toEqual([what, []])
      const [row] = measureLedger(build).filter((r) => r.id === 'fit:fit')
      const exact = drawnIn(build)
      const close = ['curve', 'run'].includes(outline.kind) ? 0.02 : 0.01
      expect([what, row!.verdict, Math.abs(row!.measured! - gap) < close]).toEqual([what, 'holds', true])
      const flat = ([x, , z]: readonly number[]): Vec2 => [x!, z!]
      const each = leastByEach(build, where === 'plug' ? 'fit' : 'wall', where === 'round' ? flat : ([x, y]) => [x!, y!], exact) // prettier-ignore
      expect([what, Math.abs(each - gap) < close]).toEqual([what, true])
      const taken = where === 'plug' ? volumes['fit']! / 6 : (60 * 60 * 5 - volumes['wall']!) / 5
      if (where === 'flat') expect(taken).toBeGreaterThan(areaOf(exact))
      if (where === 'plug') expect(taken).toBeLessThan(areaOf(exact))
    }
  },
  120_000,
)
