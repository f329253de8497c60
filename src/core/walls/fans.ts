import type { Chain, Station } from '../blend/chains'
import type { Section } from '../blend/section'
import { shifted, tubeSolid } from '../blend/tube'
import { add, angleBetween, cross, dot, normalize, scale, sub, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { SurfaceTag } from '../kernel/surface'
import { chordsFor } from '../profile/polygon'
import { arc, line } from '../profile/segment'

/** Goes on so far into the walls beside it, radians, and so far through the edge, mm. */
const OVER = 0.06
const THROUGH = 0.03

/**
 * What lies round an edge, within a distance of it, between the walls of its two faces.
 * @param inwards into the material, at edges that go inwards; else round outer ones
 * @param further how far it goes on past each end, mm
 * @returns with whether it folds: where the edge bends more sharply than the wall is thick
 */
export function fan(
  kernel: Kernel,
  chain: Chain,
  { thick, inwards, further, tag, tolerance }: { thick: number; inwards: boolean; further: readonly [number, number]; tag: Omit<SurfaceTag, 'shape'>; tolerance: number }, // prettier-ignore
): { solid: Solid; folds: boolean } {
  const { stations, closed } = chain
  const chords = Math.max(3, ...stations.map((s) => chordsFor(thick, spanOf(s) + 2 * OVER, tolerance)))
  const sections = stations.map((s) => sectionOf(s, thick, inwards ? -1 : 1, chords))
  const first = further[0] > 0 ? [shifted(sections[0]!, scale(stations[0]!.way, -further[0]))] : []
  const last = further[1] > 0 ? [shifted(sections.at(-1)!, scale(stations.at(-1)!.way, further[1]))] : []
  const all = closed ? sections : [...first, ...sections, ...last]
  const solid = tubeSolid(kernel, { sections: all, faces: all.map(() => 0), tags: [{ ...tag, shape: { kind: 'free' } }], closed }, tag.step) // prettier-ignore
  return { solid, folds: sections.some((own, n) => foldsTo(own, sections[n + 1] ?? (closed ? sections[0] : undefined), stations[n]!.way)) } // prettier-ignore
}

const foldsTo = ({ across }: Section, next: Section | undefined, way: Vec3): boolean =>
  next !== undefined && across.some((p, i) => dot(sub(next.across[i]!, p), way) <= 0)

const spanOf = ({ sides, at }: Station): number => angleBetween(sides[0].out(at), sides[1].out(at))

function sectionOf(station: Station, thick: number, sign: 1 | -1, chords: number): Section {
  const { at, sides } = station
  return fanAt(at, sides.map((s) => scale(s.out(at), sign)) as [Vec3, Vec3], thick, chords)
}

/** A section of a fan from one direction to another. */
function fanAt(at: Vec3, [a, b]: readonly [Vec3, Vec3], thick: number, chords: number): Section {
  const span = angleBetween(a, b)
  const axis = normalize(cross(a, b))
  const square = cross(axis, a)
  const way = (angle: number): Vec3 => add(scale(a, Math.cos(angle)), scale(square, Math.sin(angle)))
  const across = Array.from({ length: chords + 1 }, (_, k) => add(at, scale(way(-OVER + ((span + 2 * OVER) * k) / chords), thick))) // prettier-ignore
  const behind = [span + OVER, span / 2, -OVER].map((angle) => add(at, scale(way(angle), -THROUGH))) as unknown as Section['behind'] // prettier-ignore
  return { contacts: [across[0]!, across.at(-1)!], across, behind }
}

/** The fan at one side of a facet, between that and the facet beside it. @param past how far it goes on at both ends, mm */
export function facetFan(
  kernel: Kernel,
  [p, q]: readonly [Vec3, Vec3],
  outs: readonly [Vec3, Vec3],
  { thick, past, tag, tolerance }: { thick: number; past: number; tag: Omit<SurfaceTag, 'shape'>; tolerance: number },
): Solid {
  const along = normalize(sub(q, p))
  const span = angleBetween(...outs)
  const chords = Math.max(2, chordsFor(thick, span + 2 * OVER, tolerance))
  const sections = [add(p, scale(along, -past)), add(q, scale(along, past))].map((at) => fanAt(at, outs, thick, chords))
  return tubeSolid(kernel, { sections, faces: [0, 0], tags: [{ ...tag, shape: { kind: 'free' } }], closed: false }, tag.step) // prettier-ignore
}

/** A ball about the origin. */
export function ball(kernel: Kernel, radius: number, tag: Omit<SurfaceTag, 'shape'>, tolerance: number): Solid {
  const outline = [arc([0, -radius], [radius, 0], [0, 0], true, 'ball'), arc([radius, 0], [0, radius], [0, 0], true, 'ball'), line([0, radius], [0, -radius], 'axis')] // prettier-ignore
  return kernel.revolve({ loops: [outline] }, 2 * Math.PI, { step: tag.step, side: tag.role, start: tag.role, end: tag.role }, tolerance) // prettier-ignore
}
