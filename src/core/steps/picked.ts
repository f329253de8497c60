import type { PickedFace } from '../fields/picked-face'
import { angleRound } from '../fields/square-plane'
import { isMeant } from '../faces/resolve'
import type { Pick } from '../fit/picks'
import type { Vec3 } from '../geometry/vec'
import type { SurfaceShape } from '../kernel/surface'
import { faceRef } from '../references/face-ref'
import { newStep, type Offer, type Placed, type Situation } from './offer'

/** What a step would keep of a face that is picked on a part or on an item; none where nothing of it can be kept. */
export function pickedFaceOf(pick: Pick, references: readonly Placed[]): PickedFace | undefined {
  if (pick.kind !== 'surface') return undefined
  if (pick.reference === undefined) return pick.kept && { part: pick.owner, face: pick.kept }
  const there = references.find((r) => r.id === pick.reference)
  const face = there && faceRef(pick.owner, pick.shape, there.placement, there.sized)
  return face && { reference: pick.reference, face }
}

type Cylinder = Extract<SurfaceShape, { kind: 'cylinder' }>
export const isRoundOutside = (shape: SurfaceShape): shape is Cylinder => shape.kind === 'cylinder' && !shape.hole

/** Nobody points at a round to a degree: angles are taken to these, and typed where they matter more. */
const ROUND_TO = 5

/** The plane that touches a round outside about where it was picked; its datum half way along it. */
export const touching = (face: PickedFace, shape: Cylinder, point: Vec3) => ({
  ...face,
  datum: 'middle' as const,
  at: 'middle' as const,
  touch: String(Math.round(angleRound(shape, point) / ROUND_TO) * ROUND_TO || 0),
  off: '0',
})

/** What is picked, and what was gathered. */
interface Picked {
  picks: Situation['picks']
  references: readonly Placed[]
}

/** Where copies are put by the second of two picks, the round face of a hole: at all that are like it. */
export function atHolesLike({ picks, references }: Picked): { how: 'holes'; at: object } | undefined {
  const [, hole, more] = picks
  const face = hole && !more && hole.shape.kind === 'cylinder' && hole.shape.hole ? pickedFaceOf(hole, references) : undefined // prettier-ignore
  return face && { how: 'holes', at: { ...face, datum: 'middle', at: 'middle', off: '0' } }
}

/** The one flat face that is picked, with what a step would keep of it. */
export function flatPick({ picks, references }: Picked) {
  const [pick, more] = picks
  const face = pick && !more && pick.shape.kind === 'plane' ? pickedFaceOf(pick, references) : undefined
  return pick && face && { pick, face }
}

/** How far a flat face reaches along it and up it as seen from in front, by its box, mm; of others not at all. */
export function reachOf({ shape, size: [x, y, z] }: Pick): { along: number; up: number } {
  if (shape.kind !== 'plane') return { along: 0, up: 0 }
  const [nx, ny, nz] = shape.normal.map(Math.abs) as [number, number, number]
  if (nz >= nx && nz >= ny) return { along: x, up: y }
  return { along: nx > ny ? y : x, up: z }
}

/** The edge of a part that a pick lies by: that piece alone, or with what runs on from it without a corner. */
export const pickedEdgeOf = ({ owner, edge }: Pick, run: 'piece' | 'smooth' = 'piece') =>
  edge?.kept && { part: owner, edge: { ...edge.kept, run } }

/** The plane through that edge, half way between being the picked face and standing on it. */
export function throughPickedEdge({ owner, edge, kept }: Pick) {
  if (!edge?.kept) return undefined
  const from = kept && isMeant(edge.kept.between[1], kept.name) ? 'second' : 'first'
  return { part: owner, along: { ...edge.kept, run: 'piece' as const }, at: 'middle' as const, angle: '45', from, off: '0' } as const // prettier-ignore
}

/** That edge with all that runs on round the picked face: its outline, or the rim of a hole in it. */
export const pickedRoundOf = ({ owner, kept, edge }: Pick) =>
  kept && edge?.kept && { part: owner, face: kept, round: { ...edge.kept, run: 'piece' as const } }

/** Faces of one part that are picked, where nothing else is. */
export function pickedFaces({ picks }: { picks: Situation['picks'] }) {
  const [first] = picks
  if (!first || picks.some((p) => p.reference !== undefined || p.owner !== first.owner || !p.kept || p.kind !== 'surface')) return undefined // prettier-ignore
  return { part: first.owner, faces: picks.map((p) => p.kept!), first, many: picks.length > 1 }
}

/** For a flat face of a part that is picked: a step that works on it, told from its middle. @param begun with what it is begun there @param least how long that has to be both ways, and one way, mm */
export function offerOnFace(
  at: Situation,
  kind: string,
  words: string,
  begun: (pick: Pick) => object = () => ({}),
  least: Least = [0, 0],
): Offer[] {
  const picked = flatPick(at)
  if (!picked || !('part' in picked.face) || !hasRoom(picked.pick, least)) return []
  const { face } = picked
  return [{ key: kind, words, picked: true, steps: [newStep(at, kind, { part: face.part, on: { ...face, datum: 'middle', off: '0' }, ...begun(picked.pick) })] }] // prettier-ignore
}

/** What something needs of a flat face: so much both ways, and so much one way, mm. */
export type Least = readonly [short: number, long: number]

export function hasRoom(pick: Pick, [short, long]: Least): boolean {
  const { along, up } = reachOf(pick)
  return Math.min(along, up) >= short && Math.max(along, up) >= long
}
