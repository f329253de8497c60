import fc from 'fast-check'
import { PLAIN, read, type SimpleBoard, simpleBoard, stepBytes, wrapped } from '../../../../tests/support/boards'
import { at, type Node, outlinePlate } from '../../../../tests/support/shapes'
import type { Build } from '../../built/built'
import { Builder } from '../../sheet/builder'
import { runChecks } from '../../checks'
import { setField } from '../../document/edits'
import { measureLedger } from '../../fit/ledger'
import { Kernel } from '../../kernel/kernel'
import { areaOf, perimeterOf } from '../../profile/measure'
import { isClosed, meshFacts } from '../../mesh/facts'
import type { ImportedModel } from '../../references/model'

let kernel: Kernel
beforeAll(async () => {
  kernel = await Kernel.load()
})

const load = async (board: Partial<SimpleBoard> = {}) => read(await stepBytes(simpleBoard({ ...PLAIN, ...board })))

async function build(
  model: ImportedModel,
  fields: Record<string, string> = {},
  wishes: Parameters<typeof wrapped>[1] = {},
) {
  const { project, models } = wrapped(model, wishes)
  const set = Object.entries(fields).reduce((p, [field, value]) => setField(p.steps[0]!.id, field, value)(p), project)
  const builder = new Builder(kernel)
  const built = await builder.build(set, models, 'export')
  return { builder, built, project: set, ledger: measureLedger(built) }
}

/** Area of a part's section by the plane of a height, from its triangles alone (independent of the kernel's slicing). */
function sectionArea({ mesh }: Build['parts'][number], z: number): number {
  let area = 0
  for (let t = 0; t < mesh.indices.length; t += 3) {
    const p = [0, 1, 2].map((k) => [0, 1, 2].map((c) => mesh.positions[3 * mesh.indices[t + k]! + c]!))
    const cut: number[][] = []
    for (let k = 0; k < 3; k++) {
      const [a, b] = [p[k]!, p[(k + 1) % 3]!]
      if (a[2]! > z === b[2]! > z) continue
      const s = (z - a[2]!) / (b[2]! - a[2]!)
      const point = [a[0]! + s * (b[0]! - a[0]!), a[1]! + s * (b[1]! - a[1]!)]
      // Entering downwards first keeps the material on one side.
      if (a[2]! > z) cut.unshift(point)
      else cut.push(point)
    }
    if (cut.length === 2) area += (cut[0]![0]! * cut[1]![1]! - cut[1]![0]! * cut[0]![1]!) / 2
  }
  return Math.abs(area)
}

test('for any board and any clearance: the gap is the wanted one, all is closed, nothing collides, the section is the offset’s', async () => {
  const boards = await Promise.all([
    load(),
    load({ width: 120, depth: 80, thickness: 1, radius: 0, hole: 4.3, inset: 6, socket: true }),
    load({ width: 22, depth: 14, thickness: 0.8, radius: 1, hole: 2.2, inset: 2.6 }),
  ])
  await fc.assert(
    fc.asyncProperty(fc.constantFrom(...boards), fc.double({ min: 0.2, max: 3, noNaN: true }), async (model, clear) => {
      const { built, ledger, project, builder } = await build(
        model,
        { clear: `${clear} mm`, corner: '0.5' },
        { posts: false },
      )
      expect(built.steps.flatMap((s) => s.problems)).toEqual([])
      const sides = ledger.filter((r) => r.between.startsWith('Board in case'))
      expect(sides).toHaveLength(4)
      for (const row of sides) expect(Math.abs(row.measured! - clear)).toBeLessThan(0.02)
      for (const part of built.parts) expect(isClosed(part.mesh.positions, part.mesh.indices)).toBe(true)
      expect(runChecks({ project, build: built, ledger, kernel }).filter((f) => f.weight === 'stop')).toEqual([])
      const { outline } = built.references[0]!.board!
      const base = built.parts.find((p) => p.name === 'Base')!
      const offset = areaOf(outline) + perimeterOf(outline) * clear + Math.PI * clear ** 2
      const wall = 4 * 0.42
      const outside = areaOf(outline) + perimeterOf(outline) * (clear + wall) + Math.PI * (clear + wall) ** 2
      expect(sectionArea(base, -0.4)).toBeCloseTo(outside - offset, -0.3)
      builder.dispose()
    }),
    { numRuns: 9 },
  )
}, 240_000)

