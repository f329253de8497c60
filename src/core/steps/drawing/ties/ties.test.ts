import { at, drawn, shape } from '../../../../../tests/support/drawn'

type Place = readonly [number, number]
const line = (id: string, from: object, to: object) => shape('line', { from, to }, id)
const tie = (kind: string, fields: object, id?: string) => shape(kind, { ...fields }, id)
const end = (of: string) => at('0', '0', of)

async function placesOf(list: readonly object[]) {
  const { reports, problems } = await drawn(list)
  const points = Object.fromEntries(reports.flatMap((r) => Object.entries(r.drawn?.points ?? {}).map(([name, p]) => [`${r.id}.${name}`, p as Place]))) // prettier-ignore
  const round = (id: string) => reports.find((r) => r.id === id)!.drawn!.round!
  return { points, problems, round }
}
const far = (p: Place | undefined, q: Place | undefined) => Math.hypot(p![0] - q![0], p![1] - q![1])

/** A triangle a, b, c with its first corner at the datum and its first side level. */
const triangle = (...sides: string[]) => [
  line('a', at('0', '0'), at(12, 0.4)),
  line('b', end('a.to'), at(4, 7)),
  line('c', end('b.to'), end('a.from')),
  tie('level', { a: 'a' }),
  ...sides.map((by, i) => tie('long', { a: 'abc'[i], by }, `long-${'abc'[i]}`)),
]

test('a triangle by its three sides has the corner that the law of cosines gives it', async () => {
  const { points, problems } = await placesOf(triangle('10', '7', '6'))
  expect(problems).toEqual([])
  const x = (10 ** 2 + 6 ** 2 - 7 ** 2) / 20
  expect(points['a.to']![0]).toBeCloseTo(10, 9)
  expect(points['a.to']![1]).toBeCloseTo(0, 9)
  expect(points['b.to']![0]).toBeCloseTo(x, 9)
  expect(points['b.to']![1]).toBeCloseTo(Math.sqrt(36 - x * x), 9)
})

test('sides that do not close are said at the last of them, with those it fights', async () => {
  const { problems } = await drawn(triangle('20', '7', '6'))
  expect(problems).toHaveLength(1)
  expect(problems[0]).toMatchObject({ shape: 'long-c', field: 'a' })
  expect(problems[0]!.message).toMatch(/together with e, f\./)
})

test('a figure that goes too far says how far it could go', async () => {
  const solved = (await drawn(triangle('10', '7', '6'))).reports.map((r) => r.values)
  const shapes = triangle('14', '7', '6').map((s, i) => (s.id === 'a' || s.id === 'b' ? { ...s, fields: { ...s.fields, ...seeds(solved[i]!) } } : s)) // prettier-ignore
  const { problems } = await drawn(shapes, { 'long-a.by': 10, 'long-b.by': 7, 'long-c.by': 6 })
  expect(problems[0]).toMatchObject({ shape: 'long-a', field: 'by' })
  expect(Number(/at most ([\d.]+) mm/.exec(problems[0]!.message)![1])).toBeCloseTo(13, 1)
})
const seeds = (values: Record<string, unknown>) =>
  Object.fromEntries(
    Object.entries(values).flatMap(([k, v]) => (k === 'to' ? [[k, at(...(v as [number, number]))]] : [])),
  )

test('a circle touches two lines and keeps its size; a free one is as large as three lines let it be', async () => {
  const corner = [line('x', at('0', '0'), at('40', '0')), line('y', at('0', '0'), at('0', '30'))]
  const touch = (id: string) => tie('touching', { a: 'c', b: id })
  const two = await placesOf([...corner, shape('circle', { at: at(9, 5), across: '8' }, 'c'), touch('x'), touch('y')])
  expect(two.round('c').centre[0]).toBeCloseTo(4, 9)
  expect(two.round('c').centre[1]).toBeCloseTo(4, 9)
  const third = line('z', at('40', '0'), at('0', '30'))
  const three = await placesOf([...corner, third, shape('circle', { at: at(9, 9), across: 14 }, 'c'), touch('x'), touch('y'), touch('z')]) // prettier-ignore
  // The circle in a triangle of 30, 40 and 50: its radius is the area over half the way round.
  expect(three.round('c').radius).toBeCloseTo(600 / 60, 9)
  expect(three.problems).toEqual([])
})

test('a circle that touches three others is the one of Apollonius that was drawn', async () => {
  // Three equal circles round the datum: one between them, one around them.
  const ring = [90, 210, 330].map((angle, i) => shape('circle', { at: { away: '10', angle: `${angle}`, from: '' }, across: '6' }, `r${i}`)) // prettier-ignore
  const touching = ['r0', 'r1', 'r2'].map((b) => tie('touching', { a: 'c', b }))
  const between = await placesOf([...ring, shape('circle', { at: at(1, 1), across: 9 }, 'c'), ...touching])
  expect(between.round('c').radius).toBeCloseTo(7, 9)
  const around = await placesOf([...ring, shape('circle', { at: at(1, 1), across: 30 }, 'c'), ...touching])
  expect(around.round('c').radius).toBeCloseTo(13, 9)
})

