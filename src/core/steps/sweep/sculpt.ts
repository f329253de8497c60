import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { angleField, ratioField } from '../../fields/number'
import { maybePublicationField } from '../../fields/publication'
import { heightAlong } from '../../lofts/height-along'
import type { Sculpt } from '../../lofts/swept'
import { raise } from '../../result'
import { type Drawing, DRAWING } from '../drawn'
import { pathOf } from '../path'

/** What becomes of a section on its way: it grows, turns and leaves the path's plane, evenly or as lines of drawings say. */
export const sculptFields = {
  grows: choiceField('How it grows', 'evenly', { evenly: 'evenly', line: 'as a line is high,' }),
  wide: maybePublicationField('The line that says how large it is', DRAWING),
  scaled: ratioField('How large the section is at the end', '1', 0.01, 100),
  turns: choiceField('How it turns', 'evenly', { evenly: 'evenly', line: 'as a line rises,' }),
  twist: maybePublicationField('The line that says how far it is turned', DRAWING),
  turned: angleField('How far it is turned at the end', '0', -3600, 3600),
  leaves: choiceField('Whether it leaves the plane of its path', 'not', { not: 'in the plane of its path', line: 'lifted out of the plane of its path as a line rises' }), // prettier-ignore
  rises: maybePublicationField('The line that says how far it is lifted', DRAWING),
}
export type SculptValues = FieldValues<typeof sculptFields>

export const SCULPT_NOTES = {
  grows:
    '`evenly`, to so many times its size; or `line`: as a line of a drawing is high over its level axis, held against how high it begins',
  wide: 'with `line`: id of a drawing with one run that goes from left to right, once for the whole way',
  scaled: 'with `evenly`: grows or shrinks to so many times its size',
  turns: '`evenly`, or `line`: as fast as a line of a drawing rises',
  twist: 'with `line`: as `wide`',
  turned: 'degrees, at the end of the way',
  leaves: '`not`, or `line`: lifted out of the plane of its path by what a line rises over how high it begins, mm',
  rises: 'with `line`: as `wide`',
}

export const sculptWords = [
  { field: 'grows', rare: true, before: 'growing' }, { field: 'wide', when: ['grows', 'line'], after: ',' }, { field: 'scaled', rare: true, when: ['grows', 'evenly'], before: 'to', after: ' times its size,' },
  { field: 'turns', rare: true, before: 'turning' }, { field: 'twist', when: ['turns', 'line'], after: ',' }, { field: 'turned', rare: true, before: 'by', after: ',' },
  { field: 'leaves', rare: true, after: ',' }, { field: 'rises', when: ['leaves', 'line'], after: ',' },
] as const // prettier-ignore

/** How large, how far turned and how far out of the plane of its path a section is; none if it stays as it is. */
export function sculptOf(values: SculptValues): Sculpt | undefined {
  const { grows, wide, scaled, turns, twist, turned, leaves, rises } = values
  if (grows === 'evenly' && scaled === 1 && turned === 0 && leaves === 'not') return undefined
  const radians = (turned * Math.PI) / 180
  return {
    scale: grows === 'evenly' ? (share) => 1 + (scaled - 1) * share : sizes(lineOf(wide, 'wide')),
    turn: turns === 'evenly' ? (share) => radians * share : turning(lineOf(twist, 'twist'), radians),
    lift: leaves === 'not' ? () => 0 : lifted(lineOf(rises, 'rises')),
  }
}

type Height = (share: number) => number

function lineOf(drawing: { data: Drawing } | undefined, field: string): Height {
  if (!drawing) return raise('no-step', 'Choose the drawing with the line that says it.', field)
  const { segments, closed } = pathOf(drawing.data, field)
  if (closed) return raise('closed', 'This goes round; a line from left to right says how it is along the way.', field)
  return heightAlong(segments, field)
}

/** So much smaller than at its beginning a section may become. */
const LEAST = 0.01
const LOOKS = 200

function sizes(height: Height): Height {
  const first = height(0)
  const least = Math.min(...Array.from({ length: LOOKS + 1 }, (_, k) => height(k / LOOKS)))
  if (first <= 0 || least < LEAST * first)
    return raise('low', `The line is ${Math.max(0, least).toFixed(2)} mm high at its lowest place and begins ${first.toFixed(2)} mm high; the section would vanish. A line that stays over the level axis does.`, 'wide') // prettier-ignore
  return (share) => height(share) / first
}

function turning(height: Height, radians: number): Height {
  const [first, last] = [height(0), height(1)]
  if (Math.abs(last - first) < 1e-6) return raise('level', 'The line ends as high as it begins, so it does not say how the turn is spread over the way.', 'twist') // prettier-ignore
  return (share) => (radians * (height(share) - first)) / (last - first)
}

const lifted = (height: Height): Height => {
  const first = height(0)
  return (share) => height(share) - first
}
