import fc from 'fast-check'
import { DEMO_PHOTO, type PhotoSettings, SHEET, SHELF_PHOTO, takePhoto } from '../../../demo/make/photo'
import { photoSchema, type TraceLoop, type TraceSize } from '../document/photo-schema'
import type { Vec2 } from '../geometry/vec'
import { areaOf, boundsOf } from '../profile/measure'
import { expectOk } from '../result'
import { knownLengths } from '../units/known-lengths'
import { cornerReach, snapCorners, snapToEdge } from './edges'
import { inverseMap, mapOfFour, mapPoint } from './homography'
import { photoMap, seenRatio } from './photo-map'
import { resolvePhoto } from './resolve-photo'
import { loopOf, tracedArea, traceOutline } from './trace'
import { traceLoops } from './trace-loops'

const within = (a: Vec2, b: Vec2) => Math.hypot(a[0] - b[0], a[1] - b[1])

/** Four corners that bulge, clockwise in the photo. */
const aslant = fc
  .tuple(...Array.from({ length: 8 }, () => fc.double({ min: -180, max: 180, noNaN: true })))
  .map((d): Vec2[] => [
    [300 + d[0]!, 200 + d[1]!],
    [1500 + d[2]!, 220 + d[3]!],
    [1480 + d[4]!, 1100 + d[5]!],
    [280 + d[6]!, 1080 + d[7]!],
  ])

test('four points go where they are told, lines stay lines, and back again', () => {
  const sheet: Vec2[] = [[-50, 30], [50, 30], [50, -30], [-50, -30]] // prettier-ignore
  fc.assert(
    fc.property(aslant, fc.double({ min: 0, max: 1, noNaN: true }), (corners, t) => {
      const map = mapOfFour(corners, sheet)!
      for (const [i, c] of corners.entries()) expect(within(mapPoint(map, c), sheet[i]!)).toBeLessThan(1e-6)
      const [a, b] = [corners[0]!, corners[2]!]
      const p = mapPoint(map, [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])])
      // On the line through the images of the ends.
      expect(p[0] * 60 + p[1] * 100).toBeCloseTo(0, 5)
      expect(within(mapPoint(inverseMap(map), mapPoint(map, [700, 600])), [700, 600])).toBeLessThan(1e-6)
    }),
  )
})

test('a scale by two points: the length comes out, y runs up', () => {
  const map = expectOk(photoMap({ kind: 'length', a: [100, 500], b: [500, 200], length: 50 }))
  expect(map.scale).toBeCloseTo(0.1, 9)
  expect(within(map.toMm([100, 500]), map.toMm([500, 200]))).toBeCloseTo(50, 9)
  expect(map.toMm([300, 250])[1]).toBeCloseTo(10, 9)
  expect(within(map.toPhoto(map.toMm([123, 456])), [123, 456])).toBeLessThan(1e-9)
})

test('calibrations that cannot be are told apart', () => {
  const bent: Vec2[] = [[0, 0], [100, 0], [50, 10], [50, 100]] // prettier-ignore
  const kinds = [
    photoMap({ kind: 'length', a: [5, 5], b: [5.5, 5], length: 10 }),
    photoMap({ kind: 'length', a: [5, 5], b: [50, 5], length: 0 }),
    photoMap({ kind: 'rectangle', corners: bent, width: 10, height: 10 }),
    photoMap({ kind: 'rectangle', corners: [[0, 0], [9, 0], [9, 9], [0, 9]], width: -1, height: 5 }), // prettier-ignore
  ]
  expect(kinds.map((k) => (k.ok ? '' : k.problem.kind))).toEqual(['too-near', 'no-length', 'no-rectangle', 'no-length'])
})

const SMALL: PhotoSettings = { ...DEMO_PHOTO, width: 1000, height: 750, focal: 1625 }
/** Bands in which a hand is off when it points at a corner, pixels. */
const OFF: readonly Vec2[] = [[4, -3], [-4, 3], [3, 4], [-3, -4]] // prettier-ignore

