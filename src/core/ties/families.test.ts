import { at, type Fields, shape } from '../../../tests/support/drawn'
import { moved, solvedTies } from '../../../tests/support/tied'
import { Random } from '../../../tests/fuzz/random'

const end = (of: string) => at('0', '0', of)
const line = (id: string, from: object, to: object) => shape('line', { from, to }, id)
const circle = (id: string, middle: object, across: string | number) => shape('circle', { at: middle, across }, id)
const size = (id: string, kind: string, fields: Fields) => shape(kind, fields, id)
const touch = (a: string, b: string) => shape('touching', { a, b }, `${a}-${b}`)

/** A drawing by one of its figures: where that figure is kept, what it was solved with, and how far it can go. */
interface Family {
  of: (by: number) => object[]
  key: string
  first: number
  range: readonly [number, number]
}

const FAMILIES: Record<string, Family> = {
  'a triangle by its sides': {
    of: (by) => [
      line('a', at('0', '0'), at(10, 0)), line('b', end('a.to'), at(4.35, 4.13)), line('c', end('b.to'), end('a.from')),
      size('t', 'level', { a: 'a' }), size('la', 'long', { a: 'a', by: `${by}` }),
      size('lb', 'long', { a: 'b', by: '7' }), size('lc', 'long', { a: 'c', by: '6' }),
    ], key: 'la.by', first: 10, range: [1.2, 12.8],
  },
  'a line that touches two circles from outside': {
    of: (by) => [
      circle('k', at('0', '0'), `${by}`), circle('m', at('30', '4'), '8'),
      line('l', at(-0.7, 5), at(29.5, 8)), shape('on', { a: 'l.from', b: 'k' }), shape('on', { a: 'l.to', b: 'm' }),
      touch('k', 'l'), touch('m', 'l'),
    ], key: 'k.across', first: 10, range: [2, 40],
  },
  'a line that crosses between two circles': {
    of: (by) => [
      circle('k', at('0', '0'), '10'), circle('m', at(`${by}`, '4'), '8'), line('l', at(1.4, 4.8), at(28.8, 0.2)),
      shape('on', { a: 'l.from', b: 'k' }), shape('on', { a: 'l.to', b: 'm' }), touch('k', 'l'), touch('m', 'l'),
    ], key: 'm.at.along', first: 30, range: [12, 60],
  },
  'a circle that touches three': {
    of: (by) => [
      circle('p', at('0', '0'), '8'), circle('q', at('20', '0'), `${by}`), circle('r', at('9', '17'), '5'),
      circle('c', at(9.6, 6.2), 14), touch('c', 'p'), touch('c', 'q'), touch('c', 'r'),
    ], key: 'q.across', first: 6, range: [1, 14],
  },
  'four bars': {
    of: (by) => [
      line('base', at('0', '0'), at('20', '0')),
      line('crank', at('0', '0'), at({ 60: 3 }[60]!, 5.2)), line('link', end('crank.to'), at(16, 13)), line('arm', end('link.to'), at('20', '0')),
      size('lc', 'long', { a: 'crank', by: '6' }), size('ll', 'long', { a: 'link', by: '15' }), size('lm', 'long', { a: 'arm', by: '14' }),
      size('w', 'angle', { a: 'base', b: 'crank', by: '60' }), size('x', 'apart', { a: 'base.to', b: 'link.to', by: '0', way: 'along' }),
    ].filter((s) => s.id !== 'x').map((s) => (s.id === 'll' ? size('ll', 'long', { a: 'link', by: `${by}` }) : s)),
    key: 'll.by', first: 15, range: [7, 30],
  },
  'a slot of two lines and two arcs': {
    of: (by) => [
      line('u', at(-10, 3), at(10, 3)), shape('bow', { at: at(10, 0), from: end('u.to'), to: at(10, -3), way: 'right' }, 'e'),
      line('d', end('e.to'), at(-10, -3)), shape('bow', { at: at('-10', '0'), from: end('d.to'), to: end('u.from'), way: 'right' }, 's'),
      size('t', 'level', { a: 'u' }), touch('e', 'u'), touch('e', 'd'), touch('s', 'u'), touch('s', 'd'),
      size('w', 'across', { a: 'e', by: '6' }), size('x', 'apart', { a: 'e.middle', b: 's.middle', by: `${by}` }),
    ], key: 'x.by', first: 20, range: [0.5, 90],
  },
  'a mirrored tooth': {
    of: (by) => [
      line('axis', at('0', '0'), at('0', '30')), circle('root', at('0', '0'), '30'),
      line('l', at(-3, 14.7), at(-1.5, 20)), line('r', at(3, 14.7), at(1.5, 20)), line('top', end('l.to'), end('r.to')),
      shape('on', { a: 'l.from', b: 'root' }), shape('mirrored', { a: 'l.from', b: 'r.from', over: 'axis' }),
      shape('mirrored', { a: 'l.to', b: 'r.to', over: 'axis' }), size('w', 'long', { a: 'top', by: '3' }),
      size('h', 'apart', { a: 'l.to', b: 'axis.from', by: '20', way: 'up' }), size('f', 'apart', { a: 'l.from', b: 'r.from', by: `${by}` }),
    ], key: 'f.by', first: 6, range: [1, 25],
  },
  'a rounded corner': {
    of: (by) => [
      line('a', at('-20', '0'), at(-5, 0)), shape('bow', { at: at(-5, 5), from: end('a.to'), to: at(-1, 8) }, 'r'), line('b', end('r.to'), at(-7, 16)),
      size('t', 'level', { a: 'a' }), touch('r', 'a'), touch('r', 'b'), size('w', 'angle', { a: 'a', b: 'b', by: '127' }),
      size('x', 'across', { a: 'r', by: `${by}` }), size('y', 'long', { a: 'b', by: '10' }),
    ], key: 'x.by', first: 10, range: [0.4, 40],
  },
  'five sides that are equal': {
    of: (by) => [
      line('a', at('0', '0'), at(10, 0)), line('b', end('a.to'), at(13, 9.5)), line('c', end('b.to'), at(5, 15.4)), line('d', end('c.to'), at(-3, 9.5)), line('e', end('d.to'), end('a.from')),
      size('t', 'level', { a: 'a' }), ...['b', 'c', 'd', 'e'].map((b) => shape('equal', { a: 'a', b })),
      size('w', 'angle', { a: 'a', b: 'b', by: '72' }), size('v', 'angle', { a: 'b', b: 'c', by: '72' }), size('l', 'long', { a: 'a', by: `${by}` }),
    ], key: 'l.by', first: 10, range: [0.5, 80],
  },
  'a rectangle with its middle given': {
    of: (by) => [
      shape('rectangle', { width: 20, height: 10, by: 'corner', at: at(-10, -5) }, 'r'), line('g', at(-10, -5), at(10, 5)),
      shape('together', { a: 'g.from', b: 'r.lowerLeft' }), shape('together', { a: 'g.to', b: 'r.upperRight' }),
      shape('apart', { a: 'g.middle', b: 'r.lowerLeft', by: `${by}` }, 'x'), shape('level', { a: 'g.middle', b: 'z.middle' }),
      circle('z', at('0', '0'), '2'), shape('upright', { a: 'g.middle', b: 'z.middle' }), size('w', 'apart', { a: 'r.lowerRight', b: 'r.lowerLeft', by: '12' }),
    ], key: 'x.by', first: 11.18, range: [6.5, 60],
  },
  'a circle in a triangle': {
    of: (by) => [
      line('a', at('0', '0'), at('40', '0')), line('b', at('40', '0'), at('12', `${by}`)), line('c', at('12', `${by}`), at('0', '0')),
      circle('k', at(15, 9), 16), touch('k', 'a'), touch('k', 'b'), touch('k', 'c'),
    ], key: 'b.to.up', first: 25, range: [3, 90],
  },
} // prettier-ignore