test('lid and base meet at the parting height and the lip stands in its groove with the fit’s gap', async () => {
  const { built, ledger } = await build(await load(), { fit: 'sliding' })
  const [base, lid] = ['Base', 'Lid'].map((n) => built.parts.find((p) => p.name === n)!)
  const heights = (p: typeof base) => [...p!.mesh.positions].filter((_, i) => i % 3 === 2)
  expect(Math.max(...heights(base))).toBeCloseTo(3.6 + 2.4, 4)
  expect(Math.min(...heights(lid))).toBeCloseTo(3.6, 4)
  expect(ledger.find((r) => r.between === 'Lip in groove')).toMatchObject({
    wanted: 0.2,
    verdict: 'holds',
    measured: expect.closeTo(0.2, 1.7),
  })
})

test('the base has the volume of its walls, floor and lip', async () => {
  const model = await load({ hole: 0 })
  const { built } = await build(model, { clear: '1', wall: '2', corner: '0', fit: 'press' })
  const base = built.parts.find((p) => p.name === 'Base')!
  const outline = built.references[0]!.board!.outline
  const grown = (d: number) => areaOf(outline) + perimeterOf(outline) * d + Math.PI * d * d
  const [floor, parting] = [-1.5 - 1, 3.6]
  const lip = (2 - 0.05) / 2
  const expected = grown(3) * 1.8 + (grown(3) - grown(1)) * (parting - floor) + (grown(1 + lip) - grown(1)) * 2.4
  expect(meshFacts(base.mesh.positions, base.mesh.indices).volume / expected).toBeCloseTo(1, 3)
})

test('an item taken in has the cavity widened round it; let out, its opening has the gap and only the wall is cut', async () => {
  const model = await load({ socket: true })
  const inside = await build(model, {}, { openings: false })
  expect(inside.ledger.find((r) => r.between === 'socket in case')).toMatchObject({ wanted: 0.55, verdict: 'holds' })
  const closed = (b: typeof inside) =>
    runChecks({ ...b, build: b.built, kernel }).filter((f) => f.check === 'closed-in')
  expect(closed(inside).map((f) => [f.title, f.weight])).toEqual([['socket is closed in.', 'look']])
  const out = await build(model, {}, { openings: true })
  expect(closed(out)).toEqual([])
  const row = out.ledger.find((r) => r.between === 'socket in its opening')!
  expect(row.measured).toBeCloseTo(0.35, 1.7)
  const posts = out.built.parts[0]!.mesh.surfaces.filter((s) => s.role === 'post')
  expect(posts.length).toBeGreaterThanOrEqual(4)
})

test('an item taken in widens the cavity where it is and on its way in, not below it', async () => {
  const { built, ledger, project } = await build(await load({ socket: true }), {}, { openings: false })
  const board = built.references[0]!.board!
  const [over] = board.overhangs
  const { min, max } = built.references[0]!.items.find((i) => i.id === over!.item)!.bounds
  const [base, lid] = ['Base', 'Lid'].map((n) => built.parts.find((p) => p.name === n)!)
  // The bay is as wide as the socket and the clearance on both sides, as deep as the socket reaches over the edge.
  const bay = (max[0] - min[0] + 2 * 0.55) * over!.reach
  const missing = sectionArea(base!, min[2] - 0.55 - 0.1) - sectionArea(base!, min[2] - 0.55 + 0.1)
  expect(missing / bay).toBeGreaterThan(0.95)
  expect(missing / bay).toBeLessThan(1.15)
  for (const part of [base!, lid!]) expect(isClosed(part.mesh.positions, part.mesh.indices)).toBe(true)
  for (const row of ledger) expect([row.between, row.verdict]).toEqual([row.between, 'holds'])
  expect(runChecks({ project, build: built, ledger, kernel }).filter((f) => f.weight === 'stop')).toEqual([])
})

