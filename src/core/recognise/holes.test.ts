import { boxSoup, cylinderSoup, type Drilling, drilledPlate, shaken, type Soup } from '../../../tests/support/soups'
import { apply, fromFrame, type Placement, placePositions, turn } from '../geometry/placement'
import { anySquareTo, cross, distance, dot, length, normalize, sub, type Vec3 } from '../geometry/vec'
import { meshFacts } from '../mesh/facts'
import { mend } from '../mesh/mend'
import { roundFeatures } from './holes'
import { facesOfMesh } from './mesh-faces'

const askew = (z: Vec3, origin: Vec3): Placement => {
  const up = normalize(z)
  const x = anySquareTo(up)
  return fromFrame(x, cross(up, x), up, origin)
}
const look = ({ positions, indices }: Soup) => {
  const { mesh } = mend(positions, indices)
  const faced = facesOfMesh(mesh)
  return { faced, found: roundFeatures(faced.positions, faced.indices, faced.faceStarts, faced.faces) }
}
/** A grid of holes on a 100 x 60 plate. */
const grid = (segments: readonly number[], radius: (i: number) => number): Drilling[] =>
  segments.map((n, i) => ({
    at: [12 + (i % 6) * 15, 12 + Math.floor(i / 6) * 18] as const,
    radius: radius(i),
    segments: n,
  }))

const SEGMENTS = [6, 7, 8, 9, 10, 11, 12, 16, 24, 32, 64, 100, 128, 180, 200, 256]

describe.each([
  ['exact', 0],
  ['with a noise of 0.002 mm', 0.002],
])('a drilled plate, %s', (_, noise) => {
  test.each([
    ['lying', askew([0, 0, 1], [0, 0, 0])],
    ['turned in space', askew([0.3, -0.5, 0.8], [40, -12, 7])],
  ])('%s: every hole is found with its size and axis, none invented', (_name, place) => {
    for (const thickness of [1.5, 6]) {
      const holes = grid(SEGMENTS, (i) => 0.6 + 0.25 * i)
      const plate = drilledPlate([105, 65, thickness], holes)
      const { found } = look(shaken({ ...plate, positions: placePositions(place, plate.positions) }, noise, 7))
      expect(found.filter((f) => f.kind === 'pin')).toEqual([])
      expect(found).toHaveLength(holes.length)
      for (const hole of holes) {
        const centre = apply(place, [hole.at[0], hole.at[1], thickness])
        const axis = turn(place, [0, 0, 1])
        const match = found.find((f) => length(cross(sub(f.centre, centre), axis)) < 0.05)!
        expect(match.diameter / (2 * hole.radius)).toBeGreaterThan(0.995)
        expect(match.diameter / (2 * hole.radius)).toBeLessThan(1.005)
        expect(Math.abs(dot(match.axis, axis))).toBeGreaterThan(Math.cos((0.2 * Math.PI) / 180))
        expect(match).toMatchObject({ through: true, segments: hole.segments })
        expect(match.depth).toBeCloseTo(thickness, 1)
      }
    }
  })
})

test('far from the origin, with noise, no hole loses its step', () => {
  const place = askew([0.2, 0.1, 0.95], [400, -700, 260])
  let lost = 0
  for (let seed = 0; seed < 12; seed++) {
    const bored: Drilling[] = Array.from({ length: 12 }, (_, i) => ({
      at: [12 + (i % 4) * 22, 12 + Math.floor(i / 4) * 20] as const,
      radius: 1.2 + 0.1 * i,
      segments: 12 + 4 * (i % 5),
      bore: { radius: 2.6 + 0.2 * i, depth: 1.5 },
    }))
    const plate = drilledPlate([100, 66, 5], bored)
    const { found } = look(shaken({ ...plate, positions: placePositions(place, plate.positions) }, 0.002, 100 + seed))
    for (const { at, radius } of bored) {
      const centre = apply(place, [at[0], at[1], 5])
      const axis = turn(place, [0, 0, 1])
      const match = found.find((f) => f.kind === 'hole' && length(cross(sub(f.centre, centre), axis)) < 0.1 && Math.abs(f.diameter - 2 * radius) < 0.1) // prettier-ignore
      if (!match?.counterbore) lost += 1
    }
  }
  expect(lost).toBe(0)
})

