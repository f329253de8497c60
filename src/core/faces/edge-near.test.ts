import { edgeNear } from './edge-near'

/** A straight edge in pieces, one that goes on in its line after a gap, and one beside them. */
const EDGES = [
  [0, 0, 0, 4, 0, 0],
  [10, 0, 0, 4, 0, 0],
  [15, 0, 0, 20, 0, 0],
  [0, 3, 0, 10, 3, 0],
].flat()

test('pieces in one line are one edge, as far as they hang together', () => {
  const edge = edgeNear(EDGES, [2, 0.5, 0])!
  expect([...edge.from, ...edge.to]).toEqual([0, 0, 0, 10, 0, 0].map((v) => expect.closeTo(v, 9)))
  expect(edge.off).toBeCloseTo(0.5, 9)
})

test('the nearer of two edges is taken; a thing without edges has none', () => {
  expect(edgeNear(EDGES, [5, 2.2, 0])!.off).toBeCloseTo(0.8, 9)
  expect(edgeNear(EDGES, [5, 2.2, 0])!.from[1]).toBeCloseTo(3, 9)
  expect(edgeNear([], [0, 0, 0])).toBeUndefined()
})
