import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { measureLedger } from '../../fit/ledger'
import { smallestGap, TriangleTree } from '../../fit/gap'
import { oppositeSides } from '../../mesh/half-edges'
import { unpacked } from '../../mesh/unpack'
import type { BuiltPart } from '../../built/built'

const RECT = shape('rectangle', { width: '60', height: '40' })
const on = (off: number, outline: object, id: string, base = 'ground'): StepOf => ['drawing', { on: { base, off: `${off}` }, shapes: [outline] }, id] // prettier-ignore
const loft = (fields: Fields = {}): StepOf => ['loft', { from: 'a', to: 'b', ...fields }, 'l']
async function lofted(...steps: readonly StepOf[]) {
  const { volumes, problems, notes, build } = await built(sheetOf(...steps), 'view')
  const part = build.parts.find((p) => p.id === 'l')
  if (part) expect(oppositeSides(part.mesh.indices).every((o) => o >= 0)).toBe(true)
  return { volume: volumes['l'], problems, notes, part, build, rows: measureLedger(build) }
}
const prismatoid = (a: number, m: number, b: number, h: number) => (h * (a + 4 * m + b)) / 6

test('between like outlines the volume is what the prismatoid rule says', async () => {
  const small = shape('rectangle', { width: '30', height: '20' })
  const frustum = await lofted(on(0, RECT, 'a'), on(25, small, 'b'), loft())
  expect(frustum.problems).toEqual([])
  expect(frustum.volume! / prismatoid(2400, 45 * 30, 600, 25)).toBeCloseTo(1, 6)
  const cone = await lofted(on(0, shape('circle', { across: '40' }), 'a'), on(30, shape('circle', { across: '10', at: at('12', '5') }), 'b'), loft()) // prettier-ignore
  expect(cone.volume! / ((Math.PI * 30 * (400 + 100 + 25)) / 3)).toBeCloseTo(1, 3)
  // Looked at from below, the upper drawing is the same one.
  const [base, top] = [on(0, RECT, 'a'), ['drawing', { on: { part: 'k', face: { name: { step: 'k', role: 'near' }, near: [0, 0, 25], of: 1 }, off: '0' }, shapes: [small] }, 'b'] as StepOf] // prettier-ignore
  const ceiling: StepOf = ['solid', { width: '90', depth: '90', height: '4', lift: '25' }, 'k']
  const below = await lofted(base, ceiling, top, loft())
  expect([below.problems, below.volume! / frustum.volume!]).toEqual([[], expect.closeTo(1, 6)])
})

test('a skin from a circle to a square does not twist: what is above what stays so within a degree', async () => {
  const { part, problems } = await lofted(on(0, shape('circle', { across: '50' }), 'a'), on(40, shape('rectangle', { width: '30', height: '30' }), 'b'), loft()) // prettier-ignore
  expect(problems).toEqual([])
  const corner = cornersNear(part!, [15, 15, 40])
  expect(corner).toBeLessThan(1e-4)
  // Half way up each place lies in the direction of the place below it.
  const halfway = cornersNear(part!, [(25 * Math.SQRT1_2 + 15) / 2, (25 * Math.SQRT1_2 + 15) / 2, 20])
  expect(halfway).toBeLessThan(0.02)
  const turned = await lofted(on(0, RECT, 'a'), on(25, RECT, 'b'), loft({ turned: '30' }))
  expect(turned.volume).toBeLessThan(60 * 40 * 25)
})

const cornersNear = ({ mesh: { positions } }: BuiltPart, [x, y, z]: readonly [number, number, number]): number => {
  let least = Infinity
  for (let i = 0; i < positions.length; i += 3)
    least = Math.min(least, Math.hypot(positions[i]! - x, positions[i + 1]! - y, positions[i + 2]! - z))
  return least
}

