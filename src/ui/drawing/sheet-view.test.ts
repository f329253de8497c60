import { nearer, shows, toScreen, toSheet, wholeOf } from './sheet-view'
import { circle } from '@/core/profile/shapes'
import type { Drawn } from '@/core/fields/drawn-shape'

const SCREEN = [800, 600] as const
const round = (at: readonly [number, number], radius: number) => [{ id: 'a', regions: [circle(at, radius)], open: [] }] as unknown as Drawn[] // prettier-ignore

test('a place goes to the screen and back, and stays where it is as one comes nearer to it', () => {
  const view = { centre: [12, -5] as [number, number], scale: 3.2 }
  const p = toScreen(view, [...SCREEN], [40, 7])
  expect(toSheet(view, [...SCREEN], p)).toEqual([expect.closeTo(40, 9), expect.closeTo(7, 9)])
  const near = nearer(view, [...SCREEN], p, 2)
  expect(near.scale).toBeCloseTo(6.4, 9)
  expect(toSheet(near, [...SCREEN], p)).toEqual([expect.closeTo(40, 9), expect.closeTo(7, 9)])
})

test('a whole fits with its margins, and is told to be in view or not', () => {
  const empty = wholeOf([], [...SCREEN])
  const drawn = round([300, 200], 150)
  const far = wholeOf(drawn, [...SCREEN])
  const [left, right] = [150, 450].map((x) => toScreen(far, [...SCREEN], [x, 200])[0]!)
  expect(left).toBeGreaterThan(0)
  expect(right).toBeLessThan(SCREEN[0])
  expect(shows(far, [...SCREEN], drawn)).toBe(true)
  expect(shows(empty, [...SCREEN], drawn)).toBe(false)
  expect(shows(empty, [...SCREEN], round([5, 4], 12))).toBe(true)
})
