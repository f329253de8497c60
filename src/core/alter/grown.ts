import { insideFace } from '../faces/inside-face'
import type { Pointable } from '../faces/resolve'
import { boxSize, dot, type Vec3 } from '../geometry/vec'
import { areasOf } from './bulges'
import { boxOfFaces } from './face-box'
import { shapeOf } from './new-faces'
import { besideOf, isRound } from './rounds'
import { alikeRounds, chainOfRounds, roundKind } from './sizes'
import { featuresWith } from './standing'

/**
 * What a pick grows to: faces `alike` (round ones of one size; flat ones that look the same way and are as large), all of the
 * boss, hole or sign that it is of (`feature`), or what runs on from it without an edge (`chain`).
 */
export type Growth = 'alike' | 'feature' | 'chain'

/** Areas that differ by less are equal, of them. */
const EQUAL = 1e-3

/** The faces that picked ones grow to, those first. */
export function grown(on: Pointable, regions: readonly number[], how: Growth): number[] {
  const spread = { alike, feature, chain }[how]
  return [...new Set([...regions, ...regions.flatMap((r) => spread(on, r))])]
}

function alike(on: Pointable, region: number): number[] {
  const own = shapeOf(on, region)
  if (isRound(own)) return alikeRounds(on, region)
  const area = areasOf(on)
  const isLike = (r: number) => {
    const shape = shapeOf(on, r)
    const faces = own.kind !== 'plane' || (shape.kind === 'plane' && dot(shape.normal, own.normal) > 1 - 1e-6)
    return shape.kind === own.kind && faces && Math.abs(area[r]! - area[region]!) <= EQUAL * area[region]!
  }
  return on.topology.surfaceOf.flatMap((_, r) => (isLike(r) ? [r] : []))
}

/** Of several that a face may belong to the least that could be taken by itself. */
function feature(on: Pointable, region: number): number[] {
  const all = featuresWith(on, region)
  return [...((all.find((f) => f.apart) ?? all[0])?.regions ?? [])]
}

function chain(on: Pointable, region: number): number[] {
  if (roundKind(on, region) === 'edge') return chainOfRounds(on, region)
  const out = new Set([region])
  for (const r of out) for (const next of besideOf(on)[r]!.smooth) out.add(next)
  return [...out]
}

/** A face with a point on it, and the size of its box, mm. */
export interface FaceAt {
  region: number
  point: Vec3
  size: Vec3
}

export const faceAt = (on: Pointable, region: number): FaceAt =>
  ({ region, point: insideFace(on, region), size: boxSize(boxOfFaces(on, [region])) }) // prettier-ignore
