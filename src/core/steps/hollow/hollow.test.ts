import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'
import { QUALITY } from '../../built/built'
import { measureLedger } from '../../fit/ledger'
import { isClosed } from '../../mesh/facts'
import { oppositeSides } from '../../mesh/half-edges'
import { expectOk } from '../../result'
import { readProject } from '../../sheet/read-project'

const BOX: StepOf = ['solid', { width: '40', depth: '30', height: '20' }, 'box']
const hollow = (fields: Fields): StepOf => ['hollow', { part: 'box', ...fields }, 'h']
async function solidOf(...steps: readonly StepOf[]) {
  const { volumes, problems, notes, build } = await built(sheetOf(...steps), 'view')
  const part = build.parts.find((p) => p.id === 'box')!
  const { indices, positions } = part.mesh
  expect(oppositeSides(indices).every((o) => o >= 0)).toBe(true)
  const row = measureLedger(build).find((r) => r.id === 'h:wall')
  return { volume: volumes['box']!, problems, notes, part, row, genus: 1 - (positions.length / 3 - indices.length / 6) / 2 } // prettier-ignore
}
const openAt = async (steps: readonly StepOf[], ...ways: [number, number, number][]) => {
  const { part } = await solidOf(...steps)
  return ways.map((way) => facing(part, way))
}

test('a box open on top keeps a floor and four walls of the thickness, and its row says so', async () => {
  const open = await openAt([BOX], [0, 0, 1])
  const { volume, problems, row, notes, genus } = await solidOf(BOX, hollow({ wall: '2', open }))
  expect([problems, genus]).toEqual([[], 0])
  expect(volume).toBeCloseTo(24000 - 36 * 26 * 18, 2)
  expect(row).toMatchObject({ between: 'Wall of Part', wanted: 2, verdict: 'holds', measured: expect.closeTo(2, 3) })
  expect(notes[0]).toContain('16.85 cm³ of room inside.')
})

test('closed all round, with another wall on one face, and outside', async () => {
  const closed = await solidOf(BOX, hollow({ wall: '2' }))
  expect(closed.volume).toBeCloseTo(24000 - 36 * 26 * 16, 2)
  expect(closed.notes[0]).toContain('nothing gets out')
  const [floor] = await openAt([BOX], [0, 0, -1])
  const thick = await solidOf(BOX, hollow({ wall: '2', others: [floor], other: '5' }))
  expect(thick.volume).toBeCloseTo(24000 - 36 * 26 * 13, 2)
  const open = await openAt([BOX], [0, 0, 1])
  const out = await solidOf(BOX, hollow({ wall: '2', open, way: 'out' }))
  // The box goes in; round its edges the wall is as thick as on its sides.
  const [quarter, eighth] = [Math.PI, ((4 / 3) * Math.PI * 8) / 8]
  const wanted = 2 * (40 * 30 + 2 * 40 * 20 + 2 * 30 * 20) + quarter * (2 * (40 + 30) + 4 * 20) + 4 * eighth
  expect(out.problems).toEqual([])
  expect(Math.abs(out.volume / wanted - 1)).toBeLessThan(1e-3)
  expect(out.row).toMatchObject({ verdict: 'holds' })
})

test('joined tubes are one open passage: nothing is left inside, and the wall is even', async () => {
  const tubes: StepOf[] = [
    ['drawing', { on: { base: 'ground', off: '-30' }, shapes: [shape('circle', { across: '20' })] }, 'd'],
    ['extrude', { drawing: 'd', by: '60' }, 'box'],
    ['drawing', { on: { base: 'side', off: '0' }, shapes: [shape('circle', { across: '14' })] }, 'd2'],
    ['extrude', { drawing: 'd2', by: '40', how: 'add', parts: ['box'] }, 'arm'],
  ]
  const open = await openAt(tubes, [0, 0, 1], [0, 0, -1], [1, 0, 0])
  const { problems, row, genus, volume } = await solidOf(...tubes, hollow({ wall: '2', open }))
  expect(problems).toEqual([])
  // Three mouths and one passage: a ball with two handles.
  expect(genus).toBe(2)
  expect(row).toMatchObject({ verdict: 'holds', measured: expect.closeTo(2, 1) })
  const solid = (await solidOf(...tubes)).volume
  expect(solid - volume).toBeGreaterThan(Math.PI * 64 * 60)
})

test('a part with rounded edges keeps its wall behind them; what is too thin to be hollow says so', async () => {
  const soft: StepOf[] = [BOX, ['edges', { part: 'box', which: 'outer', radius: '4' }, 'e']]
  const { problems, row, genus } = await solidOf(...soft, hollow({ wall: '2', open: await openAt(soft, [0, 0, 1]) }))
  expect([problems, genus]).toEqual([[], 0])
  expect(row).toMatchObject({ verdict: 'holds', measured: expect.closeTo(2, 1) })
  const small: StepOf[] = [BOX, ['edges', { part: 'box', which: 'outer', radius: '1' }, 'e']]
  const tight = await solidOf(...small, hollow({ wall: '2' }))
  expect(tight.problems).toEqual([])
  expect(tight.row).toMatchObject({ verdict: 'holds' })
  const none = await solidOf(BOX, hollow({ wall: '11' }))
  expect(none.problems[0]).toMatchObject({ field: 'wall', message: expect.stringContaining('nowhere thick enough') })
  expect(none.volume).toBeCloseTo(24000, 5)
})

