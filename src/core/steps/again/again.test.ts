import fc from 'fast-check'
import { at, built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'
import { setField } from '../../document/edits'
import { offersAt } from '../offers'

const PLATE: StepOf = ['solid', { width: '80', depth: '60', height: '5' }, 'plate']
const BORE: StepOf = ['holes', { on: { base: 'ground', off: '5' }, where: 'places', at: [at('-30', '-20')], for: 'plain', across: '6', parts: ['plate'] }, 'bore'] // prettier-ignore
const KNOB: StepOf = ['solid', { shape: 'cylinder', across: '8', height: '7', on: { base: 'ground', off: '5' }, at: at('-30', '0'), how: 'add', parts: ['plate'] }, 'knob'] // prettier-ignore
const again = (fields: Fields, of: readonly StepOf[] = [BORE]) => sheetOf(PLATE, ...of, ['again', { step: of[0]![2]!, parts: ['plate'], ...fields }, 'more']) // prettier-ignore

test('a hole in a row and in a ring takes what the same holes take, and follows the step', async () => {
  const one = await built(sheetOf(PLATE, BORE))
  const whole = 80 * 60 * 5
  const hole = whole - one.volumes['plate']!
  const row = await built(again({ how: 'line', count: '4', by: '15', way: 'right' }))
  expect(row.problems).toEqual([])
  expect(whole - row.volumes['plate']!).toBeCloseTo(4 * hole, 2)
  expect(row.build.parts.map((p) => p.id)).toEqual(['plate'])
  const ring = again({ how: 'ring', count: '6', at: { base: 'ground', off: '0' } }, [['holes', { ...(BORE[1] as object), at: [at('-20', '0')] }, 'bore']]) // prettier-ignore
  expect(whole - (await built(ring)).volumes['plate']!).toBeCloseTo(6 * hole, 2)
  const wider = await built(setField('bore', 'across', '12')(ring))
  expect(whole - wider.volumes['plate']!).toBeCloseTo(6 * 4 * hole, -1)
})

test('a knob mirrored, and what was done again done once more', async () => {
  const one = await built(sheetOf(PLATE, KNOB))
  const knob = one.volumes['plate']! - 80 * 60 * 5
  const pair = again({ how: 'mirror', at: { base: 'side', off: '0' } }, [KNOB])
  const twice = await built({ ...pair, steps: [...pair.steps, { id: 'third', kind: 'again', off: false, fields: { step: 'more', how: 'line', by: '15', way: 'back', parts: ['plate'] } }] }) // prettier-ignore
  expect(twice.problems).toEqual([])
  expect(twice.volumes['plate']! - 80 * 60 * 5).toBeCloseTo(3 * knob, 2)
})

test('says which of them do not meet the part, and what has nothing that could be done again', async () => {
  const far = await built(again({ how: 'line', count: '4', by: '25', way: 'back' }))
  expect(far.notes).toContain('Number 4 does not meet the part.')
  const none = await built(again({ step: 'plate' }))
  expect(none.problems).toMatchObject([{ kind: 'no-step', field: 'step' }])
  expect((await built(again({ parts: [] }))).problems).toMatchObject([{ kind: 'no-part', field: 'parts' }])
})

test('is offered on a face that such a step made', async () => {
  const project = sheetOf(PLATE, KNOB)
  const { build } = await built(project)
  const part = build.parts[0]!
  const face = facing(part, [0, 0, 1], 12)
  const pick = { kind: 'surface', owner: 'plate', name: face.name, kept: face, size: [8, 8, 0], shape: { kind: 'plane', normal: [0, 0, 1], point: [0, 0, 12] } } // prettier-ignore
  const situation = { document: project, references: [], parts: build.parts, left: build.left, picks: [pick], newId: () => 'new' } // prettier-ignore
  const offer = offersAt(situation as never).find((o) => o.words === 'do this again elsewhere')!
  expect(offer.steps).toEqual([{ id: 'new', kind: 'again', off: false, fields: { step: 'knob', how: 'line', count: '2', by: '10', parts: ['plate'] } }]) // prettier-ignore
})

test('however often and wherever, a pocket that lies free of the others takes as much each time', async () => {
  const run = fc.record({ count: fc.integer({ min: 2, max: 5 }), by: fc.double({ min: 6.5, max: 14, noNaN: true }), deep: fc.double({ min: 0.5, max: 4, noNaN: true }) }) // prettier-ignore
  await fc.assert(
    fc.asyncProperty(run, async ({ count, by, deep }) => {
      const pocket: StepOf = ['solid', { width: '6', depth: '9', height: '9', on: { base: 'ground', off: `5-${deep}` }, at: at('-30', '3'), how: 'take', parts: ['plate'] }, 'pocket'] // prettier-ignore
      const { volumes, problems } = await built(again({ how: 'line', count: `${count}`, by: `${by}` }, [pocket]))
      expect(problems).toEqual([])
      expect(80 * 60 * 5 - volumes['plate']!).toBeCloseTo(count * 6 * 9 * deep, 2)
    }),
    { numRuns: 20 },
  )
})
