import fc from 'fast-check'
import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'
import { Kernel } from '../../kernel/kernel'
import { measureLedger } from '../../fit/ledger'
import { runChecks } from '../../checks'
import { pointable } from '../../faces/resolve'

const PLATE: StepOf = ['solid', { width: '60', depth: '30', height: '5' }, 'plate']
const hole = (along: number, across = '4'): StepOf => ['holes', { on: { base: 'ground', off: '5' }, where: 'places', at: [at(along, '3')], for: 'plain', across, parts: ['plate'] }, `hole${along}`] // prettier-ignore
const same = (fields: Fields = {}): StepOf => ['symmetric', { part: 'plate', at: { base: 'side', off: '0' }, ...fields }, 'same'] // prettier-ignore
const whole = 60 * 30 * 5

test('what is done on the side that counts is done on the other, and what is on the other only is gone', async () => {
  const one = await built(sheetOf(PLATE, hole(20)))
  const bore = whole - one.volumes['plate']!
  const both = await built(sheetOf(PLATE, hole(20), same()))
  expect(both.problems).toEqual([])
  expect(whole - both.volumes['plate']!).toBeCloseTo(2 * bore, 2)
  expect(both.notes.join(' ')).toContain(`${bore.toFixed(0)} mm³ are otherwise on the other side now.`)
  const other = await built(sheetOf(PLATE, hole(20), same({ as: 'behind' })))
  expect(other.volumes['plate']).toBeCloseTo(whole, 2)
  const already = await built(sheetOf(PLATE, same()))
  expect(already.notes).toContain('It was the same on both sides already.')
})

test('a face that goes through the plane stays one face, and is found again by later steps', async () => {
  const { build } = await built(sheetOf(PLATE, hole(20), same()))
  const part = build.parts[0]!
  const on = pointable(part.mesh)
  const flat = on.topology.surfaceOf.filter((s) => part.mesh.surfaces[s]!.shape.kind === 'plane')
  // The two ends, and front, back, top and bottom once each.
  expect(flat).toHaveLength(6)
  expect(on.topology.surfaceOf).toHaveLength(8)
  const face = facing(part, [0, 0, 1])
  const drawn: StepOf[] = [
    ['drawing', { on: { part: 'plate', face, datum: 'middle', off: '0' }, shapes: [shape('circle', { across: '6' })] }, 'd'], // prettier-ignore
    ['extrude', { drawing: 'd', by: '3', how: 'add', parts: ['plate'] }, 'stud'],
  ]
  const more = await built(sheetOf(PLATE, hole(20), same(), ...drawn))
  expect(more.problems).toEqual([])
  expect((more.volumes['plate']! - build.parts[0]!.volume) / (3 * Math.PI * 9)).toBeCloseTo(1, 2)
})

test('a slanted plane gives one closed piece of twice the half', async () => {
  const face = facing((await built(sheetOf(PLATE))).build.parts[0]!, [1, 0, 0])
  const plane = { part: 'plate', face, datum: 'middle', off: '-20', edge: 'low', angle: '25' }
  const { volumes, problems, build } = await built(sheetOf(PLATE, same({ at: plane, as: 'behind' })))
  expect(problems).toEqual([])
  const kernel = await Kernel.load()
  const { mesh } = build.parts[0]!
  const solid = kernel.fromTriangles(mesh.positions, mesh.indices, { step: '', role: '', shape: { kind: 'free' } })
  expect(solid.ok && kernel.bodies(solid.value)).toHaveLength(1)
  expect(volumes['plate']).toBeGreaterThan(whole / 2)
})

test('what breaks it afterwards is told, with the step that does', async () => {
  const told = async (...steps: StepOf[]) => {
    const project = sheetOf(...steps)
    const { build } = await built(project)
    const findings = runChecks({ project, build, ledger: measureLedger(build), kernel: await Kernel.load() })
    return findings.filter((f) => f.check === 'same on both sides').map((f) => `${f.title} ${f.text}`)
  }
  expect(await told(PLATE, hole(20), same())).toEqual([])
  const [text] = await told(PLATE, hole(20), same(), hole(-12))
  expect(text).toContain('is not the same on both sides. One side has 62.')
  expect(text).toContain('Step 4 after it changes it; moved up before step 3')
  expect(await told(PLATE, hole(20), same(), hole(0))).toEqual([])
})

test('of any half with holes anywhere the whole is twice the half', async () => {
  const holes = fc.array(fc.record({ along: fc.integer({ min: 5, max: 26 }), up: fc.integer({ min: -12, max: 12 }) }), { minLength: 1, maxLength: 5 }) // prettier-ignore
  await fc.assert(
    fc.asyncProperty(holes, fc.double({ min: -1, max: 1, noNaN: true }), async (places, off) => {
      const bored: StepOf = ['holes', { on: { base: 'ground', off: '5' }, where: 'places', at: places.map((p) => at(p.along, p.up)), for: 'plain', across: '3', parts: ['plate'] }, 'bored'] // prettier-ignore
      const plane = { base: 'side', off: `${off}` }
      const half = await built(sheetOf(PLATE, bored, ['plane-cut', { part: 'plate', at: plane, keep: 'front' }, 'cut']), 'view') // prettier-ignore
      const both = await built(sheetOf(PLATE, bored, same({ at: plane })), 'view')
      expect(both.problems).toEqual([])
      expect(both.volumes['plate']).toBeCloseTo(2 * half.volumes['plate']!, 1)
    }),
    { numRuns: 15 },
  )
})
