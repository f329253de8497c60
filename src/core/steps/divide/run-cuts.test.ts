import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'
import type { BuiltPart } from '../../built/built'
import { faceFacts } from '../../alter/face-facts'
import { OUT } from '../../alter/fact-bits'
import { keepEdge, pointable, seen } from '../../faces/resolve'
import { measureLedger } from '../../fit/ledger'
import type { Pick } from '../../fit/picks'
import { placeAt } from '../../geometry/vec'
import { offersAt, takeOffer } from '../offers'

const solid = (fields: Fields, id: string): StepOf => ['solid', fields, id]
const on = (off: number, outline: object, id: string): StepOf => ['drawing', { on: { base: 'ground', off: `${off}` }, shapes: [outline] }, id] // prettier-ignore
/** A body whose walls bend from a circle to a square: no face of it but its ends has an exact shape. */
const VASE = (fields: Fields = {}): StepOf[] => [
  on(0, shape('circle', { across: '70' }), 'a'),
  on(60, shape('rectangle', { width: '44', height: '44' }), 'b'),
  ['loft', { from: 'a', to: 'b', run: 'smooth', ...fields }, 'part'],
]
const NOSE = (fields: Fields = {}): StepOf => solid({ width: '60', depth: '16', height: '18', at: at('15', '3'), lift: '20', how: 'add', parts: ['part'], ...fields }, 'nose') // prettier-ignore

async function takenOff(steps: readonly StepOf[], held: (part: BuiltPart) => object, ...more: StepOf[]) {
  const whole = await built(sheetOf(...steps))
  const part = whole.build.parts.find((p) => p.id === 'part')!
  const cut: StepOf = ['divide', { part: 'part', line: 'foot', may: 'piece', holds: [held(part)], gap: '0.2' }, 'd']
  const made = await built(sheetOf(...steps, cut, ...more))
  return { ...made, whole: whole.volumes['part']!, rows: measureLedger(made.build) }
}

test('what stands on a free face comes off alone, along a cut that goes on as that face does', async () => {
  const bare = (await built(sheetOf(...VASE()))).volumes['part']!
  const { problems, volumes, rows, build } = await takenOff([...VASE(), NOSE()], (p) => facing(p, [1, 0, 0], 45))
  expect(problems).toEqual([])
  expect(build.parts).toHaveLength(2)
  expect(rows.map((r) => [r.between, r.verdict])).toEqual([
    ['Cut 1 through Part', 'holds'],
    ['Part going together at cut 1', 'holds'],
  ])
  expect(rows[0]!.measured).toBeCloseTo(0.2, 2)
  // What is left is the vase again, within 0.05 mm over the foot of 16 by 18.
  expect(Math.abs(volumes['d.1']! - bare)).toBeLessThan(0.05 * 16 * 18 * 1.1)
})

test('joints stand on it, and a thin wall stays whole behind what is taken off', async () => {
  const pins: StepOf = ['dowels', { across: '4', long: '3', count: '2', lead: '0', gap: '0.1' }, 'j']
  const pinned = await takenOff([...VASE(), NOSE()], (p) => facing(p, [1, 0, 0], 45), pins)
  expect(pinned.problems).toEqual([])
  expect(pinned.rows.map((r) => r.verdict)).toEqual(Array(pinned.rows.length).fill('holds'))
  const walls = { as: 'in', wall: '2' }
  const nose = NOSE({ width: '26', at: at('36', '3') })
  const bare = (await built(sheetOf(...VASE(walls)))).volumes['part']!
  const { problems, volumes, rows, whole } = await takenOff([...VASE(walls), nose], (p) => facing(p, [1, 0, 0], 49))
  expect([problems, new Set(rows.map((r) => r.verdict))]).toEqual([[], new Set(['holds'])])
  expect(whole - volumes['d.1']! - volumes['d.2']!).toBeGreaterThan(0.2 * 16 * 18)
  expect(volumes['d.1']! / bare).toBeGreaterThan(1)
})

/** The edges of a part that lie on a face of one step and a face of another, each as it would be picked. */
function edgesBetween(part: BuiltPart, one: string, other: string) {
  const on = pointable(part.mesh)
  const stepOf = (r: number) => part.mesh.surfaces[on.topology.surfaceOf[r]!]!.step
  return on.topology.borders.flatMap(({ regions, vertices }, b) => {
    if (new Set(regions.map(stepOf)).size < 2 || ![one, other].every((s) => regions.map(stepOf).includes(s))) return []
    const middle = placeAt(part.mesh.positions, vertices[Math.floor(vertices.length / 2)]!)
    return [{ part: part.id, edge: { ...keepEdge(seen(on), b, middle), run: 'piece' as const } }]
  })
}

test('what lies within picked edges comes off, whatever lies round them; edges that do not go round are refused', async () => {
  const steps = [...VASE(), NOSE()]
  const whole = (await built(sheetOf(...steps))).build.parts.find((p) => p.id === 'part')!
  const run = edgesBetween(whole, 'part', 'nose')
  const by = async (fields: Fields) => built(sheetOf(...steps, ['divide', { part: 'part', line: 'run', may: 'piece', holds: [facing(whole, [1, 0, 0], 45)], run, gap: '0.3', ...fields }, 'd'])) // prettier-ignore
  const { problems, build, volumes } = await by({})
  expect([problems, build.parts.length]).toEqual([[], 2])
  expect(measureLedger(build)[0]!.measured).toBeCloseTo(0.3, 2)
  expect(volumes['d.2']!).toBeLessThan(volumes['d.1']! / 5)
  const open = await by({ run: run.slice(1) })
  expect(open.problems[0]).toMatchObject({ field: 'run', kind: 'open' })
  expect((await by({ run: [] })).problems[0]).toMatchObject({ field: 'run', kind: 'no-edge' })
  expect((await by({ may: 'whole' })).problems[0]).toMatchObject({ field: 'may' })
})

