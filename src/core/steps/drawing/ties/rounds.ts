import { choiceField } from '../../../fields/choice'
import { lengthField } from '../../../fields/length'
import { markField } from '../../../fields/mark'
import type { TieGiven } from '../../../fields/given'
import type { Round, Straight } from '../../../ties/draft'
import { apart, type Equation, leftOf, nothing, onFrom, onFromArc } from '../../../ties/equation'
import { minus, sum, times } from '../../../ties/linear'
import { heightOf } from './points'
import { tieKind } from './tie-kind'

export const acrossTie = tieKind({
  kind: 'across',
  title: 'diameter of',
  findBy: ['radius', 'dimension', 'size of an arc'],
  about: 'An arc or a circle is so far across. For a circle its own figure does the same.',
  fields: { a: markField('The arc or circle', ['round']), by: lengthField('The diameter', '10', 0.001, 100_000) },
  sentence: [{ field: 'a' }, 'is', { field: 'by', before: 'Ø', after: '.' }],
  ofMarks: { words: 'keep its diameter', of: [['round']], fields: ['a'], measured: 'by' },
  measure: (given) => 2 * given.seen(given.round('a').radius),
  ties: (given) => [nothing(minus(times(given.round('a').radius, 2), given.length('by')))],
})

export const touchingTie = tieKind({
  kind: 'touching',
  title: 'touching',
  findBy: ['tangent', 'smooth', 'rolls on'],
  about:
    'A circle or arc touches a line or another one; where an arc begins or ends on what it touches, it goes on from it without a corner. How it touches is as drawn unless it is said: on which side of the line, from outside, or one within the other.',
  fields: {
    a: markField('The arc or circle', ['round']),
    b: markField('What it touches', ['round', 'line']),
    how: choiceField('How it touches', 'drawn', {
      drawn: 'as drawn',
      left: 'on its left',
      right: 'on its right',
      outside: 'from outside',
      within: 'from within',
      around: 'lying around it',
    }),
  },
  sentence: [{ field: 'a' }, 'touches', { field: 'b', after: ',' }, { field: 'how', after: '.' }],
  ofMarks: { words: 'let them touch', of: [['round', 'line'], ['round', 'round']], fields: ['a', 'b'] }, // prettier-ignore
  ties: (given) =>
    given.which('b', ['line', 'round']) === 'line'
      ? touchesLine(given, given.round('a'), given.line('b'))
      : touchesRound(given, given.round('a'), given.round('b')),
})

function touchesLine(given: TieGiven, round: Round, line: Straight): Equation[] {
  const { centre, radius } = round
  const how = given.plain('how')
  const left = how === 'left' || (how !== 'right' && heightOf(given, centre, 'b') >= 0)
  const reach = left ? radius : times(radius, -1)
  // Where an end of the line lies on it, being square to the way there says it all; a distance would say it twice.
  const at = line.find((p) => given.restsOn(p, round))
  return at ? onFrom(at, centre, reach, ...line) : [leftOf(centre, ...line, reach)]
}

function touchesRound(given: TieGiven, a: Round, b: Round): Equation[] {
  const [p, q] = [given.seenAt(a.centre), given.seenAt(b.centre)]
  const far = Math.hypot(p[0] - q[0], p[1] - q[1])
  const [r, s] = [given.seen(a.radius), given.seen(b.radius)]
  const drawn = far >= Math.max(r, s) ? 'outside' : r < s ? 'within' : 'around'
  const said = given.plain('how')
  const how = said === 'outside' || said === 'within' || said === 'around' ? said : drawn
  const at = (a.ends ?? []).find((e) => given.restsOn(e, b))
  if (at) return onFromArc(at, a.centre, a.radius, b.centre, b.radius, how === 'outside' ? -1 : 1)
  if (how === 'outside') return [apart(a.centre, b.centre, sum(a.radius, b.radius))]
  const [outer, inner] = how === 'within' ? [b.radius, a.radius] : [a.radius, b.radius]
  return [apart(a.centre, b.centre, minus(outer, inner))]
}
