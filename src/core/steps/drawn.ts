import { token } from '../fields/field-kind'
import type { PlaneValue } from '../fields/drawn-shape'
import type { Spot } from '../fields/spots'
import type { Vec2 } from '../geometry/vec'
import type { Profile, Segment } from '../profile/segment'
import type { Situation } from './offer'

/** What a drawing leaves for the steps that make something of it. Lengths mm, on its plane. */
export interface Drawing {
  plane: PlaneValue
  /** What is material. */
  profile: Profile
  /** What its shapes go round, where some of them meet: what lies between their outlines can be meant by itself. */
  areas: Profile[]
  /** Runs of material that do not close. */
  open: Segment[][]
  /** Runs of guides. */
  guides: { open: Segment[][]; closed: Segment[][] }
  /** Its straight lines, guides too, by the shape's id: what can be turned about. */
  lines: Readonly<Record<string, readonly [Vec2, Vec2]>>
  /** The middles of its circles and of what else has one, of guides and copies too; each place once, by the shape that has it. */
  middles: readonly Spot[]
}

export const DRAWING = token<Drawing>('drawing', 'drawing')

/** The drawings that steps can be made of. */
export const drawingsLeft = ({ left }: Pick<Situation, 'left'>) => left.filter((l) => l.token === DRAWING.name)

/** True of a drawing that something is made of. */
export const isUsed = ({ document }: Pick<Situation, 'document'>, drawing: string): boolean =>
  document.steps.some((s) => s.id !== drawing && Object.values(s.fields).includes(drawing))
