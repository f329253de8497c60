import { crossingOf } from './crossing'

/** Two flat squares: one level at a height, one upright across it or beside it. */
function squares(x: number) {
  const positions = Float64Array.from([0, 0, 0, 4, 0, 0, 4, 4, 0, 0, 4, 0, x, 1, -1, x, 3, -1, x, 3, 1, x, 1, 1])
  return { positions, indices: Uint32Array.from([0, 1, 2, 0, 2, 3, 4, 5, 6, 4, 6, 7]) }
}
const none = { all: [], anew: [] }

test('faces that go through each other are found, whichever has changed; those beside each other are not', () => {
  for (const [x, crosses] of [
    [2, true],
    [5, false],
  ] as const) {
    const { positions, indices } = squares(x)
    const level = { normal: [0, 0, 1] as const, triangles: [0, 1], anew: true }
    expect(crossingOf(positions, indices, [level], none) !== undefined).toBe(crosses)
    const round = { all: [2, 3], anew: [2, 3] }
    expect(crossingOf(positions, indices, [{ ...level, anew: false }], round) !== undefined).toBe(crosses)
    expect(crossingOf(positions, indices, [], { all: [0, 1, 2, 3], anew: [2] }) !== undefined).toBe(crosses)
  }
})

test('what stands on a face, or ends a hair from it, does not go through it', () => {
  const { positions, indices } = squares(2)
  for (const foot of [0, 1e-5]) {
    for (const v of [4, 5]) positions[3 * v + 2] = foot
    expect(crossingOf(positions, indices, [{ normal: [0, 0, 1], triangles: [0, 1], anew: true }], none)).toBeUndefined()
  }
})
