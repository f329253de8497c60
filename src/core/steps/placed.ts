import { choiceField } from '../fields/choice'
import type { FieldValues } from '../fields/kinds'
import { lengthField } from '../fields/length'
import { angleField, countField } from '../fields/number'
import { planeField } from '../fields/plane'
import { maybePublicationField } from '../fields/publication'
import {
  apply,
  compose,
  fromFrame,
  invert,
  mirrorAt,
  type Placement,
  translation,
  turn,
  turnAbout,
} from '../geometry/placement'
import { cross, scale, sub, type Vec3 } from '../geometry/vec'
import { raise } from '../result'
import { DRAWING } from './drawn'
import { longOf, pathOf, placeOn } from './path'

const MOST = 10_000
/** So many copies are made by one step. */
export const MOST_COPIES = 200

const WAYS = { right: [1, 0, 0], back: [0, 1, 0], up: [0, 0, 1] } as const satisfies Record<string, Vec3>

/** Where something is once more: mirrored, in a row or a ring, at places of a drawing or along it. */
export const placedFields = {
  how: choiceField('How it is copied', 'mirror', {
    mirror: 'mirrored at',
    line: 'in a row',
    ring: 'in a ring',
    places: 'at the middles of',
    holes: 'at all holes like',
    path: 'along the line of',
  }),
  at: planeField('The plane', { alike: true }),
  count: countField('How many there are then', '2', 2, MOST_COPIES),
  spaced: choiceField('How they are spaced', 'each', { each: 'every', over: 'over' }),
  by: lengthField('The distance', '20', -MOST, MOST),
  way: choiceField('The direction', 'right', { right: 'to the right', back: 'to the back', up: 'upwards' }),
  drawing: maybePublicationField('The drawing', DRAWING),
  over: angleField('The angle that they share', '360', -360, 360),
  stands: choiceField('How they stand', 'turning', { turning: 'turning with it', as: 'all as it is' }),
}
type Values = FieldValues<typeof placedFields>

export const PLACED_NOTES = {
  how: '`mirror` at a plane, in a `line`, in a `ring` about the axis that stands on a plane at its datum, at the `places` that a drawing has middles of circles at: the first of them is where the part itself is; at the `holes` of a part or an item that are like the one that `at` picks, where the part itself is; or along the `path` that a drawing has as its one run of lines or guides, which begins where the part is',
  drawing: 'with `places` and `path`: id of a drawing step before; empty: the nearest',
  stands: 'with `path`: `turning` with the path, or `as` the part stands',
  at: 'with `mirror` and `ring`, as in a drawing; a round face gives its axis; with `holes` the round face of the hole',
  count: 'with `line`, `ring` and `path`: how many there are then, the part itself among them',
  spaced:
    'with `line` and `path`: whether `by` is from one to the next (`each`) or from the first to the last (`over`)',
  by: 'with `line`: the distance, less than 0 the other way; with `path`: along it',
  way: 'with `line`: `right`, `back` or `up`',
  over: 'with `ring`: 360 goes all round; less is shared from the first to the last',
}

/** What is copied comes before these. */
export const placedWords = [
  { field: 'how' }, { field: 'at', when: ['how', 'mirror', 'holes'], after: ',' },
    { field: 'count', when: ['how', 'line'], before: 'of' }, { field: 'spaced', when: ['how', 'line'] }, { field: 'by', when: ['how', 'line'] }, { field: 'way', when: ['how', 'line'], after: ',' },
    { field: 'count', when: ['how', 'ring'], before: 'of' }, { field: 'at', when: ['how', 'ring'], before: 'about the middle of', after: ',' },
    { field: 'drawing', when: ['how', 'places', 'path'], after: ',' }, { field: 'count', when: ['how', 'path'], before: 'of' }, { field: 'spaced', when: ['how', 'path'] }, { field: 'by', when: ['how', 'path'], after: ',' }, { field: 'stands', when: ['how', 'path'], after: ',' },
    { field: 'over', rare: true, when: ['how', 'ring'], before: 'over', after: ',' },
] as const // prettier-ignore

