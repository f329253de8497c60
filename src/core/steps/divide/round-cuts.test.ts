import { built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing, roundOf } from '../../../../tests/support/facing'
import type { BuiltPart } from '../../built/built'
import { measureLedger } from '../../fit/ledger'

const solid = (fields: Fields, id: string): StepOf => ['solid', fields, id]
const into = { how: 'add', parts: ['part'] }
const R = 20

async function takenOff(
  steps: readonly StepOf[],
  face: (part: BuiltPart) => object,
  way: readonly number[],
  fields: Fields = {},
  off?: number,
) {
  // prettier-ignore
  const whole = await built(sheetOf(...steps))
  const part = whole.build.parts[0]!
  const held = facing(part, way, off)
  const cut: StepOf = ['divide', { part: 'part', line: 'face', face: [face(part)], may: 'piece', holds: [held], gap: '0.15', ...fields }, 'd'] // prettier-ignore
  const made = await built(sheetOf(...steps, cut))
  return { ...made, whole: whole.volumes['part']!, rows: measureLedger(made.build) }
}

/** Over a chord of a circle of a radius, half of it so long: what lies under the circle. */
const underArc = (radius: number, half: number): number => half * Math.sqrt(radius ** 2 - half ** 2) + radius ** 2 * Math.asin(half / radius) // prettier-ignore

const DRUM = solid({ shape: 'cylinder', across: `${2 * R}`, height: '60' }, 'part')
const NOSE = solid({ width: '50', depth: '16', height: '20', at: { along: 20, up: 0, from: '' }, on: { base: 'ground', off: '20' }, ...into }, 'nose') // prettier-ignore

test('a nose comes off a drum along its round; the drum stays as it was, and the gap is even', async () => {
  const { problems, volumes, rows, build } = await takenOff([DRUM, NOSE], (p) => roundOf(p, 'cylinder'), [1, 0, 0])
  expect(problems).toEqual([])
  expect(build.parts).toHaveLength(2)
  const [drum, nose] = ['d.1', 'd.2'].map((id) => volumes[id]!)
  expect(drum! / (Math.PI * R * R * 60)).toBeCloseTo(1, 3)
  expect(nose).toBeCloseTo(20 * (45 * 16 - underArc(R + 0.15, 8)), -1)
  expect(rows.map((r) => [r.between, r.verdict])).toEqual([
    ['Cut 1 through Part', 'holds'],
    ['Part going together at cut 1', 'holds'],
  ])
  expect(rows[0]!.measured).toBeCloseTo(0.15, 2)
})

test('a rib comes off the inside of a tube', async () => {
  const tube: StepOf[] = [
    DRUM,
    solid({ shape: 'cylinder', across: '30', height: '80', on: { base: 'ground', off: '-10' }, how: 'take', parts: ['part'] }, 'bore'), // prettier-ignore
    solid({ width: '8', depth: '4', height: '20', at: { along: -13, up: 0, from: '' }, on: { base: 'ground', off: '20' }, ...into }, 'rib'), // prettier-ignore
  ]
  const { problems, volumes, rows } = await takenOff(tube, (p) => roundOf(p, 'cylinder', true), [1, 0, 0])
  expect(problems).toEqual([])
  expect(Math.min(...Object.values(volumes)) / (20 * (underArc(15 - 0.15, 2) - 4 * 9))).toBeCloseTo(1, 2)
  expect(rows[0]!.measured).toBeCloseTo(0.15, 2)
})

test.each([
  ['ball', { shape: 'ball', across: '40' }, 'sphere'],
  ['cone', { shape: 'cone', across: '60', top: '20', height: '40' }, 'cone'],
])('a peg comes off a %s, all of it and nothing else', async (_, fields, kind) => {
  const peg = solid({ width: '40', depth: '8', height: '8', at: { along: 20, up: 0, from: '' }, on: { base: 'ground', off: '16' }, ...into }, 'peg') // prettier-ignore
  const bare = (await built(sheetOf(solid(fields, 'part')))).volumes['part']!
  const { problems, volumes, rows, whole } = await takenOff([solid(fields, 'part'), peg], (p) => roundOf(p, kind), [1, 0, 0]) // prettier-ignore
  expect(problems).toEqual([])
  expect(volumes['d.1']! / bare).toBeCloseTo(1, 3)
  // The foot of the peg is about as large as its section, and stands on the face at a slant on the cone.
  expect(whole - volumes['d.1']! - volumes['d.2']!).toBeGreaterThan(0.1 * 64)
  expect(rows[0]!.measured).toBeCloseTo(0.15, 2)
  expect(rows[0]!.verdict).toBe('holds')
})

test('what has no way to be cut along is refused at its field', async () => {
  const flat = await takenOff([DRUM, NOSE], (p) => facing(p, [0, 0, 1], 60), [1, 0, 0])
  expect(flat.problems[0]).toMatchObject({ field: 'face', kind: 'not-round' })
  const often = await takenOff([DRUM, NOSE], (p) => roundOf(p, 'cylinder'), [1, 0, 0], { times: '2', may: 'whole' })
  expect(often.problems[0]).toMatchObject({ field: 'times' })
  const box = await takenOff([DRUM, NOSE], (p) => roundOf(p, 'cylinder'), [1, 0, 0], { may: 'box' })
  expect(box.problems[0]).toMatchObject({ field: 'may' })
})
