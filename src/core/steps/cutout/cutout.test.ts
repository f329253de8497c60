import { cased } from '../../../../tests/support/cased'
import { PLAIN, simpleBoard } from '../../../../tests/support/board-shapes'
import { boxOfPositions } from '../../geometry/vec'

const on = await cased(simpleBoard({ ...PLAIN, width: 60, depth: 40, hole: 0 }), { posts: false })
const wrap = on.step('case')
const WALL = 2
const ROOMY = { case: { clearAbove: '8', wall: String(WALL), roof: '2', floor: '2', outline: 'rectangle' } }
const bare = await on.build(on.withSteps([], ROOMY))
const face = (part: string, role: string, near: readonly number[], datum = 'middle') => ({ part: `${wrap}.${part}`, face: { name: { step: wrap, role }, near, of: 1 }, datum, off: '0' }) // prettier-ignore
const roof = (datum?: string) => face('lid', 'roof:top', [0, 0, 15.6], datum)
const cut = (fields: Record<string, unknown>) => on.add('cutout', { part: `${wrap}.lid`, on: roof(), ...fields } as never, ROOMY) // prettier-ignore

test.each([
  [{ shape: 'rect', wide: '12', high: '6', corner: '1' }, 12 * 6 - (4 - Math.PI)],
  [{ shape: 'round', across: '7' }, Math.PI * 3.5 ** 2],
  [{ shape: 'gland', gland: 'M16' }, Math.PI * 8.25 ** 2],
])('%j goes through the roof alone, by its area', async (fields, area) => {
  const made = await cut(fields)
  expect(made.problems).toEqual([])
  expect((bare.volume('Lid') - made.volume('Lid')) / (area * 2)).toBeCloseTo(1, 2)
  expect(made.volume('Base')).toBeCloseTo(bare.volume('Base'), 3)
  expect(made.findings().filter((f) => f.weight === 'stop')).toEqual([])
})

test('told from a corner of the face, its own corner lies where it was typed', async () => {
  const made = await cut({ on: roof('corner'), wide: '10', high: '6', corner: '0', at: { along: '15', up: '9', from: '' } }) // prettier-ignore
  const { mesh } = made.built.parts[1]!
  const of = (role: string) => mesh.surfaces.map((s, i) => (s.role === role ? i : -1)).filter((i) => i >= 0)
  const points = (surfaces: readonly number[]) => Float64Array.from(Array.from(mesh.triangleSurface).flatMap((s, t) => (surfaces.includes(s) ? [0, 1, 2].flatMap((k) => [0, 1, 2].map((c) => mesh.positions[3 * mesh.indices[3 * t + k]! + c]!)) : []))) // prettier-ignore
  const [own, all] = [boxOfPositions(points(of('opening'))), boxOfPositions(points(of('roof:top')))]
  expect(own.min[0] - all.min[0]).toBeCloseTo(10, 3)
  expect(own.min[1] - all.min[1]).toBeCloseTo(6, 3)
  expect(own.max[0] - own.min[0]).toBeCloseTo(10, 3)
})

test('a bevel and a recess take what their shapes say', async () => {
  const plain = await cut({ shape: 'round', across: '8' })
  const bevelled = await cut({ shape: 'round', across: '8', bevel: '1' })
  // A ring under 45 degrees: half of its square, turned about the axis at its middle of mass.
  expect((plain.volume('Lid') - bevelled.volume('Lid')) / (2 * Math.PI * (4 + 1 / 3) * 0.5)).toBeCloseTo(1, 1)
  const recessed = await cut({ shape: 'round', across: '8', recess: '2', deep: '0.8' })
  expect((plain.volume('Lid') - recessed.volume('Lid')) / (Math.PI * (36 - 16) * 0.8)).toBeCloseTo(1, 2)
  expect((await cut({ shape: 'round', across: '8', recess: '2', deep: '1.9' })).problems[0]).toMatchObject({ field: 'deep', message: expect.stringMatching(/up to 1\.60 mm would do/) }) // prettier-ignore
  expect((await cut({ corner: '3' })).problems[0]).toMatchObject({ field: 'corner' })
})

test('keyholes hang it up: hole, slot and round end, through the floor alone, as far apart as was asked', async () => {
  const floor = face('base', 'floor:under', [0, 0, -3])
  const made = await on.add('keyholes', { part: `${wrap}.base`, on: floor, count: '2', apart: '20', head: '8', neck: '4', run: '7' } as never, ROOMY) // prettier-ignore
  expect(made.problems).toEqual([])
  // Where the slot begins it overlaps the hole: up to where the hole is as wide as the slot, and the cap over that.
  const [r, n] = [4, 2]
  const h = Math.sqrt(r * r - n * n)
  const overlap = n * h + r * r * Math.asin(n / r)
  const each = Math.PI * r * r + 2 * n * 7 - overlap + (Math.PI * n * n) / 2
  expect((bare.volume('Base') - made.volume('Base')) / (2 * 2 * each)).toBeCloseTo(1, 2)
  expect((await on.add('keyholes', { part: `${wrap}.base`, on: floor, neck: '9' } as never, ROOMY)).problems[0]).toMatchObject({ field: 'neck' }) // prettier-ignore
})

test.each(['recess', 'foot'])('four feet (%s) keep their margin to the edges and their size', async (as) => {
  const on4 = [{ name: { step: wrap, role: 'floor:under' }, near: [0, 0, -4.5], of: 1 }]
  const made = await on.add('feet', { part: `${wrap}.base`, on: on4, as, across: '8', deep: '0.8', margin: '2' } as never, ROOMY) // prettier-ignore
  expect(made.problems).toEqual([])
  const change = Math.abs(made.volume('Base') - bare.volume('Base'))
  expect(change / (4 * Math.PI * 16 * 0.8)).toBeCloseTo(1, 2)
  const middles = made.built.parts[0]!.mesh.surfaces.flatMap((s) => (s.role === 'foot' && s.shape.kind === 'cylinder' ? [s.shape.point] : [])) // prettier-ignore
  const half = [30 + 0.55 + WALL, 20 + 0.55 + WALL]
  for (const p of middles) for (const k of [0, 1] as const) expect(half[k]! - Math.abs(p[k])).toBeGreaterThan(4 + 2 - 0.01) // prettier-ignore
  expect(new Set(middles.map((p) => `${Math.sign(p[0])}${Math.sign(p[1])}`)).size).toBe(4)
})

test('a cable is tied down on the floor: the tunnel has room for the tie, and it says how high the cable lies', async () => {
  const inside = face('base', 'floor', [0, 0, -2.5])
  const made = await on.add('tie-anchor', { part: `${wrap}.base`, on: inside, cable: '5', tie: '3.6', thick: '1.2', gap: '0.35', wall: '1.6', at: { along: '20', up: '0', from: '' } } as never, { case: { ...ROOMY.case, clearBelow: '12' } }) // prettier-ignore
  expect(made.problems).toEqual([])
  const plain = await on.build(on.withSteps([], { case: { ...ROOMY.case, clearBelow: '12' } }))
  const [hole, high] = [3.6 + 0.7, 1.2 + 0.7]
  const [long, wide, tall] = [hole + 3.2, 5 + 3.2, high + 1.6 + 2.5]
  const solid = long * (wide * tall - (Math.PI * 2.5 ** 2) / 2) - hole * high * wide
  expect((made.volume('Base') - plain.volume('Base')) / solid).toBeCloseTo(1, 2)
  expect(made.notes.join()).toContain('The cable lies 6.0 mm over the face.')
})
