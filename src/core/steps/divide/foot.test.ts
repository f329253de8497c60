import { readFileSync } from 'node:fs'
import { built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing, kept } from '../../../../tests/support/facing'
import { noTools } from '../../../../tests/support/tools'
import { OUT } from '../../alter/fact-bits'
import { faceFacts } from '../../alter/face-facts'
import type { BuiltPart } from '../../built/built'
import { makeReference } from '../../document/schema'
import { pointable } from '../../faces/resolve'
import { measureLedger } from '../../fit/ledger'
import { type Imported, readFile } from '../../formats/read-file'
import { expectOk } from '../../result'

const solid = (fields: Fields, id: string): StepOf => ['solid', fields, id]
const at = (along: number, up: number) => ({ along, up, from: '' })
const into = { how: 'add', parts: ['part'] }
/** A floor of 80 x 60 x 6 with a wall 6 thick and 50 high at its left, whose inside lies at x = -34. */
const ANGLE = [solid({ width: '80', depth: '60', height: '6' }, 'part'), solid({ width: '6', depth: '60', height: '50', at: at(-37, 0), ...into }, 'wall')] // prettier-ignore

async function takenOff(steps: readonly StepOf[], held: (part: BuiltPart) => object, ...more: StepOf[]) {
  const whole = await built(sheetOf(...steps))
  const part = whole.build.parts[0]!
  const cut: StepOf = ['divide', { part: 'part', line: 'foot', may: 'piece', holds: [held(part)], gap: '0.2' }, 'd']
  const made = await built(sheetOf(...steps, cut, ...more))
  return { ...made, part, whole: whole.volumes['part']!, rows: measureLedger(made.build) }
}

test('a block in an inner corner comes off both faces that it stands on; the rest stays as it was', async () => {
  const block = solid({ width: '20', depth: '14', height: '20', at: at(-24, 0), lift: '6', ...into }, 'block')
  const bare = (await built(sheetOf(...ANGLE))).volumes['part']!
  const { problems, volumes, rows } = await takenOff([...ANGLE, block], (p) => facing(p, [1, 0, 0], -14))
  expect(problems).toEqual([])
  expect(volumes['d.1']! / bare).toBeCloseTo(1, 4)
  // 0.202 off the wall and off the floor.
  expect(volumes['d.2']).toBeCloseTo((20 - 0.202) ** 2 * 14, 1)
  expect(rows[0]).toMatchObject({ verdict: 'holds' })
  expect(rows[0]!.measured).toBeCloseTo(0.2, 2)
  expect(rows.find((r) => /going together/.test(r.between))!.verdict).toBe('holds')
})

test('what lies over an outer edge comes off both faces there', async () => {
  const bar = solid({ width: '60', depth: '40', height: '20' }, 'part')
  // Over the right upper edge: 12 to the left of it and 8 below, 6 thick.
  const over = [solid({ width: '18', depth: '10', height: '14', at: at(27, 0), lift: '12', ...into }, 'over')]
  const { problems, volumes, rows } = await takenOff([bar, ...over], (p) => facing(p, [0, 0, 1], 26))
  expect(problems).toEqual([])
  expect(volumes['d.1']! / (60 * 40 * 20)).toBeCloseTo(1, 4)
  // Round in its corner, which is as far off the edge as its faces are off theirs.
  const corner = (1 - Math.PI / 4) * 0.202 ** 2
  expect(volumes['d.2']).toBeCloseTo((18 * 14 - (12 + 0.202) * (8 + 0.202) + corner) * 10, 1)
  expect(rows[0]!.measured).toBeCloseTo(0.2, 2)
})

test('what lies over a corner is round inside along its three edges and about their end', async () => {
  const bar = solid({ width: '60', depth: '40', height: '20' }, 'part')
  const cap = solid({ width: '20', depth: '20', height: '20', at: at(30, 20), lift: '10', ...into }, 'cap')
  const whole = await built(sheetOf(bar, cap))
  const held = facing(whole.build.parts[0]!, [0, 0, 1], 30)
  const { problems, volumes, build } = await built(sheetOf(bar, cap, ['divide', { part: 'part', line: 'foot', may: 'piece', holds: [held], gap: '2' }, 'd'])) // prettier-ignore
  expect(problems).toEqual([])
  // Of the cap what is no farther than the gap from the corner of 10 in it goes, by Steiner: its faces, edges and corner grown.
  const g = 2.002
  const near = 1000 + 3 * 100 * g + 3 * 10 * (Math.PI / 4) * g ** 2 + (Math.PI / 6) * g ** 3
  expect(volumes['d.2']! / (8000 - near)).toBeCloseTo(1, 4)
  expect(measureLedger(build)[0]!.measured).toBeCloseTo(2, 2)
})

