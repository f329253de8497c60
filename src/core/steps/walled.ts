import { OWN_PART, type RowSpec } from '../built/rows'
import { pointable } from '../faces/resolve'
import { choiceField } from '../fields/choice'
import { lengthField } from '../fields/length'
import type { Solid } from '../kernel/kernel'
import type { SurfaceName } from '../kernel/surface'
import { hollowed } from '../walls/hollowed'
import type { StepContext } from './step-kind'

/** A solid that a step makes, or a wall of one thickness along its skin. */
export const walledFields = {
  as: choiceField('What it is', 'solid', {
    solid: 'solid',
    in: 'as a wall inside it of',
    out: 'as a wall round it of',
  }),
  wall: lengthField('The wall', '4 * line', 0.1, 1000),
}

export const WALLED_NOTES = {
  as: '`solid`, or a wall of one thickness that is open at both ends: `in` (the skin is its outside) or `out` (the skin is its inside)',
}

export const walledWords = [
  { field: 'as', when: ['as', 'solid'], after: ',' },
  { field: 'as', when: ['as', 'in', 'out'] },
  { field: 'wall', when: ['as', 'in', 'out'], after: ',' },
] as const

/** @param ends roles of the faces that stay open */
export function walled(
  solid: Solid,
  { as, wall }: { as: 'solid' | 'in' | 'out'; wall: number },
  ends: readonly string[],
  { kernel, id, tolerance }: StepContext,
): Solid {
  if (as === 'solid') return solid
  const on = pointable(kernel.read(solid))
  const thick = (region: number) => (ends.includes(on.mesh.surfaces[on.topology.surfaceOf[region]!]!.role) ? 0 : wall)
  return hollowed(kernel, solid, on, { way: as, thick, step: id, tolerance })
}

/** The row that watches the wall, of one that is a part of its own. @param skin the role of the faces that it goes along */
export function wallRows(
  { as, wall, how }: { as: string; wall: number; how: string },
  skin: string,
  id: string,
): RowSpec[] {
  if (as === 'solid' || how !== 'own') return []
  return [wallRow(id, { id, name: OWN_PART }, wall, { surfaces: { step: id, role: skin } })]
}

/** A wall may be off by so much, mm: half a hundredth of it, or what chords leave. */
const toleranceOf = (wall: number): number => Math.max(0.02, 0.005 * wall)

/** The row of a wall: between what a step made inside and the faces that it stands behind. */
export const wallRow = (
  id: string,
  part: { id: string; name: string },
  wall: number,
  skin: { surfaces: SurfaceName; also?: readonly SurfaceName[] },
): RowSpec => ({
  id: `${id}:wall`,
  step: id,
  between: `Wall of ${part.name}`,
  wanted: wall,
  tolerance: toleranceOf(wall),
  rule: 'exact',
  a: { of: 'parts', parts: [part.id], ...skin },
  b: { of: 'parts', parts: [part.id], surfaces: { step: id, role: 'inside' } },
})
