import { at, drawn, shape } from '../../../tests/support/drawn'
import type { SavedShape } from '@/core/fields/shapes'
import { crossings, looseEnds, mended } from './loose-ends'

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
  // Each corner stands where its two lines cross: (0, 0), (20.302, 0), (19.996, 15.201), (0, 15).
  const y = (15 + (0.2 / 19.9) * (20.3 + 0.03 / 14.9)) / (1 + (0.2 / 19.9) * (0.3 / 14.9))
  const right = (h: number) => 20.3 - (0.3 * (h - 0.1)) / 14.9
  expect(area).toBeCloseTo((right(0) * y + right(y) * 15) / 2, 2)
  expect(tied[1]!.fields.from).toEqual({ along: '0', up: '0', from: 'a.to' })
})

test('what is too far apart stays open, and guides have no open ends', async () => {
  const far = [shape('line', { from: at(0, 0), to: at(5, 0) }, 'a'), shape('line', { from: at(9, 0), to: at(12, 0) }, 'b')] as SavedShape[] // prettier-ignore
  expect(mended(far, await ends(far))).toBeUndefined()
  expect(await ends(far.map((s) => ({ ...s, fields: { ...s.fields, is: 'guide' } })))).toEqual([])
})

const lines = (...ends: (readonly [number, number, number, number])[]) =>
  ends.map(([x, y, u, v], i) => shape('line', { from: at(x, y), to: at(u, v) }, `l${i}`)) as SavedShape[]
const cut = async (shapes: readonly SavedShape[]) => crossings((await drawn([...shapes])).reports.flatMap((r) => r.drawn ?? [])) // prettier-ignore

test('lines that stand over where they cross, or end short of it, meet right there', async () => {
  // A rectangle of 20 by 10, each line drawn too long at one end and too short at the other.
  const loose = lines([-0.8, 0, 19.4, 0], [20, -0.6, 20, 10.7], [20.5, 10, 0.4, 10], [0, 11.1, 0, 0.3])
  expect((await cut(loose)).map((p) => p.map(Math.round))).toEqual([[20, 10]])
  const tied = mended(loose, await ends(loose))!
  expect(await ends(tied)).toEqual([])
  expect(await cut(tied)).toEqual([])
  expect((await drawn(tied)).area).toBeCloseTo(200, 6)
})

test('an end that was typed stays where it is; lines that cross far from their ends are marked and left alone', async () => {
  const typed = shape('line', { from: { along: '0', up: '0', from: '' }, to: { along: '10', up: '0', from: '' } }, 'a') as SavedShape // prettier-ignore
  const other = shape('line', { from: at(10.5, -0.5), to: at(10.5, 9) }, 'b') as SavedShape
  const tied = mended([typed, other], await ends([typed, other]))!
  expect(tied[0]).toEqual(typed)
  expect(tied[1]!.fields.from).toEqual({ along: '0', up: '0', from: 'a.to' })
  const cross = lines([-10, 0, 10, 0], [0, -10, 0, 10])
  expect((await cut(cross)).map((p) => p.map((v) => Math.round(v * 1e6) / 1e6 + 0))).toEqual([[0, 0]])
  expect(mended(cross, await ends(cross))).toBeUndefined()
})
