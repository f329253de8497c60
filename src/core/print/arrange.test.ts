import type { BuiltPart } from '../built/built'
import { IDENTITY, placePositions, quarterTurn } from '../geometry/placement'
import { boxOfPositions } from '../geometry/vec'
import { arrange } from './arrange'

const part = (size: [number, number, number], print = IDENTITY): BuiltPart => ({
  id: 'p',
  name: 'P',
  color: '#9db096',
  key: 'k',
  volume: 1,
  middle: [0, 0, 0],
  print,
  mesh: {
    positions: Float32Array.from([0, 0, 5, size[0], size[1], 5 + size[2]]),
    indices: new Uint32Array(),
    triangleSurface: new Uint32Array(),
    surfaces: [],
  },
})
const boxes = (parts: BuiltPart[]) =>
  arrange(parts, 'bed', [220, 200, 250]).map(([m], i) => boxOfPositions(placePositions(m!, parts[i]!.mesh.positions)))

test('on the bed parts lie on the ground, apart from each other, in the middle', () => {
  const [a, b, c] = boxes([part([60, 40, 20]), part([30, 80, 10]), part([10, 10, 10])])
  expect([a!.min[2], b!.min[2], c!.min[2]]).toEqual([0, 0, 0])
  expect(b!.min[0] - a!.max[0]).toBeCloseTo(5, 6)
  expect(c!.min[0] - b!.max[0]).toBeCloseTo(5, 6)
  expect((a!.min[0] + c!.max[0]) / 2).toBeCloseTo(110, 6)
  for (const box of [a!, b!, c!]) expect((box.min[1] + box.max[1]) / 2).toBeCloseTo(100, 6)
})

test('a part lies the way it is printed', () => {
  const [a] = boxes([part([60, 40, 20], quarterTurn('x', 1))])
  expect(a!.max[1] - a!.min[1]).toBeCloseTo(20, 6)
  expect([a!.min[2], a!.max[2]]).toEqual([expect.closeTo(0, 6), expect.closeTo(40, 6)])
})

test('assembled parts stay where they belong', () => {
  expect(arrange([part([1, 1, 1]), part([2, 2, 2])], 'assembled', [220, 220, 250])).toEqual([[IDENTITY], [IDENTITY]])
})
