import { setMove } from '@/core/document/edits'
import type { FaceRef, PlacingMove } from '@/core/document/placing-schema'
import type { Pick } from '@/core/fit/picks'
import { invert, turn } from '@/core/geometry/placement'
import { normalize, sub } from '@/core/geometry/vec'
import { faceRef } from '@/core/references/face-ref'
import { newId } from '../new-id'
import type { ProjectState } from '../store/store'
import type { Verb } from './verb'

/** A reference that was picked: where it is, and what it is scaled by. */
export function pickedReference(pick: Pick, { build, history }: ProjectState) {
  const view = build?.references.find((r) => r.id === pick.reference)
  const settings = history.present.references.find((r) => r.id === pick.reference)
  return view && settings && { placement: view.placement, settings }
}

function keptFace(pick: Pick, state: ProjectState): FaceRef | undefined {
  const reference = pickedReference(pick, state)
  return reference && faceRef(pick.owner, pick.shape, reference.placement, reference.settings.scale)
}

const putter =
  (pick: Pick, { edit, set }: ProjectState) =>
  (move: PlacingMove) => {
    edit(setMove(pick.reference!, move))
    set({ picks: [] })
  }

/** How a reference can be put by what was picked on it. */
export function placingVerbs(pick: Pick, state: ProjectState): Verb[] {
  const reference = pickedReference(pick, state)
  if (!reference || pick.kind === 'item') return []
  const put = putter(pick, state)
  const face = keptFace(pick, state)
  const verbs: Verb[] = []
  if (face?.kind === 'plane')
    verbs.push(['put this face on the ground', () => put({ id: newId(), kind: 'ground', face })])
  const { edge } = pick
  if (edge) {
    const [x, y, z] = normalize(turn(invert(reference.placement), sub(edge.to, edge.from)))
    verbs.push(['put its nearest edge along x', () => put({ id: newId(), kind: 'along-x', direction: [x, y, z] })])
  }
  return verbs
}

/** How a reference can be put by two picks, the first on it, the second on another one. */
export function verbsForTwo(first: Pick, second: Pick, state: ProjectState): Verb[] {
  if (!first.reference || !second.reference || first.reference === second.reference) return []
  const [face, other] = [keptFace(first, state), keptFace(second, state)]
  if (!face || !other) return []
  const put = putter(first, state)
  const there = { reference: second.reference, face: other }
  if (face.kind === 'plane' && other.kind === 'plane')
    return [['put the first face against the second', () => put({ id: newId(), kind: 'meet', face, with: there, gap: '0' })]] // prettier-ignore
  const round = (kind: FaceRef['kind']) => kind === 'cylinder' || kind === 'cone'
  return round(face.kind) && round(other.kind)
    ? [['put the first about the axis of the second', () => put({ id: newId(), kind: 'line-up', face, with: there })]]
    : []
}
