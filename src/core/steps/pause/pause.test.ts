import { emptyProject, projectSchema } from '../../document/schema'
import { measureLedger } from '../../fit/ledger'
import { Kernel } from '../../kernel/kernel'
import { prove } from '../../prove/prove'
import { built, sheetOf, type StepOf } from '../../../../tests/support/drawn'

/** A block of 30 x 30 x 12 with a bay of 10.4 x 10.4 from 4 mm up, as high as is said, and a nut of 10 x 10 x 4 in it. */
const block = (bay: number): StepOf[] => [
  ['solid', { width: '30', depth: '30', height: '12' }, 'block'],
  ['solid', { width: '10.4', depth: '10.4', height: String(bay), on: { base: 'ground', off: '4' }, how: 'take', parts: ['block'] }, 'bay'], // prettier-ignore
  ['solid', { width: '10', depth: '10', height: '4', on: { base: 'ground', off: '4' } }, 'nut'],
]
const pause = (fields: object): StepOf => ['pause', { part: 'block', ...fields }, 'halt']
const halts = async (fields: object, bay = 5, printer: object = {}) => {
  const project = sheetOf(...block(bay), pause(fields))
  const made = await built({ ...project, printer: { ...project.printer, ...printer } })
  return { ...made, pauses: made.build.parts.find((p) => p.id === 'block')!.pauses ?? [], ledger: measureLedger(made.build) } // prettier-ignore
}

test('a pause is at the end of a layer, over the height asked or under it, also where the first layer is another', async () => {
  const at = async (fields: object, printer = {}) => (await halts(fields, 5, printer)).pauses.map((p) => [p.layers, Number(p.height.toFixed(6))]) // prettier-ignore
  expect(await at({ at: '8.5' })).toEqual([[43, 8.6]])
  expect(await at({ at: '8.5', end: 'under' })).toEqual([[42, 8.4]])
  expect(await at({ at: '8.5' }, { first: 0.3 })).toEqual([[42, 8.5]])
  expect(await at({ at: '8.5' }, { layer: 0.3, first: 0.2 })).toEqual([[29, 8.6]])
  expect(await at({ at: '4 + 4.5' })).toEqual([[43, 8.6]])
})

test('what is laid in has a row for its way in, with the gap that it has; what is told goes with the notes', async () => {
  const { ledger, problems, notes } = await halts({ at: '8.8', laid: 'parts', parts: ['nut'], to: 'press the nut in' })
  expect(problems).toEqual([])
  expect(notes.join()).toContain('Pause at 8.80 mm, after 44 layers, and press the nut in.')
  expect(ledger.find((r) => r.id.startsWith('halt'))).toMatchObject({
    verdict: 'holds',
    measured: expect.closeTo(0.05, 3),
  })
})

test('what cannot get in, as more is printed over it by then, is told by its row', async () => {
  // The roof of the bay begins at 8.2 mm: at 8.8 it is closed.
  const { ledger } = await halts({ at: '8.8', laid: 'parts', parts: ['nut'] }, 4.2)
  expect(ledger.find((r) => r.id.startsWith('halt'))!.verdict).not.toBe('holds')
})

test.each([
  [{ at: '8', laid: 'parts', parts: ['nut'] }, 'at', /stands up to 8\.00 mm.*goes on at 8\.00 mm; from 8\.20 mm on/],
  [{ at: '12' }, 'at', /12\.00 mm high.*up to 11\.80 mm/],
  [{ at: '0.1', end: 'under' }, 'at', /from 0\.20 mm on/],
  [{ laid: 'parts' }, 'parts', /Choose the part/],
  [{ laid: 'gathered' }, 'which', /Nothing is gathered/],
])('%j is refused', async (fields, field, message) => {
  expect((await halts(fields)).problems[0]).toMatchObject({ field, message: expect.stringMatching(message) })
})

test('a part that is laid another way is halted at that height of the other way; several pauses are in order', async () => {
  const project = sheetOf(...block(5), pause({ at: '20' }), ['pause', { part: 'block', at: '9', to: 'change the filament' }, 'next']) // prettier-ignore
  const upright = { ...project, parts: { block: { lies: [0, -1, 0] as [number, number, number] } } }
  const { build, problems } = await built(upright)
  expect(problems).toEqual([])
  const { pauses } = build.parts.find((p) => p.id === 'block')!
  expect(pauses!.map((p) => [p.layers, p.to])).toEqual([
    [45, 'change the filament'],
    [100, 'lay in what comes into it'],
  ])
})

test('the proof tells the pause and what the layer over it spans, at the layer that it is', async () => {
  const { build } = await halts({ at: '9', end: 'over' }, 5)
  const project = projectSchema.parse(emptyProject('Block'))
  const { lines } = await prove(
    await Kernel.load(),
    project,
    build.parts.find((p) => p.id === 'block')!,
  )
  const line = lines.find((l) => l.id === 'pauses')!
  expect(line.says).toMatch(/pause at 9\.00 mm, after 45 layers.*spans up to 10\.4/)
  expect(line.places[0]!.layer).toBe(46)
})
