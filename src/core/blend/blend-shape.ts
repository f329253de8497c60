import { add, cross, distance, dot, length, normalize, scale, sub, type Vec3 } from '../geometry/vec'
import type { SurfaceShape } from '../kernel/surface'
import type { Station } from './chains'
import type { Form, Section } from './section'
import type { Side } from './side'

/** What the new face of an edge is: exact where its faces are straight along it, or round about one axis. */
export function blendShape({ sides, way }: Station, convex: boolean, form: Form, section: Section): SurfaceShape {
  if (sides.every(({ shape }) => isDrawnOut(shape, way))) return straight(way, convex, form, section)
  const axis = commonAxis(sides)
  return axis ? turnedShape(axis, form, section) : { kind: 'free' }
}

/** True of a face that is straight along the edge, as all beside a straight edge are that are flat or round about a line like it. */
const isDrawnOut = (shape: SurfaceShape, way: Vec3): boolean =>
  shape.kind === 'plane' || (shape.kind === 'cylinder' && length(cross(shape.axis, way)) < 1e-6)

function straight(way: Vec3, convex: boolean, form: Form, { contacts, centre }: Section): SurfaceShape {
  if (form.kind === 'round' && centre) return { kind: 'cylinder', axis: way, point: centre, radius: form.radius, hole: !convex } // prettier-ignore
  const [a, b] = contacts
  return { kind: 'plane', normal: normalize(cross(way, sub(a, b))), point: a }
}

interface Axis {
  point: Vec3
  axis: Vec3
}

/** The axis about which both faces are round, or to which one of them stands square. */
function commonAxis(sides: readonly [Side, Side]): Axis | undefined {
  const round = sides.map((s) => s.shape).find((s) => 'axis' in s)
  if (!round || !('axis' in round)) return undefined
  const { axis, point } = round
  const fits = sides.every(({ shape }) => {
    if (shape.kind === 'plane') return length(cross(shape.normal, axis)) < 1e-6
    if (!('axis' in shape)) return false
    const off = sub(shape.point, point)
    return length(cross(shape.axis, axis)) < 1e-6 && length(sub(off, scale(axis, dot(off, axis)))) < 1e-5
  })
  return fits ? { axis, point } : undefined
}

function turnedShape({ axis, point }: Axis, form: Form, { contacts, centre }: Section): SurfaceShape {
  const flat = (p: Vec3) => {
    const high = dot(sub(p, point), axis)
    const foot = add(point, scale(axis, high))
    return { high, foot, wide: distance(p, foot) }
  }
  if (form.kind === 'round' && centre) {
    const { foot, wide } = flat(centre)
    return wide < 1e-6 ? { kind: 'free' } : { kind: 'torus', axis, point: foot, radius: wide, tube: form.radius }
  }
  const [low, high] = contacts.map(flat).sort((a, b) => a.high - b.high)
  if (high!.high - low!.high < 1e-9) return { kind: 'free' }
  return { kind: 'cone', axis, point: low!.foot, radius: low!.wide, halfAngle: Math.atan2(high!.wide - low!.wide, high!.high - low!.high) } // prettier-ignore
}
