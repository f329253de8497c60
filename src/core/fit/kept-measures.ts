import type { KeptMeasure, MeasureEnd } from '../document/measure-schema'
import { apply, invert, type Placement } from '../geometry/placement'
import { dot, scale, sub, plainVec, type Vec3 } from '../geometry/vec'
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
  parts: readonly {
    id: string
    name: string
    surfaces: readonly { step: string; role: string; shape: SurfaceShape }[]
  }[]
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
      ...(pick.step ? { step: pick.step } : {}),
      ...(pick.role ? { role: pick.role } : {}),
      ...(pick.edge ? { edge: [plainVec(pick.edge.from), plainVec(pick.edge.to)] } : {}),
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
  if (!found) return GONE
  const { shape, name, placed } = found
  const onto = (p: Vec3): Vec3 =>
    shape.kind === 'plane' ? sub(p, scale(shape.normal, dot(sub(p, shape.point), shape.normal))) : p
  const edge = end.edge && { from: onto(placed(end.edge[0])), to: onto(placed(end.edge[1])), off: 0 }
  return ok({
    kind: end.as === 'item' ? 'item' : 'surface',
    owner: end.owner,
    ownerName: name,
    ...(end.reference === undefined ? {} : { reference: end.reference }),
    surface: -1,
    shape,
    point: onto(placed(end.point)),
    size: [0, 0, 0],
    as: end.as,
    ...(edge ? { edge } : {}),
  })
}

interface Found {
  shape: SurfaceShape
  name: string
  placed: (p: Vec3) => Vec3
}

function onPart(end: MeasureEnd, things: MeasurableThings): Found | undefined {
  const part = things.parts.find((p) => p.id === end.owner)
  if (!part) return undefined
  const own = part.surfaces.filter((s) => s.step === end.step && s.role === end.role).map((s) => s.shape)
  if (own.length === 0 && end.step !== undefined) return undefined
  const off = (s: SurfaceShape) => (s.kind === 'plane' ? Math.abs(dot(sub(end.point, s.point), s.normal)) : 0)
  const shape = own.reduce<SurfaceShape>((best, s) => (off(s) < off(best) ? s : best), own[0] ?? { kind: 'free' })
  return { shape, name: part.name, placed: (p) => p }
}

function onItem(end: MeasureEnd, things: MeasurableThings): Found | undefined {
  const reference = things.references.find((r) => r.id === end.reference)
  const item = reference?.items.find((i) => i.id === end.owner)
  if (!reference || !item) return undefined
  const { placement, sized } = reference
  const shape = end.face ? mostAlike(item.surfaces, end.face, placement, sized) : { kind: 'free' as const }
  return shape && { shape, name: item.name, placed: (p) => apply(placement, scale(p, sized)) }
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
