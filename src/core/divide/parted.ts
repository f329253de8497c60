import type { Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { raise } from '../result'
import { speck } from './speck'
import type { Kerf } from './kerf'
import type { Shells } from './shells'

/** A piece of a part, and how many cuts lie behind it. */
export interface Piece {
  solid: Solid
  level: number
}

/** Pieces smaller than this, mm3, or this share of the whole are crumbs. */
const CRUMB = 0.5
const CRUMB_SHARE = 1e-6

/** All of a part along cuts, one in front of the other. Errors: missed, crumbs */
export function partedWhole(kernel: Kernel, part: Solid, kerfs: readonly Kerf[]): Piece[] {
  const between = kerfs.map((kerf, k) => kernel.intersect(k === 0 ? part : kernel.subtract(part, [kerfs[k - 1]!.upTo]), kerf.behind)) // prettier-ignore
  const slices = [...between, kernel.subtract(part, [kerfs.at(-1)!.upTo])]
  const missed = slices.findIndex((s) => s.volume() < CRUMB_SHARE * part.volume())
  if (missed >= 0) raise('missed', missed === 0 ? 'All of it lies in front of the cut.' : `Nothing of it lies in front of ${kerfs.length === 1 ? 'the cut' : `cut ${missed}`}.`, 'at') // prettier-ignore
  return slices.flatMap((slice, level) => bodiesOf(kernel, slice, part).map((solid) => ({ solid, level })))
}

/** Only the piece that holds a place comes off; nothing else is touched. Errors: missed, reaches, crumbs */
export function partedPiece(kernel: Kernel, part: Solid, kerf: Kerf, holds: Vec3): Piece[] {
  const before = bodiesOf(kernel, kernel.subtract(part, [kerf.behind]), part)
  const own = bodyAt(kernel, before, holds)
  if (!own) return raise('missed', before.length === 0 ? 'Nothing of it lies in front of the cut.' : 'The face that is meant does not lie in front of the cut.', 'holds') // prettier-ignore
  const off = offBy(kernel, own, kerf)
  const left = bodiesOf(kernel, restOf(kernel, kernel.intersect(part, kerf.behind), before, own), part)
  const lost = part.volume() - own.volume() - left.reduce((sum, s) => sum + s.volume(), 0)
  if (left.length === 0) raise('missed', 'All of it lies in front of the cut.', 'at')
  if (Math.abs(lost) > 1e-5 * part.volume()) raise('reaches', 'The piece could not be taken off cleanly here; a plane a little farther off would do.', 'at') // prettier-ignore
  return [...left.map((solid) => ({ solid, level: 0 })), { solid: off, level: 1 }]
}

/** A piece with the gap taken from it. Errors: missed, reaches */
function offBy(kernel: Kernel, own: Solid, kerf: Kerf): Solid {
  const large = kernel.bodies(kernel.subtract(own, [kerf.upTo])).filter((s) => s.volume() > CRUMB)
  const [off, more] = large
  if (!off) return raise('missed', 'The piece that is meant is no thicker than the gap.', 'gap')
  if (more) return raise('reaches', `The cut would take this piece off in ${large.length} pieces that hang together only within the gap; a smaller gap, or a plane farther behind, would do.`, 'at') // prettier-ignore
  return off
}

/**
 * Only what lies within a run of edges comes off, along a cut through that run; faces keep all their triangles.
 * Errors: pierces (the cut comes out of the part elsewhere), missed, reaches, crossed
 */
export function partedAlongRun(kernel: Kernel, part: Solid, shells: Shells, kerf: Kerf): Piece[] {
  const { front: own, behind: rest } = shells
  const isWhole = Math.min(own.volume(), rest.volume()) > 0 && Math.abs(kernel.intersect(part, own).volume() - own.volume()) <= 1e-4 * own.volume() // prettier-ignore
  if (!isWhole) raise('pierces', 'A cut that goes on as the faces round this would come out of the part elsewhere. A plane or a drawing can be had.', 'holds') // prettier-ignore
  return [
    { solid: rest, level: 0 },
    { solid: offBy(kernel, own, kerf), level: 1 },
  ]
}

/**
 * What is left of a part without one of the bodies in front of a cut, put together from what is behind and the others: taken
 * off the part, a piece leaves films where its faces are the part's.
 */
export const restOf = (kernel: Kernel, behind: Solid, before: readonly Solid[], own: Solid): Solid => kernel.union([behind, ...before.filter((b) => b !== own)]) // prettier-ignore

/** Cut only where a box lies; the rest holds together as it did. Errors: holds-together, crumbs */
export function partedInBox(kernel: Kernel, part: Solid, kerf: Kerf, box: Solid): Piece[] {
  const cut = kernel.intersect(kernel.subtract(kerf.upTo, [kerf.behind]), box)
  const pieces = bodiesOf(kernel, kernel.subtract(part, [cut]), part)
  if (pieces.length <= kernel.bodies(part).length) raise('holds-together', 'The cut in this box leaves it in one piece; a larger box would part it.', 'wide') // prettier-ignore
  const inFront = (s: Solid) => kernel.subtract(kernel.intersect(s, box), [kerf.behind]).volume() > kernel.intersect(kernel.intersect(s, box), kerf.behind).volume() // prettier-ignore
  return pieces.map((solid) => ({ solid, level: inFront(solid) ? 1 : 0 }))
}

function bodiesOf(kernel: Kernel, solid: Solid, whole: Solid): Solid[] {
  const bodies = kernel.bodies(solid)
  // What is no more than dust of the kernel's own figures is none.
  const pieces = bodies.filter((b) => b.volume() > CRUMB_SHARE * whole.volume() && b.volume() > 1e-4)
  const crumb = pieces.find((b) => b.volume() < CRUMB)
  if (crumb) raise('crumbs', `A crumb of ${crumb.volume().toFixed(3)} mm³ would come off at ${crumb.bounds().min.map((v) => v.toFixed(1)).join(', ')}; move the cut a little.`, 'at') // prettier-ignore
  return pieces
}

/** How far round a place is looked for the body that has it, mm. */
const ROUND = 0.05

/** The body that has most of what lies round a place. */
export function bodyAt(kernel: Kernel, bodies: readonly Solid[], place: Vec3): Solid | undefined {
  if (bodies.length < 2) return bodies[0]
  const round = speck(kernel, place, ROUND)
  const shares = bodies.map((b) => kernel.intersect(b, round).volume())
  const most = Math.max(...shares)
  return most > 0 ? bodies[shares.indexOf(most)] : undefined
}
