import { token } from '../fields/field-kind'
import type { CutSurface } from './cut-surface'
import type { Placement } from '../geometry/placement'
import type { Vec3 } from '../geometry/vec'
import type { Profile } from '../profile/segment'

/** One place where two pieces of a divided part meet. Lengths mm. */
export interface Seam {
  /** The cut that it is of, as its faces name it: its number from 1 on. */
  cut: string
  /** As the sheet and marks call it: the cut, with a letter where that has several. */
  name: string
  /** Parts, by id. */
  front: string
  behind: string
  /** On the cut: z leads from the piece behind to the one in front. Takes it to the project's frame. */
  frame: Placement
  /** At which height over the frame the piece behind ends, and the one in front begins. */
  ends: readonly [behind: number, front: number]
  gap: number
  /** How far in front of that what is in front begins for certain: faces of a cut that is not flat have chords. mm */
  rough: number
  /** What the cut follows. */
  surface: CutSurface
  /** Whether that is the frame's plane. */
  flat: boolean
  /** What was solid on the frame's plane; where the cut is not flat, what the pieces have over each other along z. */
  section: Profile
  /** The ways by which the piece in front comes off, the first first; length 1, project's frame. */
  ways: readonly Vec3[]
  /** How far it has to come to be clear of the other. */
  far: number
}

/** What a step that divides a part leaves for joints. */
export interface Divided {
  /** What the whole was called. */
  whole: string
  seams: readonly Seam[]
}

export const DIVIDED = token<Divided>('divided', 'divided part')

/** All pieces that meet at seams, by id. */
export const piecesAt = (seams: readonly Seam[]): string[] => [...new Set(seams.flatMap((s) => [s.behind, s.front]))]
