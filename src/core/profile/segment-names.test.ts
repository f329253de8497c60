import fc from 'fast-check'
import { expectOk } from '../result'
import { difference, union } from './combine'
import { areaOf } from './measure'
import { offsetProfile, roundOutwardCorners } from './offset'
import { directionAt, lengthOf, type Profile, reversedLoop, type Segment } from './segment'
import { cornerId, namedByAngle, namedByFacing } from './segment-names'
import { circle, convexHull, polygonProfile, rectangle } from './shapes'

/** Names the pieces of outlines by their order: `e1`, `e2` …, in holes `h1.e1` …. */
const namedInOrder = ({ loops }: Profile): Profile => ({
  loops: loops.map((loop, l) => loop.map((s, i): Segment => ({ ...s, id: `${l === 0 ? '' : `h${l}.`}e${i + 1}` }))),
})

const ids = (p: Profile) => p.loops.map((loop) => loop.map((s) => s.id))
const plate = rectangle(0, 0, 40, 20)
/** Where a straight piece faces, as a word of its direction. */
const facing = (s: Segment) =>
  directionAt(s, 0.5)
    .map((v) => Math.round(v * 1000) / 1000 + 0)
    .join()

test('an offset keeps the names of its sides; a corner it makes is named by both its neighbours', () => {
  const grown = expectOk(offsetProfile(plate, 3))
  expect(new Set(ids(grown)[0])).toEqual(new Set(['front', 'right', 'back', 'left', 'front&right', 'right&back', 'back&left', 'left&front'])) // prettier-ignore
  for (const s of grown.loops[0]!) expect(s.kind).toBe(s.id!.includes('&') ? 'arc' : 'line')
  const again = expectOk(offsetProfile(grown, 2))
  expect(new Set(ids(again)[0])).toEqual(new Set(ids(grown)[0]))
  expect(ids(expectOk(offsetProfile(again, -5)))[0]!.sort()).toEqual(['back', 'front', 'left', 'right'])
  expect(ids(expectOk(offsetProfile(plate, 3, 'sharp')))[0]!.sort()).toEqual(['back', 'front', 'left', 'right'])
})

test('over random offsets each name stays on the side that faces as it did', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: -4, max: 6, noNaN: true }), { minLength: 1, maxLength: 4 }),
      fc.double({ min: 0, max: 3, noNaN: true }),
      (distances, corner) => {
        let now = expectOk(roundOutwardCorners(plate, corner))
        for (const d of distances) {
          const next = offsetProfile(now, d)
          if (next.ok && next.value.loops.length > 0) now = next.value
        }
        const way = { front: '1,0', right: '0,1', back: '-1,0', left: '0,-1' }
        for (const s of now.loops.flat())
          if (s.kind === 'line' && lengthOf(s) > 1e-3) expect([s.id, facing(s)]).toEqual([s.id, way[s.id as 'front']])
      },
    ),
    { numRuns: 200 },
  )
})

test('what is cut, joined or turned round keeps its names', () => {
  const hole = circle([20, 0], 5, 'bite')
  const bitten = expectOk(difference(plate, hole))
  // The front is in two pieces now, both of its name; the bite has its own.
  expect(ids(bitten)[0]!.sort()).toEqual(['back', 'bite', 'front', 'front', 'left', 'right'])
  const joined = expectOk(union(plate, namedInOrder(polygonProfile([[30, 5], [60, 5], [60, 15], [30, 15]])))) // prettier-ignore
  expect(ids(joined)[0]!.sort()).toEqual(['back', 'e1', 'e2', 'e3', 'front', 'left', 'right', 'right'])
  expect(areaOf(joined)).toBeCloseTo(800 + 200, 9)
  expect(reversedLoop(plate.loops[0]!).map((s) => s.id)).toEqual(['left', 'back', 'right', 'front'])
})

test('neighbours on one line are one only if they go by one name', () => {
  const two = expectOk(union(rectangle(0, 0, 10, 5), namedInOrder(rectangle(10, 0, 20, 5))))
  expect(two.loops[0]).toHaveLength(6)
  const same = expectOk(union(rectangle(0, 0, 10, 5), rectangle(10, 0, 20, 5)))
  expect(ids(same)[0]!.sort()).toEqual(['back', 'front', 'left', 'right'])
})

test('a hull keeps straight edges and arcs by name, and names a bridge by what it spans', () => {
  const notched = namedInOrder(polygonProfile([[0, 0], [40, 0], [40, 20], [25, 20], [25, 12], [15, 12], [15, 20], [0, 20]])) // prettier-ignore
  const hull = convexHull(notched)
  // The back of two edges with the notch between them is one bridge.
  expect(ids(hull)[0]!.sort()).toEqual(['e1', 'e2', 'e3&e7', 'e8'])
  expect(areaOf(hull)).toBeCloseTo(800, 9)
})

test('names by facing do not change with the size, and number alike sides by their length', () => {
  const comb = polygonProfile([[0, 0], [50, 0], [50, 10], [40, 10], [40, 4], [30, 4], [30, 10], [0, 10]]) // prettier-ignore
  const names = ids(namedByFacing(comb))[0]
  expect(names).toEqual(['front', 'right', 'back 3', 'left 2', 'back 2', 'right 2', 'back', 'left'])
  const larger = { loops: comb.loops.map((loop) => loop.map((s) => ({ ...s, a: [s.a[0] * 1.7, s.a[1] * 1.7] as const, b: [s.b[0] * 1.7, s.b[1] * 1.7] as const }))) } // prettier-ignore
  expect(ids(namedByFacing(larger))[0]).toEqual(names)
})

test('names by angle turn with the frame they are seen in', () => {
  const flat = namedByAngle(plate, 'knob ', (d) => d)
  expect(ids(flat)[0]).toEqual(['knob 270°', 'knob 0°', 'knob 90°', 'knob 180°'])
  const turned = namedByAngle(plate, 'knob ', ([x, y]) => [-y, x])
  expect(ids(turned)[0]).toEqual(['knob 0°', 'knob 90°', 'knob 180°', 'knob 270°'])
})

test('a corner of one name is that name, and of none it has none', () => {
  expect(cornerId('a', 'a')).toBe('a')
  expect(cornerId('a', undefined)).toBeUndefined()
  expect(cornerId('a', 'b')).toBe('a&b')
})