test('an item that ends before the wall says how far a plug has to reach', async () => {
  const model = await load({ socket: true })
  const notes = async (clear: string) => {
    const { built } = await build(model, { clear, wall: '2' }, { openings: true })
    return built.steps.flatMap((s) => s.notes)
  }
  expect((await notes('0.55')).filter((n) => n.includes('plug'))).toEqual([])
  expect(await notes('5')).toContain(
    'socket ends 5.5 mm behind the outside of the wall: a plug has to reach that far in.',
  )
})

test('posts reach the underside without a height being typed, and follow when the room below changes', async () => {
  const model = await load()
  for (const below of ['1', '3']) {
    const { built, ledger } = await build(model, { clearBelow: below })
    const seats = built.parts[0]!.mesh.surfaces.filter((s) => s.role === 'seat').map((s) => s.shape)
    expect(seats).toHaveLength(4)
    for (const seat of seats) expect(seat.kind === 'plane' && seat.point[2]).toBeCloseTo(0, 5)
    expect(ledger.find((r) => r.between === 'Pins in board holes')).toMatchObject({ verdict: 'holds', wanted: 0.2 })
  }
})

test('what does not fit is said at its field with the nearest thing that does', async () => {
  const model = await load({ radius: 0 })
  const problem = async (fields: Record<string, string>) => (await build(model, fields)).built.steps[0]!.problems[0]
  expect(await problem({ corner: '40' })).toMatchObject({
    field: 'corner',
    message: expect.stringMatching(/up to \d+(\.\d+)? mm would do/),
  })
  expect(await problem({ parting: '40' })).toMatchObject({
    field: 'parting',
    message: expect.stringContaining('between'),
  })
  expect(await problem({ lip: '30' })).toMatchObject({ field: 'lip' })
  expect(await problem({ wall: '0.2', fit: 'loose' })).toMatchObject({ field: 'wall' })
  expect(await problem({ clear: '-1' })).toMatchObject({ field: 'clear', kind: 'range' })
})

test('a board standing on edge or lying on its face is wrapped all the same', async () => {
  const model = await load()
  for (const turns of [
    [{ axis: 'x' as const, quarters: 1 }],
    [{ axis: 'y' as const, quarters: 2 }],
    [{ axis: 'z' as const, quarters: 1 }],
  ]) {
    const { project: turned, models } = wrapped(model, {}, turns)
    const built = await new Builder(kernel).build(turned, models, 'export')
    expect(built.steps.flatMap((s) => s.problems)).toEqual([])
    const ledger = measureLedger(built)
    for (const row of ledger) expect([row.between, row.verdict]).toEqual([row.between, 'holds'])
    expect(runChecks({ project: turned, build: built, ledger, kernel }).filter((f) => f.weight === 'stop')).toEqual([])
  }
})

test('outline, rectangle or hull: a notched board is followed as asked', async () => {
  const notched: Node = { name: 'root', children: [outlinePlate([[0, 0], [60, 0], [60, 40], [40, 40], [40, 25], [20, 25], [20, 40], [0, 40]]), { name: 'chip', place: at(10, 10, 1.6), solid: { kind: 'box', size: [4, 4, 4] } }] } // prettier-ignore
  const model = await read(await stepBytes(notched))
  const hollow = async (outline: string) => {
    const { built, ledger } = await build(model, { outline, corner: '0' })
    for (const row of ledger) expect([row.between, row.verdict]).toEqual([row.between, 'holds'])
    return built.parts.find((p) => p.name === 'Lid')!.volume
  }
  const [followed, rectangle, hull] = [await hollow('followed'), await hollow('rectangle'), await hollow('hull')]
  expect(rectangle).toBeCloseTo(hull, 1)
  expect(followed).toBeLessThan(rectangle)
})
