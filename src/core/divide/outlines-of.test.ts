import { Kernel } from '../kernel/kernel'
import { areaOf } from '../profile/measure'
import { gap2, type Profile } from '../profile/segment'
import { polygonProfile } from '../profile/shapes'
import { Outlines } from './outlines-of'

/** A ring with waves on it, of so many corners. */
function wavy(corners: number, radius: number): Profile {
  const points = Array.from({ length: corners }, (_, i): [number, number] => {
    const a = (2 * Math.PI * i) / corners
    const r = radius + 0.4 * Math.sin(40 * a)
    return [r * Math.cos(a), r * Math.sin(a)]
  })
  return polygonProfile(points, points.map(() => 'edge')) // prettier-ignore
}

test('outlines of many pieces, shrunk, grown and taken from each other, keep their area and have no corners that lie on each other', async () => {
  const outlines = new Outlines(await Kernel.load())
  const [outer, inner] = [wavy(900, 30), wavy(700, 27)]
  const ring = outlines.less(outer, inner)
  expect(areaOf(ring)).toBeCloseTo(Math.PI * (30 ** 2 - 27 ** 2), -1)
  for (const made of [
    ring,
    outlines.smoothed(ring, 0.5),
    outlines.grown(outlines.grown(ring, -0.8), 0.1),
    outlines.common(ring, wavy(500, 28.6)),
  ]) {
    // prettier-ignore
    expect(areaOf(made)).toBeGreaterThan(50)
    for (const loop of made.loops) for (const s of loop) expect(gap2(s.a, s.b)).toBeGreaterThan(4.9e-4)
  }
})
