import { at, drawn, shape } from '../../../tests/support/drawn'
import { complete, workOut } from '../../../tests/support/tied'
import type { Vec2 } from '@/core/geometry/vec'
import { SHAPE_KINDS } from '@/core/steps/drawing/shapes'
import { solutionOf } from '@/core/ties/solution'
import { markedOf } from './marked'
import { pageDraft } from './page-draft'
import { snapped, stepAt } from './snapping'

const SHAPES = [
  shape('line', { from: at(10, 10), to: at(30, 10) }, 'edge'),
  shape('circle', { at: at(20, 30), across: 10 }, 'disc'),
]
const LETTERS: Record<string, string> = { edge: 'a', disc: 'b' }

async function put(p: Vec2, more: { free?: boolean; before?: Vec2; built?: boolean } = {}) {
  const { free = false, before, built = true } = more
  const draft = pageDraft({ shapes: complete(SHAPES), kinds: SHAPE_KINDS, workOut, settled: {} })
  const marks = markedOf(draft, solutionOf(draft).unknowns)
  const shapes = built ? (await drawn(SHAPES)).reports.flatMap((r) => r.drawn ?? []) : []
  return snapped(p, { drawn: shapes, marks, letter: (id) => LETTERS[id] ?? '?', before }, { reach: 1, step: 0.5, free })
}

test('a place catches on the nearest point first, and hangs on it from then on', async () => {
  expect(await put([10.4, 9.7])).toEqual({ at: [10, 10], on: 'a’s beginning', place: { along: '0', up: '0', from: 'edge.from' } }) // prettier-ignore
  expect((await put([0.3, -0.2])).on).toBe('the datum')
  // One that was drawn a moment ago is in no build yet.
  expect((await put([29.8, 10.1], { built: false })).place).toMatchObject({ from: 'edge.to' })
})

test('on a line or a circle it lies right on it, and is tied to it', async () => {
  const on = await put([17.2, 10.3])
  expect(on).toMatchObject({ at: [17.2, 10], on: 'a', caught: [{ kind: 'on', to: 'edge' }] })
  const round = await put([23.3, 34.1])
  expect(Math.hypot(round.at[0] - 20, round.at[1] - 30)).toBeCloseTo(5, 2)
  expect(round.caught).toEqual([{ kind: 'on', to: 'disc' }])
})

test('level with or above where the piece begins it is tied so; else it goes by whole steps', async () => {
  expect(await put([44.3, 50.2], { before: [60, 50] })).toMatchObject({ at: [44.5, 50], on: 'level', caught: [{ kind: 'level' }] }) // prettier-ignore
  expect(await put([60.3, 71.1], { before: [60, 50] })).toMatchObject({ at: [60, 71], caught: [{ kind: 'upright' }] })
  const plain = await put([44.3, 57.8], { before: [60, 50] })
  expect(plain).toEqual({ at: [44.5, 58], place: { along: 44.5, up: 58, from: '' } })
})

test('freed, it lies where it is pointed at, to a hundredth, whatever is near', async () => {
  expect(await put([10.123, 9.987], { free: true })).toEqual({ at: [10.12, 9.99], place: { along: 10.12, up: 9.99, from: '' } }) // prettier-ignore
})

test('the nearer one looks, the finer the steps, never closer on the screen than five pixels', () => {
  const steps = [0.05, 0.4, 3, 20, 120, 900].map(stepAt)
  expect(steps).toEqual([50, 50, 5, 0.5, 0.05, 0.01])
  expect([...steps].sort((a, b) => b - a)).toEqual(steps)
})
