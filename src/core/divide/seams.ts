import { apply, type Placement } from '../geometry/placement'
import { boxesMeet } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { Profile } from '../profile/segment'
import { piecesOf } from '../profile/united'
import { insideOf } from '../profile/measure'
import { Outlines } from './outlines-of'
import { shadowOf } from './shadow'
import { speck } from './speck'
import type { Kerf } from './kerf'
import type { Piece } from './parted'
import type { Seam } from './seam'

export interface PieceHere extends Piece {
  id: string
}

/** So much more than the gap is looked at for what meets there, to each side, mm. */
export const MORE = 0.02

/**
 * Where pieces meet at one cut: each place of the part's material that the cut takes away, with the pieces that it is between.
 * @param kerf the cut's spaces @param grown those, a little wider than the gap
 * @param complete whether the pieces are all that there is outside of the cuts
 * @param section of the whole on the frame, for flat cuts; of others what lies over each other there is looked at
 */
export function seamsOf(
  kernel: Kernel,
  part: Solid,
  pieces: readonly PieceHere[],
  {
    kerf,
    grown,
    nth,
    section,
    frame,
    within,
    complete,
  }: { kerf: Kerf; grown: Kerf; nth: number; section?: Profile; frame: Placement; within?: Solid; complete: boolean },
  of: (name: string, meet: Pick<Seam, 'front' | 'behind' | 'section'>) => Seam,
): Seam[] {
  const lost = kernel.subtract(grown.upTo, [grown.behind])
  const bodies = kernel.bodies(kernel.intersect(part, within ? kernel.intersect(lost, within) : lost))
  const [behind, front] = [pieces.filter((p) => p.level <= nth), pieces.filter((p) => p.level > nth)]
  const met = new Map<string, { front: string; behind: string; bodies: Solid[] }>()
  for (const body of bodies)
    for (const b of meets(kernel, behind, body, kernel.intersect(body, kerf.behind), complete))
      for (const f of meets(kernel, front, body, kernel.subtract(body, [kerf.upTo]), complete)) {
        const key = `${b.id} ${f.id}`
        met.set(key, { front: f.id, behind: b.id, bodies: [...(met.get(key)?.bodies ?? []), body] })
      }
  const all = [...met.values()]
  return all.map(({ bodies, ...pair }, i) => {
    const name = `${nth + 1}${all.length > 1 ? String.fromCharCode(97 + (i % 26)) : ''}`
    const onPlane = section ? piecesOf(section).filter((p) => bodies.some((b) => hasOn(kernel, b, frame, p))).flatMap((p) => p.loops) : [] // prettier-ignore
    if (onPlane.length > 0) return of(name, { ...pair, section: { loops: onPlane } })
    const alone = complete ? undefined : pieces.find((p) => p.id === pair.front)?.solid
    return of(name, { ...pair, section: overEachOther(kernel, bodies, kerf, alone, frame) })
  })
}

/**
 * What of both pieces lies over the other's at a seam, as seen along z of a frame.
 * @param bodies what meets there, a little of both @param front the one in front, where others may lie there too
 */
function overEachOther(
  kernel: Kernel,
  bodies: readonly Solid[],
  kerf: Kerf,
  front: Solid | undefined,
  frame: Placement,
): Profile {
  const before = bodies.map((b) => (front ? kernel.intersect(b, front) : kernel.subtract(b, [kerf.upTo])))
  const after = bodies.map((b) => kernel.intersect(b, kerf.behind))
  return new Outlines(kernel).common(shadowOf(kernel, before, frame), shadowOf(kernel, after, frame))
}

/** A place where pieces meet has so much of each that it is between, mm3. */
const LEAST = 1e-7

/**
 * The pieces on one side that a body has something of.
 * @param beyond what of the body lies on that side
 */
function meets(
  kernel: Kernel,
  pieces: readonly PieceHere[],
  body: Solid,
  beyond: Solid,
  complete: boolean,
): PieceHere[] {
  if (beyond.volume() <= LEAST) return []
  const near = pieces.filter((p) => boxesMeet(p.solid.bounds(), beyond.bounds()))
  // What is there is of the only one that reaches there; of a large piece it takes long to find out.
  return complete && near.length === 1 ? near : near.filter((p) => kernel.intersect(p.solid, body).volume() > LEAST)
}

/** Whether a body has a piece of a section on a frame's plane. */
function hasOn(kernel: Kernel, body: Solid, frame: Placement, piece: Profile): boolean {
  const [x, y] = insideOf(piece.loops[0]!)
  return kernel.intersect(body, speck(kernel, apply(frame, [x, y, 0]), MORE / 4)).volume() > 0
}
