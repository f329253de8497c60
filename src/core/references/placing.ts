import type { FaceRef, PlacingMove } from '../document/placing-schema'
import {
  apply,
  compose,
  placePositions,
  type Placement,
  translation,
  turn,
  turnAbout,
  turnOnto,
} from '../geometry/placement'
import { add, boxOfPositions, dot, emptyBox, joinBoxes, scale, sub, type Vec3 } from '../geometry/vec'
import { placeShape } from '../kernel/placed-shape'
import type { IndexedMesh } from '../mesh/weld'
import type { Motion } from '../sweep/swept-space'
import type { Profile } from '../profile/segment'
import type { SurfaceShape } from '../kernel/surface'
import { fail, ok, type Problem, type Result } from '../result'
import { findFace } from './face-ref'
import type { FlatItem } from './find-board'
import type { ImportedModel, ImportedShape } from './model'
import { shapeRounds } from './shape-facts'

/** An item of a file. */
export interface ItemShape {
  /** Says which it is. */
  of: string
  shape: ImportedShape
  within: Placement
}

/** What moves may refer to besides their own reference. */
export interface PlacingContext {
  /** Works out a length, mm. */
  value: (formula: string) => Result<number>
  /** A face of another reference where that is placed. */
  face: (reference: string, face: FaceRef) => Result<SurfaceShape>
  /** An outline of the project. */
  profile: (outline: string) => Profile | undefined
  /** An item of a file in the shape and at the size that it has there, and what takes that to its place in the file. */
  item: (reference: string, item: string) => Result<ItemShape>
  /** The space that something comes through as it moves; `of` says what it is, so that it is worked out once. */
  space: (of: string, shape: () => Pick<IndexedMesh, 'positions' | 'indices'>, motion: Motion) => Result<IndexedMesh>
}

/** Where the moves take a reference, and which of them could not be done. */
export interface Placed {
  placement: Placement
  /** By the move's id; such a move is passed over. */
  problems: Record<string, Problem>
}

/**
 * Does a reference's moves, one after the other.
 * @param model sized already
 * @param base where the reference is without them
 */
export function doMoves(
  model: ImportedModel,
  flat: FlatItem | undefined,
  base: Placement,
  moves: readonly PlacingMove[],
  sized: number,
  context: PlacingContext,
): Placed {
  let placement = base
  const problems: Record<string, Problem> = {}
  for (const move of moves) {
    const by = step(model, flat, placement, move, sized, context)
    if (by.ok) placement = compose(by.value, placement)
    else problems[move.id] = by.problem
  }
  return { placement, problems }
}

function step(
  model: ImportedModel,
  flat: FlatItem | undefined,
  placement: Placement,
  move: PlacingMove,
  sized: number,
  context: PlacingContext,
): Result<Placement> {
  const own = (ref: FaceRef): Result<SurfaceShape> => {
    const found = findFace(model, ref, sized)
    return found
      ? ok(placeShape(found, placement))
      : fail('no-face', 'The face that this goes by is not in the file any more. Take this out, or pick another face.')
  }
  switch (move.kind) {
    case 'middle': {
      const middle = middleOf(model, flat, placement, move.of)
      return middle.ok ? ok(translation([-middle.value[0], -middle.value[1], 0])) : middle
    }
    case 'ground': {
      const face = own(move.face)
      if (!face.ok || face.value.kind !== 'plane') return face.ok ? NOT_FLAT : face
      const down = turnOnto(face.value.normal, [0, 0, -1])
      return ok(compose(translation([0, 0, -apply(down, face.value.point)[2]]), down))
    }
    case 'along-x': {
      const [x, y] = turn(placement, move.direction)
      if (Math.hypot(x, y) < 1e-6)
        return fail('upright', 'This edge stands upright; one that lies level can go along x.')
      // Of its two senses the one that needs the smaller turn.
      const angle = -Math.atan2(x < 0 ? -y : y, Math.abs(x))
      return ok(turnAbout([0, 0, 1], angle))
    }
    case 'meet':
    case 'line-up':
      return against(move, own(move.face), context)
    case 'move': {
      const values = move.by.map(context.value)
      const bad = values.find((v) => !v.ok)
      return bad && !bad.ok ? bad : ok(translation(values.map((v) => (v.ok ? v.value : 0)) as unknown as Vec3))
    }
    case 'turn': {
      const axis: Vec3 = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] }[move.axis] as unknown as Vec3
      return ok(turnAbout(axis, (move.degrees * Math.PI) / 180))
    }
  }
}

const NOT_FLAT = fail('not-flat', 'This needs a flat face.')
const NOT_ROUND = fail('not-round', 'This needs a round face on both sides.')

function against(
  move: Extract<PlacingMove, { kind: 'meet' | 'line-up' }>,
  face: Result<SurfaceShape>,
  context: PlacingContext,
): Result<Placement> {
  if (!face.ok) return face
  const other = context.face(move.with.reference, move.with.face)
  if (!other.ok) return other
  const [a, b] = [face.value, other.value]
  if (move.kind === 'meet') {
    if (a.kind !== 'plane' || b.kind !== 'plane') return NOT_FLAT
    const gap = context.value(move.gap)
    if (!gap.ok) return gap
    const turned = turnOnto(a.normal, scale(b.normal, -1))
    const off = dot(sub(b.point, apply(turned, a.point)), b.normal) + gap.value
    return ok(compose(translation(scale(b.normal, off)), turned))
  }
  if (!('axis' in a) || !('axis' in b)) return NOT_ROUND
  const turned = turnOnto(a.axis, dot(a.axis, b.axis) < 0 ? scale(b.axis, -1) : b.axis)
  const off = sub(b.point, apply(turned, a.point))
  return ok(compose(translation(sub(off, scale(b.axis, dot(off, b.axis)))), turned))
}

/** The middle of what is asked for, where the reference is now. */
function middleOf(
  model: ImportedModel,
  flat: FlatItem | undefined,
  placement: Placement,
  of: 'box' | 'board' | 'holes',
): Result<Vec3> {
  if (of === 'holes') return middleOfHoles(model, flat, placement)
  if (of === 'board' && !flat) return fail('no-board', 'No board is in it; the middle of the whole can be taken.')
  const items = of === 'board' ? [flat!.item] : model.items
  const box = items.reduce(
    (all, i) => joinBoxes(all, boxOfPositions(placePositions(compose(placement, i.placement), model.shapes[i.shape]!.positions))), // prettier-ignore
    emptyBox(),
  )
  return ok(scale(add(box.min, box.max), 0.5))
}

/** The middle of the box round the holes of the size there are most of: of the board, or of the whole. */
function middleOfHoles(model: ImportedModel, flat: FlatItem | undefined, placement: Placement): Result<Vec3> {
  const items = flat ? [flat.item] : model.items
  const bySize = new Map<string, Vec3[]>()
  for (const item of items)
    for (const f of shapeRounds(model.shapes[item.shape]!)) {
      if (f.kind !== 'hole') continue
      const key = f.diameter.toFixed(1)
      bySize.set(key, [...(bySize.get(key) ?? []), apply(compose(placement, item.placement), f.centre)])
    }
  const most = [...bySize.values()].sort((a, b) => b.length - a.length)[0]
  if (!most || most.length < 2) return fail('no-holes', 'It has no two holes of one size whose middle could be taken.')
  const { min, max } = boxOfPositions(most.flat())
  return ok(scale(add(min, max), 0.5))
}
