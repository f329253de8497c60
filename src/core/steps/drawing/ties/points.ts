import { choiceField } from '../../../fields/choice'
import { lengthField } from '../../../fields/length'
import { markField } from '../../../fields/mark'
import type { TieGiven } from '../../../fields/given'
import { apart, leftOf, mirrored, nothing, together } from '../../../ties/equation'
import { minus, type Spot, spotMiddle, times, ZERO } from '../../../ties/linear'
import { tieKind } from './tie-kind'

const MOST = 10_000

/** The two points of a tie that says how one line, or two points, lie. */
const pair = (given: TieGiven): [Spot, Spot] => {
  if (given.which('a', ['line', 'point']) === 'line') return [...given.line('a')]
  return [given.point('a'), given.point('b')]
}
const pairFields = () => ({
  a: markField('What is meant', ['point', 'line']),
  b: markField('The other point', ['point'], true),
})
const PAIRS = [['line'], ['point', 'point']] as const

/** A line, or two points, with one coordinate in common. */
const aligned = (kind: 'level' | 'upright', about: string, findBy: string[], before: string, coordinate: 0 | 1) =>
  tieKind({
    kind,
    title: kind,
    findBy,
    about: `${about} \`b\` is left empty for a line.`,
    fields: pairFields(),
    sentence: [{ field: 'a' }, `is ${kind}`, { field: 'b', before, given: true }],
    ofMarks: { words: kind, of: PAIRS, fields: ['a', 'b'] },
    ties: (given) => {
      const [p, q] = pair(given)
      return [nothing(minus(q[coordinate], p[coordinate]))]
    },
  })

export const levelTie = aligned('level', 'A line runs level, or two points lie at one height.', ['horizontal', 'flat', 'along', 'in line'], 'with', 1) // prettier-ignore
export const uprightTie = aligned('upright', 'A line runs straight up, or two points lie above each other.', ['vertical', 'plumb', 'above each other'], 'over', 0) // prettier-ignore

export const togetherTie = tieKind({
  kind: 'together',
  title: 'together',
  findBy: ['coincident', 'meet', 'same point', 'join ends'],
  about: 'Two points are one.',
  fields: { a: markField('One point', ['point']), b: markField('The other point', ['point']) },
  sentence: [{ field: 'a' }, 'meets', { field: 'b', after: '.' }],
  ofMarks: { words: 'let them meet', of: [['point', 'point']], fields: ['a', 'b'] },
  tells: (given) => given.meet(given.point('a'), given.point('b')),
  ties: (given) => together(given.point('a'), given.point('b')),
})

export const apartTie = tieKind({
  kind: 'apart',
  title: 'distance',
  findBy: ['dimension', 'size', 'gap', 'away'],
  about:
    'A point lies so far from another, or from a line: straight, along, or up. Along and up are from `b` to `a` and may be negative; from a line, the side is the one it is drawn on unless it is said.',
  fields: {
    a: markField('The point', ['point']),
    by: lengthField('The distance', '10', -MOST, MOST),
    way: choiceField('How it is measured', 'straight', { straight: 'straight', along: 'along', up: 'up' }),
    b: markField('What it is measured from', ['point', 'line']),
    side: choiceField('The side of the line', 'drawn', { drawn: 'as drawn', left: 'to its left', right: 'to its right' }), // prettier-ignore
  },
  sentence: [{ field: 'a' }, 'lies', { field: 'by' }, { field: 'way' }, { field: 'b', before: 'from', after: '.' }],
  ofMarks: { words: 'keep their distance', of: [['point', 'point'], ['point', 'line']], fields: ['a', 'b'], measured: 'by' }, // prettier-ignore
  measure: (given) => {
    const p = given.seenAt(given.point('a'))
    if (given.which('b', ['line', 'point']) === 'line') return Math.abs(heightOf(given, given.point('a'), 'b'))
    const q = given.seenAt(given.point('b'))
    return Math.hypot(p[0] - q[0], p[1] - q[1])
  },
  ties: (given) => {
    const [p, by] = [given.point('a'), given.length('by')]
    if (given.which('b', ['line', 'point']) === 'line') {
      const [a, b] = given.line('b')
      const side = given.plain('side')
      const left = side === 'left' || (side === 'drawn' && heightOf(given, p, 'b') >= 0)
      return [leftOf(p, a, b, left ? by : times(by, -1))]
    }
    const q = given.point('b')
    const way = given.plain('way')
    if (way === 'along') return [nothing(minus(minus(p[0], q[0]), by))]
    if (way === 'up') return [nothing(minus(minus(p[1], q[1]), by))]
    return [apart(p, q, by)]
  },
})

/** How far left of a line a point is drawn, mm. */
export function heightOf(given: TieGiven, point: Spot, line: string): number {
  const [a, b] = given.line(line).map((s) => given.seenAt(s))
  const p = given.seenAt(point)
  const [dx, dy] = [b![0] - a![0], b![1] - a![1]]
  return (dx * (p[1] - a![1]) - dy * (p[0] - a![0])) / (Math.sqrt(dx * dx + dy * dy) || 1)
}

export const onTie = tieKind({
  kind: 'on',
  title: 'on a line or circle',
  findBy: ['coincident', 'lies on', 'along a line'],
  about: 'A point lies on a line, or on what goes on from it; or on a circle.',
  fields: { a: markField('The point', ['point']), b: markField('What it lies on', ['line', 'round']) },
  sentence: [{ field: 'a' }, 'lies on', { field: 'b', after: '.' }],
  ofMarks: { words: 'let it lie on it', of: [['point', 'line'], ['point', 'round']], fields: ['a', 'b'] }, // prettier-ignore
  tells: (given) => {
    if (given.which('b', ['line', 'round']) === 'round') given.rest(given.point('a'), given.round('b'))
  },
  ties: (given) => {
    const p = given.point('a')
    if (given.which('b', ['line', 'round']) === 'line') return [leftOf(p, ...given.line('b'), ZERO)]
    const { centre, radius } = given.round('b')
    return [apart(p, centre, radius)]
  },
})

export const middleTie = tieKind({
  kind: 'middle',
  title: 'middle of',
  findBy: ['midpoint', 'centre', 'half way'],
  about: 'A point is the middle of a line.',
  fields: { a: markField('The point', ['point']), b: markField('The line', ['line']) },
  sentence: [{ field: 'a' }, 'is the middle of', { field: 'b', after: '.' }],
  ofMarks: { words: 'put it in its middle', of: [['point', 'line']], fields: ['a', 'b'] },
  ties: (given) => together(given.point('a'), spotMiddle(...given.line('b'))),
})

export const mirroredTie = tieKind({
  kind: 'mirrored',
  title: 'mirror images',
  findBy: ['symmetric', 'same on both sides'],
  about: 'Two points are mirror images of each other across a line.',
  fields: {
    a: markField('One point', ['point']),
    b: markField('The other point', ['point']),
    over: markField('The line between', ['line']),
  },
  sentence: [{ field: 'a' }, 'is', { field: 'b', after: '’s mirror image' }, { field: 'over', before: 'across', after: '.' }], // prettier-ignore
  ofMarks: { words: 'make them mirror images', of: [['point', 'point', 'line']], fields: ['a', 'b', 'over'] },
  ties: (given) => mirrored(given.point('a'), given.point('b'), ...given.line('over')),
})
