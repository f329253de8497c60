import { DIVIDED, type Divided, piecesAt, type Seam } from '../divide/seam'
import { type Roomy, roomIn } from '../divide/places'
import { publicationField, type PublicationValue } from '../fields/publication'
import { countField } from '../fields/number'
import { riseWithin } from '../divide/cut-surface'
import { FLIPPED, compose, type Placement, translation, turn } from '../geometry/placement'
import { dot, type Vec2 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { raise } from '../result'
import { newStep, type Offer, type Situation } from './offer'

/** What joins pieces: at which cut of which divided part. */
export const jointFields = {
  cut: publicationField('The divided part', DIVIDED, (d) => piecesAt(d.seams)),
  nth: countField('At which cut', '0', 0, 40),
}

export const JOINT_NOTES = {
  cut: 'id of a divide step before; empty: the nearest',
  nth: 'the number of the cut; 0: at all of them',
}

export const jointWords = [{ field: 'nth', rare: true, before: 'at cut' }] as const

/** What is added to a piece roots so deep in it that the two are one, mm; what is let in is opened so far out of it. */
export const ROOT = 0.02
export const OPEN = 0.5

/** A seam that a joint can be made at, as seen from one of its pieces. */
export interface Facing {
  seam: Seam
  /** Takes a frame whose z leads from this piece's cut into the other to the project's. */
  frame: Placement
  /** At which heights in it this piece ends and the other begins. */
  ends: readonly [own: number, other: number]
  own: string
  other: string
}

/** Both ways of looking at a seam. */
export function facingOf(seam: Seam, from: 'behind' | 'front'): Facing {
  const [lo, hi] = seam.ends
  if (from === 'behind') return { seam, frame: seam.frame, ends: [lo, hi], own: seam.behind, other: seam.front } // prettier-ignore
  return { seam, frame: compose(seam.frame, FLIPPED), ends: [-hi, -lo], own: seam.front, other: seam.behind }
}

/** A frame moved to a place on it, which is told as the seam has it, and to a height. */
export const atPlace = ({ frame, seam }: Facing, [x, y]: readonly [number, number], z: number): Placement => compose(frame, translation([x, frame === seam.frame ? y : -y, z])) // prettier-ignore

/** Where on a cut something stands. */
export interface Stand {
  /** At the highest place where its piece ends there; z leads into the other. */
  frame: Placement
  /** So far under that the lowest lies, mm. */
  rise: number
  /** So far down, from there, what stands there roots, and what is let in is opened: 0 where the cut is flat. mm */
  drop: number
}

/** What stands on a cut that is not flat roots so much deeper, mm, and by so much of the gap: that is measured square to the cut. */
const SLOPING = 0.2
const BY_GAP = 0.15

/** Within a radius about a place on a seam, which is told as the seam has it; none where the cut is too uneven there. */
export function standOn(facing: Facing, at: Vec2, radius: number): Stand | undefined {
  const { seam, frame, ends } = facing
  if (seam.flat) return { frame: atPlace(facing, at, ends[0]), rise: 0, drop: 0 }
  const within = riseWithin(seam.surface, seam.frame, at, radius)
  if (!within) return undefined
  const [lowest, highest] = within
  const rise = highest - lowest
  const drop = rise < 1e-9 ? 0 : rise + SLOPING + BY_GAP * seam.gap
  return { frame: atPlace(facing, at, ends[0] + (frame === seam.frame ? highest : -lowest)), rise, drop }
}

/** Along the shorter side of an uneven cut so many places are looked at: its levels may be narrow. */
const LOOKS = 36

/** Places on a seam where something that clears a radius can stand, those with the most room first. */
export function evenPlaces(facing: Facing, clear: number): Roomy[] {
  const { section, flat } = facing.seam
  return flat ? roomIn(section) : roomIn(section, LOOKS).filter((p) => p.room >= clear && standOn(facing, p.at, clear))
}

/** What a cut has to be for a joint. */
export type Carries =
  /** A plane. */
  | 'flat'
  /** What is in front comes straight off it. */
  | 'off'
  | 'any'

/**
 * The seams that are meant. Errors: no-cut, not-flat, slides, at
 * @param what would be made there, for the maker
 */
export function seamsMeant({ cut, nth, at = [] }: JointAt, what: string, on: Carries): Seam[] {
  const all = cut.data.seams.filter((s) => nth === 0 || Number(s.cut) === nth)
  if (all.length === 0) raise('no-cut', `There is no cut ${nth}; there ${cut.data.seams.length === 1 ? 'is one' : `are ${cut.data.seams.length}`}.`, 'nth') // prettier-ignore
  if (on === 'flat' && all.some((s) => !s.flat)) raise('not-flat', `The cut is not flat; ${what} can only be had at straight cuts. Pins, magnets, screws and marks can be had at others too.`, 'cut') // prettier-ignore
  if (on === 'off' && !all.every(comesStraightOff)) raise('slides', `The pieces slide together along the line of the cut, and ${what} across it would lock them. Screws or magnets can be had; its own shape locates the pieces already.`, 'cut') // prettier-ignore
  if (at.length > 0 && all.length > 1) raise('at', `Places are told on one cut, and this joins ${all.length}; say which cut is meant.`, 'nth') // prettier-ignore
  return all
}

/** Whether what is in front of a seam comes straight off its frame. */
const comesStraightOff = ({ ways, frame }: Seam): boolean => ways.some((w) => dot(w, turn(frame, [0, 0, 1])) > 1 - 1e-9)

/** At which cut of which part, and at which places, if some are told. */
interface JointAt {
  cut: PublicationValue<Divided>
  nth: number
  at?: readonly unknown[]
}

/** The pieces as they are, to be changed one joint after the other. */
export class Pieces {
  private readonly now: Map<string, Solid>
  private readonly changed = new Set<string>()

  constructor(
    private readonly kernel: Kernel,
    parts: ReadonlyMap<string, Solid>,
  ) {
    this.now = new Map(parts)
  }

  get(id: string): Solid {
    return this.now.get(id)!
  }

  set(id: string, solid: Solid): void {
    this.now.set(id, solid)
    this.changed.add(id)
  }

  /** Makes something part of a piece. */
  add(id: string, solid: Solid): void {
    this.set(id, this.kernel.union([this.get(id), solid]))
  }

  take(id: string, ...tools: Solid[]): void {
    this.set(id, this.kernel.subtract(this.get(id), tools))
  }

  /** Those that were changed. */
  outputs(): { id: string; solid: Solid }[] {
    return [...this.changed].map((id) => ({ id, solid: this.get(id) }))
  }
}

/** Lines of a cut that carry no joint that comes straight off. */
const SLIDING = ['dovetail', 'puzzle']
const carries = (line: unknown, on: Carries): boolean => on === 'any' || line === 'straight' || (on === 'off' && !SLIDING.includes(String(line))) // prettier-ignore

/** For each divided part whose cuts carry it: a joint of a kind. */
export function offerJoint(
  at: Situation,
  kind: string,
  words: string,
  on: Carries,
  fields: Record<string, unknown> = {},
): Offer[] {
  return at.left.flatMap(({ step, token }): Offer[] => {
    const by = token === DIVIDED.name ? at.document.steps.find((s) => s.id === step) : undefined
    if (!by || !carries(by.fields.line ?? 'straight', on)) return []
    if (at.document.steps.some((s) => s.kind === kind && !s.off && (s.fields.cut ?? step) === step)) return []
    return [{ key: `${kind} ${step}`, words, about: step, steps: [newStep(at, kind, { cut: step, ...fields })], before: usedUpBy(at, step) }] // prettier-ignore
  })
}

/** The first step that divides a piece of a divided part once more. */
const usedUpBy = ({ document: { steps } }: Situation, cut: string): string | undefined => steps.find((s) => s.kind === 'divide' && String(s.fields.part).startsWith(`${cut}.`))?.id // prettier-ignore

/** Fields of a joint at the last part that was divided. */
export function startJoint(at: Situation): { cut: string } | undefined {
  const last = at.left.findLast((l) => l.token === DIVIDED.name)
  return last && { cut: last.step }
}
