import type { Node, Point } from '../../demo/make/step-assembly'

export { at, type Node } from '../../demo/make/step-assembly'

/** A 1.6 mm plate with straight edges. */
export const outlinePlate = (points: readonly Point[]): Node => ({
  name: 'plate',
  solid: { kind: 'plate', outline: { points }, thickness: 1.6 },
})
