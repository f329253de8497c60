import fc from 'fast-check'
import { IDENTITY, quarterTurn, translation } from '../geometry/placement'
import { areaOf } from '../profile/measure'
import { offsetProfile } from '../profile/offset'
import { circle, rectangle } from '../profile/shapes'
import { isClosed } from '../mesh/facts'
import { expectOk } from '../result'
import { watchHeap } from '../../../tests/support/heap'
import { copied } from './retagged'
import { Kernel, type Solid } from './kernel'

const TOLERANCE = 0.01
const heapBytes = watchHeap()
let kernel: Kernel
beforeAll(async () => {
  kernel = await Kernel.load()
})

const block = (step: string, profile = rectangle(0, 0, 20, 10), z0 = 0, z1 = 5): Solid =>
  kernel.extrude(profile, z0, z1, {
    tolerance: TOLERANCE,
    names: { step, top: 'top', bottom: 'bottom', side: 'side' },
  })
const roles = (solid: Solid) => kernel.read(solid).surfaces.map((s) => `${s.step}/${s.role}`)

describe('tags', () => {
  test('a drilled hole says which step it is of, its axis and its true radius, after twenty more cuts', () => {
    let solid = kernel.subtract(block('plate'), [block('drill', circle([10, 5], 1.6), -1, 6)])
    for (let i = 0; i < 20; i++)
      solid = kernel.subtract(solid, [block(`cut${i}`, rectangle(i, -1, i + 0.4, 0.5), 1, 2)])
    const hole = kernel.read(solid).surfaces.filter((s) => s.step === 'drill')
    expect(hole).toHaveLength(1)
    for (const s of hole)
      expect(s.shape).toMatchObject({ kind: 'cylinder', radius: expect.closeTo(1.6, 9), hole: true, axis: [0, 0, 1] })
    expect(roles(solid)).toContain('plate/top')
    const floor = kernel.read(solid).surfaces.find((s) => s.step === 'cut7' && s.role === 'bottom')
    expect(floor?.shape).toMatchObject({ kind: 'plane', normal: [expect.closeTo(0), expect.closeTo(0), 1] })
  })
  test('each triangle lies on the surface its tag names', () => {
    const turned = kernel.place(
      kernel.subtract(block('plate'), [block('drill', circle([10, 5], 3), -1, 6)]),
      quarterTurn('x', 1),
    )
    const mesh = kernel.read(turned)
    for (let t = 0; t < mesh.triangleSurface.length; t++) {
      const { shape } = mesh.surfaces[mesh.triangleSurface[t]!]!
      for (let k = 0; k < 3; k++) {
        const i = 3 * mesh.indices[3 * t + k]!
        const p = [0, 1, 2].map((c) => mesh.positions[i + c]!)
        if (shape.kind === 'plane')
          expect(p.reduce((sum, v, c) => sum + (v - shape.point[c]!) * shape.normal[c]!, 0)).toBeCloseTo(0, 4)
        if (shape.kind === 'cylinder') {
          const d = p.map((v, c) => v - shape.point[c]!)
          const along = d.reduce((sum, v, c) => sum + v * shape.axis[c]!, 0)
          expect(Math.hypot(...d.map((v, c) => v - along * shape.axis[c]!))).toBeCloseTo(shape.radius, 4)
        }
      }
    }
  })
  test('mirrored and patterned copies keep the role and say which copy they are', () => {
    const mirror = [-1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0]
    const pin = block('pin', circle([4, 0], 1))
    const both = kernel.union([pin, copied(kernel, pin, mirror, 'mirrored')])
    const found = kernel.read(both).surfaces.filter((s) => s.role === 'top')
    expect(found.map((s) => s.copy)).toEqual([undefined, ['mirrored']])
    expect(both.volume()).toBeCloseTo(2 * pin.volume(), 4)
  })
  test('the faces a cutting plane makes carry the cut’s own name, and the pieces add up to the whole', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 19.5, noNaN: true }), (at) =>
        kernel.scoped(
          () => {
            const whole = kernel.subtract(block('plate'), [block('drill', circle([10, 5], 3), -1, 6)])
            const [right, left] = kernel.split(whole, [1, 0, 0], at, 'divide', 'seam')
            expect(right.volume() + left.volume()).toBeCloseTo(whole.volume(), 3)
            for (const piece of [right, left]) {
              expect(roles(piece)).toContain('divide/seam')
              const mesh = kernel.read(piece)
              expect(isClosed(mesh.positions, mesh.indices)).toBe(true)
            }
          },
          () => [],
        ),
      ),
      { numRuns: 25 },
    )
  })
})

describe('solids', () => {
  test('an extrusion has the volume of its profile times its height, less the chords', () => {
    const profile = expectOk(offsetProfile(rectangle(0, 0, 30, 20), 3))
    const solid = block('s', profile, 0, 4)
    expect(solid.volume()).toBeLessThan(areaOf(profile) * 4)
    expect(solid.volume()).toBeGreaterThan(areaOf(profile) * 4 - 4 * 2 * Math.PI * 3 * TOLERANCE)
  })
  test('a taper between a rectangle and a grown one has the volume of a frustum', () => {
    const [small, large] = [rectangle(0, 0, 10, 10), rectangle(-1, -1, 11, 11)]
    const solid = kernel.taper(small.loops[0]!, large.loops[0]!, 0, 1, {
      tolerance: TOLERANCE,
      names: { step: 't', top: 't', bottom: 'b', side: 's' },
    })
    expect(solid.volume()).toBeCloseTo((100 + 144 + 120) / 3, 4)
  })
  test('open triangles are refused, not repaired in silence', () => {
    const open = kernel.fromTriangles([0, 0, 0, 1, 0, 0, 0, 1, 0], [0, 1, 2], {
      step: '',
      role: '',
      shape: { kind: 'free' },
    })
    expect(open.ok ? 'ok' : open.problem.kind).toBe('not-closed')
  })
})

test('a scope gives back all but what it returns: 500 rebuilds leave the heap where it was', () => {
  const rebuild = () => {
    const kept = kernel.scoped(
      () => {
        const posts = Array.from({ length: 6 }, (_, i) =>
          kernel.place(block('post', circle([3 * i + 2, 5], 1), 0, 8), translation([0, 0, 0])),
        )
        return kernel.subtract(kernel.union([block('plate'), ...posts]), [block('cut', rectangle(1, 1, 19, 3), -1, 6)])
      },
      (s) => [s],
    )
    kernel.place(kept, IDENTITY).dispose()
    kept.dispose()
  }
  for (let i = 0; i < 10; i++) rebuild()
  const before = heapBytes()
  for (let i = 0; i < 500; i++) rebuild()
  expect(before).toBeGreaterThan(0)
  expect(heapBytes()).toBe(before)
})
