import { banded, letInto } from '../../divide/band'
import { STRAIGHT } from '../../divide/cut-line'
import { CUT_ROLES } from '../../divide/kerf'
import { Outlines } from '../../divide/outlines-of'
import { placesFor } from '../../divide/places'
import type { Seam } from '../../divide/seam'
import { boreSolid, liesIn } from '../../divide/socket'
import { throughout } from '../../divide/tongue'
import type { Spot } from '../../fields/spots'
import { apply, compose, invert, translation, turn } from '../../geometry/placement'
import type { Vec2, Vec3 } from '../../geometry/vec'
import { contains, middleOf } from '../../profile/measure'
import { toPolygons } from '../../profile/polygon'
import { gap2, type Profile } from '../../profile/segment'
import { circle, polygonProfile } from '../../profile/shapes'
import { piecesOf } from '../../profile/united'
import { raise } from '../../result'
import type { Pieces } from '../joints'
import type { StepContext } from '../step-kind'

/** What bosses are for: of pins, with the room round them and the wall round that. Lengths mm. */
interface Bosses {
  radius: number
  /** How far they reach into a piece. */
  deep: number
  count: number
  /** Where they are told to be. */
  at: readonly Spot[]
}

/** A boss roots so deep in its wall, which may have a groove inside, mm; and a line so thick along all of it lies in the wall. */
const [ROOTS, LINE] = [0.6, 0.3]
/** A boss is so much larger that chords of it are the radius at least, mm. */
const CHORD = 0.02
/** Where a wall leads away from a boss, that reaches this much farther at most, mm. */
const FAR = 3

/** A piece at a cut, with what joints have let into it, on the seam's frame. */
interface Side {
  part: string
  at: number
  way: number
  let: readonly Vec3[]
}
/** From how deep on a boss can reach into its wall, and how far from its middle the wall lies all along, mm. */
interface Web extends Side {
  from: number
  reach: number
}
/** Along the outsides of walls so many places are looked at, and so many on the way to the middle of all. */
const [STATIONS, LOOKS] = [160, 60]

/**
 * Makes both pieces thicker at a cut by bosses on the outsides of their walls.
 * @param step the step that divided them
 * @returns where they stand, on the seam's frame
 * Errors: no-wall, joint
 */
export function bossed(
  { radius, deep, count, at }: Bosses,
  seam: Seam,
  step: string,
  pieces: Pieces,
  { kernel, id, tolerance }: StepContext,
): readonly Spot[] {
  const [lo, hi] = seam.ends
  const walls = throughout(kernel, pieces.get(seam.front), seam.frame, [hi + 0.01])
  const out = outsidesOf(walls, new Outlines(kernel), seam, radius)
  const into = (place: Vec2, side: Side, [from, to]: Vec2): number | undefined => {
    for (let far = radius - ROOTS / 2; far < radius + FAR; far += LINE / 2) {
      const line = boreSolid(
        kernel,
        LINE,
        side.at + side.way * from,
        side.at + side.way * to,
        'room',
        'room',
        tolerance,
      )
      const at = compose(seam.frame, translation([...towards(place, walls, far), 0]))
      if (liesIn(kernel, kernel.place(line, at), pieces.get(side.part))) return far
    }
    return undefined
  }
  const sides = [{ part: seam.behind, at: lo, way: -1 }, { part: seam.front, at: hi, way: 1 }].map((s) => ({ ...s, let: letInto(kernel.read(pieces.get(s.part))).map((p) => apply(invert(seam.frame), p)) })) // prettier-ignore
  /** Past what joints have let in there, how far it reaches to its wall all along. */
  const webs = (place: Vec2): Web[] | undefined =>
    kernel.scoped(
      () => {
        const found = sides.map((side) => {
          const near = side.let.filter((p) => gap2([p[0], p[1]], place) < radius + FAR)
          const from = near.length === 0 ? 0 : Math.max(...near.map((p) => Math.abs(p[2] - side.at))) + ROOTS
          const reach = from < deep ? into(place, side, [from, deep]) : radius - ROOTS
          const rooted = from === 0 || into(place, side, [0, Math.min(from, deep) - ROOTS]) === radius - ROOTS / 2
          return reach !== undefined && rooted ? { ...side, from, reach } : undefined
        })
        return found.every((f) => f !== undefined) ? found : undefined
      },
      () => [],
    )
  const fits = (place: Vec2): boolean => webs(place) !== undefined
  const spots = at.length > 0 ? at : placesFor(out.map((p) => ({ at: p, room: radius })), count, radius, fits).map((p, k): Spot => ({ at: p, name: `${k + 1}` })) // prettier-ignore
  if (spots.length === 0) raise('no-wall', `Along cut ${seam.name} no wall runs straight enough for a boss ${(2 * radius).toFixed(1)} mm across and ${deep.toFixed(1)} mm deep. Shorter or thinner pins may fit.`, 'long') // prettier-ignore
  const bad = at.findIndex((spot) => !fits(spot.at))
  if (bad >= 0) raise('no-wall', `Place ${bad + 1} at cut ${seam.name} is not beside a wall that a boss could stand on; its middle lies ${(radius - ROOTS).toFixed(1)} mm outside of one.`, 'at') // prettier-ignore
  for (const spot of spots)
    for (const { part, at: level, way, from, reach } of webs(spot.at) ?? []) {
      const face = { step, role: part === seam.front ? CUT_ROLES.front : CUT_ROLES.behind, segment: STRAIGHT, copy: [seam.cut] } // prettier-ignore
      const add = (region: Profile, z0: number, z1: number) => {
        const span: Vec2 = way > 0 ? [level + z0, level + z1] : [level - z1, level - z0]
        const named = z0 === 0 ? face : { step: id, role: 'band', copy: [seam.name] }
        const thicker = banded(kernel, pieces.get(part), { region, frame: seam.frame, span, step: id, seam: `${seam.name} ${spot.name}`, face: named, endsUp: way < 0 }, tolerance) // prettier-ignore
        if (!thicker) return raise('joint', `A boss at cut ${seam.name} would fill what was made for another joint near by. Another place would do.`, 'at') // prettier-ignore
        return pieces.set(part, thicker)
      }
      add(circle(spot.at, radius + CHORD), 0, deep)
      if (reach > radius) add(webOf(spot.at, towards(spot.at, walls, reach), radius), from, deep)
    }
  return spots
}

