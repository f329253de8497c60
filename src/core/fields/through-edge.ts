import { findEdge, isMeant, nameOf, type Pointable, straightRun } from '../faces/resolve'
import { trianglesOf } from '../faces/topology'
import { add, cross, direction, distance, normalize, placeAt, scale, sub, type Vec3 } from '../geometry/vec'
import { doubledNormal } from '../mesh/doubled-normal'
import { fail, ok, type Result } from '../result'
import { evaluateFormula } from '../units/formula'
import { type FaceFrame, facingFrame } from './face-frame'
import type { Scope } from './field-kind'
import { namesAt } from './length'
import type { SavedEdgePlane } from './square-plane'

/** An edge bends where its straight run is so much shorter than it is from end to end, mm. */
const STRAIGHT = 1e-3

/**
 * The plane through a straight edge that is turned about it from one of the faces at it into the material, its datum at the
 * middle of the edge; that face lies in front of it.
 * Errors: no-part, gone, unclear, not-straight, those of the angle's formula
 */
export function throughEdge({ part: id, along, angle, from }: SavedEdgePlane, at: Scope): Result<FaceFrame> {
  const part = at.parts.get(id)
  if (!part) return fail('no-part', 'The part whose edge this goes through is not before it in the sheet.')
  const on = part.pointable()
  const found = findEdge(on, { ...along, run: 'piece' })
  if (!found.ok) return found
  const degrees = evaluateFormula(angle ?? '45', 'number', namesAt(at))
  if (!degrees.ok) return degrees
  const index = found.value[0]!
  const ends = straightEnds(on, index)
  if (!ends)
    return fail('not-straight', 'The edge that was picked is bent; a plane can go through one that is straight.')
  const [a, b] = ends
  const way = normalize(sub(b, a))
  const { regions } = on.topology.borders[index]!
  const first = along.between[from === 'second' ? 1 : 0]
  const side = isMeant(first, nameOf(on.mesh.surfaces[on.topology.surfaceOf[regions[0]]!]!)) ? 0 : 1
  const normal = facingAt(on, regions[side], index)
  // The left face lies to the left of the way, seen from outside.
  const inwards = normalize(side === 0 ? cross(normal, way) : cross(way, normal))
  const [c, s] = direction(degrees.value)
  const out = add(scale(normal, c), scale(inwards, s))
  return ok({ frame: facingFrame(out, scale(add(a, b), 0.5)) })
}

/** The ends of a border, if it runs straight from one to the other. */
function straightEnds(on: Pointable, index: number): [Vec3, Vec3] | undefined {
  const { vertices, closed } = on.topology.borders[index]!
  const [a, b] = [vertices[0]!, vertices.at(-1)!].map((v) => placeAt(on.mesh.positions, v)) as [Vec3, Vec3]
  const run = closed ? undefined : straightRun(on, [index], a)
  return run && Math.abs(distance(run.from, run.to) - distance(a, b)) < STRAIGHT ? [a, b] : undefined
}

/** Which way a region faces at a border of it. */
function facingAt({ mesh, topology }: Pointable, region: number, border: number): Vec3 {
  const beside = trianglesOf(topology, region).find((t) => [0, 1, 2].some((k) => topology.borderOf[3 * t + k] === border)) // prettier-ignore
  return normalize(doubledNormal(mesh.positions, mesh.indices, beside!))
}
