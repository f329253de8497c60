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
/** Walls are looked for by places so near to each other on their edges, mm. */
const NEAR = 0.25
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
  const edge = toPolygons(walls, 0.02).flatMap((p) => stations(p.points, NEAR))
  const out = outsidesOf(walls, edge, new Outlines(kernel), seam, radius)
  const wallAt = (place: Vec2, { part, at: level, way }: Side, [from, to]: Vec2): number | undefined => {
    const span = [level + way * from, level + way * to]
    const line = boreSolid(kernel, LINE, Math.min(...span), Math.max(...span), 'room', 'room', tolerance)
    const at = (far: number) => kernel.place(line, compose(seam.frame, translation([...towards(place, edge, far), 0])))
    const all = Array.from({ length: Math.ceil((2 * FAR) / LINE) }, (_, k) => radius - ROOTS / 2 + (k * LINE) / 2)
    return all.find((far) => liesIn(kernel, at(far), pieces.get(part)))
  }
  const sides = [{ part: seam.behind, at: lo, way: -1 }, { part: seam.front, at: hi, way: 1 }].map((s) => ({ ...s, let: letInto(kernel.read(pieces.get(s.part))).map((p) => apply(invert(seam.frame), p)) })) // prettier-ignore
  /** Past what joints have let in there it reaches to its wall, wherever that leads; before that it touches it. */
  const webAt = (place: Vec2, side: Side): Web | undefined => {
    const near = side.let.filter((p) => gap2([p[0], p[1]], place) < radius + FAR)
    const from = near.length === 0 ? 0 : Math.max(...near.map((p) => Math.abs(p[2] - side.at))) + ROOTS
    const reach = from < deep ? wallAt(place, side, [from, deep]) : radius - ROOTS
    const touches = from === 0 || wallAt(place, side, [0, Math.min(from, deep) - ROOTS]) === radius - ROOTS / 2
    return reach !== undefined && touches ? { ...side, from, reach } : undefined
  }
  const webs = (place: Vec2): Web[] => kernel.scoped(() => sides.flatMap((side) => webAt(place, side) ?? []), () => []) // prettier-ignore
  const fits = (place: Vec2): boolean => webs(place).length === sides.length
  const spots = at.length > 0 ? at : placesFor(out.map((p) => ({ at: p, room: radius })), count, radius, fits).map((p, k): Spot => ({ at: p, name: `${k + 1}` })) // prettier-ignore
  if (spots.length === 0) raise('no-wall', `Along cut ${seam.name} no wall runs straight enough for a boss ${(2 * radius).toFixed(1)} mm across and ${deep.toFixed(1)} mm deep. Shorter or thinner pins may fit.`, 'long') // prettier-ignore
  const bad = at.findIndex((spot) => !fits(spot.at))
  if (bad >= 0) raise('no-wall', `Place ${bad + 1} at cut ${seam.name} is not beside a wall that a boss could stand on; its middle lies ${(radius - ROOTS).toFixed(1)} mm outside of one.`, 'at') // prettier-ignore
  for (const spot of spots)
    for (const { part, at: level, way, from, reach } of webs(spot.at)) {
      const face = { step, role: part === seam.front ? CUT_ROLES.front : CUT_ROLES.behind, segment: STRAIGHT, copy: [seam.cut] } // prettier-ignore
      const add = (region: Profile, z0: number, z1: number) => {
        const span: Vec2 = way > 0 ? [level + z0, level + z1] : [level - z1, level - z0]
        const named = z0 === 0 ? face : { step: id, role: 'band', copy: [seam.name] }
        const thicker = banded(kernel, pieces.get(part), { region, frame: seam.frame, span, step: id, seam: `${seam.name} ${spot.name}`, face: named, endsUp: way < 0 }, tolerance) // prettier-ignore
        if (!thicker) return raise('joint', `A boss at cut ${seam.name} would fill what was made for another joint near by. Another place would do.`, 'at') // prettier-ignore
        return pieces.set(part, thicker)
      }
      add(circle(spot.at, radius + CHORD), 0, deep)
      if (reach > radius) add(webOf(spot.at, towards(spot.at, edge, reach), radius), from, deep)
    }
  return spots
}

/** Beside its middle a boss has a wall to so many times its radius, so deep in it, mm: it does not stand on the end of one. */
const [BESIDE, UNDER] = [0.9, 0.5]
/** What looks down more than this is what the part stands on. */
const DOWN = -0.9

/** Places so far outside of walls, on the sides that look away from the middle of them all, but not under them. */
function outsidesOf(
  walls: Profile,
  edge: readonly Vec2[],
  outlines: Outlines,
  { frame }: Seam,
  radius: number,
): Vec2[] {
  const solid: Profile = { loops: piecesOf(walls).map((p) => p.loops[0]!) }
  const middle = middleOf(solid)
  const looksOut = ([x, y]: Vec2) => Array.from({ length: LOOKS }, (_, k): Vec2 => [x + ((middle[0] - x) * k) / LOOKS, y + ((middle[1] - y) * k) / LOOKS]).some((p) => contains(solid, p)) // prettier-ignore
  const along = (p: Vec2): boolean => {
    const foot = towards(p, edge, radius - ROOTS)
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

/** So far from a place to the nearest of some others. */
function towards([x, y]: Vec2, edge: readonly Vec2[], far: number): Vec2 {
  const [u, v] = edge.reduce((best, p) => (gap2(p, [x, y]) < gap2(best, [x, y]) ? p : best))
  const long = gap2([u, v], [x, y]) || 1
  return [x + ((u - x) * far) / long, y + ((v - y) * far) / long]
}
