import type { RoundFeature } from '../recognise/holes'
import { describeRounds } from './describe-rounds'

const hole = (change: Partial<RoundFeature> = {}): RoundFeature => ({
  kind: 'hole',
  diameter: 3.2,
  acrossFlats: 3.1,
  segments: 64,
  centre: [0, 0, 0],
  axis: [0, 0, -1],
  depth: 4,
  through: true,
  ...change,
})
const words = (...list: RoundFeature[]) => describeRounds(list, (mm) => String(Math.round(mm * 100) / 100))

test('holes of one kind and size are told together', () => {
  expect(words(hole(), hole(), hole({ diameter: 5 }))).toEqual(['2 times: Hole Ø 3.2 through', 'Hole Ø 5 through'])
})

test('depth, step, cone, pins and coarse circles are told', () => {
  expect(words(hole({ through: false }))).toEqual(['Hole Ø 3.2, 4 deep'])
  expect(words(hole({ counterbore: { diameter: 6.4, depth: 3 } }))).toEqual(['Hole Ø 3.2 through, with a step of Ø 6.4 3 deep']) // prettier-ignore
  expect(words(hole({ countersink: { diameter: 6, angle: 90.02 } }))).toEqual(['Hole Ø 3.2 through, countersunk to Ø 6 at 90°']) // prettier-ignore
  expect(words(hole({ kind: 'pin', through: false }))).toEqual(['Pin Ø 3.2, 4 high'])
  expect(words(hole({ segments: 8 }))[0]).toContain('through its 8 corners; 3.1 across its flats')
})
