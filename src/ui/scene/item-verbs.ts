import { setBlock, setReach, setTravel } from '@/core/document/edits'
import type { Pick } from '@/core/fit/picks'
import { apply, invert, turn } from '@/core/geometry/placement'
import { scale, plainVec, type Vec3 } from '@/core/geometry/vec'
import { faceRef } from '@/core/references/face-ref'
import { newBlock } from '../gather/new-block'
import type { ProjectState } from '../store/store'
import type { Verb } from './verb'

/** How what was picked on an item says that it moves, is reached, or carries something that the file lacks. */
export function itemVerbs(pick: Pick, { build, history, edit }: ProjectState): Verb[] {
  const view = build?.references.find((r) => r.id === pick.reference)
  const settings = history.present.references.find((r) => r.id === pick.reference)
  const item = view?.items.find((i) => i.id === pick.owner)
  if (!view || !settings || !item || item.made || pick.kind === 'item') return []
  const back = invert(view.placement)
  const point = plainVec(scale(apply(back, pick.point), 1 / settings.scale))
  const { shape } = pick
  const way = (v: Vec3) => plainVec(turn(back, v))
  if (shape.kind === 'cylinder' || shape.kind === 'cone') {
    const about = plainVec(scale(apply(back, shape.point), 1 / settings.scale))
    const travel = { kind: 'turn', point: about, axis: way(shape.axis), from: 0, to: 360 } as const
    return [['it turns about this axis', () => edit(setTravel(settings.id, item.id, travel))]]
  }
  if (shape.kind !== 'plane') return []
  const direction = way(shape.normal)
  const verbs: Verb[] = [
    ['it slides this way', () => edit(setTravel(settings.id, item.id, { kind: 'slide', direction, length: '5' }))],
    ['it is reached from here', () => edit(setReach(settings.id, item.id, { point, direction, length: '30', width: '12' }))], // prettier-ignore
  ]
  const face = faceRef(item.id, shape, view.placement, settings.scale)
  if (face)
    verbs.push(['stand a block on it', () => edit(setBlock(newBlock('box', { on: settings.id, face, foot: point, keepOut: false })))]) // prettier-ignore
  return verbs
}
