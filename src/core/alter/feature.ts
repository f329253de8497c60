import { sideOf } from '../blend/side'
import type { Pointable } from '../faces/resolve'
import { add, cross, dot, placeAt, scale, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { SurfaceTag } from '../kernel/surface'
import { nextSide } from '../mesh/half-edges'
import { raise } from '../result'
import type { Feature } from './plan'
import { filled, loopsOf } from './triangles-of-planes'

/**
 * A feature as a solid of its own: what stands there, or what was taken away there.
 * @param reach how far it goes on past the faces that it stands on or is sunk in, mm
 * Errors: not-closed
 */
export function solidOfFeature(
  kernel: Kernel,
  on: Pointable,
  { regions }: Feature,
  reach: { into: number; out: number },
): { solid: Solid; sunk: boolean } {
  const { mesh, topology } = on
  const { opposite } = topology
  const indices: number[] = []
  const faces: number[] = []
  const positions = Array.from(mesh.positions)
  const tags: SurfaceTag[] = [...mesh.surfaces]
  const rims = new Map<number, [number, number][]>()
  for (let t = 0; t < topology.regionOf.length; t++) {
    if (!regions.has(topology.regionOf[t]!)) continue
    for (let side = 3 * t; side < 3 * t + 3; side++) {
      indices.push(mesh.indices[side]!)
      const host = topology.regionOf[Math.floor(opposite[side]! / 3)]!
      if (regions.has(host)) continue
      const rim: [number, number] = [mesh.indices[nextSide(side)]!, mesh.indices[side]!]
      rims.set(host, [...(rims.get(host) ?? []), rim])
    }
    faces.push(topology.surfaceOf[topology.regionOf[t]!]!)
  }
  const sunk = isSunk(on, indices, rims)
  const cap = tags.push({ step: '', role: 'cap', shape: { kind: 'free' } }) - 1
  for (const [host, rim] of rims) {
    const out = sideOf(on, host).out(placeAt(mesh.positions, rim[0]![0]))
    const loops = loopsOf(rim)
    const by = sunk ? reach.out : -reach.into
    const moved = new Map<number, number>()
    const lifted = (v: number) => {
      const before = moved.get(v)
      if (before !== undefined) return before
      const p = add(placeAt(mesh.positions, v), scale(out, by))
      moved.set(v, positions.push(...p) / 3 - 1)
      return moved.get(v)!
    }
    // Seen against the host's normal the rim runs round what is missing of it.
    const flat =
      loops &&
      filled(
        kernel,
        loops.map((l) => [...l].reverse()),
        positions,
        out,
      )
    if (!flat) return raise('not-closed', 'What stands there cannot be taken by itself.')
    for (let t = 0; t < flat.length; t += 3) {
      indices.push(lifted(flat[t]!), lifted(flat[t + 2]!), lifted(flat[t + 1]!))
      faces.push(cap)
    }
    for (const [a, b] of rim) {
      indices.push(a, b, lifted(b), a, lifted(b), lifted(a))
      faces.push(cap, cap)
    }
  }
  if (sunk) for (let i = 0; i < indices.length; i += 3) [indices[i], indices[i + 1]] = [indices[i + 1]!, indices[i]!]
  const made = kernel.fromFaces(positions, indices, faces, tags)
  return made.ok ? { solid: made.value, sunk } : raise('not-closed', 'What stands there cannot be taken by itself.')
}

/** True of what is sunk in: the faces of a feature go round a space, not round material. */
function isSunk(
  on: Pointable,
  indices: readonly number[],
  rims: ReadonlyMap<number, readonly [number, number][]>,
): boolean {
  const at = (v: number): Vec3 => placeAt(on.mesh.positions, v)
  let six = 0
  for (let i = 0; i < indices.length; i += 3)
    six += dot(at(indices[i]!), cross(at(indices[i + 1]!), at(indices[i + 2]!)))
  for (const rim of rims.values()) {
    const first = at(rim[0]![0])
    for (const [a, b] of rim) six += dot(first, cross(at(a), at(b)))
  }
  return six < 0
}
