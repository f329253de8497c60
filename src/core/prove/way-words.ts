import type { Vec3 } from '../geometry/vec'

const SIDES = [
  ['left', 'right'],
  ['front', 'back'],
  ['bottom', 'top'],
] as const

/** Parts of a direction under this are not said. */
const LEAST = 0.05
/** Nearly all of it. */
const ALL = 0.999

/** What a part lies on, in words: its bottom, or the way between two or three sides with how far it is turned from the nearest. */
export function onWhat(down: Vec3): string {
  const said = [2, 1, 0]
    .map((k) => ({ size: Math.abs(down[k]!), side: SIDES[k]![down[k]! < 0 ? 0 : 1] }))
    .filter((s) => s.size > LEAST)
    .sort((a, b) => b.size - a.size)
  const [most] = said
  if (!most) return 'nothing'
  if (most.size > ALL) return `its ${most.side}`
  const turned = (Math.acos(Math.min(1, most.size)) * 180) / Math.PI
  return `its ${most.side}, turned ${Math.round(turned)}° to its ${said.slice(1).map((s) => s.side).join(' and ')}` // prettier-ignore
}
