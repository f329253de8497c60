import fc from 'fast-check'
import { layerHeights } from '../prove/layers'
import { endBelow, endOfLayer } from './layering'

test('a height is reached by as many layers as it takes, also where the first is another', () => {
  expect(endOfLayer(1, { layer: 0.2 })).toEqual({ layers: 5, height: expect.closeTo(1, 9) })
  expect(endOfLayer(1, { layer: 0.2, first: 0.3 })).toEqual({ layers: 5, height: expect.closeTo(1.1, 9) })
  expect(endBelow(1, { layer: 0.2, first: 0.3 })).toEqual({ layers: 4, height: expect.closeTo(0.9, 9) })
  expect(endBelow(0.25, { layer: 0.2, first: 0.3 })).toBeUndefined()
  expect(endOfLayer(0.05, { layer: 0.2, first: 0.3 })).toEqual({ layers: 1, height: 0.3 })
})

test('the ends are those of the layers that are sliced', () => {
  const hundredth = (from: number, to: number) => fc.integer({ min: from, max: to }).map((v) => v / 100)
  fc.assert(
    fc.property(hundredth(5, 60), hundredth(5, 60), hundredth(10, 4000), (layer, first, height) => {
      const ends = layerHeights(height + 2 * layer + first, { layer, first }).map(([, to]) => to)
      const up = endOfLayer(height, { layer, first })
      expect(ends[up.layers - 1]).toBeCloseTo(up.height, 9)
      expect(up.height).toBeGreaterThan(height - 1e-5)
      const down = endBelow(height, { layer, first })
      if (!down) expect(height).toBeLessThan(first)
      else {
        expect(ends[down.layers - 1]).toBeCloseTo(down.height, 9)
        expect(up.layers - down.layers).toBe(Math.abs(up.height - height) < 1e-5 ? 0 : 1)
      }
    }),
  )
})
