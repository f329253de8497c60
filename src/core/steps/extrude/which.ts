import type { PlaneValue } from '../../fields/drawn-shape'
import { apply, invert, movedAlong, turn } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import { contains } from '../../profile/measure'
import type { Profile } from '../../profile/segment'
import { expectOk, raise } from '../../result'
import { cellAt } from '../../profile/cells'
import { piecesOf, united } from '../../profile/united'
import type { Drawing } from '../drawn'

/** The plane of a drawing moved along its normal to another one. */
export function parallelPlane(plane: PlaneValue, to: PlaneValue): PlaneValue {
  const normal = turn(invert(plane.frame), turn(to.frame, [0, 0, 1]))
  if (Math.hypot(normal[0], normal[1]) > 1e-6) return raise('slanted', 'What it should begin at is not parallel to the drawing; choose a face that is, or draw on it.', 'from') // prettier-ignore
  const height = apply(invert(plane.frame), apply(to.frame, [0, 0, 0]))[2]
  const frame = movedAlong(plane.frame, [0, 0, height])
  return { frame, ...(to.part === undefined ? {} : { part: to.part }) }
}

/** The regions of a drawing that places lie in: each ends at every outline. */
export function regionsAt({ profile, areas }: Pick<Drawing, 'profile' | 'areas'>, places: readonly Vec2[]): Profile {
  const pieces = piecesOf(profile)
  const meant = places.map((p, i): Profile => {
    const piece = pieces.find((r) => contains(r, p))
    if (!piece) return raise('no-region', `Place ${i + 1} lies in no region of the drawing; there is no material there.`, 'only') // prettier-ignore
    return areas.length > 0 ? (expectOk(cellAt(areas, p)) ?? piece) : piece
  })
  return expectOk(united(meant))
}
