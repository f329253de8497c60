import { z } from 'zod'
import { contentKey } from '../content-key'
import { keptFaceSchema } from '../document/pick-schema'
import { findFace, type Pointable } from '../faces/resolve'
import { renamedFace } from '../faces/renamed'
import { apply, fromFrame, invert, type Placement } from '../geometry/placement'
import { add, cross, dot, normalize, scale, type Vec3 } from '../geometry/vec'
import { fail, ok, type Result } from '../result'
import { evaluateFormula } from '../units/formula'
import { formatLength } from '../units/length'
import type { PlaneValue } from './drawn-shape'
import type { FieldBase, FieldKind, Scope } from './field-kind'
import { namesAt } from './length'

export type PlaneField = FieldBase<'plane', PlaneValue>
export const planeField = (label: string): PlaneField => ({ type: 'plane', label })

/** The project's own planes, as a maker stands before them. */
export const BASE_PLANES = {
  ground: 'the ground',
  front: 'the upright plane from left to right',
  side: 'the upright plane from front to back',
} as const

const off = z.string().min(1).max(400).default('0')
export const planeSchema = z.union([
  z.strictObject({ base: z.enum(['ground', 'front', 'side']), off }),
  /** A flat face of a part; the datum is the middle of what it covers, or its lower left corner. */
  z.strictObject({
    part: z.string().min(1).max(1000),
    face: keptFaceSchema,
    off,
    datum: z.enum(['middle', 'corner']).default('middle'),
  }),
])
export type SavedPlane = z.infer<typeof planeSchema>

/** Seen from outside: along to the right, up upwards. */
const BASES: Readonly<Record<keyof typeof BASE_PLANES, readonly [Vec3, Vec3, Vec3]>> = {
  ground: [[1, 0, 0], [0, 1, 0], [0, 0, 1]],
  front: [[1, 0, 0], [0, 0, 1], [0, -1, 0]],
  side: [[0, 1, 0], [0, 0, 1], [1, 0, 0]],
} // prettier-ignore

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
    const found = 'base' in saved ? ok({ frame: baseFrame(saved.base) }) : faceFrame(saved, at)
    if (!found.ok) return found
    const value: PlaneValue = {
      frame: lifted(found.value.frame, distance.value),
      ...('part' in saved ? { part: saved.part } : {}),
    }
    return ok({
      value,
      key: contentKey(value),
      shown: { ...value, ...found.value, frame: value.frame, off: distance.value },
    })
  },
  formulas: (saved, change) => ({ ...saved, off: change(saved.off) }),
  swapped: (saved, swap) => ('part' in saved ? { ...saved, face: renamedFace(saved.face, swap) } : saved),
  facts: () => ({ default: { base: 'ground', off: '0' } }),
}

const baseFrame = (base: keyof typeof BASE_PLANES): Placement => fromFrame(...BASES[base], [0, 0, 0])

function lifted(frame: Placement, by: number): Placement {
  const [x, y, z] = axesOf(frame)
  return fromFrame(x, y, z, add(apply(frame, [0, 0, 0]), scale(z, by)))
}

const axesOf = (frame: Placement): [Vec3, Vec3, Vec3] => {
  const origin = apply(frame, [0, 0, 0])
  const axis = (d: Vec3): Vec3 => {
    const p = apply(frame, d)
    return [p[0] - origin[0], p[1] - origin[1], p[2] - origin[2]]
  }
  return [axis([1, 0, 0]), axis([0, 1, 0]), axis([0, 0, 1])]
}

interface FaceFrame {
  frame: Placement
  /** What the face covers from there: [least along, least up, most along, most up], mm. */
  covers: readonly [number, number, number, number]
}

function faceFrame(saved: Extract<SavedPlane, { part: string }>, { parts }: Scope): Result<FaceFrame> {
  const part = parts.get(saved.part)
  if (!part) return fail('no-part', 'The part whose face this lies on is not before it in the sheet.')
  const on = part.pointable()
  const region = findFace(on, saved.face)
  if (!region.ok) return region
  const tag = on.mesh.surfaces[on.topology.surfaceOf[region.value]!]!
  if (tag.shape.kind !== 'plane') return fail('not-flat', 'The face that was picked is not flat; a flat one can be drawn on.') // prettier-ignore
  return ok(frameOn(on, region.value, normalize(tag.shape.normal), saved.datum))
}

/** The frame of a flat face: up is upwards, or to the back where it lies; the datum by what the face covers. */
function frameOn(on: Pointable, region: number, out: Vec3, datum: 'middle' | 'corner'): FaceFrame {
  const lying = Math.abs(out[2]) > 0.999
  const along: Vec3 = lying ? [1, 0, 0] : normalize(cross([0, 0, 1], out))
  const up = cross(out, along)
  const turned = fromFrame(along, up, out, [0, 0, 0])
  const back = invert(turned)
  let [x0, y0, x1, y1, z] = [Infinity, Infinity, -Infinity, -Infinity, 0]
  const { positions, indices } = on.mesh
  for (let t = 0; t < on.topology.regionOf.length; t++) {
    if (on.topology.regionOf[t] !== region) continue
    for (let k = 0; k < 3; k++) {
      const v = 3 * indices[3 * t + k]!
      const [x, y, w] = apply(back, [positions[v]!, positions[v + 1]!, positions[v + 2]!])
      x0 = Math.min(x0, x)
      y0 = Math.min(y0, y)
      x1 = Math.max(x1, x)
      y1 = Math.max(y1, y)
      z = w
    }
  }
  const exact = (v: number) => Math.round(v * 1e4) / 1e4
  const tag = on.mesh.surfaces[on.topology.surfaceOf[region]!]!
  const height = tag.shape.kind === 'plane' ? dot(out, tag.shape.point) : z
  const at: Vec3 = datum === 'middle' ? [exact((x0 + x1) / 2), exact((y0 + y1) / 2), height] : [exact(x0), exact(y0), height] // prettier-ignore
  return {
    frame: fromFrame(along, up, out, apply(turned, at)),
    covers: [x0 - at[0], y0 - at[1], x1 - at[0], y1 - at[1]],
  }
}
