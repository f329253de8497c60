import type { Vec3 } from '../geometry/vec'
import { bendAt } from './bend'

/** A small triangle on a surface z = f(x, y) about a place, with the normals of the surface, its outside upwards. */
function on(z: (x: number, y: number) => number, x: number, y: number, turn = 0.4): [number[], number[]] {
  const [positions, normals]: [number[], number[]] = [[], []]
  for (const k of [0, 1, 2]) {
    const [px, py] = [x + 0.05 * Math.cos(turn + k * 2.1), y + 0.05 * Math.sin(turn + k * 2.1)]
    const h = 1e-5
    const n: Vec3 = [-(z(px + h, py) - z(px - h, py)) / (2 * h), -(z(px, py + h) - z(px, py - h)) / (2 * h), 1]
    const l = Math.hypot(...n)
    positions.push(px, py, z(px, py))
    normals.push(...n.map((c) => c / l))
  }
  return [positions, normals]
}

test('balls, pipes and saddles bend as their radii say, hollow ones the other way, whichever way a triangle lies', () => {
  const ball = (r: number) => (x: number, y: number) => Math.sqrt(r * r - x * x - y * y)
  const pipe = (x: number) => Math.sqrt(64 - x * x)
  for (const turn of [0, 0.7, 1.9]) {
    expect(1 / bendAt(...on(ball(20), 3, 5, turn), 0)).toBeCloseTo(20, 1)
    expect(1 / bendAt(...on((x, y) => -ball(12)(x, y), 2, -1, turn), 0)).toBeCloseTo(-12, 1)
    expect(1 / bendAt(...on(pipe, 3, 0, turn), 0)).toBeCloseTo(8, 1)
    // Of a saddle the side that bends more: hollow by 5 across, bulged by 10 along.
    expect(1 / bendAt(...on((x, y) => (x * x) / 10 - (y * y) / 20, 0, 0, turn), 0)).toBeCloseTo(-5, 1)
  }
})

test('what is flat does not bend, and a triangle without extent says nothing', () => {
  expect(bendAt(...on((x, y) => 0.3 * x - y, 1, 2), 0)).toBeCloseTo(0, 8)
  expect(bendAt([0, 0, 0, 0, 0, 0, 0, 0, 0], [0, 0, 1, 0, 0, 1, 0, 0, 1], 0)).toBe(0)
})