describe.each<[string, Partial<PhotoSettings>]>([
  ['as in the demo', {}],
  ['from the other side, turned, with a long soft shadow and more noise', { tilt: -22, lean: 12, roll: -11, noise: 7, turned: -38, at: [-6, 14], shadow: { x: -3, y: -3, soft: 4, dark: 0.45 }, seed: 12 }], // prettier-ignore
  ['with a shadow nearly as dark as the thing', { shadow: { x: 2.6, y: -3.4, soft: 2.2, dark: 0.65 } }], // prettier-ignore
  ['a pale thing on a dark sheet', { color: [228, 226, 220], sheet: [46, 52, 64], shadow: { x: 2, y: -2, soft: 1, dark: 0.3 }, noise: 4, seed: 3 }], // prettier-ignore
])('a photo %s', (_, changes) => {
  const { picture, truth } = takePhoto({ ...SMALL, ...changes })
  const size: Vec2 = [picture.width, picture.height]
  const rough = truth.corners.map((c, i): Vec2 => [c[0] + OFF[i]![0], c[1] + OFF[i]![1]])
  const snapped = snapCorners(picture, rough, cornerReach(picture))!

  test('the corners of the sheet are found to a third of a pixel, and its shape is seen', () => {
    for (const [i, c] of snapped.corners.entries()) expect(within(c, truth.corners[i]!)).toBeLessThan(0.34)
    expect(snapped.residual).toBeLessThan(0.6)
    expect(seenRatio(snapped.corners, size)! / (SHEET.width / SHEET.height)).toBeCloseTo(1, 1)
  })

  test('straightened and traced, it is right in area, places and diameters', () => {
    const map = expectOk(photoMap({ kind: 'rectangle', corners: snapped.corners, ...SHEET }))
    expect(within(map.toMm(truth.ruler.a), map.toMm(truth.ruler.b))).toBeCloseTo(truth.ruler.length, 0)
    const on = map.toPhoto(truth.holes[0]!.centre)
    const thing = { on: map.toMm([on[0], on[1]]) }
    const beside: Vec2 = [thing.on[0], thing.on[1] + 7]
    const trace = expectOk(traceOutline(picture, map, { tolerance: 0.15, on: beside }))
    const loops = [loopOf(trace.outside, false), ...trace.holes.map((h) => loopOf(h, true))]
    expect(Math.abs(areaOf({ loops }) / truth.area - 1)).toBeLessThan(0.01)
    for (const hole of truth.holes) {
      const found = trace.holes.find((h) => h.kind === 'circle' && within(h.centre, hole.centre) < 0.3)
      expect(found?.kind === 'circle' && Math.abs(2 * found.radius - hole.diameter)).toBeLessThan(0.3)
    }
    expect(trace.outside.kind === 'path' && trace.outside.loop.length).toBeLessThan(40)
    expect(trace.shadow).toBe((changes.shadow?.dark ?? 0) > 0.6)
  })
})

test('a thing that lies beside the sheet is traced when it is pointed at, and only then', () => {
  const { picture, truth } = takePhoto({ ...SHELF_PHOTO, width: 1200, height: 900, focal: 1950 })
  const map = expectOk(photoMap({ kind: 'rectangle', corners: truth.corners, ...SHEET }))
  const trace = expectOk(traceOutline(picture, map, { tolerance: 0.15, on: [0, 120] }))
  expect(Math.abs(tracedArea(trace) / truth.area - 1)).toBeLessThan(0.004)
  expect(trace.outside.kind === 'path' && trace.outside.loop.length).toBeLessThan(18)
  // Else it is looked for on the sheet, where nothing but the ruler lies.
  const onSheet = traceOutline(picture, map, { tolerance: 0.15 })
  expect(onSheet.ok ? tracedArea(onSheet.value) : 0).toBeLessThan(0.2 * truth.area)
})

describe('a grey thing, whose colour tells nothing', () => {
  const SHADOW = { x: 2.6, y: -3.4, soft: 2.2, dark: 0.65 }
  const traced = (grey: number, changes: Partial<PhotoSettings> = {}) => {
    const { picture, truth } = takePhoto({ ...SMALL, color: [grey, grey, grey], sheet: [230, 230, 230], shadow: SHADOW, ...changes }) // prettier-ignore
    const map = expectOk(photoMap({ kind: 'rectangle', corners: truth.corners, ...SHEET }))
    const [x, y] = truth.holes[0]!.centre
    return { trace: expectOk(traceOutline(picture, map, { tolerance: 0.15, on: [x, y + 7] })), truth }
  }

  test.each([
    [60, 'darker', 0.01],
    [120, 'paler', 0.025],
  ] as const)('of %i: the %s outline is offered beside that of all that is dark', (grey, tone, within) => {
    const { trace, truth } = traced(grey)
    expect(tracedArea(trace) / truth.area).toBeGreaterThan(1.15)
    expect(trace.others.map((o) => o.tone)).toEqual([tone])
    expect(Math.abs(tracedArea(trace.others[0]!) / truth.area - 1)).toBeLessThan(within)
    expect(trace.others[0]!.holes).toHaveLength(truth.holes.length + 1)
  })

  test('as dark as its shadow: that the edge is soft along the shadow is said', () => {
    const { trace } = traced(82, { width: 1800, height: 1350, focal: 2925 })
    expect(trace.others).toEqual([])
    expect(trace.soft).toBeGreaterThan(0.25)
    expect(trace.soft).toBeLessThan(0.6)
  })

  test.each([0, 0.4])('with a shadow of %d that is plainly paler, nothing is doubted', (dark) => {
    const { trace, truth } = traced(100, { shadow: { ...SHADOW, dark } })
    expect([trace.others, trace.soft]).toEqual([[], undefined])
    expect(Math.abs(tracedArea(trace) / truth.area - 1)).toBeLessThan(0.01)
  })
})

