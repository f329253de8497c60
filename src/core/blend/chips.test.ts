import { translation } from '../geometry/placement'
import { Kernel, type Solid } from '../kernel/kernel'
import { rectangle } from '../profile/shapes'
import { withoutChips } from './chips'

const kernel = await Kernel.load()
const cube = (size: number, x = 0, step = 'cube'): Solid =>
  kernel.place(kernel.extrude(rectangle(0, 0, size, size), 0, size, { names: { step, top: 'top', bottom: 'bottom', side: 'side' }, tolerance: 0.01 }), translation([x, x, x])) // prettier-ignore

test('loose pieces and closed rooms that are small enough are gone, others stay, and faces keep their names', () => {
  const room = (size: number, x: number) => cube(size, x, 'room')
  const solid = kernel.union([kernel.subtract(cube(20), [room(0.2, 3), room(4, 8)]), cube(0.1, 40), cube(3, 50)])
  const cleaned = withoutChips(kernel, solid, 0.05)
  expect(cleaned.volume()).toBeCloseTo(8000 - 64 + 27, 4)
  expect(kernel.bodies(cleaned).map((b) => Math.round(b.volume()))).toEqual([8000, 27, -64])
  const { surfaces } = kernel.read(cleaned)
  expect(new Set(surfaces.map((s) => s.step))).toEqual(new Set(['cube', 'room']))
  expect(kernel.read(solid).surfaces.length).toBeGreaterThan(surfaces.length)
})

test('what has none is the very same solid', () => {
  const solid = cube(5)
  expect(withoutChips(kernel, solid, 1)).toBe(solid)
})