/** Beside its middle a boss has a wall to so many times its radius, so deep in it, mm: it does not stand on the end of one. */
const [BESIDE, UNDER] = [0.9, 0.5]
/** What looks down more than this is what the part stands on. */
const DOWN = -0.9

/** Places so far outside of walls, on the sides that look away from the middle of them all, but not under them. */
function outsidesOf(walls: Profile, outlines: Outlines, { frame }: Seam, radius: number): Vec2[] {
  const solid: Profile = { loops: piecesOf(walls).map((p) => p.loops[0]!) }
  const middle = middleOf(solid)
  const looksOut = ([x, y]: Vec2) => Array.from({ length: LOOKS }, (_, k): Vec2 => [x + ((middle[0] - x) * k) / LOOKS, y + ((middle[1] - y) * k) / LOOKS]).some((p) => contains(solid, p)) // prettier-ignore
  const along = (p: Vec2): boolean => {
    const foot = towards(p, walls, radius - ROOTS)
    const far = gap2(p, foot)
    const [ox, oy]: Vec2 = [(p[0] - foot[0]) / far, (p[1] - foot[1]) / far]
    const beside = [1, -1].map((side): Vec2 => [foot[0] - UNDER * ox - side * BESIDE * radius * oy, foot[1] - UNDER * oy + side * BESIDE * radius * ox]) // prettier-ignore
    return beside.every((b) => contains(solid, b)) && turn(frame, [ox, oy, 0])[2] > DOWN
  }
  const loops = toPolygons(outlines.grown(solid, radius - ROOTS), 0.05).map((p) => p.points)
  const long = loops.reduce((sum, l) => sum + l.reduce((own, p, i) => own + gap2(p, l[(i + 1) % l.length]!), 0), 0)
  return loops.flatMap((loop) => stations(loop, long / STATIONS)).filter((p) => looksOut(p) && along(p))
}

/** From a round to a place, as wide as it is. */
function webOf([x, y]: Vec2, [u, v]: Vec2, radius: number): Profile {
  const long = gap2([x, y], [u, v])
  const [ox, oy] = [(-(v - y) * radius) / long, ((u - x) * radius) / long]
  return polygonProfile([[x - ox, y - oy], [u - ox, v - oy], [u + ox, v + oy], [x + ox, y + oy]]) // prettier-ignore
}

function stations(loop: readonly Vec2[], step: number): Vec2[] {
  const out: Vec2[] = []
  let left = 0
  for (const [i, p] of loop.entries()) {
    const q = loop[(i + 1) % loop.length]!
    const long = gap2(p, q)
    for (; left < long; left += step) out.push([p[0] + ((q[0] - p[0]) * left) / long, p[1] + ((q[1] - p[1]) * left) / long]) // prettier-ignore
    left -= long
  }
  return out
}

/** So far from a place to the nearest wall. */
function towards([x, y]: Vec2, walls: Profile, far: number): Vec2 {
  const corners = toPolygons(walls, 0.02).flatMap((p) => stations(p.points, 0.25))
  const [u, v] = corners.reduce((best, p) => (gap2(p, [x, y]) < gap2(best, [x, y]) ? p : best))
  const long = gap2([u, v], [x, y]) || 1
  return [x + ((u - x) * far) / long, y + ((v - y) * far) / long]
}
