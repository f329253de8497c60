import { edgeWay, type Side, sideOf } from '../blend/side'
import type { Pointable } from '../faces/resolve'
import { dot, normalize, placeAt, sub, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { SurfaceTag } from '../kernel/surface'
import { raise } from '../result'
import { type Law, meetingOf } from './meet'
import type { NewFace } from './plan'
import { besideOf } from './rounds'
import { filled, loopsOf } from './triangles-of-planes'

/** What is cut away stands so far out of the faces it opens, and what is added goes so far into those it ends at, mm. */
const PAST = 0.02
/** What is added to a face stands so deep in it, mm. */
const ROOT = 0.001

/**
 * The material between a flat face as it is and as it is to be, with the faces beside it drawn on.
 * @param outwards it is to be added; else taken away
 * @param past how far what is taken stands out of what it opens, mm
 * Errors: apart, turned
 */
export function between(
  kernel: Kernel,
  on: Pointable,
  region: number,
  to: NewFace,
  outwards: boolean,
  past = PAST,
): Solid {
  const { mesh, topology } = on
  const from = sideOf(on, region)
  const sides: [number, number][] = []
  const lawsAt = new Map<number, Map<number, Law>>()
  const smooth = new Set(besideOf(on)[region]!.smooth)
  if ([...smooth].some((r) => sideOf(on, r).shape.kind !== 'plane'))
    return raise('round', 'A round beside it would be used up.')
  const tagOf = new Map<string, number>()
  const tags: SurfaceTag[] = [{ ...mesh.surfaces[topology.surfaceOf[region]!]!, shape: to.shape }]
  for (const { regions, vertices, closed } of topology.borders) {
    if (!regions.includes(region)) continue
    const other = regions[0] === region ? regions[1] : regions[0]
    const side = sideOf(on, other)
    if (side.shape.kind === 'free') return raise('free', 'A face beside it bends in no regular way, so it cannot be drawn out.') // prettier-ignore
    const run = regions[0] === region ? vertices : [...vertices].reverse()
    const tag = tags.push(mesh.surfaces[topology.surfaceOf[other]!]!) - 1
    for (const [k, v] of run.entries()) {
      const next = run[k + 1] ?? (closed ? run[0]! : undefined)
      const laws = lawsAt.get(v) ?? new Map<number, Law>()
      lawsAt.set(v, laws)
      const ahead = placeAt(mesh.positions, next ?? run[k - 1]!)
      const p = placeAt(mesh.positions, v)
      const way = normalize(next === undefined ? sub(p, ahead) : sub(ahead, p))
      // Faces of one plane end at a step.
      if (!smooth.has(other)) laws.set(other, { side, off: pastAt([from, side], p, way, outwards, past) })
      if (next === undefined) continue
      sides.push([v, next])
      tagOf.set(`${v} ${next}`, smooth.has(other) ? 0 : tag)
    }
  }
  const positions: number[] = []
  const [low, high] = [new Map<number, number>(), new Map<number, number>()]
  for (const [v, beside] of lawsAt) {
    const p = placeAt(mesh.positions, v)
    const laws = [...beside.values()]
    const ends = [{ side: from, off: outwards ? -ROOT : past }, { side: to.side, off: 0 }].map((own) => meetingOf(own.side === from ? p : to.carry(p), [own, ...laws])) // prettier-ignore
    if (!ends[0] || !ends[1]) return raise('apart', 'The faces beside it would not meet any more.')
    for (const [k, map] of [low, high].entries()) map.set(v, positions.push(...ends[k]!) / 3 - 1)
  }
  const loops = loopsOf(sides)
  const first = loops?.[0] && placeAt(mesh.positions, loops[0][0]!)
  const [bottom, top] = first ? [low, high].map((map, k) => filled(kernel, loops!.map((l) => l.map((v) => map.get(v)!)), positions, k === 0 ? from.out(first) : to.side.out(first))) : [] // prettier-ignore
  if (!bottom || !top) return raise('turned', 'The outline of the face would turn over.')
  for (const [a, b] of sides) checkTurned(positions, low.get(a)!, low.get(b)!, high.get(a)!, high.get(b)!)
  const indices = [...top]
  const faces = Array<number>(top.length / 3).fill(0)
  for (let t = 0; t < bottom.length; t += 3) {
    indices.push(bottom[t]!, bottom[t + 2]!, bottom[t + 1]!)
    faces.push(0)
  }
  for (const [a, b] of sides) {
    indices.push(low.get(a)!, low.get(b)!, high.get(b)!, low.get(a)!, high.get(b)!, high.get(a)!)
    faces.push(tagOf.get(`${a} ${b}`)!, tagOf.get(`${a} ${b}`)!)
  }
  if (!outwards) for (let i = 0; i < indices.length; i += 3) [indices[i], indices[i + 1]] = [indices[i + 1]!, indices[i]!] // prettier-ignore
  const made = kernel.fromFaces(positions, indices, faces, tags)
  if (!made.ok || made.value.volume() <= 0) return raise('turned', 'The outline of the face would turn over.')
  return made.value
}

/** How far in front of a face beside it the material is to end: it goes past where faces open or end there. */
function pastAt(sides: readonly [Side, Side], p: Vec3, way: Vec3, outwards: boolean, past: number): number {
  const along = edgeWay(sides, p)
  const convex = !along || dot(along, way) > 0
  if (outwards) return convex ? 0 : -past
  return convex ? past : 0
}

function checkTurned(positions: readonly number[], a: number, b: number, c: number, d: number): void {
  const [p, q, r, s] = [a, b, c, d].map((v) => placeAt(positions, v)) as [Vec3, Vec3, Vec3, Vec3]
  if (dot(sub(q, p), sub(s, r)) < 0) raise('turned', 'An edge would be used up and turn round.')
}
