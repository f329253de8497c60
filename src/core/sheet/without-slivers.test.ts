import { Kernel } from '../kernel/kernel'
import type { Solid } from '../kernel/kernel'
import { sizes } from '../mesh/facts'
import { withoutSlivers } from './without-slivers'

const kernel = await Kernel.load()
const TAG = { step: 's', role: 'r', shape: { kind: 'free' } } as const
function box([x, y, z]: readonly number[], [w, d, h]: readonly number[]): Solid {
  const corners = [0, 1, 2, 3, 4, 5, 6, 7].flatMap((k) => [x! + (k & 1 ? w! : 0), y! + (k & 2 ? d! : 0), z! + (k & 4 ? h! : 0)]) // prettier-ignore
  const sides = [
    0, 2, 1, 1, 2, 3, 4, 5, 6, 5, 7, 6, 0, 1, 4, 1, 5, 4, 2, 6, 3, 3, 6, 7, 0, 4, 2, 2, 4, 6, 1, 3, 5, 3, 7, 5,
  ]
  const made = kernel.fromTriangles(Float32Array.from(corners), Uint32Array.from(sides), TAG)
  if (!made.ok) throw new Error(made.problem.message)
  return made.value
}

test('what lies between faces that are the same but for rounding is left out, thin material is not', () => {
  const real = kernel.read(box([0, 0, 0], [10, 10, 0.2]))
  expect(withoutSlivers(real)).toBe(real)
  const both = kernel.read(kernel.union([box([0, 0, 0], [10, 10, 2]), box([20, 0, 0], [10, 10, 0.00005])]))
  const seen = withoutSlivers(both)
  expect(seen.indices.length / 3).toBe(12)
  expect(sizes(seen.positions, seen.indices).volume).toBeCloseTo(200, 3)
})
