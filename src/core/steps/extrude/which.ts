import type { PlaneValue } from '../../fields/drawn-shape'
import { apply, invert, movedAlong, turn } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import { contains } from '../../profile/measure'
import type { Profile } from '../../profile/segment'
import { raise } from '../../result'
import { piecesOf } from '../../profile/united'

/** The plane of a drawing moved along its normal to another one. */
export function parallelPlane(plane: PlaneValue, to: PlaneValue): PlaneValue {
  const normal = turn(invert(plane.frame), turn(to.frame, [0, 0, 1]))
  if (Math.hypot(normal[0], normal[1]) > 1e-6) return raise('slanted', 'What it should begin at is not parallel to the drawing; choose a face that is, or draw on it.', 'from') // prettier-ignore
  const height = apply(invert(plane.frame), apply(to.frame, [0, 0, 0]))[2]
  const frame = movedAlong(plane.frame, [0, 0, height])
  return { frame, ...(to.part === undefined ? {} : { part: to.part }) }
}

/** The regions of a drawing that places lie in. */
export function regionsAt(all: Profile, places: readonly Vec2[]): Profile {
  const pieces = piecesOf(all)
  const meant = places.map((p, i) => {
    const piece = pieces.find((r) => contains(r, p))
    return piece ?? raise('no-region', `Place ${i + 1} lies in no region of the drawing; there is no material there.`, 'only') // prettier-ignore
  })
  return { loops: [...new Set(meant)].flatMap((r) => r.loops) }
}