test('edges that are picked and then a face are offered as that cut; with some left out it says so', async () => {
  const document = sheetOf(...VASE(), NOSE())
  const { build } = await built(document)
  const part = build.parts.find((p) => p.id === 'part')!
  const tip = facing(part, [1, 0, 0], 45)
  const picked = (more: Partial<Pick>): Pick => ({ kind: 'surface', owner: 'part', ownerName: 'Part', region: 0, shape: { kind: 'free' }, point: [0, 0, 0], size: [1, 1, 1], ...more }) // prettier-ignore
  const edges = edgesBetween(part, 'part', 'nose').map(({ edge }) => picked({ as: 'edge', edge: { from: [0, 0, 0], to: [1, 0, 0], off: 0, kept: edge } })) // prettier-ignore
  const offered = (picks: Pick[]) => offersAt({ document, references: [], parts: build.parts, left: build.left, picks, newId: () => 'cut' }).find((o) => /within these edges/.test(o.words)) // prettier-ignore
  const made = await built(takeOffer(offered([...edges, picked({ kept: tip })])!)(document))
  expect([made.problems, made.build.parts.length]).toEqual([[], 2])
  const some = await built(takeOffer(offered([...edges.slice(2), picked({ kept: tip })])!)(document))
  expect(some.problems[0]).toMatchObject({ field: 'run', kind: 'open' })
  expect(offered([picked({ kept: tip })])).toBeUndefined()
})

/** A handle of two arms and a bar, on one side of the vase. */
const HANDLE: readonly StepOf[] = [
  solid({ width: '62', depth: '10', height: '8', at: at('15', '0'), lift: '12', how: 'add', parts: ['part'] }, 'low'), // prettier-ignore
  solid({ width: '62', depth: '10', height: '8', at: at('15', '0'), lift: '40', how: 'add', parts: ['part'] }, 'high'), // prettier-ignore
  solid({ width: '8', depth: '10', height: '36', at: at('42', '0'), lift: '12', how: 'add', parts: ['part'] }, 'bar'), // prettier-ignore
]

test('a handle comes off both of its feet in one piece, with the same gap at both and a pin in each', async () => {
  const bare = (await built(sheetOf(...VASE()))).volumes['part']!
  const pins: StepOf = ['dowels', { across: '3', long: '3', count: '2', lead: '0', gap: '0.1' }, 'j']
  const { problems, volumes, rows, build } = await takenOff([...VASE(), ...HANDLE], (p) => facing(p, [1, 0, 0], 46), pins) // prettier-ignore
  expect(problems).toEqual([])
  expect(build.parts).toHaveLength(2)
  expect(new Set(rows.map((r) => r.verdict))).toEqual(new Set(['holds']))
  expect(rows[0]!.measured).toBeCloseTo(0.2, 2)
  const pinned = 2 * Math.PI * 1.5 ** 2 * 3
  expect(Math.abs(volumes['d.1']! - bare - pinned)).toBeLessThan(2 * 0.05 * 10 * 8 * 1.2 + 0.3)
  expect(build.steps.at(-1)!.places!.at).toHaveLength(2)
})

test('a handle is known to come off, and over two sides as well; what a bore goes through to the inside is not, and is refused', async () => {
  const outOf = async (steps: readonly StepOf[]) => {
    const part = (await built(sheetOf(...steps))).build.parts.find((p) => p.id === 'part')!
    const on = pointable(part.mesh)
    const facts = faceFacts(on)
    return new Set(
      on.topology.surfaceOf.flatMap((s, r) => ((facts[r]! & OUT) > 0 ? [part.mesh.surfaces[s]!.step] : [])),
    )
  }
  const over = solid({ width: '40', depth: '10', height: '8', at: at('22', '0'), lift: '58', how: 'add', parts: ['part'] }, 'over') // prettier-ignore
  expect(await outOf([...VASE(), ...HANDLE])).toEqual(new Set(['low', 'high', 'bar']))
  const shoulder = [...VASE(), ...HANDLE.slice(0, 1), solid({ width: '8', depth: '10', height: '54', at: at('42', '0'), lift: '12', how: 'add', parts: ['part'] }, 'bar'), over] // prettier-ignore
  const { problems, rows } = await takenOff(shoulder, (p) => facing(p, [1, 0, 0], 46))
  expect([problems, rows.map((r) => r.verdict)]).toEqual([[], ['holds', 'holds']])
  const bore: StepOf = ['solid', { shape: 'cylinder', across: '6', height: '40', on: { base: 'side', off: '20' }, at: at(0, 29), how: 'take', parts: ['part'] }, 'bore'] // prettier-ignore
  expect(await outOf([...VASE(), NOSE(), bore])).toEqual(new Set())
  const bored = await takenOff([...VASE(), NOSE(), bore], (p) => facing(p, [1, 0, 0], 45))
  expect(bored.problems[0]).toMatchObject({ kind: 'feet', field: 'holds' })
})
