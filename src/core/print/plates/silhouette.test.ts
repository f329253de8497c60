import { Kernel } from '../../kernel/kernel'
import { polygonArea } from '../../profile/polygon'
import { silhouetteOf } from './silhouette'

test('the outline of a plate with a hole has the area that it covers, whichever way it is seen', async () => {
  const kernel = await Kernel.load()
  const square = (a: number, b: number) => [[a, a], [b, a], [b, b], [a, b]] as [number, number][] // prettier-ignore
  const { positions, indices } = kernel.triangles(kernel.subtract(kernel.prism([square(0, 30)], 0, 4), [kernel.prism([square(10, 20)], -1, 5)])) // prettier-ignore
  const loops = silhouetteOf(positions, indices)
  expect(Math.abs(loops.reduce((sum, l) => sum + polygonArea(l), 0))).toBeCloseTo(800, 6)
  // On edge: what is covered twice, by the far wall of the hole, is gone round twice.
  const tilted = positions.map((_, i) =>
    i % 3 === 0 ? positions[i]! : i % 3 === 1 ? positions[i + 1]! : -positions[i - 1]!,
  )
  expect(Math.abs(silhouetteOf(tilted, indices).reduce((sum, l) => sum + polygonArea(l), 0))).toBeCloseTo(120 + 40, 6)
})
