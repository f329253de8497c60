import { overEdges, shareOf } from '../../alter/bulges'
import { shapeOf } from '../../alter/new-faces'
import type { Flat } from '../../divide/flats-kerf'
import { isRound } from '../../divide/round-kerf'
import type { Pointable } from '../../faces/resolve'
import { trianglesOf } from '../../faces/topology'
import { distance, dot, normalize, placeAt, sub } from '../../geometry/vec'
import { doubledNormal, middleOfTriangle } from '../../mesh/doubled-normal'
import { raise } from '../../result'

/** What has more of a part's surface does not stand on the rest of it. */
const MOST = 0.5

/**
 * What something stands on that has a face: one round face, as its region, or flat ones, each plane once. It reaches as far
 * as edges turn outwards, over free faces too. What it meets along the longest foot comes first.
 * Errors: no-foot, feet (not one round face, nor flat ones alone)
 */
export function footOf(on: Pointable, region: number): { round: number } | { flats: Flat[] } {
  const { regions, hosts } = overEdges(on, region, true)
  const [first] = hosts
  if (first === undefined) return raise('no-foot', 'This does not stand out of anything: no inner edge goes round it. A plane or a drawing can cut it.', 'holds') // prettier-ignore
  if (shareOf(on, regions) > MOST) return raise('no-foot', 'What hangs together with this face is most of the part; pick a face of what stands on it.', 'holds') // prettier-ignore
  const { surfaceOf } = on.topology
  if (isRound(shapeOf(on, first)) && hosts.every((h) => surfaceOf[h] === surfaceOf[first])) return { round: first }
  if (hosts.some((h) => shapeOf(on, h).kind !== 'plane')) return raise('feet', `It stands on ${hosts.length} faces that are not all flat; a cut can follow one round face, or flat ones. A plane or a drawing can be had.`, 'holds') // prettier-ignore
  const all = [...hosts]
    .sort((a, b) => footLength(on, regions, b) - footLength(on, regions, a))
    .map((h) => flatOf(on, h))
  return { flats: all.filter((f, i) => !all.slice(0, i).some((o) => inOnePlane(f, o))) }
}

/** How long the edges are at which some faces meet another, mm. */
function footLength({ mesh, topology }: Pointable, regions: ReadonlySet<number>, host: number): number {
  const at = (v: number) => placeAt(mesh.positions, v)
  return topology.borders
    .filter(({ regions: [a, b] }) => (a === host && regions.has(b)) || (b === host && regions.has(a)))
    .flatMap(({ vertices, closed }) =>
      (closed ? [...vertices, vertices[0]!] : vertices).slice(1).map((v, i) => distance(at(vertices[i]!), at(v))),
    )
    .reduce((sum, long) => sum + long, 0)
}

/** A flat face by the middle of a triangle of it. */
function flatOf({ mesh, topology }: Pointable, region: number): Flat {
  const t = trianglesOf(topology, region)[0]!
  return { point: middleOfTriangle(mesh, t), out: normalize(doubledNormal(mesh.positions, mesh.indices, t)) }
}

/** Faces that differ by less lie in one plane: the cosine of their angle from 1, and mm. */
const [SAME_WAY, SAME_PLACE] = [1e-7, 1e-3]
const inOnePlane = (a: Flat, b: Flat): boolean => dot(a.out, b.out) > 1 - SAME_WAY && Math.abs(dot(a.out, sub(b.point, a.point))) < SAME_PLACE // prettier-ignore
