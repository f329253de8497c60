import type { Pointable } from '../faces/resolve'
import { apply, invert, type Placement } from '../geometry/placement'
import { add, dot, placeAt, scale, sub, type Vec2, type Vec3 } from '../geometry/vec'
import { sideOf } from '../blend/side'
import type { Kernel, Solid } from '../kernel/kernel'
import type { SurfaceTag } from '../kernel/surface'
import { polygonArea } from '../profile/polygon'
import { raise } from '../result'
import { isFlat } from './new-faces'
import { outlinesAround } from './outlines-around'
import { soundSolid } from './sound'
import { filled } from './triangles-of-planes'

/** Points so near to each other are one, mm. */
const SAME = 1e-5
/** A side of a face is larger than this, mm2. */
const LEAST = 1e-2
/** So near to a side of an outline a point lies on it, mm. */
const ON = 1e-5

/**
 * The same solid with a flat face divided: what lies within outlines is a face of its own.
 * @param within outlines (holes clockwise) in a frame, carried along its z onto the face
 * @param called the name of what lies within; the rest keeps the name that the face has
 * Errors: round (the face is not flat), across (the frame's z lies along it), missed (nothing of it lies within, or all)
 */
export function withDivided(
  kernel: Kernel,
  on: Pointable,
  region: number,
  within: readonly (readonly Vec2[])[],
  frame: Placement,
  called: { step: string; role: string },
): Solid {
  if (!isFlat(on, region)) return raise('round', 'Only flat faces can be divided by what is drawn; pick another one.')
  const { mesh, topology } = on
  const toFrame = invert(frame)
  const loops = outlinesAround(on, region)
  const places = new Places(mesh.positions, loops.flat(), (v) => flat(apply(toFrame, placeAt(mesh.positions, v))))
  const own = loops.map((loop) => loop.map((v) => places.all.get(v)!))
  const out = sideOf(on, region).out([0, 0, 0])
  const onto = ontoPlane(frame, out, placeAt(mesh.positions, loops[0]![0]!))
  // Seen from behind, outlines go the other way round.
  const turned = own.reduce((sum, l) => sum + polygonArea(l), 0) < 0
  const right = (list: readonly (readonly Vec2[])[]) => (turned ? list.map((l) => [...l].reverse()) : list)
  const pieces = (['common', 'less'] as const).map((what) => right(kernel.flatCombined(right(own), within, what)))
  if (pieces.some((p) => p.reduce((sum, l) => sum + Math.abs(polygonArea(l)), 0) < LEAST)) return raise('missed', 'What is drawn does not divide the face: all of it lies on one side.') // prettier-ignore
  const before = mesh.positions.length / 3
  const outlines = pieces.map((list) => list.map((loop) => loop.map((p) => places.at(p, onto))))
  const added = addedOn(loops, places, before)
  const tags: SurfaceTag[] = [...mesh.surfaces]
  const surface = topology.surfaceOf[region]!
  const { shape } = mesh.surfaces[surface]!
  const inner = tags.push({ ...called, shape }) - 1
  const indices: number[] = []
  const faces: number[] = []
  const put = (triangles: readonly number[], face: number) => {
    indices.push(...triangles)
    for (let t = 0; t < triangles.length; t += 3) faces.push(face)
  }
  for (const [t, r] of topology.regionOf.entries())
    if (r !== region) put(parted([mesh.indices[3 * t]!, mesh.indices[3 * t + 1]!, mesh.indices[3 * t + 2]!], added), mesh.triangleSurface[t]!) // prettier-ignore
  for (const [i, list] of outlines.entries()) {
    const triangles = filled(kernel, list.map((loop) => withAllOn(loop, places)), places.positions, out) // prettier-ignore
    put(triangles ?? raise('missed', 'What is drawn does not divide the face cleanly; draw its line a little elsewhere.'), i === 0 ? inner : surface) // prettier-ignore
  }
  return soundSolid(kernel, places.positions, indices, faces, tags)
}

const flat = ([x, y]: Vec3): Vec2 => [x, y]

/** Carries a point of a frame's plane along its z into another plane. Errors: across */
function ontoPlane(frame: Placement, normal: Vec3, point: Vec3): (p: Vec2) => Vec3 {
  const z: Vec3 = [frame[2]!, frame[6]!, frame[10]!]
  const steep = dot(z, normal)
  if (Math.abs(steep) < 0.05) return raise('across', 'The face stands across the drawing, which cannot be carried onto it; draw on the face.') // prettier-ignore
  return ([x, y]) => {
    const p = apply(frame, [x, y, 0])
    return add(p, scale(z, dot(sub(point, p), normal) / steep))
  }
}

/** Places of an outline and those that dividing it adds, flat and in space. */
class Places {
  readonly positions: number[]
  /** Those that may lie on outlines, with where they lie flat. */
  readonly all = new Map<number, Vec2>()

  constructor(positions: ArrayLike<number>, outline: readonly number[], flatOf: (v: number) => Vec2) {
    this.positions = Array.from(positions)
    for (const v of outline) this.all.set(v, flatOf(v))
  }

  at(p: Vec2, onto: (p: Vec2) => Vec3): number {
    for (const [v, [x, y]] of this.all) if (Math.hypot(x - p[0], y - p[1]) < SAME) return v
    const v = this.positions.push(...onto(p)) / 3 - 1
    this.all.set(v, p)
    return v
  }
}

/** How far along from one point to another a third lies that is between them; none where it is not. */
function between(p: Vec2, a: Vec2, b: Vec2): number | undefined {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
  const long = Math.hypot(dx, dy)
  const along = ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / long
  const off = Math.abs((p[0] - a[0]) * dy - (p[1] - a[1]) * dx) / long
  return off < ON && along > SAME && along < long - SAME ? along : undefined
}

function sortedBetween(among: Iterable<readonly [number, Vec2]>, a: Vec2, b: Vec2): number[] {
  const found = Array.from(among, ([v, p]) => [v, between(p, a, b)] as const)
  return found.flatMap(([v, t]) => (t === undefined ? [] : [[v, t] as const])).sort((x, y) => x[1] - y[1]).map(([v]) => v) // prettier-ignore
}

/** A loop with all places that lie on its sides. */
const withAllOn = (loop: readonly number[], { all }: Places): number[] =>
  loop.flatMap((v, i) => [v, ...sortedBetween(all, all.get(v)!, all.get(loop[(i + 1) % loop.length]!)!)])

/** For sides of the outlines, as the faces beside go along them, the places that dividing added there. */
function addedOn(loops: readonly (readonly number[])[], { all }: Places, before: number): Map<string, number[]> {
  const fresh = [...all].filter(([v]) => v >= before)
  const out = new Map<string, number[]>()
  for (const loop of loops)
    for (const [i, v] of loop.entries()) {
      const next = loop[(i + 1) % loop.length]!
      const on = sortedBetween(fresh, all.get(next)!, all.get(v)!)
      if (on.length > 0) out.set(`${next} ${v}`, on)
    }
  return out
}

/** A triangle parted at places on its sides. */
function parted([a, b, c]: readonly [number, number, number], added: ReadonlyMap<string, readonly number[]>): number[] {
  const turned = [[a, b, c], [b, c, a], [c, a, b]] as const // prettier-ignore
  for (const [p, q, r] of turned) {
    const on = added.get(`${p} ${q}`)
    if (!on) continue
    const run = [p, ...on, q]
    return run.slice(1).flatMap((v, i) => parted([run[i]!, v, r], added))
  }
  return [a, b, c]
}
