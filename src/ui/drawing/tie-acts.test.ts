import { at, shape } from '../../../tests/support/drawn'
import { complete, workOut } from '../../../tests/support/tied'
import type { SavedShape } from '@/core/fields/shapes'
import { SHAPE_KINDS } from '@/core/steps/drawing/shapes'
import { solutionOf } from '@/core/ties/solution'
import { markedOf } from './marked'
import { pageDraft, type Standing } from './page-draft'
import { tiesFor, withCaught, withTie } from './tie-acts'

const kind = (name: string) => SHAPE_KINDS.find((k) => k.kind === name)!
const line = (id: string, ...[x, y, u, v]: number[]) => shape('line', { from: at(x!, y!), to: at(u!, v!) }, id)
const standing = (...list: object[]): Standing => ({ shapes: list as SavedShape[], kinds: SHAPE_KINDS, workOut, settled: {} }) // prettier-ignore

/** Where the ends of a line are, with its ties met. */
function ends({ shapes, settled }: Pick<Standing, 'shapes' | 'settled'>, id: string) {
  const draft = pageDraft({ shapes: complete(shapes), kinds: SHAPE_KINDS, workOut, settled })
  const found = markedOf(draft, solutionOf(draft).unknowns).find((m) => m.mark === id && m.what === 'line')
  if (found?.what !== 'line') throw new Error(`no line ${id}`)
  return { from: found.from, to: found.to }
}
const made = (next: ReturnType<typeof withTie>) => {
  if (!('shapes' in next)) throw new Error(next.told)
  return next
}

test('what is picked decides which ties are offered, whatever the order it was picked in', () => {
  const names = (...marks: Parameters<typeof tiesFor>[1]) => tiesFor(SHAPE_KINDS, marks).map((t) => t.kind.kind)
  const [point, edge] = [{ what: 'point', mark: 'a.to' } as const, { what: 'line', mark: 'b' } as const]
  expect(names(edge)).toEqual(expect.arrayContaining(['level', 'upright', 'long']))
  expect(names(point, edge)).toEqual(names(edge, point))
  expect(names(point, edge)).toEqual(expect.arrayContaining(['on', 'apart']))
  expect(names(edge, { what: 'line', mark: 'a' })).toEqual(expect.arrayContaining(['square', 'parallel', 'equal']))
  expect(names()).toEqual([])
  const [on] = tiesFor(SHAPE_KINDS, [edge, point]).filter((t) => t.kind.kind === 'on')
  expect(on!.fields).toEqual({ a: 'a.to', b: 'b' })
})

test('a tie is met at once by what is free, and one with a figure begins with what is drawn', () => {
  const level = made(withTie(standing(line('a', 0, 0, 10, 2)), kind('level'), { a: 'a' }))
  const { from, to } = ends(level, 'a')
  expect(from[1]).toBeCloseTo(to[1], 9)
  const long = made(withTie(standing(line('a', 0, 0, 3, 4)), kind('long'), { a: 'a' }))
  expect(long.shapes.at(-1)!.fields['by']).toBe('5')
})

test('a tie that cannot be had is told and nothing changes; one that says nothing new is told and kept', () => {
  const fixed = shape('line', { from: at('0', '0'), to: at('10', '2') }, 'a')
  const refused = withTie(standing(fixed), kind('level'), { a: 'a' })
  expect('shapes' in refused).toBe(false)
  expect(refused.told).toMatch(/./)
  const once = made(withTie(standing(line('a', 0, 0, 10, 2)), kind('level'), { a: 'a' }))
  const twice = made(withTie({ ...standing(), ...once }, kind('level'), { a: 'a' }))
  expect(twice.told).toContain('says this already')
  expect(twice.shapes).toHaveLength(3)
})

test('a line that was drawn level and onto another keeps both; what fights is left out', () => {
  const base = standing(shape('line', { from: at('0', '0'), to: at('0', '20') }, 'wall'))
  const drawn = line('a', 15, 6.02, 0.01, 6) as SavedShape
  const now = withCaught(base, drawn, [
    { kind: 'level', place: 1 },
    { kind: 'on', place: 1, to: 'wall' },
  ])
  expect(now.shapes.map((s) => s.kind)).toEqual(['line', 'line', 'level', 'on'])
  const { from, to } = ends(now, 'a')
  expect(from[1]).toBeCloseTo(to[1], 9)
  expect(to[0]).toBeCloseTo(0, 9)
  const both = withCaught(base, drawn, [{ kind: 'level', place: 1 }, { kind: 'upright', place: 1 }]) // prettier-ignore
  expect(both.shapes.map((s) => s.kind)).toEqual(['line', 'line', 'level'])
})
