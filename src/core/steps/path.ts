import { apply, type Placement, turn } from '../geometry/placement'
import type { Vec2, Vec3 } from '../geometry/vec'
import { chordCount } from '../profile/polygon'
import { directionAt, lengthOf, pointAt, type Segment } from '../profile/segment'
import { raise } from '../result'
import type { Drawing } from './drawn'

/** A run that something goes along, on the plane of its drawing. */
export interface Path {
  segments: readonly Segment[]
  closed: boolean
  frame: Placement
}

/**
 * The one run of a drawing that can be gone along: lines of it that do not close, or guides, or what it goes round.
 * Errors: no-path, several
 */
export function pathOf({ plane, open, guides, profile }: Drawing, field: string): Path {
  const choices = [
    [...open, ...guides.open].map((segments) => ({ segments, closed: false })),
    guides.closed.map((segments) => ({ segments, closed: true })),
    profile.loops.map((segments) => ({ segments, closed: true })),
  ]
  const found = choices.find((c) => c.length > 0) ?? []
  const [first, more] = found
  if (!first) return raise('no-path', 'There is no line in this drawing that could be gone along.', field)
  if (more) return raise('several', `There are ${found.length} runs in this drawing, so it is not clear which one is gone along; leave one.`, field) // prettier-ignore
  return { ...first, frame: plane.frame }
}

export const longOf = ({ segments }: Path): number => segments.reduce((sum, s) => sum + lengthOf(s), 0)

/** A place on a path and which way it leads there, in the project's frame. */
export interface OnPath {
  at: Vec3
  way: Vec3
}

/** @param far along it, mm */
export function placeOn({ segments, frame }: Path, far: number): OnPath {
  let left = far
  for (const [i, s] of segments.entries()) {
    const long = lengthOf(s)
    if (left > long && i + 1 < segments.length) {
      left -= long
      continue
    }
    const t = Math.min(1, Math.max(0, left / long))
    const [p, d] = [pointAt(s, t), directionAt(s, t)]
    return { at: apply(frame, [p[0], p[1], 0]), way: turn(frame, [d[0], d[1], 0]) }
  }
  return raise('no-path', 'There is no line in this drawing that could be gone along.')
}

/** The corners of a path as chords go along it. */
export function cornersOf({ segments, closed }: Path, tolerance: number): Vec2[] {
  const out: Vec2[] = segments.flatMap((s) => {
    const count = chordCount(s, tolerance)
    return Array.from({ length: count }, (_, k) => pointAt(s, k / count))
  })
  return closed ? out : [...out, segments.at(-1)!.b]
}

/** For each chord of a path the piece of it that it is of. */
export const piecesOf = ({ segments }: Path, tolerance: number): number[] =>
  segments.flatMap((s, k) => Array<number>(chordCount(s, tolerance)).fill(k))
