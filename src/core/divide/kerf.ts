import type { Placement } from '../geometry/placement'
import type { Vec2 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { offsetProfile } from '../profile/offset'
import type { Profile, Segment } from '../profile/segment'
import { expectOk } from '../result'
import { behindLine } from './cut-line'

/** Where the gap of a cut lies: half to each side of its line, or all of it on one. */
export type GapSide = 'both' | 'front' | 'behind'

/** What the faces of a cut are called: of the piece behind it, and of the one in front. */
export const CUT_ROLES = { behind: 'cut behind', front: 'cut in front' } as const

/** A cut along a face keeps so far off it that nothing is shaved off the face itself, mm. */
const OFF = 0.002

/** Where on both sides of its line a cut ends, mm: what lies behind, and what lies in front of it. */
export function cutEnds(gap: number, side: GapSide): [behind: number, front: number] {
  if (side === 'both') return [-gap / 2, gap / 2]
  return side === 'front' ? [OFF, OFF + gap] : [-OFF - gap, -OFF]
}

/** A line that is carried through a part: on x and y of its frame, through along z. */
export interface Carried {
  line: readonly Segment[]
  frame: Placement
  /** The middle of the part on the frame, and how far round it the cut goes, mm. */
  middle: Vec2
  far: number
}

/** The two spaces of a cut. */
export interface Kerf {
  /** All that lies behind it. */
  behind: Solid
  /** All that does not lie in front of it. */
  upTo: Solid
}

/** Behind any of some cuts, and up to the front of any. */
export const unitedKerf = (kernel: Kernel, all: readonly Kerf[]): Kerf => ({ behind: kernel.union(all.map((k) => k.behind)), upTo: kernel.union(all.map((k) => k.upTo)) }) // prettier-ignore

export interface KerfNames {
  step: string
  /** Which of several cuts. */
  cut: string
}

/**
 * The spaces behind a cut and up to its front, with the same gap everywhere between them: corners of its line are
 * rounded so far that both sides of them can be. In the project's frame.
 * Errors: offset
 */
export function kerfOf(
  kernel: Kernel,
  { line, frame, middle, far }: Carried,
  [lo, hi]: readonly [number, number],
  { step, cut }: KerfNames,
  tolerance: number,
): Kerf {
  const region: Profile = { loops: [behindLine(line, middle, far)] }
  const gap = hi - lo
  const even = line.length > 1 && gap > 0 ? rounded(region, gap / 2 + Math.max(Math.abs(lo), Math.abs(hi))) : region
  const space = (by: number, side: string) => {
    const names = { step, side, top: 'end', bottom: 'end', copy: [cut] }
    return kernel.place(kernel.extrude(expectOk(offsetProfile(even, by)), -3 * far, 3 * far, { names, tolerance }), frame) // prettier-ignore
  }
  return { behind: space(lo, CUT_ROLES.behind), upTo: space(hi, CUT_ROLES.front) }
}

/** With all its corners rounded by a radius, inwards and outwards. */
function rounded(region: Profile, radius: number): Profile {
  let now = region
  for (const by of [-radius, 2 * radius, -radius]) now = expectOk(offsetProfile(now, by))
  return now
}
