import type { Vec2 } from '../geometry/vec'
import { moved } from '../profile/moved'
import { offsetProfile } from '../profile/offset'
import type { Profile } from '../profile/segment'
import { united } from '../profile/united'
import { expectOk, raise } from '../result'
import { setLetters, stemOf, unknownLetters } from './set-letters'

export interface StrokedSetting {
  /** Of capitals; between the feet of lines. mm */
  height: number
  lines: number
  /** Upright strokes are made whole lines of this width, mm; as they are drawn if absent. */
  line?: number
}

/** Letters as one region about the middle of their feet, and how wide upright strokes came out, mm. Errors: letters, empty */
export function strokedLetters(
  text: string,
  { height, lines, line }: StrokedSetting,
): { region: Profile; stroke: number } {
  const unknown = unknownLetters(text)
  if (unknown.length > 0) raise('letters', `There are no outlines for ${unknown.slice(0, 5).join(' ')} in the font that ships.`, 'text') // prettier-ignore
  const stem = stemOf(height)
  const wider = line === undefined ? 0 : (Math.max(1, Math.round(stem / line)) * line - stem) / 2
  // Wider strokes leave less between letters; a line's width at least is left.
  const spacing = line === undefined ? 0 : 2 * Math.max(0, wider) + line
  const letters = setLetters(text, { height, spacing, lines, align: 'middle', radius: 0 }).flatMap(
    ({ at, letter, region }): Profile[] =>
    region.loops.length === 0 ? [] : [{ loops: region.loops.map((l, k) => l.map((s, i) => ({ ...s, id: `${at}${letter}.${k + 1}.${i + 1}` }))) }], // prettier-ignore
  )
  if (letters.length === 0) raise('empty', 'There is no letter in it yet.', 'text')
  const region = expectOk(united(letters.map((l) => (wider === 0 ? l : expectOk(offsetProfile(l, wider))))))
  return { region, stroke: stem + 2 * wider }
}

/** A region put elsewhere, its pieces under the names that they had. */
export const put = ({ loops }: Profile, to: (p: Vec2) => Vec2): Profile => ({ loops: loops.map((l) => l.map((s) => moved(s, to, false, s.id))) }) // prettier-ignore
