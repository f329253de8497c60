import fc from 'fast-check'
import { boxSoup, cylinderSoup, type Soup } from '../../../tests/support/soups'
import { apply, compose, placePositions, translation, turnAbout } from '../geometry/placement'
import { normalize, scale, type Vec3 } from '../geometry/vec'
import { Kernel } from '../kernel/kernel'
import { welded } from '../mesh/weld'
import { shapeFacts } from '../references/shape-facts'
import { type Motion, sweptSpace } from './swept-space'

const kernel = await Kernel.load()
const TAG = { step: '', role: '', shape: { kind: 'free' } } as const

const swept = (soup: Soup, motion: Motion) => {
  const made = sweptSpace(kernel, soup, motion)
  if (!made.ok) throw new Error(made.problem.message)
  const facts = shapeFacts({ ...made.value, faceStarts: Uint32Array.of(0) } as never)
  expect(facts.closed).toBe(true)
  return { mesh: made.value, volume: facts.volume, triangles: made.value.indices.length / 3 }
}

const solid = ({ positions, indices }: Soup) => {
  const mesh = welded(positions, indices)
  const made = kernel.fromTriangles(mesh.positions, mesh.indices, TAG)
  if (!made.ok) throw new Error('not closed')
  return made.value
}

/** Where a motion has taken things at a share of the way. */
const pose = (motion: Motion, share: number) =>
  motion.kind === 'slide'
    ? translation(scale(motion.by, share))
    : compose(
        translation(motion.point),
        compose(
          turnAbout(normalize(motion.axis), ((motion.from + share * (motion.to - motion.from)) * Math.PI) / 180),
          translation(scale(motion.point, -1)),
        ),
      )

/** How much of a pose lies outside the space, mm3. */
function outside(soup: Soup, motion: Motion, share: number, space: Soup): number {
  return kernel.scoped(
    () => {
      const there = solid({ ...soup, positions: placePositions(pose(motion, share), soup.positions) })
      return kernel.subtract(there, [solid(space)]).volume()
    },
    () => [],
  )
}

const about = (axis: Vec3, from: number, to: number, point: Vec3 = [0, 0, 0]): Motion => ({
  kind: 'turn',
  point,
  axis,
  from,
  to,
})

test('a box that slides along or askew has the volume of its formula, however far', () => {
  const box = boxSoup([20, 4, 6])
  expect(swept(box, { kind: 'slide', by: [0, 0, 8] }).volume).toBeCloseTo(20 * 4 * 14, 2)
  // The way times what is seen along it, and the box once.
  expect(swept(box, { kind: 'slide', by: [3, 0, 5] }).volume).toBeCloseTo(480 + 3 * 4 * 6 + 5 * 20 * 4, 2)
  const far = swept(box, { kind: 'slide', by: [0, 1e5, 0] })
  expect(far.volume / (20 * 6 * 100_004)).toBeCloseTo(1, 4)
  expect(far.triangles).toBeLessThan(40)
})

test('turned right round: a disc about its axis stays itself, a box becomes a disc, a ring keeps its hole', () => {
  const disc = cylinderSoup(9, 5, 96)
  const still = swept(disc, about([0, 0, 1], 0, 360))
  expect(still.volume / (Math.PI * 81 * 5)).toBeCloseTo(1, 2)
  expect(still.volume).toBeGreaterThanOrEqual(solid(disc).volume())
  const round = swept(boxSoup([20, 4, 6]), about([0, 0, 1], 0, 360))
  expect(round.volume / (Math.PI * (400 + 16) * 6)).toBeCloseTo(1, 2)
  const apart = swept(
    { ...disc, positions: placePositions(translation([30, 0, 0]), disc.positions) },
    about([0, 0, 1], 0, -400),
  )
  expect(apart.volume / (Math.PI * (39 ** 2 - 21 ** 2) * 5)).toBeCloseTo(1, 2)
})

test('a quarter turn of a lever is a quarter disc and the lever', () => {
  // About its corner: the quarter of the diagonal's disc, from the far side of the lever to the same a quarter on.
  const { volume } = swept(boxSoup([20, 4, 6]), about([0, 0, 1], 0, 90))
  const exact = 6 * ((Math.PI / 4) * (400 + 16) + 20 * 4)
  expect(volume / exact).toBeGreaterThanOrEqual(1)
  expect(volume / exact).toBeLessThan(1.01)
})

test('every pose lies in the space, and the space is not much more than the poses', () => {
  const part = fc.double({ min: -1, max: 1, noNaN: true })
  const way = fc.tuple(part, part, part).filter((v) => Math.hypot(...v) > 0.1)
  const motion = fc.oneof(
    way.map((v): Motion => ({ kind: 'slide', by: scale(v as Vec3, 15) })),
    fc
      .tuple(way, way, fc.integer({ min: -180, max: 180 }), fc.integer({ min: 5, max: 400 }))
      .map(([axis, at, from, span]): Motion => about(axis as Vec3, from, from + span, scale(at as Vec3, 12))),
  )
  const shape = fc.constantFrom(boxSoup([12, 5, 3]), cylinderSoup(4, 7, 24))
  fc.assert(
    fc.property(shape, motion, (soup, how) => {
      const { mesh } = swept(soup, how)
      for (const share of [0, 0.37, 0.81, 1]) expect(outside(soup, how, share, mesh)).toBeLessThan(0.15)
      const many = kernel.scoped(
        () =>
          kernel
            .union(
              Array.from({ length: 73 }, (_, k) =>
                solid({ ...soup, positions: placePositions(pose(how, k / 72), soup.positions) }),
              ),
            )
            .volume(),
        () => [],
      )
      expect(swept(soup, how).volume / many).toBeLessThan(1.12)
    }),
    { numRuns: 15, seed: 7 },
  )
})

test('what does not close is swept as far as its faces go', () => {
  const open = boxSoup([10, 10, 4])
  const lidless = { positions: open.positions, indices: open.indices.slice(0, -6) }
  const { mesh } = swept(lidless, { kind: 'slide', by: [0, 0, 6] })
  expect(apply(pose({ kind: 'slide', by: [0, 0, 6] }, 1), [10, 10, 4])[2]).toBeCloseTo(
    Math.max(...[...mesh.positions].filter((_, i) => i % 3 === 2)),
    2,
  )
})
