import fc from 'fast-check'
import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { Random } from '../../../../tests/fuzz/random'
import { setField } from '../../document/edits'
import type { Project } from '../../document/schema'
import { keepEdge, keepFace, pointable, seen } from '../../faces/resolve'
import type { Vec2, Vec3 } from '../../geometry/vec'
import { heightAt } from './bent'

const BOX = ['solid', { shape: 'box', width: '40', depth: '30', height: '10' }, 'box'] as const
const cut = (...shapes: object[]): StepOf[] => [
  ['drawing', { shapes }, 'd'],
  ['extrude', { drawing: 'd', reach: 'through', how: 'take', parts: ['box'] }, 'cut'],
]
const SLOT = shape('rectangle', { width: '20', height: '12' }, 'slot')

/** What is kept of the first part's face and edge nearest to a place that lies on both. */
async function beside(project: Project, place: Vec3, out: (shape: { kind: string }) => boolean) {
  const { build } = await built(project)
  const part = build.parts[0]!
  const on = pointable(part.mesh)
  const { positions, surfaces } = part.mesh
  const off = (v: number) => Math.hypot(...[0, 1, 2].map((k) => positions[3 * v + k]! - place[k]!))
  const { borders, surfaceOf } = on.topology
  const wanted = borders.flatMap((b, i) => (b.regions.some((r) => out(surfaces[surfaceOf[r]!]!.shape)) ? [i] : []))
  const far = (i: number) => Math.min(...borders[i]!.vertices.map(off))
  const border = wanted.reduce((best, i) => (far(i) < far(best) ? i : best))
  const vertex = borders[border]!.vertices.reduce((best, v) => (off(v) < off(best) ? v : best))
  const point = [0, 1, 2].map((k) => positions[3 * vertex + k]!) as unknown as Vec3
  const region = borders[border]!.regions.find((r) => out(surfaces[surfaceOf[r]!]!.shape))!
  return { part: 'box', face: keepFace(seen(on), region, point), round: keepEdge(seen(on), border, point) }
}

const isTop = (s: { kind: string; normal?: readonly number[] }) => s.kind === 'plane' && (s.normal?.[2] ?? 0) > 0.99
const panelOf = (steps: readonly StepOf[], of: object[], more: Fields = {}) =>
  sheetOf(...steps, ['panel', { of, thick: '2', ...more }, 'panel'])

describe('a flat run', () => {
  const steps = [BOX, ...cut(SLOT)]
  let rim: object
  beforeAll(async () => {
    rim = await beside(sheetOf(...steps), [10, 6, 10], isTop)
  })

  test('is filled with a panel that is smaller by its gap on every side, behind it, in front of it or half and half', async () => {
    for (const [side, low] of [
      ['in', 8],
      ['out', 10],
      ['both', 9],
    ] as const) {
      // prettier-ignore
      const { build, volumes, problems } = await built(panelOf(steps, [rim], { gap: '0.25', side }))
      expect(problems).toEqual([])
      expect(volumes['panel']).toBeCloseTo(2 * 19.5 * 11.5, 3)
      const heights = build.parts.find((p) => p.id === 'panel')!.mesh.positions.filter((_, i) => i % 3 === 2)
      expect(Math.min(...heights)).toBeCloseTo(low, 4)
    }
  })

  test('by a face, in front of it is where that face looks, at the underside too', async () => {
    const isUnder = (s: { kind: string; normal?: readonly number[] }) =>
      s.kind === 'plane' && (s.normal?.[2] ?? 0) < -0.99
    const under = await beside(sheetOf(...steps), [10, 6, 0], isUnder)
    const { build, problems } = await built(panelOf(steps, [under], { side: 'out' }))
    expect(problems).toEqual([])
    const heights = build.parts.find((p) => p.id === 'panel')!.mesh.positions.filter((_, i) => i % 3 === 2)
    expect([Math.min(...heights), Math.max(...heights)]).toEqual([expect.closeTo(-2, 4), expect.closeTo(0, 4)])
  })

  test('grows with what it fills, also where that turns round', async () => {
    const wider = await built(setField('slot', 'width', '30')(panelOf(steps, [rim])))
    expect(wider.volumes['panel']).toBeCloseTo(2 * 30 * 12, 3)
    const round = [BOX, ...cut(shape('circle', { across: '14', at: at('-5', '2') }, 'hole'))]
    const bore = await beside(sheetOf(...round), [2, 2, 10], isTop)
    const { volumes } = await built(panelOf(round, [bore], { gap: '0.3' }))
    expect(volumes['panel']! / (2 * Math.PI * 6.7 ** 2)).toBeCloseTo(1, 3)
  })

  test('of edges by themselves has to close; what is missing is said in millimetres, a gap up to a width is bridged', async () => {
    const all = await beside(sheetOf(...steps), [10, 6, 10], isTop)
    const one = [{ part: 'box', edge: all.round }]
    const open = await built(panelOf(steps, one))
    expect(open.problems[0]).toMatchObject({ field: 'gaps', message: expect.stringMatching(/(20|12)\.00 mm are left/) })
    const none = await built(panelOf(steps, []))
    expect(none.problems[0]).toMatchObject({ field: 'of', message: expect.stringContaining('pick a face or edges') })
    const both = await beside(sheetOf(...steps), [20, 15, 10], isTop)
    const several = await built(panelOf(steps, [rim, both]))
    expect(several.problems[0]).toMatchObject({ field: 'of', message: expect.stringContaining('more than one closed run') }) // prettier-ignore
    const much = await built(panelOf(steps, [rim], { gap: '7' }))
    expect(much.problems[0]).toMatchObject({ field: 'gap', message: expect.stringContaining('Nothing is left') })
  })
})

