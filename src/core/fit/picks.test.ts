import type { SurfaceShape } from '../kernel/surface'
import { formatLength } from '../units/length'
import { measurePicks } from './measure'
import { describePick, type Pick, sideFaced } from './picks'

const pick = (
  shape: SurfaceShape,
  point: Pick['point'],
  size: Pick['size'] = [10, 20, 0],
  kind: Pick['kind'] = 'surface',
): Pick => ({ kind, owner: 'lid', ownerName: 'Lid', region: 0, shape, point, size })
const plane = (normal: Pick['point'], point: Pick['point']): SurfaceShape => ({ kind: 'plane', normal, point })
const round = (x: number, y: number, radius: number, hole = true): SurfaceShape => ({
  kind: 'cylinder',
  axis: [0, 0, 1],
  point: [x, y, 0],
  radius,
  hole,
})

describe('between two picks', () => {
  test('parallel faces are measured square to them, wherever they were pointed at', () => {
    const found = measurePicks(
      pick(plane([0, 0, 1], [0, 0, 5]), [3, 4, 5]),
      pick(plane([0, 0, -1], [0, 0, 2]), [9, 9, 2]),
    )
    expect(found).toMatchObject({ value: 3, what: 'between planes', along: [6, 5, 3] })
  })
  test('two holes are their axes apart, not their rims', () => {
    const found = measurePicks(pick(round(0, 0, 1.6), [1.6, 0, 4]), pick(round(30, 40, 3), [27, 40, -8]))
    expect(found).toMatchObject({ value: 50, what: 'between axes' })
  })
  test('a face and a point, and two points', () => {
    const face = pick(plane([0, -1, 0], [0, -10, 0]), [5, -10, 1])
    const ball = pick({ kind: 'free' }, [5, 2, 7])
    expect(measurePicks(face, ball)).toMatchObject({ value: 12, what: 'from plane to point' })
    expect(measurePicks(ball, face)).toMatchObject({ value: 12, what: 'from plane to point' })
    expect(measurePicks(ball, pick({ kind: 'free' }, [8, 6, 7]))).toMatchObject({ value: 5, what: 'between points' })
  })
})

describe('in a maker’s words', () => {
  const say = (p: Pick, unit: 'mm' | 'in' = 'mm') => describePick(p, (v) => formatLength(v, unit))
  test.each([
    ['Flat face, 10 × 20, faces top', pick(plane([0, 0, 1], [0, 0, 5]), [0, 0, 5])],
    ['Flat face, 20 × 4, faces left', pick(plane([-1, 0, 0], [0, 0, 5]), [0, 0, 5], [0, 20, 4])],
    ['Round inside, Ø 3.2', pick(round(0, 0, 1.6), [0, 0, 0])],
    ['Round outside, Ø 6.4', pick(round(0, 0, 3.2, false), [0, 0, 0])],
    ['Fillet, radius 1', pick({ kind: 'torus', axis: [0, 0, 1], point: [0, 0, 0], radius: 4, tube: 1 }, [0, 0, 0])],
    ['Lid, 10 × 20 × 0', pick({ kind: 'free' }, [0, 0, 0], [10, 20, 0], 'item')],
  ])('%s', (text, p) => expect(say(p)).toBe(text))
  test('in inches where the project is', () =>
    expect(say(pick(round(0, 0, 12.7), [0, 0, 0]), 'in')).toBe('Round inside, Ø 1'))
  test('a slanted face faces no side', () => expect(sideFaced([0, 0.7, 0.7])).toBeUndefined())
})
