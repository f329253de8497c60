import type { MeasureEnd } from '../document/measure-schema'
import { ontoSurface } from '../faces/onto'
import { findEdge, findFace, pointNow, type Pointable, straightRun } from '../faces/resolve'
import { apply, invert, type Placement, placePositions } from '../geometry/placement'
import { plainVec, scale, type Vec3 } from '../geometry/vec'
import { placeShape } from '../kernel/placed-shape'
import type { SurfaceShape } from '../kernel/surface'
import { type Triangles, unpacked } from '../mesh/unpack'
import { faceRef, mostAlike } from '../references/face-ref'
import type { ImportedShape } from '../references/model'
import { shapeFacts } from '../references/shape-facts'
import { fail, ok, type Result } from '../result'
import { thingOf, usualSense } from './measure'
import type { Pick } from './picks'

/** What there is to measure on, wherever it comes from. */
export interface MeasurableThings {
  references: readonly {
    id: string
    placement: Placement
    sized: number
    items: readonly { id: string; name: string; solid: ImportedShape; stands: Placement }[]
  }[]
  parts: readonly { id: string; name: string; pointable: () => Pointable }[]
}

/** A point as documents keep it of a reference: in its file's frame, and as the file sizes it. */
export const pointInFile = (point: Vec3, { placement, sized }: { placement: Placement; sized: number }): [number, number, number] => plainVec(scale(apply(invert(placement), point), 1 / sized)) // prettier-ignore

/**
 * A pick as the document keeps it.
 * @param reference that it was picked on, if it was one
 */
export function keptEnd(
  pick: Pick,
  reference: { id: string; placement: Placement; sized: number } | undefined,
): MeasureEnd {
  const end = { owner: pick.owner, as: pick.as ?? usualSense(pick) }
  if (!reference)
    return {
      ...end,
      point: plainVec(pick.point),
      ...(pick.kept ? { on: pick.kept } : {}),
      ...(pick.edge?.kept ? { along: pick.edge.kept } : {}),
    }
  const kept = (p: Vec3) => pointInFile(p, reference)
  const face = faceRef(pick.owner, pick.shape, reference.placement, reference.sized)
  return {
    ...end,
    reference: reference.id,
    point: kept(pick.point),
    ...(face ? { face } : {}),
    ...(pick.edge ? { edge: [kept(pick.edge.from), kept(pick.edge.to)] } : {}),
  }
}

const GONE = fail('gone', 'What this was measured on is not there any more.')

/** A kept end where its thing is now: points go with the face that they were picked on. Errors: gone, unclear */
export function pickOfEnd(end: MeasureEnd, things: MeasurableThings): Result<Pick> {
  const found = end.reference === undefined ? onPart(end, things) : onItem(end, things)
  if (!found.ok) return found
  const { shape, name, region, point, edge } = found.value
  return ok({
    kind: end.as === 'item' ? 'item' : 'surface',
    owner: end.owner,
    ownerName: name,
    ...(end.reference === undefined ? {} : { reference: end.reference }),
    region,
    shape,
    point,
    size: [0, 0, 0],
    as: end.as,
    ...(edge ? { edge: { ...edge, off: 0 } } : {}),
  })
}

interface Found {
  shape: SurfaceShape
  name: string
  /** The region of the part, or the face of the item; -1 for all of it. */
  region: number
  point: Vec3
  edge?: { from: Vec3; to: Vec3 } | undefined
}

function onPart(end: MeasureEnd, things: MeasurableThings): Result<Found> {
  const part = things.parts.find((p) => p.id === end.owner)
  if (!part) return GONE
  const whole: Found = { shape: { kind: 'free' }, name: part.name, region: -1, point: end.point }
  if (!end.on || end.as === 'item') return ok(whole)
  const there = part.pointable()
  const region = findFace(there, end.on)
  if (!region.ok) return region.problem.kind === 'gone' ? GONE : region
  const { shape } = there.mesh.surfaces[there.topology.surfaceOf[region.value]!]!
  const point = pointNow(there, region.value, end.on.near)
  const found = { shape, name: part.name, region: region.value, point }
  if (end.as !== 'edge' || !end.along) return ok(found)
  const borders = findEdge(there, end.along)
  if (!borders.ok) return borders.problem.kind === 'gone' ? GONE : borders
  return ok({ ...found, edge: straightRun(there, borders.value, point) })
}

function onItem(end: MeasureEnd, things: MeasurableThings): Result<Found> {
  const reference = things.references.find((r) => r.id === end.reference)
  const item = reference?.items.find((i) => i.id === end.owner)
  if (!reference || !item) return GONE
  const { placement, sized } = reference
  const surfaces = shapeFacts(item.solid).faces.map((f) => placeShape(f, item.stands))
  const face = end.face && mostAlike(surfaces, end.face, placement, sized)
  if (end.face && face === undefined) return GONE
  const shape: SurfaceShape = face === undefined ? { kind: 'free' } : surfaces[face]!
  const placed = (p: Vec3): Vec3 => {
    const q = apply(placement, scale(p, sized))
    return shape.kind === 'plane' ? ontoSurface(shape, q) : q
  }
  const edge = end.edge && { from: placed(end.edge[0]), to: placed(end.edge[1]) }
  return ok({ shape, name: item.name, region: face ?? -1, point: placed(end.point), edge })
}

/** Lines without ends are taken this far to each side of where they were pointed at, mm. */
const FAR = 1000

/** What a pick is taken as, in triangles; nothing if its owner is not there. Of a line or a point one without width. */
export function pickTriangles(pick: Pick, things: MeasurableThings): Triangles | undefined {
  const as = pick.as ?? usualSense(pick)
  if (as !== 'item' && as !== 'face') return thinTriangle(pick)
  const meant = (surfaceOf: ArrayLike<number>) =>
    as === 'item' || pick.region < 0 ? undefined : Array.from(surfaceOf, (s, t) => (s === pick.region ? t : -1)).filter((t) => t >= 0) // prettier-ignore
  if (pick.reference === undefined) {
    const part = things.parts.find((p) => p.id === pick.owner)?.pointable()
    return part && unpacked(part.mesh.positions, part.mesh.indices, meant(part.topology.regionOf))
  }
  const item = things.references.find((r) => r.id === pick.reference)?.items.find((i) => i.id === pick.owner)
  return (
    item &&
    unpacked(placePositions(item.stands, item.solid.positions), item.solid.indices, meant(shapeFacts(item.solid).faceOfTriangle)) // prettier-ignore
  )
}

function thinTriangle(pick: Pick): Triangles {
  const thing = thingOf(pick)
  const p = thing.kind === 'point' ? thing.point : pick.point
  if (thing.kind !== 'line') return Float32Array.from([...p, ...p, ...p])
  const on = (t: number) => thing.point.map((v, k) => v + t * thing.along[k]!)
  const [from, to] = thing.reach === undefined ? [on(-FAR), on(FAR)] : [on(0), on(thing.reach)]
  return Float32Array.from([...from, ...to, ...to])
}
