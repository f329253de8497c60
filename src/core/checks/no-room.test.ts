import { at, built, shape, sheetOf } from '../../../tests/support/drawn'
import { facing } from '../../../tests/support/facing'
import { setField } from '../document/edits'
import type { Project } from '../document/schema'
import { measureLedger } from '../fit/ledger'
import { Kernel } from '../kernel/kernel'
import { noRoom } from './no-room'

const PIN = ['solid', { shape: 'cylinder', across: '8', height: '20' }, 'pin'] as const
const PLATE = ['solid', { width: '40', depth: '40', height: '6', lift: '4' }, 'plate'] as const

async function said(project: Project) {
  const { build, problems } = await built(project)
  expect(problems).toEqual([])
  return noRoom({ project, build, ledger: measureLedger(build), kernel: await Kernel.load(), bodies: [] })
}
/** Does what the finding offers. */
async function mended(project: Project) {
  const [first] = await said(project)
  const { of, field, value } = first!.mend!
  const next = setField(of, field, value)(project)
  expect(await said(next)).toEqual([])
  return next
}

test('a hole of the pin’s own size is told, and mended in the step that made it', async () => {
  const typed = sheetOf(PIN, PLATE, ['holes', { across: '8', on: { base: 'ground', off: '10' }, at: [at('0', '0')], parts: ['plate'] }, 'h']) // prettier-ignore
  expect((await said(typed))[0]).toMatchObject({ title: 'Nothing goes in here without room: Part in Part 2.', weight: 'look' }) // prettier-ignore
  expect((await mended(typed)).steps[2]!.fields.across).toBe('8 + 2*fit.sliding')
  const drawn = sheetOf(
    PIN,
    ['drawing', { shapes: [shape('rectangle', { width: '40', height: '40', at: at(0, 0) }, 'r'), shape('circle', { across: '4*2', at: at(0, 0), is: 'hole' }, 'bore')] }, 'd'], // prettier-ignore
    ['extrude', { drawing: 'd', by: '6' }, 'plate'],
  )
  await mended(drawn)
  const { build } = await built(sheetOf(PIN, PLATE))
  const fit = sheetOf(PIN, PLATE, ['fit', { of: [{ part: 'pin', face: facing(build.parts[0]!, [0, 0, 1]) }], gap: '0', parts: ['plate'] }, 'f']) // prettier-ignore
  expect((await mended(fit)).steps[2]!.fields.gap).toBe('fit.sliding')
})

test('with room, beside it, or above it there is nothing to say', async () => {
  const hole = (across: string, on: object, place: [number, number]) => sheetOf(PIN, PLATE, ['holes', { across, on, at: [at(`${place[0]}`, `${place[1]}`)], parts: ['plate'] }, 'h']) // prettier-ignore
  const top = { base: 'ground', off: '10' }
  expect(await said(hole('8.1', top, [0, 0]))).toEqual([])
  expect(await said(hole('8', top, [12, 3]))).toEqual([])
  const short = setField('pin', 'height', '3')(hole('8', top, [0, 0]))
  expect(await said(short)).toEqual([])
})