/** Where each copy is, from where the part is: the first of them is the part itself and not among them. Errors: none-moved */
export function placements(values: Values): Placement[] {
  const { how, at, count, way, over, drawing } = values
  const about = (own: Placement) => compose(at.frame, compose(own, invert(at.frame)))
  const nth = Array.from({ length: count - 1 }, (_, k) => k + 1)
  switch (how) {
    case 'mirror':
      return [mirrorAt(at.frame)]
    case 'line': {
      const by = pitchOf(values)
      if (Math.abs(by) < 1e-9) return raise('none-moved', 'At a distance of 0 all copies lie in the part itself.', 'by')
      return nth.map((k) => translation(scale(WAYS[way], k * by)))
    }
    case 'places':
      return atMiddles(drawing)
    case 'holes':
      return atHoles(at)
    case 'path':
      return alongPath(values)
    case 'ring': {
      if (Math.abs(over) < 1e-9) return raise('none-moved', 'Over an angle of 0 all copies lie in the part itself.', 'over') // prettier-ignore
      const step = Math.abs(Math.abs(over) - 360) < 1e-9 ? over / count : over / (count - 1)
      return nth.map((k) => about(turnAbout([0, 0, 1], (k * step * Math.PI) / 180)))
    }
  }
}

/** From the beginning of a path to places on it. Errors: no-step, no-path, several, long (it is not long enough), none-moved */
function alongPath(values: Values): Placement[] {
  const { drawing, count, stands } = values
  if (!drawing) return raise('no-step', 'This needs a drawing before it in the sheet, with the line that the copies stand along.', 'drawing') // prettier-ignore
  const path = pathOf(drawing.data, 'drawing')
  const by = Math.abs(pitchOf(values))
  if (by < 1e-9) return raise('none-moved', 'At a distance of 0 all copies lie in the part itself.', 'by')
  const [long, wanted] = [longOf(path), by * (count - 1)]
  if (wanted > long + 1e-6) return raise('long', `The line is ${long.toFixed(2)} mm long, and the last one would stand at ${wanted.toFixed(2)} mm; ${Math.floor(long / by + 1e-9) + 1} of them have room, or one every ${(long / (count - 1)).toFixed(2)} mm.`, 'by') // prettier-ignore
  const up = turn(path.frame, [0, 0, 1])
  const frameAt = (far: number): Placement => {
    const { at, way } = placeOn(path, far)
    return fromFrame(way, cross(up, way), up, at)
  }
  const from = frameAt(0)
  return Array.from({ length: count - 1 }, (_, k) => {
    const to = frameAt(Math.min(long, (k + 1) * by))
    return stands === 'turning' ? compose(to, invert(from)) : translation(sub(apply(to, [0, 0, 0]), apply(from, [0, 0, 0]))) // prettier-ignore
  })
}

/** From one hole to each other that is like it. Errors: no-hole, few, many */
function atHoles({ alike }: Values['at']): Placement[] {
  if (!alike) return raise('no-hole', 'Pick the round face of a hole of a part or an item; those of its size that lie the same way are found.', 'at') // prettier-ignore
  if (alike.length === 0) return raise('few', 'There is no other hole of this size that lies the same way.', 'at')
  if (alike.length >= MOST_COPIES) return raise('many', `That makes ${alike.length + 1} of it; up to ${MOST_COPIES} would do.`, 'at') // prettier-ignore
  return alike.map(translation)
}

/** From the first middle of a drawing to each other one. Errors: no-step, few */
function atMiddles(drawing: Values['drawing']): Placement[] {
  if (!drawing) return raise('no-step', 'This needs a drawing before it in the sheet, with circles where the copies are to be.', 'drawing') // prettier-ignore
  const { plane, middles } = drawing.data
  const [first, ...others] = middles
  if (!first || others.length === 0) return raise('few', 'The drawing needs two circles or more: where the part is, and where its copies are to be. Guides do.', 'drawing') // prettier-ignore
  if (middles.length > MOST_COPIES) return raise('many', `That makes ${middles.length} of it; up to ${MOST_COPIES} would do.`, 'drawing') // prettier-ignore
  return others.map(({ at: [x, y] }) => translation(turn(plane.frame, [x - first.at[0], y - first.at[1], 0])))
}

/** From one of a row to the next, mm. */
const pitchOf = ({ spaced, by, count }: Values): number => (spaced === 'over' ? by / (count - 1) : by)

/** Of pitch and whole length of a row the one that was not typed. */
export function spread(values: Values): string[] {
  const { how, count, by, spaced } = values
  if ((how !== 'line' && how !== 'path') || count < 3) return []
  return spaced === 'over'
    ? [`${Math.abs(pitchOf(values)).toFixed(2)} mm from one to the next.`]
    : [`${Math.abs((count - 1) * by).toFixed(2)} mm from the first to the last.`]
}
