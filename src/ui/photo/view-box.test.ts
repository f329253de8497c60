import fc from 'fast-check'
import type { Vec2 } from '@/core/geometry/vec'
import { slid, toPhoto, toScreen, type ViewBox, wholePhoto, zoomed } from './view-box'

const number = fc.double({ min: -4000, max: 4000, noNaN: true })
const place = fc.tuple(number, number)
const views = fc.tuple(place, fc.double({ min: 0.05, max: 40, noNaN: true })).map(([from, zoom]): ViewBox => ({ from, zoom })) // prettier-ignore
const near = (a: Vec2, b: Vec2) => {
  expect(a[0]).toBeCloseTo(b[0], 5)
  expect(a[1]).toBeCloseTo(b[1], 5)
}

test('from the screen to the photo and back', () => {
  fc.assert(fc.property(views, place, (view, p) => near(toScreen(view, toPhoto(view, p)), p)))
})

test('what the pointer is on stays under it when zooming, up to single pixels and down to the least', () => {
  fc.assert(
    fc.property(views, fc.double({ min: 0.1, max: 9, noNaN: true }), place, (view, by, at) => {
      const next = zoomed(view, by, at, 0.02)
      near(toPhoto(next, at), toPhoto(view, at))
      expect(next.zoom).toBeGreaterThanOrEqual(0.02)
      expect(next.zoom).toBeLessThanOrEqual(60)
    }),
  )
})

test('a slide takes what is seen along by as many screen pixels', () => {
  fc.assert(
    fc.property(views, place, place, (view, by, p) =>
      near(toScreen(slid(view, by), toPhoto(view, p)), [p[0] + by[0], p[1] + by[1]]),
    ),
  )
})

test('the whole photo lies in the middle of the screen with a margin', () => {
  const view = wholePhoto([2400, 1800], [580, 750])
  near(toScreen(view, [1200, 900]), [290, 375])
  const [left, right] = [toScreen(view, [0, 0])[0], toScreen(view, [2400, 0])[0]]
  expect(left).toBeGreaterThan(0)
  expect(right).toBeLessThan(580)
})
