import { sideOf } from '../blend/side'
import type { Pointable } from '../faces/resolve'
import { trianglesOf } from '../faces/topology'
import { add, dot, length, normalize, placeAt, scale, sub, type Vec3 } from '../geometry/vec'
import type { SurfaceShape } from '../kernel/surface'
import { raise } from '../result'
import { cornerOf, faceLike, shapeOf } from './new-faces'
import type { NewFace } from './plan'

/** A cone by its wide end: the middle and radius of that, which way it opens, and the angle between axis and side, radians. */
export interface Mouth {
  middle: Vec3
  radius: number
  open: Vec3
  halfAngle: number
}

/** The wide end of a conical face. Errors: not-cone */
export function mouthOf(on: Pointable, region: number): Mouth {
  const shape = shapeOf(on, region)
  if (shape.kind !== 'cone') return raise('not-cone', 'Only conical faces open at an angle; pick one.')
  const open = Math.tan(shape.halfAngle) < 0 ? scale(shape.axis, -1) : shape.axis
  let widest = { radius: -1, high: 0 }
  for (const t of trianglesOf(on.topology, region))
    for (let k = 0; k < 3; k++) {
      const off = sub(placeAt(on.mesh.positions, on.mesh.indices[3 * t + k]!), shape.point)
      const high = dot(off, open)
      const radius = length(sub(off, scale(open, high)))
      if (radius > widest.radius) widest = { radius, high }
    }
  return { middle: add(shape.point, scale(open, widest.high)), radius: widest.radius, open, halfAngle: Math.abs(shape.halfAngle) } // prettier-ignore
}

/** What is alike is so within this, mm and radians. */
const [SIZE, ANGLE] = [0.03, 0.02]

/** All conical faces that open as wide and at the same angle as one. */
export function alikeCones(on: Pointable, region: number): number[] {
  const own = mouthOf(on, region)
  return on.topology.surfaceOf.flatMap((_, r) => {
    if (shapeOf(on, r).kind !== 'cone') return []
    const other = mouthOf(on, r)
    return Math.abs(other.radius - own.radius) < SIZE && Math.abs(other.halfAngle - own.halfAngle) < ANGLE ? [r] : []
  })
}

/** A conical face with another wide end, or another angle, opening at the same height. */
export function coneLike(on: Pointable, region: number, radius: number, halfAngle: number): NewFace {
  const mouth = mouthOf(on, region)
  const shape: SurfaceShape = { kind: 'cone', axis: mouth.open, point: mouth.middle, radius, halfAngle }
  const wider = radius - mouth.radius
  const carry = (p: Vec3): Vec3 => {
    const off = sub(p, mouth.middle)
    return add(p, scale(normalize(sub(off, scale(mouth.open, dot(off, mouth.open)))), wider))
  }
  return faceLike(sideOf(on, region), shape, cornerOf(on, region), carry)
}