describe('a bent run', () => {
  // A bore of 10 across the side of a cylinder of 40: its rim leaves its plane by 20 - sqrt(400 - 25).
  const steps = [
    ['solid', { shape: 'cylinder', across: '40', height: '30' }, 'box'],
    ['drawing', { on: { base: 'front', off: '0' }, shapes: [shape('circle', { across: '10', at: at('0', '15') }, 'hole')] }, 'd'], // prettier-ignore
    ['extrude', { drawing: 'd', by: '30', how: 'take', parts: ['box'] }, 'cut'],
  ] as const
  const isRound = (s: { kind: string; hole?: boolean }) => s.kind === 'cylinder' && !s.hole
  let rim: object
  beforeAll(async () => {
    rim = await beside(sheetOf(...steps), [0, -20, 20], isRound)
  })

  test('is filled with a closed panel of one thickness that runs from edge to edge', async () => {
    for (const quality of ['drag', 'view', 'export'] as const) {
      const { build, volumes, problems } = await built(panelOf(steps, [rim], { side: 'out' }), quality)
      expect(problems).toEqual([])
      // As thick as it is drawn, over an area between the flat disc's and the cylinder's.
      expect(volumes['panel']! / (2 * Math.PI * 25)).toBeGreaterThan(quality === 'drag' ? 0.97 : 0.995)
      expect(volumes['panel']! / (2 * Math.PI * 25)).toBeLessThan(1.03)
      const { positions } = build.parts.find((p) => p.id === 'panel')!.mesh
      const depths = positions.filter((_, i) => i % 3 === 1)
      // The rim stands between 19.36 and 20 from the axis; two in front of that is the panel's far side.
      expect(Math.max(...depths)).toBeCloseTo(-Math.sqrt(400 - 25), 1)
      expect(Math.min(...depths)).toBeLessThan(-21)
      expect(Math.min(...depths)).toBeGreaterThan(-22.1)
    }
  })

  test('leaves its gap all round, and is refused where it bends too sharply for its thickness', async () => {
    const { volumes } = await built(panelOf(steps, [rim], { gap: '0.5' }))
    expect(volumes['panel']! / (2 * Math.PI * 4.5 ** 2)).toBeCloseTo(1, 1)
    expect(volumes['panel']!).toBeLessThan(2 * Math.PI * 25 * 0.85)
    const thick = await built(panelOf(steps, [rim], { thick: '400' }))
    expect(thick.problems[0]).toMatchObject({ field: 'thick', message: expect.stringContaining('thinner') })
  })
})