test('a boss comes off a plate as along its face, with pins there; a rib off a drum as along its round', async () => {
  const plate = solid({ width: '80', depth: '60', height: '6' }, 'part')
  const boss = solid({ width: '24', depth: '24', height: '20', at: at(10, 4), lift: '6', ...into }, 'boss')
  const flat = await takenOff([plate, boss], (p) => facing(p, [0, 0, 1], 26), ['dowels', { long: '4' }, 'j'])
  expect(flat.problems).toEqual([])
  expect(flat.rows.map((r) => r.verdict)).toEqual(Array(flat.rows.length).fill('holds'))
  const drum = solid({ shape: 'cylinder', across: '40', height: '60' }, 'part')
  const rib = solid({ width: '30', depth: '8', height: '20', at: at(20, 0), on: { base: 'ground', off: '20' }, ...into }, 'rib') // prettier-ignore
  const round = await takenOff([drum, rib], (p) => facing(p, [1, 0, 0]))
  expect(round.problems).toEqual([])
  expect(round.volumes['d.1']! / (Math.PI * 400 * 60)).toBeCloseTo(1, 3)
})

test('in a corner pins stand on the face that more of it stands on, and let it slide down along the other', async () => {
  const block = solid({ width: '40', depth: '30', height: '30', at: at(-14, 0), lift: '6', ...into }, 'block')
  const floor = solid({ width: '80', depth: '60', height: '16', lift: '-10', ...into }, 'thick')
  const { problems, rows, volumes, build } = await takenOff([...ANGLE, floor, block], (p) => facing(p, [1, 0, 0], 6), ['dowels', { across: '4', long: '4', count: '2', lead: '0', gap: '0.1' }, 'j']) // prettier-ignore
  expect(problems).toEqual([])
  expect(rows.map((r) => r.verdict)).toEqual(Array(rows.length).fill('holds'))
  // Into the block from below, 0.2 above the floor.
  expect((40 - 0.202) * (30 - 0.202) * 30 - volumes['d.2']!).toBeCloseTo(2 * Math.PI * 2.1 ** 2 * 3.9, 0)
  expect(build.parts.find((p) => p.id === 'd.2')!.piece!.away.map((v) => Math.round(v))).toEqual([0, 0, 1])
})

test('where something stands in the way of the first it comes off by another, and pins stand that way', async () => {
  const block = solid({ width: '30', depth: '20', height: '40', at: at(-19, 0), lift: '6', ...into }, 'block')
  const across = solid({ width: '6', depth: '60', height: '50', at: at(37, 0), ...into }, 'across')
  const floor = solid({ width: '80', depth: '60', height: '16', lift: '-10', ...into }, 'thick')
  const open = await takenOff([...ANGLE, floor, block], (p) => facing(p, [1, 0, 0], -4))
  const shut = await takenOff([...ANGLE, floor, across, block], (p) => facing(p, [1, 0, 0], -4), ['dowels', { across: '4', long: '4' }, 'j']) // prettier-ignore
  const away = ({ build }: typeof open) => build.parts.find((p) => p.id === 'd.2')!.piece!.away.map((v) => Math.round(v)) // prettier-ignore
  expect([away(open), away(shut)]).toEqual([[1, 0, 0], [0, 0, 1]]) // prettier-ignore
  expect(shut.problems).toEqual([])
  expect(shut.rows.map((r) => r.verdict)).toEqual(Array(shut.rows.length).fill('holds'))
})

test('what can be taken off is known of its faces, and of no others', async () => {
  const block = solid({ width: '20', depth: '14', height: '20', at: at(-24, 0), lift: '6', ...into }, 'block')
  const { build } = await built(sheetOf(...ANGLE, block))
  const on = pointable(build.parts[0]!.mesh)
  const facts = faceFacts(on)
  const out = on.topology.surfaceOf.flatMap((s, r) => ((facts[r]! & OUT) > 0 ? [build.parts[0]!.mesh.surfaces[s]!.step] : [])) // prettier-ignore
  expect(out).toEqual(['block', 'block', 'block', 'block'])
})