test('an arc goes on from a line without a corner', async () => {
  const { points, problems } = await placesOf([
    line('l', at('0', '0'), at('20', '0')),
    shape('bow', { at: at(21, 7), from: end('l.to'), to: at(27, 8) }, 'b'),
    tie('touching', { a: 'b', b: 'l' }),
    tie('across', { a: 'b', by: '12' }),
  ])
  expect(problems).toEqual([])
  expect(points['b.middle']![0]).toBeCloseTo(20, 8)
  expect(points['b.middle']![1]).toBeCloseTo(6, 8)
  expect(far(points['b.to'], points['b.middle'])).toBeCloseTo(6, 8)
})

test.each([
  ['level', { a: 'p', b: 'q.to' }, ({ p, q }: Ends) => q.to[1] - p.from[1]],
  ['upright', { a: 'p.to', b: 'q.from' }, ({ p, q }: Ends) => q.from[0] - p.to[0]],
  ['together', { a: 'p.to', b: 'q.from' }, ({ p, q }: Ends) => far(p.to, q.from)],
  ['parallel', { a: 'p', b: 'q' }, (e: Ends) => cross(e)],
  ['square', { a: 'p', b: 'q' }, (e: Ends) => dot(e)],
  ['angle', { a: 'p', b: 'q', by: '60' }, (e: Ends) => Math.atan2(cross(e), dot(e)) - Math.PI / 3],
  ['long', { a: 'p', by: '17' }, ({ p }: Ends) => far(p.from, p.to) - 17],
  ['equal', { a: 'p', b: 'q' }, ({ p, q }: Ends) => far(p.from, p.to) - far(q.from, q.to)],
  ['apart', { a: 'p.to', b: 'q.to', by: '9' }, ({ p, q }: Ends) => far(p.to, q.to) - 9],
  ['apart', { a: 'p.to', b: 'q.to', by: '-4', way: 'along' }, ({ p, q }: Ends) => p.to[0] - q.to[0] + 4],
  ['apart', { a: 'p.to', b: 'q', by: '3' }, ({ p, q }: Ends) => Math.abs(height(p.to, q)) - 3],
  ['on', { a: 'p.to', b: 'q' }, ({ p, q }: Ends) => height(p.to, q)],
  ['middle', { a: 'p.to', b: 'q' }, ({ p, q }: Ends) => far(p.to, [(q.from[0] + q.to[0]) / 2, (q.from[1] + q.to[1]) / 2])], // prettier-ignore
  ['mirrored', { a: 'p.from', b: 'p.to', over: 'q' }, ({ p, q }: Ends) => height(p.from, q) + height(p.to, q)],
])('%s %j is met, and what it does not need stays nearly where it was', async (kind, fields, off) => {
  const { a, ...rest } = fields as { a: string; b?: string }
  const twoOf = kind === 'level' ? { a: 'p.from', ...rest } : { a, ...rest }
  const { points, problems } = await placesOf([
    line('p', at(0, 0), at(10, 3)),
    line('q', at(3, 8), at(12, 14)),
    tie(kind, twoOf),
  ])
  expect(problems).toEqual([])
  const ends = {
    p: { from: points['p.from']!, to: points['p.to']! },
    q: { from: points['q.from']!, to: points['q.to']! },
  }
  expect(off(ends)).toBeCloseTo(0, 8)
  expect(far(ends.p.from, [0, 0]) + far(ends.q.to, [12, 14])).toBeLessThan(15)
})
interface Ends {
  p: { from: Place; to: Place }
  q: { from: Place; to: Place }
}
const way = ({ from, to }: Ends['p']): Place => [to[0] - from[0], to[1] - from[1]]
const cross = ({ p, q }: Ends) => way(p)[0] * way(q)[1] - way(p)[1] * way(q)[0]
const dot = ({ p, q }: Ends) => way(p)[0] * way(q)[0] + way(p)[1] * way(q)[1]
const height = (s: Place, { from, to }: Ends['p']) => {
  const [x, y] = way({ from, to })
  return (x * (s[1] - from[1]) - y * (s[0] - from[0])) / Math.hypot(x, y)
}

test('what is fixed is not moved, and a tie to something that is not there says so at its field', async () => {
  const fixed = await drawn([line('p', at('0', '0'), at('10', '3')), tie('level', { a: 'p' }, 't')])
  expect(fixed.problems[0]).toMatchObject({ shape: 't', message: expect.stringContaining('given by figures') })
  const gone = await drawn([line('p', at(0, 0), at(10, 3)), tie('level', { a: 'nothing' }, 't')])
  expect(gone.problems[0]).toMatchObject({ shape: 't', field: 'a' })
})
