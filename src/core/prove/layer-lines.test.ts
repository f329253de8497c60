import type { Vec2 } from '../geometry/vec'
import { Kernel } from '../kernel/kernel'
import { flatArea, lengthRound } from './flat-pieces'
import { layerLines } from './layer-lines'

const LINE = 0.42
const box = (x: number, y: number, w: number, d: number): Vec2[] => [[x, y], [x + w, y], [x + w, y + d], [x, y + d]] // prettier-ignore
const linesOf = async (outlines: Vec2[][], walls = 2) => layerLines(await Kernel.load(), outlines, LINE, walls)

test('a wall has as many lines as it is sliced with, half a line and one and a half in from its outside', async () => {
  const { walls, closes, missed } = await linesOf([box(0, 0, 20, 10)])
  expect(walls).toHaveLength(2)
  expect(lengthRound([walls[0]!])).toBeCloseTo(60 - 4 * LINE, 3)
  expect(lengthRound([walls[1]!])).toBeCloseTo(60 - 12 * LINE, 3)
  expect([closes, missed]).toEqual([[], []])
})

test('a slit under half a line closes, a wider one stays open; at its end and in corners nothing else is said', async () => {
  const slit = (wide: number) => linesOf([box(0, 0, 20, 10), box(5, 5, 10, wide).reverse()])
  const narrow = await slit(0.15)
  expect(flatArea(narrow.closes)).toBeCloseTo(10 * 0.15, 1)
  expect((await slit(0.25)).closes).toEqual([])
  // An L has a corner inwards.
  const corner: Vec2[] = [[0, 0], [20, 0], [20, 8], [8, 8], [8, 20], [0, 20]] // prettier-ignore
  expect((await linesOf([corner])).closes).toEqual([])
})

test('a fin thinner than a line is missed as far as it is, what it stands on is not', async () => {
  const comb = (thick: number): Vec2[] => [[0, 0], [20, 0], [20, 5], [10 + thick, 5], [10 + thick, 9], [10, 9], [10, 5], [0, 5]] // prettier-ignore
  const { missed } = await linesOf([comb(0.3)])
  expect(flatArea(missed)).toBeGreaterThan(0.3 * 3.7)
  expect(flatArea(missed)).toBeLessThan(0.3 * 4.1)
  expect((await linesOf([comb(0.5)])).missed).toEqual([])
})