test('what has no foot, or stands between two walls, is refused at its face', async () => {
  const bar = solid({ width: '60', depth: '40', height: '20' }, 'part')
  const none = await takenOff([bar], (p) => facing(p, [0, 0, 1]))
  expect(none.problems[0]).toMatchObject({ field: 'holds', kind: 'no-foot' })
  const frame = [bar, solid({ width: '40', depth: '60', height: '30', lift: '-5', how: 'take', parts: ['part'] }, 'slot'), solid({ width: '60', depth: '4', height: '4', lift: '8', ...into }, 'web')] // prettier-ignore
  const apart = await built(sheetOf(...frame))
  expect(apart.problems).toEqual([])
  const between = await takenOff(frame, (p) => facing(p, [0, 0, 1], 12))
  expect(between.problems[0]).toMatchObject({ field: 'holds', kind: 'opposite' })
})

test('a rib between a drum and its flange comes off both, also where it reaches over the edge of the flange', async () => {
  const drum = solid({ shape: 'cylinder', across: '40', height: '30' }, 'part')
  const flanged = [drum, solid({ width: '60', depth: '60', height: '4', lift: '-4', ...into }, 'plate')]
  const bare = (await built(sheetOf(...flanged))).volumes['part']!
  for (const [width, along] of [
    ['30', 20],
    ['24', 17],
  ] as const) {
    const rib = solid({ width, depth: '8', height: '20', at: at(along, 0), ...into }, 'rib')
    const { problems, rows, volumes } = await takenOff([...flanged, rib], (p) => facing(p, [1, 0, 0], along + Number(width) / 2)) // prettier-ignore
    expect([problems, rows.map((r) => r.verdict)]).toEqual([[], ['holds', 'holds']])
    expect(rows[0]!.measured).toBeCloseTo(0.2, 2)
    expect(volumes['d.1']! / bare).toBeCloseTo(1, 3)
    // Off the flange by 0.202, and out of the drum so far that it is nowhere nearer than that.
    const inDrum = 4 * Math.sqrt(20.2 ** 2 - 16) + 20.2 ** 2 * Math.asin(4 / 20.2)
    expect(volumes['d.2']! / ((20 - 0.202) * (8 * (along + Number(width) / 2) - inDrum))).toBeCloseTo(1, 2)
  }
})

test('what reaches over the edge of the face that it stands on is cut along that face alone, with its section on it', async () => {
  const plate = solid({ width: '60', depth: '40', height: '6' }, 'part')
  const block = solid({ width: '40', depth: '20', height: '16', at: at(25, 0), lift: '6', ...into }, 'block')
  const { problems, rows, volumes } = await takenOff([plate, block], (p) => facing(p, [0, 0, 1], 22), ['dowels', { across: '4', long: '4', count: '2' }, 'j']) // prettier-ignore
  expect([problems, new Set(rows.map((r) => r.verdict))]).toEqual([[], new Set(['holds'])])
  expect(volumes['d.2']).toBeLessThan((16 - 0.202) * 40 * 20)
})

test.each(['stake-socket', 'tap-adapter'])(
  'what stands out of the found %s comes off along its foot: nothing of it stays, and it goes on again',
  async (name) => {
    const bytes = readFileSync(`demo/found/${name}.stl`)
    const file = 'c'.repeat(64)
    const read = expectOk(await readFile(bytes, `${name}.stl`, noTools))
    const { model } = read as Extract<Imported, { holds: 'solids' }>
    const reference = makeReference({
      id: 'r',
      name,
      kind: 'stl',
      file,
      fileName: `${name}.stl`,
      placing: 'as-in-file',
    })
    const sheet = (...steps: StepOf[]) => ({ ...sheetOf(['item', { reference: 'r', item: model.items[0]!.id }, 'part'], ...steps), references: [reference] }) // prettier-ignore
    const models = new Map([[file, model]])
    const part = (await built(sheet(), 'view', models)).build.parts[0]!
    const on = pointable(part.mesh)
    const facts = faceFacts(on)
    const held = [...facts.keys()].filter((r) => (facts[r]! & OUT) > 0)
    expect(held.length).toBeGreaterThan(5)
    for (const region of held.filter((_, i) => i % 4 === 0)) {
      const { build, problems, volumes } = await built(sheet(['divide', { part: 'part', line: 'foot', may: 'piece', holds: [kept(part, on, region)], gap: '0.2' }, 'd']), 'view', models) // prettier-ignore
      expect(problems).toEqual([])
      expect(build.parts).toHaveLength(2)
      expect(measureLedger(build).map((r) => r.verdict)).toEqual(['holds', 'holds'])
      // What the gap takes is little of it.
      const gone = part.volume - volumes['d.1']! - volumes['d.2']!
      expect(gone).toBeGreaterThan(0)
      expect(gone).toBeLessThan(0.6 * volumes['d.2']!)
    }
  },
)