test('blind holes end, and bored ones have their step', () => {
  const { found } = look(
    drilledPlate([60, 40, 8], [
      { at: [12, 12], radius: 2, segments: 32, depth: 5 },
      { at: [40, 12], radius: 1.6, segments: 24, bore: { radius: 3.2, depth: 3 } },
      { at: [20, 28], radius: 3, segments: 8, depth: 2 },
    ]), // prettier-ignore
  )
  const at = (x: number, y: number) => found.find((f) => Math.hypot(f.centre[0] - x, f.centre[1] - y) < 0.01)!
  expect(found).toHaveLength(3)
  expect(at(12, 12)).toMatchObject({ through: false, depth: expect.closeTo(5, 5), diameter: expect.closeTo(4, 4) })
  expect(at(20, 28)).toMatchObject({ through: false, depth: expect.closeTo(2, 5), segments: 8 })
  expect(at(40, 12)).toMatchObject({
    through: true,
    diameter: expect.closeTo(3.2, 4),
    counterbore: { diameter: expect.closeTo(6.4, 4), depth: expect.closeTo(3, 5) },
  })
  for (const f of found) {
    expect(f.centre[2]).toBeCloseTo(8, 4)
    expect(f.axis).toEqual([expect.closeTo(0), expect.closeTo(0), expect.closeTo(-1)])
  }
})

test('a coarse hole tells the size on its corners and across its flats', () => {
  const { found } = look(drilledPlate([30, 30, 3], [{ at: [15, 15], radius: 4, segments: 16 }]))
  expect(found[0]!.diameter).toBeCloseTo(8, 4)
  expect(found[0]!.acrossFlats).toBeCloseTo(8 * Math.cos(Math.PI / 16), 4)
})

test('square holes, hexagonal pins and boxes are nothing round; a round pin is one', () => {
  expect(look(drilledPlate([40, 40, 4], [{ at: [20, 20], radius: 5, segments: 4 }])).found).toEqual([])
  expect(look(cylinderSoup(5, 8, 6)).found).toEqual([])
  expect(look(boxSoup([5, 6, 7])).found).toEqual([])
  const { found } = look(cylinderSoup(5, 8, 40))
  expect(found).toEqual([expect.objectContaining({ kind: 'pin', diameter: expect.closeTo(10, 4), depth: 8 })])
})

test('faces of a box, a cylinder and a plate are told apart, and nothing is lost on the way', () => {
  const plate = drilledPlate([60, 40, 8], [{ at: [20, 20], radius: 4, segments: 48 }])
  const kinds = (soup: Soup) => look(soup).faced.faces.map((f) => f.kind).sort() // prettier-ignore
  expect(kinds(boxSoup([5, 6, 7]))).toEqual(Array(6).fill('plane'))
  expect(kinds(cylinderSoup(5, 8, 40))).toEqual(['cylinder', 'plane', 'plane'])
  expect(kinds(plate)).toEqual(['cylinder', ...Array(6).fill('plane')])
  const { faced } = look(plate)
  expect(faced.faceStarts.at(-1)).toBe(plate.indices.length / 3)
  expect(meshFacts(faced.positions, faced.indices).volume).toBeCloseTo(
    meshFacts(plate.positions, plate.indices).volume,
    2,
  )
})

test('a ball is a ball, and a cone a cone', () => {
  const turned = (profile: readonly (readonly [number, number])[], n: number): Soup => {
    const at = ([r, z]: readonly [number, number], i: number): Vec3 => [r * Math.cos((2 * Math.PI * i) / n), r * Math.sin((2 * Math.PI * i) / n), z] // prettier-ignore
    const corners = profile.slice(1).flatMap((q, k) =>
      Array.from({ length: n }, (_, i) => {
        const p = profile[k]!
        return [at(p, i), at(p, i + 1), at(q, i + 1), at(p, i), at(q, i + 1), at(q, i)].flat()
      }).flat(),
    )
    const indices = Uint32Array.from({ length: corners.length / 3 }, (_, i) => i)
    return { positions: Float64Array.from(corners), indices }
  }
  const ball = Array.from(
    { length: 25 },
    (_, i) => [6 * Math.sin((Math.PI * i) / 24), -6 * Math.cos((Math.PI * i) / 24)] as const,
  )
  const round = look(turned(ball, 48)).faced.faces
  expect(round).toEqual([expect.objectContaining({ kind: 'sphere', radius: expect.closeTo(6, 3), hole: false })])
  const cone = look(turned([[0, 0], [5, 0], [2, 6], [0, 6]], 48)).faced.faces // prettier-ignore
  expect(cone.find((f) => f.kind === 'cone')).toMatchObject({
    halfAngle: expect.closeTo(Math.atan(0.5), 3),
    radius: expect.closeTo(5, 3),
  })
  expect(distance([0, 0, 0], (cone.find((f) => f.kind === 'cone') as { point: Vec3 }).point)).toBeLessThan(0.01)
})