test('as a wall it has the thickness all over, whichever way it leans, and both ends are open and level', async () => {
  const spout = shape('slot', { from: at('11', '4'), to: at('19', '4'), across: '12' })
  for (const as of ['out', 'in']) {
    const funnel = await lofted(on(0, RECT, 'a'), on(50, spout, 'b'), loft({ as, wall: '1.6', run: 'smooth' }))
    expect(funnel.problems).toEqual([])
    const { mesh } = funnel.part!
    const own = (f: (role: string) => boolean) => [...mesh.triangleSurface].flatMap((s, t) => (f(mesh.surfaces[s]!.role) ? [t] : [])) // prettier-ignore
    const trees = [own((r) => r === 'inside'), own((r) => r === 'skin')].map((l) => new TriangleTree(unpacked(mesh.positions, mesh.indices, l))) // prettier-ignore
    const least = smallestGap(trees[0]!, trees[1]!)!.distance
    expect(least).toBeGreaterThan(1.6 * 0.995)
    expect(funnel.rows).toMatchObject([{ between: 'Wall of Part', wanted: 1.6, verdict: 'holds' }])
    const heights = mesh.positions.filter((_, i) => i % 3 === 2)
    expect([Math.min(...heights), Math.max(...heights)]).toEqual([expect.closeTo(0, 3), expect.closeTo(50, 3)])
    const genus = 1 - (mesh.positions.length / 3 - mesh.indices.length / 6) / 2
    expect(genus).toBe(1)
  }
})

test('through a drawing on the way it has that as its section there', async () => {
  const waist = on(20, shape('circle', { across: '16' }), 'w')
  const { volume, problems, part } = await lofted(on(0, shape('circle', { across: '40' }), 'a'), waist, on(40, shape('circle', { across: '40' }), 'b'), loft({ passes: 'one', through: 'w' })) // prettier-ignore
  expect(problems).toEqual([])
  expect(volume! / ((2 * Math.PI * 20 * (400 + 160 + 64)) / 3)).toBeCloseTo(1, 3)
  expect(cornersNear(part!, [8, 0, 20])).toBeLessThan(0.01)
})

test('what cannot be lofted is said', async () => {
  const told = async (...steps: readonly StepOf[]) => (await lofted(...steps)).problems[0]
  expect(await told(on(0, RECT, 'a'), on(0, RECT, 'b'), loft())).toMatchObject({ field: 'to', message: expect.stringContaining('in one plane') }) // prettier-ignore
  expect(await told(on(0, RECT, 'a'), loft({ to: 'a' }))).toMatchObject({ field: 'to', message: expect.stringContaining('same drawing') }) // prettier-ignore
  const two: StepOf = ['drawing', { on: { base: 'ground', off: '9' }, shapes: [RECT, shape('circle', { across: '8', is: 'hole' })] }, 'b'] // prettier-ignore
  expect(await told(on(0, RECT, 'a'), two, loft())).toMatchObject({ message: expect.stringContaining('one outline each') }) // prettier-ignore
})

test('through two and three drawings on the way it has each as its section there, in their order', async () => {
  const circle = (across: string) => shape('circle', { across })
  const rings: StepOf[] = [on(0, circle('40'), 'a'), on(10, circle('24'), 'w'), on(18, circle('30'), 'v'), on(30, circle('20'), 'u'), on(40, circle('36'), 'b')] // prettier-ignore
  const cone = (d: number, e: number, h: number) => (Math.PI * h * (d * d + d * e + e * e)) / 12
  const three = await lofted(...rings, loft({ passes: 'three', through: 'w', second: 'v', third: 'u' }))
  expect(three.problems).toEqual([])
  const wanted = cone(40, 24, 10) + cone(24, 30, 8) + cone(30, 20, 12) + cone(20, 36, 10)
  expect(three.volume! / wanted - 1).toBeCloseTo(0, 2)
  const two = await lofted(...rings, loft({ passes: 'two', through: 'w', second: 'u' }))
  expect(two.volume! / (cone(40, 24, 10) + cone(24, 20, 20) + cone(20, 36, 10)) - 1).toBeCloseTo(0, 2)
  // What is told but not meant changes nothing.
  const one = await lofted(...rings, loft({ passes: 'one', through: 'v', second: 'u' }))
  expect(one.volume! / (cone(40, 30, 18) + cone(30, 36, 22)) - 1).toBeCloseTo(0, 2)
  const smooth = await lofted(...rings, loft({ passes: 'three', through: 'w', second: 'v', third: 'u', run: 'smooth' }))
  expect(smooth.problems).toEqual([])
  const at10 = smooth.part!.mesh.positions.filter((_, i, all) => i % 3 === 0 && Math.abs(all[i + 2]! - 10) < 1e-4)
  expect(Math.max(...at10)).toBeCloseTo(12, 2)
  const twice = await lofted(...rings, loft({ passes: 'two', through: 'w', second: 'w' }))
  expect(twice.problems).toMatchObject([{ kind: 'same', field: 'second' }])
})
