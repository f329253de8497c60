import { built, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { facing } from '../../../tests/support/facing'
import { keepEdge, pointable, seen } from '../faces/resolve'
import { edgesMeant } from './edges-meant'
import type { SavedTaken } from './taken-edges'

const PLATE: StepOf = ['solid', { width: '40', depth: '24', height: '10' }, 'plate']

async function meant(
  of: (on: ReturnType<typeof pointable>, part: Parameters<typeof facing>[0]) => SavedTaken[],
  ...more: StepOf[]
) {
  const { build } = await built(sheetOf(PLATE, ...more))
  const part = build.parts[0]!
  const on = pointable(part.mesh)
  const parts = new Map([['plate', { pointable: () => on }]]) as never
  return edgesMeant(of(on, part), { parts, references: [] })
}
const topFace = (part: Parameters<typeof facing>[0]): SavedTaken[] => [{ part: 'plate', face: facing(part, [0, 0, 1]) }]
const long = (lines: Float32Array) => {
  let sum = 0
  for (let i = 0; i < lines.length; i += 6) sum += Math.hypot(lines[i]! - lines[i + 3]!, lines[i + 1]! - lines[i + 4]!, lines[i + 2]! - lines[i + 5]!) // prettier-ignore
  return sum
}

test('all edges of a face: how many, how long together, and where they run', async () => {
  const found = (await meant((_, part) => topFace(part)))!
  expect(found.words).toBe('4 outer edges, 128.0 mm together')
  expect(long(found.lines)).toBeCloseTo(128, 4)
})

test('an edge alone, and with what goes on from it round the corners', async () => {
  const upright =
    (run: 'piece' | 'smooth') =>
    (on: ReturnType<typeof pointable>): SavedTaken[] => {
      const { positions } = on.mesh
      const border = on.topology.borders.findIndex(({ vertices }) => vertices.every((v) => Math.abs(positions[3 * v + 2]! - 10) < 1e-6 && Math.abs(positions[3 * v + 1]! + 12) < 1e-6)) // prettier-ignore
      return [{ part: 'plate', edge: keepEdge(seen(on), border, [0, -12, 10], run) }]
    }
  const round = ['edges', { part: 'plate', which: 'upright', radius: '4' }, 'e'] as StepOf
  expect((await meant(upright('piece'), round))!.words).toBe('1 outer edge, 32.0 mm together')
  const all = (await meant(upright('smooth'), round))!
  expect(all.words).toBe(`1 outer edge, ${(2 * (32 + 16) + 8 * Math.PI).toFixed(1)} mm together`)
})

test('what is gone lights up nothing', async () => {
  const gone: SavedTaken = { part: 'plate', face: { name: { step: 'other', role: 'far' }, near: [0, 0, 0], of: 1 } }
  expect(await meant(() => [gone])).toBeUndefined()
})
