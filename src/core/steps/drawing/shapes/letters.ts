import { choiceField, textField } from '../../../fields/choice'
import { lengthField } from '../../../fields/length'
import { angleField } from '../../../fields/number'
import { placeField } from '../../../fields/place'
import { setLetters, unknownLetters } from '../../../letters/set-letters'
import { moved } from '../../../profile/moved'
import { raise } from '../../../result'
import { pointed } from '../../../fields/shape-kind'
import { gap2 } from '../../../profile/segment'
import { farthestOut } from './figure-places'
import { shapeKind } from './shape-kind'
import { roleField } from './role'
import { turnedAbout } from './straight'

const MOST = 10_000

export const lettersShape = shapeKind({
  kind: 'letters',
  title: 'letters',
  findBy: ['text', 'label', 'name', 'write', 'engrave', 'emboss', 'numbers', 'sign'],
  about: 'A text, by the height of its capitals; ` / ` begins a new line.',
  fields: {
    text: textField('The text', 'Bed 3'),
    height: lengthField('The height of capitals', '6', 0.2, MOST),
    align: choiceField('What lies at the place', 'middle', { left: 'beginning', middle: 'middle', right: 'end' }),
    at: placeField('The place'),
    spacing: lengthField('Room between letters', '0', -100, 100),
    lines: lengthField('From line to line', '9', 0, MOST),
    radius: lengthField('The radius they run round', '0', -MOST, MOST),
    turn: angleField('The turn', '0', -360, 360),
    is: roleField(),
  },
  figuresAt: { height: farthestOut },
  sentence: ['Letters', { field: 'text', after: ',' }, { field: 'height', after: ' high,' }, { field: 'align', before: 'their' }, { field: 'at', before: 'at', after: ',' }, { field: 'spacing', rare: true, before: 'spaced', after: ',' }, { field: 'lines', rare: true, before: 'lines every', after: ',' }, { field: 'radius', rare: true, before: 'round a radius of', after: ',' }, { field: 'turn', rare: true, before: 'turned', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  drawn: {
    key: 'x',
    asks: ['Point at the foot of the letters.', 'Point at how high they are, or type it.'],
    figures: ['text', 'height'],
    start: ([at], [a, b]) => ({ at, height: String(pointed(Math.max(1, gap2(a!, b!)))), align: 'left' }),
  },
  bones: (given) => ({ points: { foot: given.spot('at') } }),
  make: ({ text, at, turn, ...setting }, id) => {
    const unknown = unknownLetters(text)
    if (unknown.length > 0) return raise('letters', `There are no outlines for ${unknown.slice(0, 5).join(' ')} in the font that ships.`, 'text') // prettier-ignore
    const put = turnedAbout(at, turn)
    const letters = setLetters(text, setting)
    const regions = letters.flatMap(
      ({ at: n, letter, region }) =>
      region.loops.length === 0
        ? []
        : [{ loops: region.loops.map((l, k) => l.map((s, i) => moved(s, put, false, `${id}.${n}${letter}.${k + 1}.${i + 1}`))) }], // prettier-ignore
    )
    if (regions.length === 0) return raise('empty', 'There is no letter in it yet.', 'text')
    return { regions, open: [], points: { foot: at } }
  },
})
