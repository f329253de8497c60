import { decode } from 'fast-png'
import { Kernel } from '../kernel/kernel'
import { IDENTITY, quarterTurn } from '../geometry/placement'
import { unpacked } from '../mesh/unpack'
import { circle, rectangle } from '../profile/shapes'
import type { Profile } from '../profile/segment'
import { partPicture, shadedPixels } from './part-picture'

const kernel = await Kernel.load()
const NAMES = { step: 's', top: 'top', bottom: 'bottom', side: 'side' }
function trianglesOf(profile: Profile, high: number) {
  const { positions, indices } = kernel.triangles(kernel.extrude(profile, 0, high, { names: NAMES, tolerance: 0.02 }))
  return unpacked(positions, indices)
}
const drawnOf = (shades: Float32Array) => shades.filter((s) => s >= 0)

test('a part is drawn as large as it is seen: a block from above by its area, a disc as a disc', () => {
  // Seen from above as it stands, 40 x 20 fills 94 % of 400 points across.
  const block = drawnOf(shadedPixels(trianglesOf(rectangle(0, 0, 40, 20), 5), 400, 300))
  expect(block.length / (376 * 188)).toBeCloseTo(1, 2)
  // One face, one brightness.
  expect(new Set(block).size).toBe(1)
  const disc = drawnOf(shadedPixels(trianglesOf(circle([7, 7], 10), 5), 400, 300))
  expect(disc.length / ((Math.PI * 276 ** 2) / 4)).toBeCloseTo(1, 2)
})

test('what is in front hides what is behind: of a block three faces are seen, each in a shade of its own', () => {
  const { width, height, data, channels } = decode(
    partPicture(trianglesOf(rectangle(0, 0, 30, 20), 10), IDENTITY, '#336699'),
  )
  const counts = new Map<string, number>()
  for (let i = 0; i < width * height; i++) {
    const key = Array.from(data.slice(channels * i, channels * i + 3)).join()
    counts.set(key, (counts.get(key) ?? 0) + 1)
  }
  const large = [...counts].filter(([, n]) => n > 400).map(([key]) => key)
  expect(large).toHaveLength(4)
  expect(large).toContain('255,255,255')
})

test('it lies as it is printed: a post laid down is seen lying', () => {
  const shape = (quarters: number) => {
    const { width, height, data, channels } = decode(partPicture(trianglesOf(rectangle(0, 0, 4, 4), 60), quarterTurn('y', quarters), '#808080')) // prettier-ignore
    const rows = Array.from({ length: height }, (_, y) => Array.from({ length: width }, (_, x) => data[channels * (y * width + x)]!).some((v) => v < 250)) // prettier-ignore
    return rows.filter(Boolean).length / height
  }
  expect(shape(0)).toBeGreaterThan(0.9)
  expect(shape(1)).toBeLessThan(0.8)
})

test('nothing to draw is a white picture', () => {
  const { data } = decode(partPicture(new Float32Array(), IDENTITY, '#808080'))
  expect(data.every((v) => v === 255)).toBe(true)
})
