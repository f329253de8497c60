import type { SizedShape } from '../document/items-schema'
import { extrude } from '../mesh/extrude'
import type { Vec2 } from '../geometry/vec'
import { contains, loopArea } from '../profile/measure'
import { chordsFor, toPolygon } from '../profile/polygon'
import { type Loop, polar, type Profile } from '../profile/segment'
import { facesOfMesh } from '../recognise/mesh-faces'
import { fail, ok, type Result } from '../result'
import type { ImportedShape } from './model'

/** Chords stay this near to round outlines, mm. */
const CHORD = 0.004
const FINEST = 96

/**
 * The solid that a block's sizes describe, standing on the origin; round ones about z.
 * @param value works out a length, mm
 * @param profile an outline of the project
 * Errors: size (zero or less, or a bore wider than its tube), no-outline, and those of the formulas
 */
export function blockShape(
  shape: SizedShape,
  value: (formula: string) => Result<number>,
  profile: (outline: string) => Profile | undefined,
): Result<ImportedShape> {
  const sizes: Record<string, number> = {}
  for (const [name, formula] of Object.entries(shape)) {
    if (name === 'kind' || name === 'outline') continue
    const found = value(String(formula))
    if (!found.ok) return found
    const least = name === 'top' ? 0 : 1e-6
    if (found.value < least || found.value > 1e4)
      return fail('size', `Its ${name} is ${found.value} mm; more than 0 and up to 10 000 mm would do.`)
    sizes[name] = found.value
  }
  const { width = 0, depth = 0, height = 0, diameter = 0, bore = 0, top = 0 } = sizes
  switch (shape.kind) {
    case 'box':
      return ok(facesOfMesh(extrude(corners(width, depth), [], 0, height)))
    case 'cylinder':
      return ok(facesOfMesh(extrude(round(diameter), [], 0, height)))
    case 'tube':
      return bore < diameter
        ? ok(facesOfMesh(extrude(round(diameter), [round(bore)], 0, height)))
        : fail('size', `The bore of ${bore} mm is as wide as the tube of ${diameter} mm.`)
    case 'cone':
      return ok(facesOfMesh(cone(diameter / 2, top / 2, height)))
    case 'profile':
      return prism(profile(shape.outline), height)
  }
}

function prism(outline: Profile | undefined, height: number): Result<ImportedShape> {
  const outside = outline?.loops.filter((l) => loopArea(l) > 0) ?? []
  if (!outline || outside.length === 0)
    return fail('no-outline', 'The outline that this is made of is not there, or encloses nothing yet.')
  const polygon = (loop: Loop): Vec2[] => toPolygon(loop, CHORD).points
  const holes = outline.loops.filter((l) => loopArea(l) < 0)
  const parts = outside.map((loop) => {
    const own = holes.filter((h) => contains({ loops: [loop] }, h[0]!.a))
    return extrude(polygon(loop), own.map(polygon), 0, height)
  })
  const positions = Float64Array.from(parts.flatMap((p) => [...p.positions]))
  let first = 0
  const indices = parts.flatMap((p) => {
    const shifted = [...p.indices].map((i) => i + first)
    first += p.positions.length / 3
    return shifted
  })
  return ok(facesOfMesh({ positions, indices: Uint32Array.from(indices) }))
}

const corners = (w: number, d: number): Vec2[] => [[-w / 2, -d / 2], [w / 2, -d / 2], [w / 2, d / 2], [-w / 2, d / 2]] // prettier-ignore

/** A polygon on a circle, with corners on both axes so that its box is the circle's. */
const round = (diameter: number): Vec2[] => {
  const n = Math.min(FINEST, 4 * Math.ceil(chordsFor(diameter / 2, 2 * Math.PI, CHORD) / 4))
  return Array.from({ length: n }, (_, i) => polar([0, 0], diameter / 2, (2 * Math.PI * i) / n))
}

/** A cone, blunt or pointed, or standing on its narrow end. */
function cone(below: number, above: number, height: number) {
  const n = 72
  const positions: number[] = [0, 0, 0, 0, 0, height]
  const rim = (r: number, z: number) => {
    const at = positions.length / 3
    for (let i = 0; i < n; i++)
      positions.push(r * Math.cos((2 * Math.PI * i) / n), r * Math.sin((2 * Math.PI * i) / n), z)
    return (i: number) => at + (i % n)
  }
  const indices: number[] = []
  const low = below > 0 ? rim(below, 0) : () => 0
  const high = above > 0 ? rim(above, height) : () => 1
  for (let i = 0; i < n; i++) {
    if (below > 0) indices.push(0, low(i + 1), low(i), low(i), low(i + 1), high(i + 1))
    if (above > 0) indices.push(1, high(i), high(i + 1), low(i), high(i + 1), high(i))
  }
  return { positions: Float64Array.from(positions), indices: Uint32Array.from(indices) }
}
