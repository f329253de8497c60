import type { Manifold, ManifoldToplevel } from 'manifold-3d'

/** Corners of a ball round its middle. */
const BALL = 24

/** The triangles of a solid made larger all round, neighbours sharing vertices. @param by mm */
export function grown({ Manifold }: ManifoldToplevel, handle: Manifold, by: number) {
  const ball = Manifold.sphere(by, BALL)
  const sum = handle.minkowskiSum(ball)
  ball.delete()
  const bare = sum.asOriginal()
  sum.delete()
  const { vertProperties, triVerts } = bare.getMesh()
  bare.delete()
  return { positions: vertProperties, indices: triVerts }
}
