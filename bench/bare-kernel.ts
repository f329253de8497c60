import Module, { type Manifold, type ManifoldToplevel, type Mesh } from 'manifold-3d'
import type { Profile } from '../src/core/profile/segment'
import { toPolygons } from '../src/core/profile/polygon'
import { Kernel, type Solid } from '../src/core/kernel/kernel'

/** One call to the kernel, in terms of the results of earlier ones. */
type Call =
  | { kind: 'extrude'; polygons: [number, number][][]; from: number; to: number }
  | { kind: 'mesh'; positions: Float32Array; indices: Uint32Array }
  | { kind: 'union' | 'difference' | 'intersect'; of: number[] }
  | { kind: 'place'; of: number; matrix: number[] }
  | { kind: 'read'; of: number }

type Patched = Record<string, (...args: unknown[]) => unknown>

/** Writes down every call that reaches the kernel while `work` runs. */
export async function recordCalls(work: () => Promise<void>): Promise<Call[]> {
  const calls: Call[] = []
  const number = new Map<Solid, number>()
  const prototype = Kernel.prototype as unknown as Patched
  const originals = {
    ...Object.fromEntries(
      ['extrude', 'fromFaced', 'union', 'subtract', 'intersect', 'place', 'read'].map((n) => [n, prototype[n]!]),
    ),
  }
  const note = (call: Call, solid: Solid) => void number.set(solid, calls.push(call) - 1)
  const patch = (name: string, call: (args: unknown[], result: Solid) => void) => {
    prototype[name] = function (this: unknown, ...args: unknown[]) {
      kernel = this as Kernel
      const result = originals[name]!.apply(this, args) as Solid
      if (!number.has(result)) call(args, result)
      return result
    }
  }
  let kernel: Kernel
  /** Solids that came otherwise (parted, or with other words for their faces) are taken as the meshes they are. */
  const known = (s: Solid): number => {
    if (!number.has(s)) {
      const { positions, indices } = kernel.triangles(s)
      note({ kind: 'mesh', positions: Float32Array.from(positions), indices: Uint32Array.from(indices) }, s)
    }
    return number.get(s)!
  }
  // What is drawn out of an outline the kernel alone would draw out too.
  let within = false
  const ownExtrude = originals.extrude!
  originals.extrude = function (this: unknown, ...args: unknown[]) {
    within = true
    try {
      return ownExtrude.apply(this, args)
    } finally {
      within = false
    }
  }
  patch('extrude', ([profile, from, to, how], result) => {
    const { tolerance } = how as { tolerance: number }
    const polygons = toPolygons(profile as Profile, tolerance).map((p) => p.points.map(([x, y]): [number, number] => [x, y])) // prettier-ignore
    note({ kind: 'extrude', polygons, from: from as number, to: to as number }, result)
  })
  patch('fromFaced', ([mesh], result) => {
    if (within) return
    const { positions, indices } = mesh as { positions: number[]; indices: number[] }
    note({ kind: 'mesh', positions: Float32Array.from(positions), indices: Uint32Array.from(indices) }, result)
  })
  patch('union', ([solids], result) => note({ kind: 'union', of: (solids as Solid[]).map(known) }, result))
  patch('subtract', ([from, tools], result) =>
    note({ kind: 'difference', of: [from as Solid, ...(tools as Solid[])].map(known) }, result),
  )
  patch('intersect', ([a, b], result) =>
    note({ kind: 'intersect', of: [known(a as Solid), known(b as Solid)] }, result),
  )
  patch('place', ([solid, m], result) => {
    const p = m as number[]
    note(
      {
        kind: 'place',
        of: known(solid as Solid),
        matrix: [p[0]!, p[4]!, p[8]!, 0, p[1]!, p[5]!, p[9]!, 0, p[2]!, p[6]!, p[10]!, 0, p[3]!, p[7]!, p[11]!, 1],
      },
      result,
    )
  })
  prototype.read = function (this: unknown, ...args: unknown[]) {
    kernel = this as unknown as Kernel
    const of = known(args[0] as Solid)
    calls.push({ kind: 'read', of })
    return originals.read!.apply(this, args)
  }
  try {
    await work()
  } finally {
    Object.assign(prototype, { ...originals, extrude: ownExtrude })
  }
  return calls
}

let wasm: ManifoldToplevel | undefined

/** Does the same with the kernel alone: no tags, no cache, no profiles. */
export async function replay(calls: readonly Call[]): Promise<void> {
  if (!wasm) {
    wasm = await Module()
    wasm.setup()
  }
  const { CrossSection, Manifold, Mesh: MeshClass } = wasm
  const made: (Manifold | undefined)[] = []
  const at = (i: number) => made[i]!
  for (const call of calls)
    switch (call.kind) {
      case 'mesh':
        made.push(
          Manifold.ofMesh(
            new MeshClass({
              numProp: 3,
              vertProperties: call.positions,
              triVerts: call.indices,
            } as ConstructorParameters<typeof Mesh>[0]),
          ),
        )
        break
      case 'extrude': {
        const section = new CrossSection(call.polygons, 'Positive')
        const solid = section.extrude(call.to - call.from)
        made.push(solid.translate([0, 0, call.from]))
        section.delete()
        solid.delete()
        break
      }
      case 'union':
        made.push(Manifold.union(call.of.map(at)))
        break
      case 'difference':
        made.push(Manifold.difference(call.of.map(at)))
        break
      case 'intersect': {
        const shared = at(call.of[0]!).intersect(at(call.of[1]!))
        shared.isEmpty()
        made.push(shared)
        break
      }
      case 'place':
        made.push(at(call.of).transform(call.matrix as never))
        break
      case 'read':
        at(call.of).getMesh()
        at(call.of).volume()
        made.push(undefined)
    }
  for (const solid of made) solid?.delete()
}
