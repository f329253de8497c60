import { apply, invert, type Placement } from '../geometry/placement'
import { dot, placeAt, sub, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { retagged } from '../kernel/retagged'
import type { SurfaceName, TaggedMesh } from '../kernel/surface'
import { contains } from '../profile/measure'
import type { Profile } from '../profile/segment'
import { STRAIGHT } from './cut-line'
import { CUT_ROLES } from './kerf'

/** What the surfaces of holes and grooves of joints are called. */
const LET_IN = ['groove', 'groove floor', 'socket', 'pocket', 'thread', 'shank', 'head']
/** What lies on a level is no farther off it than this, mm. */
const AT = 0.01

/** A band round a piece at its cut. Lengths mm. */
export interface Band {
  /** On the cut's frame. */
  region: Profile
  frame: Placement
  span: readonly [number, number]
  /** The step that makes it, and the face of the cut that its end becomes part of. */
  step: string
  seam: string
  face: SurfaceName
  /** Whether that face is at its upper end. */
  endsUp: boolean
}

/** Between a band and what another joint has let in there is so much of wall, mm. */
const BESIDE = 1

/** Corners of what joints have let into a piece. */
export function letInto({ positions, indices, triangleSurface, surfaces }: TaggedMesh): Vec3[] {
  const letIn = surfaces.map(({ role }) => LET_IN.includes(role))
  return Array.from(triangleSurface).flatMap((s, t) => (letIn[s] ? [0, 1, 2].map((k) => placeAt(positions, indices[3 * t + k]!)) : [])) // prettier-ignore
}

/** A piece with a band round it that is clear of all other cuts, and of what their joints have let in; none where it cannot be. */
export function banded(kernel: Kernel, piece: Solid, band: Band, tolerance: number): Solid | undefined {
  const mesh = kernel.read(piece)
  const { surfaces } = mesh
  const toFrame = invert(band.frame)
  const filled = letInto(mesh).filter((p) => lies(band, apply(toFrame, p)))
  const isOther = ({ step, role, segment, copy }: SurfaceName) => segment === STRAIGHT && (role === CUT_ROLES.front || role === CUT_ROLES.behind) && (step !== band.face.step || copy?.[0] !== band.face.copy?.[0]) // prettier-ignore
  const cuts = surfaces.flatMap((s) => (isOther(s) && s.shape.kind === 'plane' ? [s.shape] : []))
  if (filled.length > 0 && cuts.length === 0) return undefined
  const under = (p: Vec3, { normal, point }: (typeof cuts)[number]) => dot(normal, sub(point, p))
  // What was let in belongs to the cut that it is nearest to.
  const deep = cuts.map(() => 0)
  for (const p of filled) {
    const depths = cuts.map((c) => under(p, c))
    const nearest = depths.reduce((best, d, i) => (Math.abs(d) < Math.abs(depths[best]!) ? i : best), 0)
    deep[nearest] = Math.max(deep[nearest]!, depths[nearest]! + BESIDE)
  }
  const clear = cuts.reduce((now, { normal, point }, i) => kernel.split(now, normal, dot(normal, point) - deep[i]!, band.step, 'band')[1], ring(kernel, band, tolerance)) // prettier-ignore
  if (clear.isEmpty()) return undefined
  return kernel.union([piece, clear])
}

const lies = ({ region, span }: Band, [x, y, z]: readonly [number, number, number]): boolean => z > span[0] - AT && z < span[1] + AT && contains(region, [x, y]) // prettier-ignore

function ring(kernel: Kernel, { region, frame, span, step, seam, face, endsUp }: Band, tolerance: number): Solid {
  const names = { step, side: 'band', top: endsUp ? 'face' : 'band', bottom: endsUp ? 'band' : 'face' }
  const solid = kernel.place(kernel.extrude(region, span[0], span[1], { names, tolerance }), frame)
  return retagged(kernel, solid, (tags) => ({
    tags: tags.map((t) => (t.role === 'face' ? { ...t, ...face } : { ...t, copy: [seam] })),
    of: tags.map((_, i) => i),
  }))
}
