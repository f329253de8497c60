import { at, drawn, shape } from '../../../tests/support/drawn'
import type { SavedShape } from '@/core/fields/shapes'
import { looseEnds, mended } from './loose-ends'

const corner = [
  shape('line', { from: at(0, 0), to: at(20, 0) }, 'a'),
  shape('line', { from: at(20.3, 0.1), to: at(20, 15) }, 'b'),
  shape('run', { through: [at(19.9, 15.2), at(0, 15), at(0, 0.4)], ends: 'open' }, 'c'),
] as SavedShape[]
const ends = async (shapes: readonly SavedShape[]) => looseEnds((await drawn([...shapes])).reports.flatMap((r) => r.drawn ?? [])) // prettier-ignore

test('ends that meet no other are open; those near each other are tied with one act, and close to a region', async () => {
  const open = await ends(corner)
  expect(open.map((e) => `${e.shape}.${e.point}`)).toEqual(['a.from', 'a.to', 'b.from', 'b.to', 'c.1', 'c.3'])
  const tied = mended(corner, open)!
  expect(await ends(tied)).toEqual([])
  const { area, problems } = await drawn(tied)
  expect(problems).toEqual([])
  // Out of square by what the ends were off: the last corner stands where the first line begins.
  expect(area).toBeCloseTo(300, 0)
  expect(tied[1]!.fields.from).toEqual({ along: '0', up: '0', from: 'a.to' })
})

test('what is too far apart stays open, and guides have no open ends', async () => {
  const far = [shape('line', { from: at(0, 0), to: at(5, 0) }, 'a'), shape('line', { from: at(9, 0), to: at(12, 0) }, 'b')] as SavedShape[] // prettier-ignore
  expect(mended(far, await ends(far))).toBeUndefined()
  expect(await ends(far.map((s) => ({ ...s, fields: { ...s.fields, is: 'guide' } })))).toEqual([])
})