/** The figures that the first solution was found with: all of them as they stand then. */
function beginning({ of, key, first }: Family) {
  const { saved, problems } = solvedTies(of(first))
  expect(problems).toEqual([])
  const seeded = (by: number) => saved.map((s, i) => ({ ...s, fields: { ...s.fields, ...given(of(by)[i] as never) } }))
  const settled = { [key]: first, ...(key === 'b.to.up' ? { 'c.from.up': first } : {}) }
  return { at: (by: number) => solvedTies(seeded(by), settled), start: solvedTies(seeded(first), settled) }
}

/** Of a shape's fields those that are given by figures. */
const given = ({ fields }: { fields: Record<string, unknown> }): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(fields).filter(([, v]) =>
      typeof v === 'object' && v !== null
        ? Object.values(v).every((c) => typeof c === 'string')
        : typeof v === 'string',
    ),
  )

test.each(Object.keys(FAMILIES))(
  '%s: swept step by step and jumped to, it never flips; there and back is the start',
  (name) => {
    const family = FAMILIES[name]!
    const { at: solve, start } = beginning(family)
    const [low, high] = family.range
    const steps = 250
    let last: readonly number[] | undefined
    const sweep: number[][] = []
    for (let k = 0; k <= steps; k++) {
      const by = low + ((high - low) * k) / steps
      const { problems, figures } = solve(by)
      expect({ by, problems }).toEqual({ by, problems: [] })
      // No point moves much farther than its neighbours of the sweep do: a flip would be a leap.
      if (last) expect(moved(figures, last)).toBeLessThan(4 + 12 * ((high - low) / steps))
      last = figures
      sweep.push(figures)
    }
    const random = new Random(5)
    for (let k = 0; k < 40; k++) {
      const step = Math.floor(random.next() * (steps + 1))
      const by = low + ((high - low) * step) / steps
      expect(moved(solve(by).figures, sweep[step]!)).toBe(0)
      expect(moved(solve(by + 1e-6).figures, sweep[step]!)).toBeLessThan(1e-3)
    }
    expect(solve(family.first).figures).toEqual(start.figures)
  },
)
