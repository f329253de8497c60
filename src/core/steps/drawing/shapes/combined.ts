import { choiceField } from '../../../fields/choice'
import { lengthField } from '../../../fields/length'
import { namedShapesField } from '../../../fields/named-shapes'
import { offsetProfile } from '../../../profile/offset'
import { type Profile, reversedLoop } from '../../../profile/segment'
import { loopArea } from '../../../profile/measure'
import { expectOk, raise } from '../../../result'
import { piecesOf, united, without } from '../../../profile/united'
import { areaOf, shapeOf } from './around'
import { shapeKind } from './shape-kind'
import { roleField } from './role'

const empty = (message: string) => raise('empty', message, 'with')

export const combinedShape = shapeKind({
  kind: 'combined',
  title: 'combine two',
  findBy: ['union', 'subtract', 'intersect', 'boolean', 'merge', 'cut out', 'overlap'],
  about: 'What earlier shapes cover together, what the first cover without the others, or what both have in common.',
  fields: {
    of: namedShapesField('The first'),
    how: choiceField('How they are combined', 'together', { together: 'together with', less: 'without', common: 'in common with' }), // prettier-ignore
    with: namedShapesField('The others'),
    is: roleField(),
  },
  sentence: ['What', { field: 'of' }, { field: 'how', before: 'covers' }, { field: 'with', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  ofPicked: { words: 'combine them', start: ([first, ...others]) => ({ of: [first], with: others }), instead: true, least: 2 }, // prettier-ignore
  make: ({ of, how, with: others }, id) => {
    const [a, b] = [areaOf(of), areaOf(others)]
    const less = (p: Profile, q: Profile) => expectOk(without(p, q))
    const found = { together: () => expectOk(united([a, b])), less: () => less(a, b), common: () => less(a, less(a, b)) }[how]() // prettier-ignore
    if (found.loops.length === 0) return empty(how === 'less' ? 'Nothing is left of the first.' : 'They have nothing in common.') // prettier-ignore
    return shapeOf(found, id)
  },
})

export const roomShape = shapeKind({
  kind: 'room',
  title: 'what lies between',
  findBy: ['floor', 'fill', 'inside', 'panel', 'enclosed', 'between walls', 'closed run'],
  about: 'The room that earlier shapes go round without covering it: a floor between walls. Gaps in them up to a width are taken for closed.', // prettier-ignore
  fields: {
    of: namedShapesField('What goes round it'),
    gaps: lengthField('Gaps that count as closed, up to', '0', 0, 1000),
    is: roleField(),
  },
  sentence: ['What lies between', { field: 'of', after: ',' }, { field: 'gaps', before: 'gaps up to', after: ' closed,' }, { field: 'is', after: '.' }], // prettier-ignore
  ofPicked: { words: 'fill between', start: (of) => ({ of }), instead: true },
  make: ({ of, gaps }, id) => {
    const walls = areaOf(of)
    const half = gaps / 2 + 1e-4
    const thick = gaps > 0 ? expectOk(united(piecesOf(walls).map((p) => expectOk(offsetProfile(p, half))))) : walls
    const rooms = thick.loops.filter((l) => loopArea(l) < 0).map((l): Profile => ({ loops: [reversedLoop(l)] }))
    if (rooms.length === 0) return raise('open', 'These do not go round anything: there is a gap between them. Say how wide gaps may be, or close it.', 'gaps') // prettier-ignore
    if (gaps === 0) return shapeOf({ loops: rooms.flatMap((r) => r.loops) }, id)
    // What closing the gaps took from the room is given back, up to the walls themselves.
    const wide = rooms.map((r) => expectOk(offsetProfile(r, half, 'sharp')))
    return shapeOf(expectOk(without(expectOk(united(wide)), walls)), id)
  },
})
