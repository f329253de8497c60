import { cross, dot, normalize, anySquareTo, type Vec2, type Vec3, scale, add } from '../geometry/vec'
import { nextSide } from '../mesh/half-edges'
import { fitCircle } from './circle-fit'
import { type Division, patchOf } from './division'
import { vertex } from './faces'
import { cylinderAlong } from './fit-surface'

/** Fewest flat sides taken for a round hole; and for a round pin, since six and seven are nuts and the like. */
const FEWEST_HOLE = 6
const FEWEST_PIN = 8
/** The most that stay flat faces of their own: finer ones are recognised as they are. */
const MOST = 14
/** Sides may lean this far from square to the face they begin at (sine). */
const LEAN = 0.05
/** The longest chord of a round outline may be this many times its shortest. */
const UNEVEN = 1.25

/**
 * Joins the flat sides of coarsely drawn round holes and pins into cylinders: where the border of a flat face is a loop
 * of even chords on a circle, and every chord begins a side square to the face.
 */
export function mergeRings(division: Division): void {
  const members: number[][] = division.faces.map(() => [])
  for (const [t, g] of division.group.entries()) members[g]!.push(t)
  for (const [group, face] of [...division.faces.entries()])
    if (face?.kind === 'plane' && division.faces[group])
      for (const loop of borderLoops(division, group, members[group]!)) mergeRing(division, face.normal, loop, members)
}

/** Sides of a group's triangles beyond which another group lies, chained to closed loops. */
function borderLoops(division: Division, group: number, triangles: readonly number[]): number[][] {
  const { mesh, opposite } = division
  const from = new Map<number, number[]>()
  for (const t of triangles) {
    for (let side = 3 * t; side < 3 * t + 3; side++) {
      const other = opposite[side]!
      if (other >= 0 && division.group[Math.floor(other / 3)] === group) continue
      const list = from.get(mesh.indices[side]!)
      if (list) list.push(side)
      else from.set(mesh.indices[side]!, [side])
    }
  }
  const loops: number[][] = []
  for (const start of [...from.keys()]) {
    const loop: number[] = []
    for (let at = start; ;) {
      const side = from.get(at)?.pop()
      if (side === undefined) break
      loop.push(side)
      at = mesh.indices[nextSide(side)]!
      if (at === start) break
    }
    if (loop.length > 0 && mesh.indices[nextSide(loop.at(-1)!)] === start) loops.push(loop)
  }
  return loops
}

function mergeRing(division: Division, normal: Vec3, loop: readonly number[], members: number[][]): void {
  const { mesh, opposite, faces, slack } = division
  if (loop.length < FEWEST_HOLE || loop.length > MOST) return
  const corners = loop.map((side) => vertex(mesh.positions, mesh.indices[side]!))
  const x = anySquareTo(normal)
  const y = cross(normal, x)
  const flat = corners.map((p): Vec2 => [dot(p, x), dot(p, y)])
  const circle = fitCircle(flat)
  if (!circle || circle.error > 2 * slack) return
  const chords = flat.map((p, i) =>
    Math.hypot(p[0] - flat[(i + 1) % flat.length]![0], p[1] - flat[(i + 1) % flat.length]![1]),
  )
  if (Math.max(...chords) > UNEVEN * Math.min(...chords) + 4 * slack) return
  const walls = new Set<number>()
  for (const side of loop) {
    const other = opposite[side]!
    const wall = other < 0 ? -1 : division.group[Math.floor(other / 3)]!
    const face = wall < 0 ? undefined : faces[wall]
    if (face?.kind !== 'plane' || Math.abs(dot(face.normal, normal)) > LEAN) return
    walls.add(wall)
  }
  if (walls.size !== loop.length) return
  const triangles = [...walls].flatMap((w) => members[w]!)
  const axis = axisOf(
    [...walls].map((w) => (faces[w] as { normal: Vec3 }).normal),
    normal,
  )
  const made = cylinderAlong(axis, patchOf(division, triangles))
  if (made?.kind !== 'cylinder' || (!made.hole && loop.length < FEWEST_PIN)) return
  for (const w of walls) faces[w] = undefined
  const group = faces.push(made) - 1
  members[group] = triangles
  for (const t of triangles) division.group[t] = group
}

/** The direction all walls run along: the mean of what neighbours have in common, or else the face's own. */
function axisOf(walls: readonly Vec3[], normal: Vec3): Vec3 {
  let sum: Vec3 = [0, 0, 0]
  for (const [i, a] of walls.entries()) {
    const common = cross(a, walls[(i + 1) % walls.length]!)
    sum = add(sum, scale(common, Math.sign(dot(common, normal))))
  }
  const axis = normalize(sum)
  return dot(axis, axis) > 0.5 ? axis : normal
}
