import { choiceField } from '../fields/choice'
import { lengthField } from '../fields/length'
import { compose, fromFrame, turnAbout } from '../geometry/placement'
import type { Vec2 } from '../geometry/vec'
import type { Solid } from '../kernel/kernel'
import { copied } from '../kernel/retagged'
import { polygonProfile } from '../profile/shapes'
import type { StepContext } from './step-kind'

/** Ribs that stand out from a post at its foot. */
export const gussetFields = {
  gussets: choiceField('Gussets', 'none', { none: 'without gussets', three: 'three gussets', four: 'four gussets' }),
  out: lengthField('How far gussets reach out', '2.5', 0.4, 50),
  web: lengthField('Thickness of the gussets', '2*line', 0.4, 10),
}

export const GUSSET_NOTES = {
  gussets: '`none`, `three` or `four` ribs round each post, from its foot up to four fifths of its height',
  out: 'at the foot, from the side of the post',
}

export const gussetWords = [
  { field: 'gussets', rare: true, after: ',' },
  { field: 'out', rare: true, when: ['gussets', 'three', 'four'], after: ' out at the foot,' },
  { field: 'web', rare: true, when: ['gussets', 'three', 'four'], after: ' thick.' },
] as const

export const GUSSET_SURFACES = { gusset: { called: 'gusset', moved: ['out', 'how far gussets reach out'] } } as const

interface Gussets {
  gussets: 'none' | 'three' | 'four'
  out: number
  web: number
}

/** They go so deep into the side of a post, and into what it stands on, mm. */
const INTO = { post: 0.35, foot: 0.2 }
/** How much of a post's height they go up. */
const UP = 0.8

/** How far a post reaches sideways at its foot, with its gussets, mm. */
export const reachOf = (radius: number, { gussets, out }: Gussets): number => radius + (gussets === 'none' ? 0 : out)

/** The gussets of a post that stands up from the origin. */
export function gussetSolids(
  { gussets, out, web }: Gussets,
  { radius, height }: { radius: number; height: number },
  copy: string,
  { kernel, id, tolerance }: StepContext,
): Solid[] {
  if (gussets === 'none') return []
  const count = gussets === 'three' ? 3 : 4
  const [inner, outer] = [Math.max(0, radius - INTO.post), radius + out]
  const points: Vec2[] = [[inner, -INTO.foot], [outer, -INTO.foot], [outer, 0], [radius, UP * height], [inner, UP * height]] // prettier-ignore
  const names = { step: id, top: 'gusset', bottom: 'gusset', side: 'gusset', copy: [copy] }
  const upright = fromFrame([1, 0, 0], [0, 0, 1], [0, -1, 0], [0, 0, 0])
  const one = kernel.extrude(polygonProfile(points, ['foot', 'end', 'slope', 'slope', 'in']), -web / 2, web / 2, { names, tolerance }) // prettier-ignore
  return Array.from({ length: count }, (_, i) => copied(kernel, one, compose(turnAbout([0, 0, 1], (2 * Math.PI * i) / count), upright), String(i + 1))) // prettier-ignore
}
