import { at, built, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { measureLedger } from '../../fit/ledger'
import { offersAt, takeOffer } from '../offers'

const PARTS: StepOf[] = [
  ['solid', { width: '40', depth: '30', height: '10' }, 'plate'],
  ['solid', { shape: 'cylinder', across: '12', height: '20', lift: '-5', at: at('4', '0') }, 'post'],
]

test('where two parts cut into each other, room for one is cut out of the other with a gap, which has its row', async () => {
  const project = sheetOf(...PARTS)
  const before = await built(project)
  const situation = { document: project, references: [], parts: before.build.parts, left: [], picks: [], newId: () => 'room' } // prettier-ignore
  expect(offersAt(situation).filter((o) => o.mends === 'collision')).toEqual([])
  const offers = offersAt({ ...situation, clash: ['plate', 'post'] }).filter((o) => o.mends === 'collision')
  expect(offers.map((o) => o.words)).toEqual(['cut room for Part 2 out of Part, with a gap', 'cut room for Part out of Part 2, with a gap']) // prettier-ignore
  const { build, problems, volumes } = await built(takeOffer(offers[0]!)(project))
  expect(problems).toEqual([])
  expect(volumes['plate']! / (40 * 30 * 10 - Math.PI * 6.2 ** 2 * 10)).toBeCloseTo(1, 4)
  expect(volumes['post']).toBe(before.volumes['post'])
  const [row] = measureLedger(build)
  expect(row).toMatchObject({ wanted: 0.2, verdict: 'holds' })
  expect(row!.measured).toBeCloseTo(0.2, 2)
})
