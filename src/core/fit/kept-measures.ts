import type { KeptMeasure, MeasureEnd } from '../document/measure-schema'
import { apply, invert, type Placement } from '../geometry/placement'
import { scale, plainVec, type Vec3 } from '../geometry/vec'
import { ontoSurface } from '../faces/onto'
import { findEdge, findFace, pointNow, type Pointable, straightRun } from '../faces/resolve'
import type { SurfaceShape } from '../kernel/surface'
import { faceRef, mostAlike } from '../references/face-ref'
import { fail, ok, type Result } from '../result'
import { type Measured, measurePicks, usualSense } from './measure'
import type { Pick } from './picks'

/** What there is to measure on, wherever it comes from. */
export interface MeasurableThings {
  references: readonly {
    id: string
    placement: Placement
    sized: number
    items: readonly { id: string; name: string; surfaces: readonly SurfaceShape[] }[]
  }[]
  parts: readonly { id: string; name: string; pointable: () => Pointable }[]
}

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
  const back = invert(reference.placement)
  const kept = (p: Vec3) => plainVec(scale(apply(back, p), 1 / reference.sized))
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

/** A kept end where its thing is now: points go with the face that they were picked on. */
function pickOfEnd(end: MeasureEnd, things: MeasurableThings): Result<Pick> {
  const found = end.reference === undefined ? onPart(end, things) : onItem(end, things)
  if (!found.ok) return found
  const { shape, name, point, edge } = found.value
  return ok({
    kind: end.as === 'item' ? 'item' : 'surface',
    owner: end.owner,
    ownerName: name,
    ...(end.reference === undefined ? {} : { reference: end.reference }),
    region: -1,
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
  point: Vec3
  edge?: { from: Vec3; to: Vec3 } | undefined
}

function onPart(end: MeasureEnd, things: MeasurableThings): Result<Found> {
  const part = things.parts.find((p) => p.id === end.owner)
  if (!part) return GONE
  if (!end.on) return ok({ shape: { kind: 'free' }, name: part.name, point: end.point })
  const there = part.pointable()
  const region = findFace(there, end.on)
  if (!region.ok) return region.problem.kind === 'gone' ? GONE : region
  const { shape } = there.mesh.surfaces[there.topology.surfaceOf[region.value]!]!
  const point = pointNow(there, region.value, end.on.near)
  if (end.as !== 'edge' || !end.along) return ok({ shape, name: part.name, point })
  const borders = findEdge(there, end.along)
  if (!borders.ok) return borders.problem.kind === 'gone' ? GONE : borders
  return ok({ shape, name: part.name, point, edge: straightRun(there, borders.value, point) })
}

function onItem(end: MeasureEnd, things: MeasurableThings): Result<Found> {
  const reference = things.references.find((r) => r.id === end.reference)
  const item = reference?.items.find((i) => i.id === end.owner)
  if (!reference || !item) return GONE
  const { placement, sized } = reference
  const found = end.face ? mostAlike(item.surfaces, end.face, placement, sized) : 'all of it'
  if (found === undefined) return GONE
  const shape: SurfaceShape = found === 'all of it' ? { kind: 'free' } : item.surfaces[found]!
  const placed = (p: Vec3): Vec3 => {
    const q = apply(placement, scale(p, sized))
    return shape.kind === 'plane' ? ontoSurface(shape, q) : q
  }
  const edge = end.edge && { from: placed(end.edge[0]), to: placed(end.edge[1]) }
  return ok({ shape, name: item.name, point: placed(end.point), edge })
}

/** What a kept measure comes to now. */
export function keptMeasure(
  { ends }: KeptMeasure,
  things: MeasurableThings,
): Result<Measured & { between: [string, string] }> {
  const [a, b] = ends.map((e) => pickOfEnd(e, things))
  if (!a!.ok) return a!
  if (!b!.ok) return b!
  return ok({ ...measurePicks(a!.value, b!.value), between: [a!.value.ownerName, b!.value.ownerName] })
}
