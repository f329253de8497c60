import { withoutChips } from '../blend/chips'
import type { Pointable } from '../faces/resolve'
import type { Kernel, Solid } from '../kernel/kernel'
import { raise } from '../result'
import { slab } from './slab'
import { leastWall, wallFaces } from './measure-wall'
import { keptNames, type Wall, wallOf } from './wall'

/** Loose pieces so small to the whole are what chords leave between slabs. */
const CHIP = 1e-4

/**
 * What is left of a solid as a wall behind its faces; or, outwards, a wall in front of them, without the solid itself.
 * Errors: open (nothing is left), full (there is no room inside), thin (it cannot be held), face
 */
export function hollowed(kernel: Kernel, solid: Solid, on: Pointable, wall: Wall): Solid {
  const { way, thick, step } = wall
  const regions = on.topology.surfaceOf.map((_, r) => r)
  if (regions.every((r) => thick(r) === 0)) return raise('open', 'All its faces are open, so nothing is left of it.', 'open') // prettier-ignore
  const { solid: skin, short } = wallOf(kernel, on, wall)
  const most = Math.max(...regions.map(thick))
  const open = regions.filter((r) => thick(r) === 0)
  const whole =
    way === 'in'
      ? kernel.intersect(solid, skin)
      : kernel.subtract(skin, [solid, ...aheadOf(kernel, on, open, most, step)])
  const result = withoutChips(kernel, whole, CHIP * whole.volume())
  if (way === 'in' && solid.volume() - result.volume() < 1e-6 * solid.volume())
    return raise('full', 'It is nowhere thick enough to be hollow: its walls would fill it.', 'wall')
  if (short) held(kernel, result, on, wall)
  return result
}

/** Less of the wanted wall than this is none. */
const ENOUGH = 0.98

/** Errors: thin (the wall falls short, with where and by how much) */
function held(kernel: Kernel, result: Solid, on: Pointable, { thick, step, way }: Wall): void {
  const wanted = Math.min(...on.topology.surfaceOf.map((_, r) => thick(r)).filter((t) => t > 0))
  const gap = leastWall(wallFaces(kernel.read(result), step, keptNames(on, thick)))
  if (!gap || gap.distance >= ENOUGH * wanted) return
  const at = gap.b.map((v) => v.toFixed(1)).join(', ')
  raise('thin', `The wall of ${wanted.toFixed(2)} mm cannot be held: at ${at}, where the face bends more sharply than that, ${gap.distance.toFixed(2)} mm would be left. A rounder shape there does, a thinner wall, or one on the other side, ${way === 'in' ? 'outside' : 'inside'}.`, 'wall') // prettier-ignore
}

/** What lies in front of open faces: no wall is there. */
const aheadOf = (kernel: Kernel, on: Pointable, open: readonly number[], most: number, step: string): Solid[] =>
  open.map((region) => {
    const rim = { step, role: 'edge' }
    return slab(kernel, on, { region, from: 0, to: 4 * most, past: () => 3 * most, tags: { behind: rim, before: rim } })
      .solid
  })