test('a nook, a boss and a hole through keep their walls', async () => {
  const part: StepOf[] = [
    BOX,
    ['solid', { width: '10', depth: '30', height: '10', lift: '20', at: at('-15', '0'), how: 'add', parts: ['box'] }, 'wall'], // prettier-ignore
    ['solid', { shape: 'cylinder', across: '8', height: '6', lift: '20', at: at('8', '0'), how: 'add', parts: ['box'] }, 'boss'], // prettier-ignore
    ['holes', { at: [at('14', '9')], on: { base: 'ground', off: '20' }, across: '4', parts: ['box'] }, 'bore'],
  ]
  const { problems, row, notes } = await solidOf(...part, hollow({ wall: '1.6' }))
  expect(problems).toEqual([])
  expect(row).toMatchObject({ verdict: 'holds', measured: expect.closeTo(1.6, 1) })
  expect(notes.at(-1)).toContain('at the most')
})

test('over random bodies the wall is never thinner than asked, or it is refused', async () => {
  const size = (least: number, most: number) => fc.integer({ min: least, max: most })
  const body = fc.record({ w: size(24, 50), d: size(24, 50), h: size(12, 30), boss: size(6, 14), tall: size(4, 16), soft: size(0, 3), tenths: size(8, 24), square: fc.boolean() }) // prettier-ignore
  await fc.assert(
    fc.asyncProperty(body, async ({ w, d, h, boss, tall, soft, tenths, square }) => {
      const wall = tenths / 10
      const steps: StepOf[] = [
        ['solid', { width: `${w}`, depth: `${d}`, height: `${h}` }, 'box'],
        ['solid', { shape: square ? 'box' : 'cylinder', width: `${boss}`, depth: `${boss}`, across: `${boss}`, height: `${tall}`, lift: `${h}`, how: 'add', parts: ['box'] }, 'boss'], // prettier-ignore
        ...(soft > 0 ? [['edges', { part: 'box', which: 'upright', radius: `${soft}` }, 'e'] as StepOf] : []),
      ]
      const open = await openAt(steps, [0, 0, -1])
      const whole = (await solidOf(...steps)).volume
      const { volume, row, problems } = await solidOf(...steps, hollow({ wall: `${wall}`, open }))
      if (problems.length > 0) return expect(volume).toBeCloseTo(whole, 4)
      expect(row!.measured!).toBeGreaterThan(0.995 * wall - 0.004)
      expect(volume).toBeLessThan(whole)
    }),
    { numRuns: 12 },
  )
})

test('a part that is hollow and closed all round keeps its room when its edges are rounded after that', async () => {
  const { volume, problems } = await solidOf(BOX, hollow({ wall: '4' }), ['edges', { part: 'box', which: 'upright', radius: '2' }, 'e']) // prettier-ignore
  expect(problems).toEqual([])
  // Chords of a view take about a hundredth more.
  expect((24000 - 32 * 22 * 12 - volume) / (4 * 20 * 4 * (1 - Math.PI / 4))).toBeCloseTo(1, 1)
})

test('the junction is one closed piece with its wall at every quality, and keeps it when its arms are rounded into each other', async () => {
  const project = expectOk(readProject(readFileSync('demo/drip-junction.json', 'utf8')))
  for (const quality of ['drag', 'view', 'export'] as const) {
    const { build, problems, notes } = await built(project, quality)
    expect([quality, problems]).toEqual([quality, []])
    expect(notes.join()).not.toContain('pieces')
    const row = measureLedger(build).find((r) => r.between === 'Wall of Junction')!
    // The chords of both faces of the wall, and of the edge between them.
    expect(row.measured).toBeGreaterThan(2 - 4 * QUALITY[quality])
    expect(isClosed(build.parts[0]!.mesh.positions, build.parts[0]!.mesh.indices)).toBe(true)
    const without = await built({ ...project, steps: project.steps.filter((s) => s.id !== 'edges') }, quality)
    expect(build.parts[0]!.volume - without.build.parts[0]!.volume).toBeGreaterThan(50)
    expect(build.parts[0]!.volume - without.build.parts[0]!.volume).toBeLessThan(60)
  }
}, 60_000)

test('the stops of the junction are as large as their section turned about the arm, and its rims lose what is rounded off', async () => {
  const project = expectOk(readProject(readFileSync('demo/drip-junction.json', 'utf8')))
  const volumeOf = async (without: (kind: string, id: string) => boolean) => {
    const { build, problems } = await built({ ...project, steps: project.steps.filter((s) => !without(s.kind, s.id)) })
    expect(problems).toEqual([])
    return build.parts[0]!.volume
  }
  const bare = await volumeOf((kind, id) => kind === 'ring' || (kind === 'edges' && id !== 'edges'))
  const stopped = await volumeOf((kind, id) => kind === 'edges' && id !== 'edges')
  // 1 high, 1.6 wide where it is fastened and 0.6 at its top: a rectangle and a triangle.
  const stop = (r: number) => Math.PI * (r * r - (r - 1) ** 2) * 0.6 + 2 * Math.PI * (r - 1 / 3) * 0.5
  // A stop a millimetre high in a passage whose chords lie up to a hundredth off its round.
  expect(Math.abs((stopped - bare) / (2 * stop(6.5) + stop(5.3)) - 1)).toBeLessThan(0.01)
  const whole = await volumeOf(() => false)
  const corner = 0.25 * (1 - Math.PI / 4)
  expect((stopped - whole) / (corner * 2 * Math.PI * (2 * (8.5 + 6.5) + 7.3 + 5.3))).toBeCloseTo(1, 1)
}, 60_000)
