import type { Pointable } from '../faces/resolve'
import { sideOf } from '../blend/side'
import { apply, type Placement, turn } from '../geometry/placement'
import { add, dot, placeAt, scale, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { copied } from '../kernel/retagged'
import { ProblemError } from '../result'
import { solidOfFeature } from './feature'
import type { Feature } from './plan'
import { placedFace } from './new-faces'
import { withOneName } from './one-name'
import { reshaped } from './reshape'
import { withoutFeatures } from './take-off'

/** What is put somewhere stands so deep in it, and what is sunk there so far out of it, mm. */
const REACH = { into: 0.001, out: 0.02 }

/** The middle of where a feature stands or opens, on the first of its faces, and which way that face looks. */
export function footOf(on: Pointable, { regions, hosts }: Feature): { at: Vec3; out: Vec3 } {
  const { mesh, topology } = on
  const [host] = hosts
  let [min, max]: [Vec3, Vec3] = [
    [Infinity, Infinity, Infinity],
    [-Infinity, -Infinity, -Infinity],
  ]
  const side = sideOf(on, host!)
  for (let i = 0; i < mesh.indices.length; i++) {
    if (!regions.has(topology.regionOf[Math.floor(i / 3)]!)) continue
    const p = placeAt(mesh.positions, mesh.indices[i]!)
    min = [Math.min(min[0], p[0]), Math.min(min[1], p[1]), Math.min(min[2], p[2])]
    max = [Math.max(max[0], p[0]), Math.max(max[1], p[1]), Math.max(max[2], p[2])]
  }
  const middle = scale(add(min, max), 0.5)
  const out = side.out(middle)
  return { at: add(middle, scale(out, -side.off(middle))), out }
}

/**
 * A solid with features of it put somewhere else. Where they only slide on their faces, these are parted anew; else they
 * are taken off, the place closes, and they are added or cut where they come to.
 * @param stays they are there as well, the new ones named as copies
 * Errors: not-closed, and those of taking off
 */
export function withShifted(
  kernel: Kernel,
  solid: Solid,
  on: Pointable,
  features: readonly Feature[],
  to: Placement,
  stays: { as: string } | false,
): Solid {
  if (!stays && features.every((f) => slides(on, f, to))) {
    try {
      return reshaped(kernel, on, { faces: new Map(features.flatMap((f) => [...f.regions].map((r) => [r, placedFace(on, r, to)] as const))) }) // prettier-ignore
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error
    }
  }
  const base = stays ? solid : reshaped(kernel, on, withoutFeatures(features))
  const tools = features.map((f) => {
    const { solid: own, sunk } = solidOfFeature(kernel, on, f, REACH)
    return { sunk, solid: stays ? copied(kernel, own, to, stays.as) : kernel.place(own, to) }
  })
  const of = (sunk: boolean) => tools.filter((t) => t.sunk === sunk).map((t) => t.solid)
  return withOneName(kernel, kernel.subtract(kernel.union([base, ...of(false)]), of(true)))
}

/** True where a feature stays in the planes of the faces that it stands on. */
const slides = (on: Pointable, { regions, hosts }: Feature, to: Placement): boolean =>
  hosts.every((h) => {
    const side = sideOf(on, h)
    const { mesh, topology } = on
    const i = topology.regionOf.findIndex((r) => regions.has(r))
    const p = placeAt(mesh.positions, mesh.indices[3 * i]!)
    const q = add(p, scale(side.out(p), -side.off(p)))
    return Math.abs(side.off(apply(to, q))) < 1e-6 && dot(turn(to, side.out(p)), side.out(p)) > 1 - 1e-9
  })
