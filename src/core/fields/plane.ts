import { z } from 'zod'
import { contentKey } from '../content-key'
import { fromFrame, movedAlong, type Placement } from '../geometry/placement'
import type { Vec3 } from '../geometry/vec'
import { fail, ok, type Result } from '../result'
import { evaluateFormula } from '../units/formula'
import { formatLength } from '../units/length'
import type { PlaneValue } from './drawn-shape'
import type { FaceFrame } from './face-frame'
import { alikeRounds } from './alike-rounds'
import type { FieldBase, FieldKind, Scope } from './field-kind'
import { facePlane, facePlaneFormulas, itemPlaneSchema, partPlaneSchema, swappedFacePlane } from './face-plane'
import { namesAt } from './length'
import { edgePlaneFormulas, edgePlaneSchema, squareToEdge, swappedEdgePlane } from './square-plane'
import { throughEdge } from './through-edge'

export interface PlaneField extends FieldBase<'plane', PlaneValue> {
  /** Whether the rounds that are like a picked one are looked for. */
  alike?: boolean
}
export const planeField = (label: string, more: Pick<PlaneField, 'alike'> = {}): PlaneField => ({ type: 'plane', label, ...more }) // prettier-ignore

/** The project's own planes, as a maker stands before them. */
export const BASE_PLANES = {
  ground: 'the ground',
  front: 'the upright plane from left to right',
  side: 'the upright plane from front to back',
} as const

const off = z.string().min(1).max(400).default('0')
export const planeSchema = z.union([
  z.strictObject({ base: z.enum(['ground', 'front', 'side']), off }),
  partPlaneSchema.extend({ off }),
  itemPlaneSchema.extend({ off }),
  edgePlaneSchema.extend({ off }),
])
export type SavedPlane = z.infer<typeof planeSchema>

/** The project's own plane that is square to an axis (0 x, 1 y, 2 z) at a place along it, mm. */
export const planeAcross = (axis: number, at: number): { base: keyof typeof BASE_PLANES; off: string } => ({
  base: (['side', 'front', 'ground'] as const)[axis]!,
  // The upright plane from left to right looks to the front.
  off: String((axis === 1 ? -at : at) || 0),
})

/** Seen from outside: along to the right, up upwards. */
const BASES: Readonly<Record<keyof typeof BASE_PLANES, readonly [Vec3, Vec3, Vec3]>> = {
  ground: [[1, 0, 0], [0, 1, 0], [0, 0, 1]],
  front: [[1, 0, 0], [0, 0, 1], [0, -1, 0]],
  side: [[0, 1, 0], [0, 0, 1], [1, 0, 0]],
} // prettier-ignore

/** Which way a plane of the project looks. */
export const outOfBase = (base: keyof typeof BASE_PLANES): Vec3 => BASES[base][2]

/** So far from the ground nothing is made, mm. */
const FARTHEST = 1e5

export const planeKind: FieldKind<PlaneField, SavedPlane> = {
  type: 'plane',
  turn: 'picks',
  schema: () => planeSchema.default({ base: 'ground', off: '0' }),
  resolve: (saved, spec, at) => {
    const distance = evaluateFormula(saved.off, 'length', namesAt(at))
    if (!distance.ok) return distance
    if (Math.abs(distance.value) > FARTHEST)
      return fail('range', `${spec.label} is ${formatLength(distance.value)} mm away; up to ${FARTHEST} mm would do.`)
    const found = frameOf(saved, at)
    if (!found.ok) return found
    const { round, ...own } = found.value
    const alike = spec.alike && round ? alikeRounds(round) : undefined
    const value: PlaneValue = {
      frame: movedAlong(own.frame, [0, 0, distance.value]),
      ...('part' in saved ? { part: saved.part } : {}),
      ...(own.radius === undefined || distance.value !== 0 ? {} : { radius: own.radius }),
      ...(alike ? { alike } : {}),
    }
    return ok({
      value,
      key: contentKey(value),
      shown: { ...value, ...own, frame: value.frame, off: distance.value },
    })
  },
  formulas: (saved, change) => ({ ...changed(saved, change), off: change(saved.off) }),
  swapped: (saved, swap) => {
    if ('face' in saved) return swappedFacePlane(saved, swap)
    return 'along' in saved ? swappedEdgePlane(saved, swap) : saved
  },
  facts: () => ({ default: { base: 'ground', off: '0' } }),
}

function changed(saved: SavedPlane, change: (formula: string) => string): SavedPlane {
  if ('face' in saved) return facePlaneFormulas(saved, change)
  return 'along' in saved ? edgePlaneFormulas(saved, change) : saved
}

function frameOf(saved: SavedPlane, at: Scope): Result<FaceFrame> {
  if ('base' in saved) return ok({ frame: baseFrame(saved.base) })
  if ('face' in saved) return facePlane(saved, at)
  return saved.angle === undefined ? squareToEdge(saved, at) : throughEdge(saved, at)
}

const baseFrame = (base: keyof typeof BASE_PLANES): Placement => fromFrame(...BASES[base], [0, 0, 0])
