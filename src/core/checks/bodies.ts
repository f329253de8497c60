import type { Build } from '../built/built'
import { type Box3, boxOfPositions } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { welded } from '../mesh/weld'

/** A part, or a fitted item with the space that it comes through. */
export interface Body {
  id: string
  name: string
  box: Box3
  /** What it was gathered with, of an item; none of a part. */
  reference?: string
  positions: ArrayLike<number>
  indices: ArrayLike<number>
  /** Undefined where it does not close; made when first asked for, and there until it is given back. */
  solid: () => Solid | undefined
  giveBack: () => void
}

const TAG = { step: '', role: '', shape: { kind: 'free' } } as const

/** All parts and fitted items of a build. Whoever makes them gives them back. */
export function bodiesOf({ build, kernel }: { build: Build; kernel: Kernel }): Body[] {
  const body = (
    id: string,
    name: string,
    reference: string | undefined,
    positions: ArrayLike<number>,
    indices: ArrayLike<number>,
  ): Body => {
    let made: { solid: Solid | undefined } | undefined
    // It outlives the scope of the check that asks first.
    const solid = () => (made ??= { solid: toSolid(kernel, positions, indices)?.keep() }).solid
    const giveBack = () => made?.solid?.dispose()
    return {
      id,
      name,
      ...(reference === undefined ? {} : { reference }),
      positions,
      indices,
      box: boxOfPositions(positions),
      solid,
      giveBack,
    }
  }
  return [
    ...build.parts.map((p) => body(p.id, p.name, undefined, p.mesh.positions, p.mesh.indices)),
    ...build.references.flatMap((r) =>
      r.items.filter((i) => i.state !== 'left-out').map((i) => body(i.id, i.name, r.id, i.positions, i.indices)),
    ),
  ]
}

function toSolid(kernel: Kernel, positions: ArrayLike<number>, indices: ArrayLike<number>): Solid | undefined {
  const mesh = welded(positions, indices)
  const made = kernel.fromTriangles(mesh.positions, mesh.indices, TAG)
  return made.ok && made.value.volume() > 0 ? made.value : undefined
}
