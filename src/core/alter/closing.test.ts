import { at, built, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { kept } from '../../../tests/support/facing'
import type { BuiltPart } from '../built/built'
import { pointable } from '../faces/resolve'

const partOf = async (steps: readonly StepOf[]) => (await built(sheetOf(...steps))).build.parts.find((p) => p.id === 'it')! // prettier-ignore
const removed = (steps: readonly StepOf[], faces: object[]) => built(sheetOf(...steps, ['remove-faces', { part: 'it', faces }, 'r'])) // prettier-ignore
/** A face of a step that looks a way, or is round. */
function faceOf(
  part: BuiltPart,
  step: string,
  is: (shape: { kind: string; normal?: readonly number[]; hole?: boolean }) => boolean,
) {
  // prettier-ignore
  const on = pointable(part.mesh)
  return kept(part, on, on.topology.surfaceOf.findIndex((s) => part.mesh.surfaces[s]!.step === step && is(part.mesh.surfaces[s]!.shape))) // prettier-ignore
}
const looks = (way: readonly number[]) => (shape: { normal?: readonly number[] }) => !!shape.normal?.every((v, k) => Math.abs(v - way[k]!) < 1e-6) // prettier-ignore

/** A turned body: a sleeve with a flange at its foot. */
const SLEEVE: StepOf[] = [
  ['solid', { shape: 'cylinder', across: '34', height: '18' }, 'it'],
  ['solid', { shape: 'cylinder', across: '48', height: '3', how: 'add', parts: ['it'] }, 'flange'],
]
const rib = (depth: string, more: object = {}): StepOf =>
  ['solid', { width: '5', depth: '3', height: depth, lift: '1', at: at('18', '0'), how: 'add', parts: ['it'], ...more }, 'rib'] // prettier-ignore

test('a rib between a round wall and a flange goes, and both close as if it had never been', async () => {
  const whole = await partOf(SLEEVE)
  for (const high of ['10', '17']) {
    const part = await partOf([...SLEEVE, rib(high)])
    expect(part.volume).toBeGreaterThan(whole.volume + 10)
    const { problems, volumes, build } = await removed([...SLEEVE, rib(high)], [faceOf(part, 'rib', looks([1, 0, 0]))])
    expect(problems).toEqual([])
    if (high === '10') expect(volumes['it']).toBeCloseTo(whole.volume, 3)
    const surfaces = pointable(build.parts[0]!.mesh).topology.surfaceOf.length
    if (high === '10') expect(surfaces).toBe(pointable(whole.mesh).topology.surfaceOf.length)
  }
})

test('a boss on a round wall and a hole into it go', async () => {
  const side = { base: 'side', off: '10' }
  const boss: StepOf = ['solid', { shape: 'cylinder', across: '6', height: '12', on: side, at: at('0', '10'), how: 'add', parts: ['it'] }, 'boss'] // prettier-ignore
  const whole = await partOf([SLEEVE[0]!])
  const part = await partOf([SLEEVE[0]!, boss])
  const out = await removed([SLEEVE[0]!, boss], [faceOf(part, 'boss', looks([1, 0, 0]))])
  expect([out.problems, out.volumes['it']]).toEqual([[], expect.closeTo(whole.volume, 3)])
  const bore: StepOf = ['solid', { shape: 'cylinder', across: '6', height: '12', on: side, at: at('0', '10'), how: 'take', parts: ['it'] }, 'bore'] // prettier-ignore
  const drilled = await partOf([SLEEVE[0]!, bore])
  const closed = await removed([SLEEVE[0]!, bore], [faceOf(drilled, 'bore', ({ kind }) => kind === 'cylinder')])
  expect([closed.problems, closed.volumes['it']]).toEqual([[], expect.closeTo(whole.volume, 3)])
})

test('a hole through both walls of a tube closes in all four of its rims', async () => {
  const tube: StepOf = ['solid', { shape: 'tube', across: '30', wall: '3', height: '40' }, 'it']
  const bore: StepOf = ['solid', { shape: 'cylinder', across: '7', height: '60', on: { base: 'side', off: '-30' }, at: at('0', '20'), how: 'take', parts: ['it'] }, 'bore'] // prettier-ignore
  const whole = await partOf([tube])
  const part = await partOf([tube, bore])
  const on = pointable(part.mesh)
  const walls = on.topology.surfaceOf.flatMap((s, r) =>
    part.mesh.surfaces[s]!.step === 'bore' ? [kept(part, on, r)] : [],
  )
  expect(walls).toHaveLength(2)
  const { problems, volumes } = await removed([tube, bore], walls)
  expect([problems, volumes['it']]).toEqual([[], expect.closeTo(whole.volume, 3)])
})

test('a rib in a corner of three walls and one from wall to wall go', async () => {
  const tray: StepOf[] = [
    ['solid', { width: '40', depth: '30', height: '20' }, 'it'],
    ['solid', { width: '34', depth: '24', height: '20', lift: '3', how: 'take', parts: ['it'] }, 'room'],
  ]
  const whole = await partOf(tray)
  for (const fields of [
    { width: '6', depth: '6', height: '8', lift: '2', at: at('15', '10') },
    { width: '2', depth: '26', height: '8', lift: '2', at: at('4', '0') },
  ]) {
    const corner: StepOf = ['solid', { ...fields, how: 'add', parts: ['it'] }, 'rib']
    const part = await partOf([...tray, corner])
    const { problems, volumes } = await removed([...tray, corner], [faceOf(part, 'rib', looks([0, 0, 1]))])
    expect([problems, volumes['it']]).toEqual([[], expect.closeTo(whole.volume, 3)])
  }
})

test('what goes all the way round is refused', async () => {
  const part = await partOf(SLEEVE)
  const { problems } = await removed(SLEEVE, [faceOf(part, 'flange', ({ kind }) => kind === 'cylinder')])
  expect(problems[0]!.message).toContain('no boss, hole or sign')
})