test('between heights on an edge it is linear where they are, and as given on the edge', () => {
  const angles = fc.uniqueArray(fc.integer({ min: 0, max: 359 }), { minLength: 4, maxLength: 12 })
  const radius = fc.double({ min: 3, max: 20, noNaN: true })
  const share = fc.double({ min: 0, max: 1, noNaN: true })
  fc.assert(
    fc.property(angles, fc.array(radius, { minLength: 12, maxLength: 12 }), share, share, (turns, radii, u, v) => {
      const outline = [...turns].sort((a, b) => a - b).map((t, i): Vec2 => [radii[i]! * Math.cos((t * Math.PI) / 180), radii[i]! * Math.sin((t * Math.PI) / 180)]) // prettier-ignore
      const height = ([x, y]: Vec2) => 2 + 0.3 * x - 0.7 * y
      const [a, b] = [outline[0]!, outline[1]!]
      const on: Vec2 = [a[0] + (b[0] - a[0]) * u, a[1] + (b[1] - a[1]) * u]
      const heights = outline.map((_, i) => (i * 7) % 5)
      expect(heightAt(outline, heights, on)).toBeCloseTo(heights[0]! + (heights[1]! - heights[0]!) * u, 4)
      const gap = Math.max(...turns.map((_, i) => ((([...turns].sort((p, q) => p - q)[(i + 1) % turns.length]! - [...turns].sort((p, q) => p - q)[i]! + 360) % 360) || 360))) // prettier-ignore
      if (gap >= 179) return
      const inside: Vec2 = [on[0] * v * 0.98, on[1] * v * 0.98]
      expect(heightAt(outline, outline.map(height), inside)).toBeCloseTo(height(inside), 6)
    }),
    { numRuns: 200 },
  )
})

test('over random edits of what comes before, a panel stays in the hole that it was put in, or says what is gone', async () => {
  const holes = [
    shape('circle', { across: '6', at: at('-8', '0') }, 'disc'),
    shape('circle', { across: '3', at: at('9', '4') }, 'second'),
    shape('ring', { of: ['second'], count: '3' }, 'ring'),
    shape('mirror', { of: ['second'] }, 'other'),
  ]
  const steps = [BOX, ...cut(...holes)]
  const rim = await beside(sheetOf(...steps), [-5, 0, 10], isTop)
  const start = panelOf(steps, [rim])
  const random = new Random(11)
  let told = 0
  for (let i = 0; i < 400; i++) {
    const across = random.from(['2', '4', '6', '9'])
    const place = random.from([at('-8', '0'), at('-8', '6'), at('0', '-9'), at('-2', '0'), at('2', '-11')])
    let project = setField('disc', 'across', across)(setField('disc', 'at', place as never)(start))
    project = setField('box', 'width', random.from(['36', '40', '70']))(project)
    if (random.next() < 0.4) project = setField('ring', 'count', random.from(['2', '4', '9']))(project)
    if (random.next() < 0.3) project = setField('second', 'across', random.from(['1', '6', '14']))(project)
    if (random.next() < 0.2) project = setField('box', 'shape', random.from(['cylinder', 'wedge', 'ball']))(project)
    if (random.next() < 0.2) project = setField('box', 'turn', random.from(['30', '180']))(project)
    if (random.next() < 0.1) project = { ...project, steps: project.steps.map((s) => ({ ...s, fields: s.id === 'd' ? { ...s.fields, shapes: (s.fields.shapes as { id: string }[]).filter((h) => h.id !== 'disc') as never } : s.fields })) } // prettier-ignore
    const { build, problems } = await built(project, 'drag')
    const panel = build.parts.find((p) => p.id === 'panel')
    if (!panel) {
      told += 1
      expect(problems.length).toBeGreaterThan(0)
      continue
    }
    // It is where the disc is, and what goes round it goes through the disc's own rim somewhere.
    const [x, y] = [Number(place.along), Number(place.up)]
    const { positions } = panel.mesh
    const offs = Array.from({ length: positions.length / 3 }, (_, v) => Math.hypot(positions[3 * v]! - x, positions[3 * v + 1]! - y)) // prettier-ignore
    expect(offs.some((r) => Math.abs(r - Number(across) / 2) < 0.1)).toBe(true)
  }
  expect(told).toBeLessThan(250)
}, 120_000)
