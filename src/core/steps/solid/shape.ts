import type { FieldValues } from '../../fields/kinds'
import { fromFrame } from '../../geometry/placement'
import type { Solid } from '../../kernel/kernel'
import { arc, line, type Profile } from '../../profile/segment'
import { circle, polygonProfile, rectangle } from '../../profile/shapes'
import { raise } from '../../result'
import { ROOT } from '../joining'
import type { StepContext } from '../step-kind'
import type { solidFields } from './fields'

/** A plain solid in its own frame: its foot's middle the origin, z up. @param rooted a little into what it stands on */
export function shapeOf(
  v: FieldValues<typeof solidFields>,
  { kernel, id, tolerance }: StepContext,
  rooted: boolean,
): Solid {
  const names = { step: id, top: 'far', bottom: 'near', side: 'side' }
  const drawn = (profile: Profile) => kernel.extrude(profile, rooted ? -ROOT : 0, v.height, { names, tolerance })
  const turned = (profile: Profile) =>
    kernel.revolve(profile, 2 * Math.PI, { step: id, side: 'side', start: 'near', end: 'far' }, tolerance)
  const r = v.across / 2
  switch (v.shape) {
    case 'box':
      return drawn(rectangle(-v.width / 2, -v.depth / 2, v.width / 2, v.depth / 2))
    case 'cylinder':
      return drawn(circle([0, 0], r))
    case 'tube': {
      if (v.wall >= r - 1e-9) return raise('wall', `A wall of ${v.wall.toFixed(2)} mm leaves no bore in Ø ${v.across.toFixed(2)} mm; under ${r.toFixed(2)} mm would, or a cylinder.`, 'wall') // prettier-ignore
      const bore = circle([0, 0], r - v.wall, 'bore').loops[0]!
      const inner = [...bore].reverse().map((s) => (s.kind === 'arc' ? arc(s.b, s.a, s.centre, false, s.id) : s))
      return drawn({ loops: [circle([0, 0], r).loops[0]!, inner] })
    }
    case 'cone': {
      if (Math.abs(v.top - v.across) < 1e-9) return drawn(circle([0, 0], r))
      const foot = rooted ? ([[0, -ROOT], [r, -ROOT], [r, 0]] as const) : ([[0, 0], [r, 0]] as const) // prettier-ignore
      const top = v.top > 0 ? ([[v.top / 2, v.height], [0, v.height]] as const) : ([[0, v.height]] as const) // prettier-ignore
      const ids = ['foot', ...(rooted ? ['edge'] : []), 'side', ...(v.top > 0 ? ['top'] : []), 'axis']
      return turned(polygonProfile([...foot, ...top], ids))
    }
    case 'ball':
      return turned({ loops: [[arc([0, 0], [0, 2 * r], [0, r], true, 'ball'), line([0, 2 * r], [0, 0], 'axis')]] })
    case 'wedge': {
      // Drawn out along the depth: full height at the left, nothing at the right.
      const { width, height, depth } = v
      const corners = [[-width / 2, 0], [width / 2, 0], [-width / 2, height]] as const // prettier-ignore
      const deep = [[-width / 2, -ROOT], [width / 2, -ROOT], [width / 2, 0], [-width / 2, height]] as const // prettier-ignore
      const slope = rooted ? polygonProfile(deep, ['foot', 'edge', 'slope', 'upright']) : polygonProfile(corners, ['foot', 'slope', 'upright']) // prettier-ignore
      const lying = kernel.extrude(slope, -depth / 2, depth / 2, {
        names: { ...names, top: 'hind', bottom: 'fore' },
        tolerance,
      })
      return kernel.place(lying, fromFrame([1, 0, 0], [0, 0, 1], [0, -1, 0], [0, 0, 0]))
    }
  }
}
