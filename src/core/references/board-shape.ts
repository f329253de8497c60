import { apply, compose, invert, type Placement, turn } from '../geometry/placement'
import { dot, type Vec2, type Vec3 } from '../geometry/vec'
import { loopArea } from '../profile/measure'
import { type Loop, pointAt, type Profile, reversedLoop, type Segment } from '../profile/segment'
import { asCircle, faceOutlines } from '../recognise/outlines'
import type { ImportedItem, ImportedShape } from './model'
import { shapeFacts } from './shape-facts'

/** A round hole in a board. Lengths in mm, in the frame the board was looked at in. */
export interface BoardHole {
  /** Its rank in the file, which placing and leaving out do not change: `h1`, `h2`, ... */
  id: string
  centre: Vec2
  diameter: number
  through: boolean
}

/** A board seen from above: its outline and what is cut through it. */
export interface BoardShape {
  /** One loop, anticlockwise. */
  outline: Profile
  /** Cut-outs that are not round. */
  cutouts: Loop[]
  holes: BoardHole[]
  /** Height of the underside and of the top. */
  under: number
  top: number
}

/**
 * The outline and the holes of a flat item, from the edges of its top and underside.
 * @param frame takes file coordinates to a frame in which the board lies flat
 */
export function boardShape(item: ImportedItem, shape: ImportedShape, frame: Placement): BoardShape | undefined {
  const facts = shapeFacts(shape)
  const place = compose(frame, item.placement)
  const levels = new Map<number, { at: number; up: boolean; area: number }>()
  for (const [i, f] of facts.faces.entries()) {
    if (f.kind !== 'plane') continue
    const up = dot(turn(place, f.normal), [0, 0, 1])
    if (Math.abs(up) > 0.9999) levels.set(i, { at: apply(place, f.point)[2], up: up > 0, area: f.area })
  }
  const side = (up: boolean) => {
    const faces = [...levels].filter(([, l]) => l.up === up)
    const main = faces.reduce<number | undefined>(
      (best, [i, l]) => (best === undefined || l.area > levels.get(best)!.area ? i : best),
      undefined,
    )
    if (main === undefined) return undefined
    const at = levels.get(main)!.at
    return { at, faces: new Set(faces.filter(([, l]) => Math.abs(l.at - at) < 1e-3).map(([i]) => i)) }
  }
  const [top, under] = [side(true), side(false)]
  if (!top || !under) return undefined
  const points = flatPoints(shape.positions, place)
  const outlines = (faces: ReadonlySet<number>) =>
    faceOutlines(shape.positions, shape.indices, facts.faceOfTriangle, faces, facts.faces, (v) => [
      points[2 * v]!,
      points[2 * v + 1]!,
    ])
  const loops = outlines(top.faces)
  const outer = largestLoop(loops)
  if (!outer) return undefined
  const below = outlines(under.faces)
    .map(asCircle)
    .filter((c) => c !== undefined)
  const holes: BoardHole[] = []
  const cutouts: Loop[] = []
  for (const loop of loops) {
    if (loop === outer) continue
    const circle = asCircle(loop)
    if (!circle) {
      cutouts.push(loop)
      continue
    }
    const through = below.some((c) => Math.hypot(c.centre[0] - circle.centre[0], c.centre[1] - circle.centre[1]) < 0.05)
    holes.push({ id: `h${holes.length + 1}`, centre: circle.centre, diameter: circle.diameter, through })
  }
  const outline = loopArea(outer) > 0 ? outer : reversedLoop(outer)
  return { outline: { loops: [namedByItsFile(outline, place)] }, cutouts, holes, under: under.at, top: top.at }
}

/**
 * The outline with its pieces named `e1`, `e2` … from one piece on and one way round that are the same whichever way
 * the board lies.
 */
function namedByItsFile(outline: Loop, place: Placement): Loop {
  const back = invert(place)
  const up = turn(back, [0, 0, 1])
  const seen = up.reduce((most, v) => (Math.abs(v) > Math.abs(most) + 1e-6 ? v : most), 0) > 0
  const first = outline.reduce(
    (best, s, i) => {
      const [x, y] = pointAt(s, 0.5)
      const p = turn(back, [x - place[3]!, y - place[7]!, 0])
      const rank = 0.913 * p[0] + 0.389 * p[1] + 0.117 * p[2]
      return rank < best.rank ? { i, rank } : best
    },
    { i: 0, rank: Infinity },
  ).i
  const count = outline.length
  const named = new Map(outline.map((_, k) => [(first + (seen ? k : count - k)) % count, k]))
  return outline.map((s, i): Segment => ({ ...s, id: `e${named.get(i)! + 1}` }))
}

function largestLoop(loops: readonly Loop[]): Loop | undefined {
  return loops.reduce<Loop | undefined>(
    (best, l) => (best && Math.abs(loopArea(best)) >= Math.abs(loopArea(l)) ? best : l),
    undefined,
  )
}

function flatPoints(positions: ArrayLike<number>, place: Placement): Float64Array {
  const out = new Float64Array((positions.length / 3) * 2)
  for (let i = 0; i < positions.length / 3; i++) {
    const p: Vec3 = apply(place, [positions[3 * i]!, positions[3 * i + 1]!, positions[3 * i + 2]!])
    out[2 * i] = p[0]
    out[2 * i + 1] = p[1]
  }
  return out
}
