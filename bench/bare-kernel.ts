import Module, { type Manifold, type ManifoldToplevel, type Mesh } from 'manifold-3d'
import { Kernel, type Solid } from '../src/core/kernel/kernel'

/** One call to the kernel, in terms of the results of earlier ones. */
type Call =
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
      ['fromFaced', 'union', 'subtract', 'intersect', 'place', 'read'].map((n) => [n, prototype[n]!]),
    ),
  }
  const note = (call: Call, solid: Solid) => void number.set(solid, calls.push(call) - 1)
  const patch = (name: string, call: (args: unknown[], result: Solid) => void) => {
    prototype[name] = function (this: unknown, ...args: unknown[]) {
      const result = originals[name]!.apply(this, args) as Solid
      if (!number.has(result)) call(args, result)
      return result
    }
  }
  const known = (s: Solid) => number.get(s)!
  patch('fromFaced', ([mesh], result) => {
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
    calls.push({ kind: 'read', of: known(args[0] as Solid) })
    return originals.read!.apply(this, args)
  }
  try {
    await work()
  } finally {
    Object.assign(prototype, originals)
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
  const { Manifold, Mesh: MeshClass } = wasm
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
