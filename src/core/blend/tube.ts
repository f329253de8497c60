import { add, type Vec3 } from '../geometry/vec'
import { facedOut } from '../kernel/faced-out'
import type { Kernel, Solid } from '../kernel/kernel'
import type { SurfaceTag } from '../kernel/surface'
import { raise } from '../result'
import type { Section } from './section'

/** Sections one after the other, each with the face that the stretch from it to the next one has. */
export interface Tube {
  sections: readonly Section[]
  /** For each stretch its place in `tags`. */
  faces: readonly number[]
  tags: readonly SurfaceTag[]
  closed: boolean
}

/** The solid that runs through sections. @param step what its other faces are named by */
export function tubeSolid(kernel: Kernel, { sections, faces, tags, closed }: Tube, step: string): Solid {
  const rings = sections.map((s) => [...s.across, ...s.behind])
  const [many, across] = [rings[0]!.length, sections[0]!.across.length]
  const all = [...tags, { step, role: 'lift', shape: { kind: 'free' } } as SurfaceTag]
  const positions = rings.flat()
  const triangles: number[] = []
  const face: number[] = []
  const put = (f: number, ...corners: [number, number, number]) => {
    triangles.push(...corners)
    face.push(f)
  }
  const stretches = closed ? rings.length : rings.length - 1
  for (let k = 0; k < stretches; k++) {
    const [from, to] = [k * many, ((k + 1) % rings.length) * many]
    for (let j = 0; j < many; j++) {
      const [p, q] = [j, (j + 1) % many]
      // What rounding leaves of its sides is of the new face too.
      put(faces[k]!, from + p, to + p, to + q)
      put(faces[k]!, from + p, to + q, from + q)
    }
  }
  // From the tip behind the edge all of its section is seen.
  const tip = across + 1
  if (!closed)
    for (let j = 1; j + 1 < many; j++) {
      const [p, q] = [(tip + j) % many, (tip + j + 1) % many]
      const last = (rings.length - 1) * many
      put(all.length - 1, tip, p, q)
      put(all.length - 1, last + tip, last + q, last + p)
    }
  const solid = kernel.fromFaces(positions.flat(), facedOut(positions, triangles), face, all)
  return solid.ok ? solid.value : raise('not-closed', 'The new face could not be made along this edge.', 'of')
}

/** A section further on along its edge. */
export const shifted = ({ contacts, across, behind, centre }: Section, by: Vec3): Section => ({
  contacts: contacts.map((p) => add(p, by)) as unknown as Section['contacts'],
  across: across.map((p) => add(p, by)),
  behind: behind.map((p) => add(p, by)) as unknown as Section['behind'],
  ...(centre ? { centre: add(centre, by) } : {}),
})