test('a point that is put near an edge goes onto it', () => {
  const { picture, truth } = takePhoto(SMALL)
  const [a, b] = [truth.corners[0]!, truth.corners[1]!]
  const onEdge: Vec2 = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
  expect(within(snapToEdge(picture, [onEdge[0] + 1, onEdge[1] + 4], 8), onEdge)).toBeLessThan(1.6)
  expect(snapToEdge({ ...picture, data: new Uint8Array(picture.data.length).fill(90) }, [50, 50], 8)).toEqual([50, 50])
})

test('an empty sheet says so, and so does a point beside the thing', () => {
  const data = new Uint8Array(4 * 300 * 200).map((_, i) => 200 + ((i * 7) % 5))
  const map = expectOk(photoMap({ kind: 'length', a: [0, 100], b: [300, 100], length: 60 }))
  const empty = traceOutline({ width: 300, height: 200, data }, map, { tolerance: 0.2, on: [0, 0] })
  expect(empty.ok).toBe(false)
})

describe('a traced photo in the document', () => {
  const hole: TraceLoop = { id: 'h', kind: 'circle', points: [[700, 500], [600, 600], [500, 500]] } // prettier-ignore
  const plate: TraceLoop = {
    id: 'p',
    kind: 'path',
    closed: true,
    nodes: ([[200, 300], [1000, 300], [1000, 700], [200, 700]] as const).map(([x, y], i) => ({ id: `${i}`, at: [x, y], to: 'line' })), // prettier-ignore
  }
  const photo = (sizes: TraceSize[], length = '80', loops = [plate, hole]) =>
    photoSchema.parse({ width: 1200, height: 900, calibration: { kind: 'length', a: [200, 300], b: [1000, 300], length }, loops, sizes }) // prettier-ignore
  const resolved = (sizes: TraceSize[], length?: string) =>
    expectOk(resolvePhoto(photo(sizes, length), knownLengths({ edge: { value: 84.3, dimension: 'length' } })))
  const size = (profile: Parameters<typeof boundsOf>[0]) => {
    const [x0, y0, x1, y1] = boundsOf(profile)
    return [x1 - x0, y1 - y0].map((v) => Number(v.toFixed(6)))
  }
  const along = (how: 'scale' | 'move', length: string): TraceSize => ({
    id: 's',
    kind: 'distance',
    from: { loop: 'p', node: '0' },
    to: { loop: 'p', node: '1' },
    length,
    how,
  })

  test('lines follow the scale: a hole is cut out of the plate', () => {
    expect(areaOf(resolved([]).profile)).toBeCloseTo(80 * 40 - Math.PI * 100, 6)
    expect(areaOf(resolved([], '160').profile)).toBeCloseTo(4 * (80 * 40 - Math.PI * 100), 6)
  })

  test('a size by a reading scales the whole, or moves the far end and leaves the hole as large as it was', () => {
    const whole = resolved([along('scale', 'edge')])
    expect(size(whole.profile)).toEqual([84.3, 42.15])
    expect(whole.sizes).toEqual([{ id: 's', traced: expect.closeTo(80, 9), wanted: 84.3 }])
    const end = resolved([along('move', 'edge')])
    expect(size(end.profile)).toEqual([84.3, 40])
    expect(areaOf(end.profile)).toBeCloseTo(84.3 * 40 - Math.PI * 100, 6)
  })

  test('a diameter changes its hole alone, and a size whose ends are gone says so', () => {
    const wide = resolved([{ id: 'd', kind: 'diameter', loop: 'h', length: '24' }])
    expect(areaOf(wide.profile)).toBeCloseTo(80 * 40 - Math.PI * 144, 6)
    const lost = resolved([{ id: 'd', kind: 'diameter', loop: 'gone', length: '24' }, along('scale', 'nobody')])
    expect(lost.sizes.map((s) => s.problem?.kind)).toEqual(['gone', 'unknown-name'])
    expect(size(lost.profile)).toEqual([80, 40])
  })

  test('sides that are swapped are told from the perspective', () => {
    const { picture, truth } = takePhoto({ ...SMALL, width: 600, height: 450, focal: 975 })
    const swapped = photoSchema.parse({
      ...picture,
      calibration: { kind: 'rectangle', corners: truth.corners, width: '148', height: '210' },
    })
    expect(expectOk(resolvePhoto(swapped, knownLengths({}))).notes.join()).toContain('they seem to be swapped')
  })

  test('what was found keeps its shape on its way through the document, whatever the perspective', () => {
    fc.assert(
      fc.property(aslant, (corners) => {
        const map = expectOk(photoMap({ kind: 'rectangle', corners, width: 120, height: 80 }))
        let n = 0
        const round = { kind: 'circle', centre: [20, 10], radius: 8, ccw: true } as const
        const loops = traceLoops({ outside: round, holes: [] }, map, () => `${(n += 1)}`)
        const back = expectOk(
          resolvePhoto(
            photoSchema.parse({
              width: 1800,
              height: 1300,
              calibration: { kind: 'rectangle', corners, width: '120', height: '80' },
              loops,
            }),
            knownLengths({}),
          ),
        )
        expect(areaOf(back.profile)).toBeCloseTo(64 * Math.PI, 0)
      }),
    )
  })
})
