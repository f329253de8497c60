import { at, built, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'
import { Random } from '../../../../tests/fuzz/random'
import { runChecks } from '../../checks'
import { setField } from '../../document/edits'
import { measureLedger } from '../../fit/ledger'
import { boxOfPositions } from '../../geometry/vec'
import { Kernel } from '../../kernel/kernel'
import type { Project } from '../../document/schema'

/** A square stud of 8 that stands 40 up, in a foot of 30 by 30 by 5. */
const STUD: StepOf[] = [
  ['solid', { width: '30', depth: '30', height: '5' }, 'foot'],
  ['solid', { width: '8', depth: '8', height: '35', lift: '5', how: 'add', parts: ['foot'] }, 'stud'],
]
const ARM: StepOf = ['solid', { width: '60', depth: '20', height: '6', lift: '15', at: at(20, 0) }, 'arm']

/** The arm over the stud, with a gap of 0.2, and more steps. */
async function overStud(...more: StepOf[]): Promise<Project> {
  const { build } = await built(sheetOf(...STUD, ARM))
  const of = [{ part: 'foot', face: facing(build.parts[0]!, [0, 0, 1]) }]
  const face = build.parts[0]!.mesh.surfaces.findIndex((s) => s.step === 'stud' && s.role === 'far')
  expect(face).toBeGreaterThan(-1)
  of[0]!.face = { name: { step: 'stud', role: 'far' }, near: [0, 0, 40], of: 1 } as never
  return sheetOf(...STUD, ARM, ['fit', { of, parts: ['arm'], gap: '0.2' }, 'fit'], ...more)
}

async function checked(project: Project) {
  const { build, problems } = await built(project)
  const ledger = measureLedger(build)
  const findings = runChecks({ project, build, ledger, kernel: await Kernel.load() })
  return { build, problems, ledger, findings, titles: findings.map((f) => f.title) }
}
const wayOf = (rows: { id: string }[], id = 'way') => rows.find((r) => r.id === `${id}:way`)

test('a part stands where it is put on its way, and the least gap on all of it has a row', async () => {
  const project = await overStud(['motion', { part: 'arm', from: '0', to: '12', stands: '4', gap: '0.2' }, 'way'])
  const { build, ledger, problems } = await checked(project)
  expect(problems).toEqual([])
  const box = boxOfPositions(build.parts.find((p) => p.id === 'arm')!.mesh.positions)
  expect([box.min[2], box.max[2]]).toEqual([expect.closeTo(19, 4), expect.closeTo(25, 4)])
  expect(wayOf(ledger)).toMatchObject({ between: 'Part 2 on its way', verdict: 'holds', measured: expect.closeTo(0.2, 2) }) // prettier-ignore
  // Wherever it stands, the way is the same.
  for (const stands of ['0', '12', '7.3']) {
    const there = await checked(setField('way', 'stands', stands)(project))
    expect(wayOf(there.ledger)).toMatchObject({ measured: expect.closeTo(0.2, 2) })
  }
})

test('what stands in the way is told: the gap is 0, and where it is run into', async () => {
  const stop: StepOf = ['solid', { width: '10', depth: '10', height: '4', lift: '30', at: at(35, 0) }, 'stop']
  const free = await overStud(stop, ['motion', { part: 'arm', to: '8', gap: '0.2' }, 'way'])
  const kept = await checked(free)
  expect(wayOf(kept.ledger)).toMatchObject({ verdict: 'holds' })
  expect(kept.titles.some((t) => t.includes('runs into'))).toBe(false)
  // The arm ends at 21; the stop begins at 30. 9 - 0.1 is the last that keeps a tenth.
  const near = await checked(setField('way', 'to', '8.9')(free))
  expect(wayOf(near.ledger)).toMatchObject({ verdict: 'tight', measured: expect.closeTo(0.1, 2) })
  const hit = await checked(setField('way', 'to', '12')(free))
  expect(wayOf(hit.ledger)).toMatchObject({ verdict: 'tight', measured: 0 })
  expect(hit.titles).toContain('Part 2 runs into Part 3 on its way.')
})

test('the least gap of a turn is where it is, on 15 random ways', async () => {
  const random = new Random(11)
  for (let i = 0; i < 15; i++) {
    // A bar that turns about the upright axis at the origin, and a pin beside its circle.
    const [long, out, angle] = [20 + 20 * random.next(), 0.3 + 3 * random.next(), 30 + 100 * random.next()]
    const away = long + out + 2
    const [x, y] = [away * Math.cos((angle * Math.PI) / 180), away * Math.sin((angle * Math.PI) / 180)]
    const project = sheetOf(
      ['drawing', { shapes: [shape('slot', { across: '6', from: at(0, 0), to: at(long - 3, 0) }, 'bar')] }, 'd'],
      ['extrude', { drawing: 'd', by: '5' }, 'bar'],
      ['solid', { shape: 'cylinder', across: '4', height: '12', at: at(`${x}`, `${y}`) }, 'pin'],
      [
        'motion',
        { part: 'bar', how: 'turn', first: '0', last: '180', turned: `${180 * random.next()}`, gap: '0.1' },
        'way',
      ],
    )
    const { build, problems } = await built(project)
    expect(problems).toEqual([])
    expect(Math.abs(measureLedger(build).find((r) => r.id === 'way:way')!.measured! - out)).toBeLessThan(0.02)
  }
})

test('two that are coupled go together: neither is in the other’s way unless both come there at once', async () => {
  const block = (along: string): StepOf[1] => ({ width: '10', depth: '10', height: '10', at: at(along, 0) })
  const two = (goes: string): Project =>
    sheetOf(
      ['solid', block('0'), 'a'],
      ['solid', block('12'), 'b'],
      ['motion', { part: 'a', at: { base: 'side', off: '0' }, to: '20', stands: '5', gap: '1' }, 'first'],
      ['motion', { part: 'b', at: { base: 'side', off: '0' }, to: '20', goes, gap: '1' }, 'second'],
    )
  const coupled = await checked(two('coupled'))
  expect(coupled.build.parts.map((p) => boxOfPositions(p.mesh.positions).min[0])).toEqual([0, 12].map((x) => expect.closeTo(x, 4))) // prettier-ignore
  expect(wayOf(coupled.ledger, 'first')).toMatchObject({ measured: expect.closeTo(2, 3), verdict: 'holds' })
  expect(coupled.titles.some((t) => t.includes('runs into'))).toBe(false)
  const alone = await checked(two('alone'))
  expect(wayOf(alone.ledger, 'first')).toMatchObject({ measured: 0, verdict: 'tight' })
  expect(alone.titles).toContain('Part runs into Part 2 on its way.')
})

test('what slips over something and is kept by nothing is a finding, until there is a head', async () => {
  const loose = await checked(await overStud())
  const said = loose.findings.find((f) => f.check === 'kept-on')!
  expect(said).toMatchObject({ weight: 'look', title: expect.stringMatching(/^Nothing keeps Part 2? ?on Part/) })
  expect(said.text).toContain('towards the top')
  // Down it comes against the foot, which is wider than the hole.
  expect(said.text).not.toContain('bottom')
  const head: StepOf = ['solid', { width: '14', depth: '14', height: '2', lift: '39.999', how: 'add', parts: ['foot'] }, 'head'] // prettier-ignore
  expect((await checked(await overStud(head))).titles.some((t) => t.startsWith('Nothing keeps'))).toBe(false)
  const slim: StepOf = ['solid', { width: '8', depth: '8', height: '2', lift: '39.999', how: 'add', parts: ['foot'] }, 'head'] // prettier-ignore
  expect((await checked(await overStud(slim))).titles.some((t) => t.startsWith('Nothing keeps'))).toBe(true)
})

test('a way that is none, and a place off the way, are told at the field', async () => {
  const problem = async (fields: object) => (await built(sheetOf(...STUD, ['motion', { part: 'foot', ...fields }, 'm']))).problems[0] // prettier-ignore
  expect(await problem({ to: '0' })).toMatchObject({ field: 'to', message: expect.stringContaining('ends where it begins') }) // prettier-ignore
  expect(await problem({ to: '10', stands: '11' })).toMatchObject({ field: 'stands' })
  expect(await problem({ how: 'turn', last: '90', turned: '-5' })).toMatchObject({ field: 'turned' })
  expect(await problem({ goes: 'coupled' })).toMatchObject({ field: 'with' })
})
