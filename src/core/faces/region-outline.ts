import { apply, type Placement, turn } from '../geometry/placement'
import { cross, length, type Vec2, type Vec3 } from '../geometry/vec'
import type { SurfaceShape } from '../kernel/surface'
import { line, type Segment } from '../profile/segment'
import { pieceName } from './piece-name'
import type { Pointable } from './resolve'
import { ALONG, arcsAbout, isUpright } from './round-run'
import type { Border } from './topology'

/**
 * The edges of a region, projected square onto a plane: exact lines and arcs where the faces that meet there make them,
 * otherwise lines from point to point. Each is named by the face on its other side.
 * @param toPlane takes the project's frame to the plane's own, z out of it
 * @param only these of its borders
 */
export function regionOutline(on: Pointable, region: number, toPlane: Placement, only?: readonly number[]): Segment[] {
  return on.topology.borders.flatMap((border, i): Segment[] => {
    if (!border.regions.includes(region) || (only && !only.includes(i))) return []
    const other = border.regions[0] === region ? border.regions[1] : border.regions[0]
    const id = pieceName(on, other)
    return borderPieces(on, border, toPlane).map((s) => ({ ...s, id }))
  })
}

/** One border by itself, likewise; named by both its faces. */
export function borderOutline(on: Pointable, border: Border, toPlane: Placement): Segment[] {
  const id = pieceName(on, ...border.regions)
  return borderPieces(on, border, toPlane).map((s) => ({ ...s, id }))
}

function borderPieces({ mesh, topology }: Pointable, border: Border, toPlane: Placement): Segment[] {
  const at = (v: number): Vec3 => [mesh.positions[3 * v]!, mesh.positions[3 * v + 1]!, mesh.positions[3 * v + 2]!]
  const shapes = border.regions.map((r) => mesh.surfaces[topology.surfaceOf[r]!]!.shape)
  return piecesOf(border, border.vertices.map((v) => apply(toPlane, at(v))), shapes, toPlane).filter(isLong) // prettier-ignore
}

const isLong = (s: Segment): boolean => s.kind === 'arc' || Math.hypot(s.b[0] - s.a[0], s.b[1] - s.a[1]) > 1e-7

function piecesOf(
  { closed }: Border,
  points: readonly Vec3[],
  shapes: readonly SurfaceShape[],
  toPlane: Placement,
): Segment[] {
  const flat = points.map(([x, y]): Vec2 => [x, y])
  const planes = shapes.filter((s) => s.kind === 'plane')
  if (planes.length === 2 && !closed) return [line(flat[0]!, flat.at(-1)!)]
  const round = shapes.find((s) => s.kind === 'cylinder' || s.kind === 'cone' || s.kind === 'torus')
  // Seen along its axis, what is round stays round if it is cut square to that axis, or is a cylinder.
  const level = planes.some((p) => p.kind === 'plane' && round && 'axis' in round && length(cross(p.normal, round.axis)) < ALONG) // prettier-ignore
  if (round && 'axis' in round && (level || round.kind === 'cylinder')) {
    if (isUpright(round, turn(toPlane, round.axis))) {
      const [cx, cy] = apply(toPlane, round.point)
      return arcsAbout(flat, closed, [cx, cy])
    }
  }
  const ends = closed ? [...flat, flat[0]!] : flat
  return ends.slice(1).map((p, i) => line(ends[i]!, p))
}
