import { at, built, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'
import type { Pick } from '../../fit/picks'
import { boxOfPositions } from '../../geometry/vec'
import { takeOffer } from '../offers'
import { offerReplace } from './offers'

/** A first idea of 30 x 20 x 10 at x 50, with a peg on its top and a bevel; and what was designed for it: 24 x 16 x 14, hollow below. */
const IDEA: StepOf = ['solid', { width: '30', depth: '20', height: '10', at: at('50', '0') }, 'idea']
const BODY: StepOf = ['solid', { width: '24', depth: '16', height: '14', at: at('-40', '9') }, 'body']
const ROOM: StepOf = ['solid', { width: '10', depth: '8', height: '6', at: at('-40', '9'), how: 'take', parts: ['body'] }, 'room'] // prettier-ignore
const peg = async (): Promise<StepOf> => {
  const top = facing((await built(sheetOf(IDEA))).build.parts[0]!, [0, 0, 1])
  return ['solid', { shape: 'cylinder', across: '5', height: '7', on: { part: 'idea', face: top, datum: 'middle', off: '0' }, how: 'add', parts: ['idea'] }, 'peg'] // prettier-ignore
}
const REPLACE: StepOf = ['replace', { part: 'idea', by: 'body' }, 'swap']

test('the part lands in the place of the first idea, and what stood on its top stands on the other’s', async () => {
  const { build, problems, volumes } = await built(sheetOf(IDEA, BODY, ROOM, REPLACE, await peg()))
  expect(problems).toEqual([])
  expect(build.parts.map((p) => p.id)).toEqual(['idea'])
  const { min, max } = boxOfPositions(build.parts[0]!.mesh.positions)
  expect([...min, ...max]).toEqual([38, -8, 0, 62, 8, 21].map((v) => expect.closeTo(v, 3)))
  expect(volumes['idea']! - (24 * 16 * 14 - 10 * 8 * 6)).toBeCloseTo(Math.PI * 6.25 * 7, 0)
})

test('tipped and turned it lies as it is told, its foot where that of the other was', async () => {
  const { build, problems } = await built(sheetOf(IDEA, BODY, ['replace', { part: 'idea', by: 'body', tipped: '1', turned: '1' }, 'swap'])) // prettier-ignore
  expect(problems).toEqual([])
  const { min, max } = boxOfPositions(build.parts[0]!.mesh.positions)
  expect([...min, ...max]).toEqual([43, -12, 0, 57, 12, 16].map((v) => expect.closeTo(v, 3)))
})

test('taken up for two parts that are picked it goes before what hangs on the first idea', async () => {
  const sheet = sheetOf(IDEA, await peg(), BODY, ROOM)
  const picks = ['body', 'idea'].map((owner) => ({ owner, ownerName: owner, kind: 'surface' })) as unknown as Pick[]
  const [offer] = offerReplace({ document: sheet, references: [], parts: [], left: [], picks, newId: () => 'swap' })
  const after = takeOffer(offer!)(sheet)
  expect(after.steps.map((s) => s.id)).toEqual(['idea', 'body', 'room', 'swap', 'peg'])
  const { problems, build } = await built(after)
  expect([problems, build.parts.map((p) => p.id)]).toEqual([[], ['idea']])
  // What was designed round the first idea itself cannot come before it.
  const onIt = sheetOf(IDEA, ['solid', { how: 'add', parts: ['idea'] }, 'more'], ['combine', { part: 'body', do: 'take', tools: ['idea'], after: 'kept' }, 'fit'], BODY) // prettier-ignore
  expect(takeOffer(offer!)(onIt).steps.map((s) => s.id)).toEqual(['idea', 'more', 'fit', 'body', 'swap'])
})
