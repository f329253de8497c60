import { segmentsOf } from '@/core/photo/traced-loop'
import { lengthOf } from '@/core/profile/segment'
import { type DrawnPath, drawnBack, drawnClosed, drawnTo, openPhoto, withTool } from './photo-state'

let ids = 0
const to = (path: DrawnPath, ...points: (readonly [number, number])[]) =>
  points.reduce((p, at) => drawnTo(p, at, `n${(ids += 1)}`), path)
const empty: DrawnPath = { nodes: [], next: 'line' }
const around = (path: DrawnPath) => {
  const nodes = drawnClosed(path)!
  return segmentsOf({ id: 'l', kind: 'path', closed: true, nodes }).reduce((sum, s) => sum + lengthOf(s), 0)
}

test('straight lines close to the outline they go round', () => {
  expect(around(to(empty, [0, 0], [30, 0], [30, 40]))).toBeCloseTo(30 + 40 + 50, 9)
})

test('an arc takes a point on its way before its end, and may be the one that closes the line', () => {
  const half = to({ ...to(empty, [0, 0], [20, 0]), next: 'arc' }, [10, 10])
  expect(half.nodes).toHaveLength(2)
  expect(half.via).toEqual([10, 10])
  expect(around(half)).toBeCloseTo(20 + 10 * Math.PI, 6)
  const through = to(half, [0, 0.001])
  expect(through.nodes).toHaveLength(3)
  expect(through.nodes[1]).toMatchObject({ to: 'arc', via: [10, 10] })
})

test('points are taken back one by one: first what an arc runs through, then its ends', () => {
  const path = to({ ...to(empty, [0, 0], [20, 0]), next: 'arc' }, [10, 10])
  const once = drawnBack(path)
  expect([once.nodes.length, once.via]).toEqual([2, undefined])
  expect(drawnBack(drawnBack(drawnBack(once))).nodes).toEqual([])
})

test('two points enclose nothing, and so cannot be closed', () => {
  expect(drawnClosed(to(empty, [0, 0], [5, 5]))).toBeUndefined()
  expect(drawnClosed(empty)).toBeUndefined()
})

test('a tool that is taken up begins afresh, on the same photo', () => {
  const busy = { ...openPhoto('bracket'), points: [[1, 1] as const], said: { text: 'x', failed: true } }
  expect(withTool(busy, 'length')).toEqual({ ...openPhoto('bracket'), tool: 'length' })
})
