import { bodyAt, restOf } from '../divide/parted'
import { type Placement, turnOnto } from '../geometry/placement'
import { dot, scale, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { polygonArea } from '../profile/polygon'
import { laysOn, printWith } from '../print/lay'
import { supportFor } from '../prove/columns'
import { lying } from '../prove/lying'
import { overhangs } from '../prove/overhangs'

/** A plane that a part could be cut at, and how a step says it. */
export interface CutPlane {
  /** To what is in front. */
  normal: Vec3
  offset: number
  /** As the field of a step has it. */
  at: object
  /** It is a face of the part, of which nothing is to be shaved off. */
  face?: boolean
}

/** What a cut would come to. */
export interface Outcome {
  /** The fields of its step besides the part. */
  fields: Record<string, unknown>
  /** What supports all pieces together would need, mm3. */
  needs: number
  pieces: number
  /** Of the cut, mm2. */
  area: number
}

/** How a part is printed. */
export interface Printing {
  print: Placement
  layer: number
  /** Leaning out by up to this prints clean, degrees, if it is known. */
  lean: number | undefined
}

/** Smaller pieces are crumbs, mm3. */
const CRUMB = 0.5
/** A section is measured so far in front of its plane, and what is in front lies so far there, mm. */
const IN_FRONT = 0.05

/** What supports a part needs the way it is printed, mm3. */
export function supportOf(kernel: Kernel, solid: Solid, { print, layer, lean }: Printing): number {
  const lies = lying({ mesh: kernel.triangles(solid), print })
  return supportFor(lies, overhangs(lies, layer / 2, lean), lean)
}

/** All of a part cut at a plane, its pieces lying as the whole or on their cuts, whichever needs less. */
export function cutAll(kernel: Kernel, solid: Solid, plane: CutPlane, printing: Printing): Outcome | undefined {
  const sides = kernel.split(solid, plane.normal, plane.offset, 'cut', 'cut').map((s) => kernel.bodies(s))
  const all = sides.flat()
  if (sides.some((s) => s.length === 0) || all.some((s) => s.volume() < CRUMB)) return undefined
  let [whole, onCut] = [0, 0]
  for (const [i, bodies] of sides.entries())
    for (const body of bodies) {
      const down = downOn(plane, i === 0)
      const own = supportOf(kernel, body, printing)
      whole += own
      onCut += laysOn(printing.print, down) ? own : supportOf(kernel, body, { ...printing, print: printWith(down) })
    }
  const lie = onCut < whole - 1e-6 ? 'cut' : 'whole'
  return { fields: { ...fieldsOf(plane), lie }, needs: Math.min(whole, onCut), pieces: all.length, area: areaOf(kernel, solid, plane) } // prettier-ignore
}

/** Only the piece that has a place cut off at a plane, and laid on its cut; the rest is printed as it was. */
export function cutOff(
  kernel: Kernel,
  solid: Solid,
  plane: CutPlane,
  holds: { place: Vec3; face: object },
  printing: Printing,
): Outcome | undefined {
  if (dot(plane.normal, holds.place) - plane.offset < IN_FRONT) return undefined
  const [front, behind] = kernel.split(solid, plane.normal, plane.offset, 'cut', 'cut')
  const before = kernel.bodies(front)
  const own = bodyAt(kernel, before, holds.place)
  if (!own || own.volume() < CRUMB) return undefined
  const rest = kernel.bodies(restOf(kernel, behind, before, own)).filter((b) => b.volume() > 1e-4)
  if (rest.length === 0 || rest.some((b) => b.volume() < CRUMB)) return undefined
  const needs = rest.reduce((sum, b) => sum + supportOf(kernel, b, printing), supportOf(kernel, own, { ...printing, print: printWith(downOn(plane, true)) })) // prettier-ignore
  return {
    fields: { ...fieldsOf(plane), may: 'piece', holds: [holds.face], lie: 'cut' },
    needs,
    pieces: rest.length + 1,
    area: areaOf(kernel, own, plane),
  }
}

const fieldsOf = ({ at, face }: CutPlane) => ({ at, ...(face ? { side: 'front' } : {}) })

/** Which way of a piece looks at the bed when it lies on its cut. */
const downOn = ({ normal }: CutPlane, inFront: boolean): Vec3 => (inFront ? scale(normal, -1) : normal)

function areaOf(kernel: Kernel, solid: Solid, { normal, offset }: CutPlane): number {
  const upright = kernel.place(solid, turnOnto(normal, [0, 0, 1]))
  return kernel.slice(upright, offset + IN_FRONT).reduce((sum, polygon) => sum + polygonArea(polygon), 0)
}
