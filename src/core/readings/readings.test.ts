import fc from 'fast-check'
import { projectNames } from '../references/names'
import { addReading, addRepeat, removeReading, removeRepeat } from '../document/edits'
import { emptyProject, type Project } from '../document/schema'
import { evaluateFormula } from '../units/formula'
import { closedCalipers, closeOn, display, MEASURABLES, RESOLUTION, setZero, toggleHold, toggleUnit } from './calipers'
import { readingFacts } from './reading'

test('a reading is the mean of its repeats, in whatever unit they were taken', () => {
  const facts = readingFacts(['62.4', '2.457 in', '62,42 mm'], 0.01)
  expect(facts.ok && facts.value).toMatchObject({
    count: 3,
    mean: expect.closeTo((62.4 + 62.4078 + 62.42) / 3, 6),
    spread: expect.closeTo(0.02, 6),
  })
  expect(facts.ok && facts.value.warning).toBeUndefined()
})

test('repeats that disagree by more than the resolution explains are told, and nonsense is named', () => {
  const apart = readingFacts(['62.4', '62.9'], 0.01)
  expect(apart.ok && apart.value.warning).toContain('differ by 0.50 mm')
  const bad = readingFacts(['62.4', 'sixty'], 0.01)
  expect(bad.ok ? '' : bad.problem.message).toMatch(/^Repeat 2: /)
  expect(readingFacts([], 0.01).ok).toBe(false)
})

test('a reading works in every formula by its name, and its problem is told where it is used', () => {
  const project: Project = addRepeat('r', '62.40')(addReading('r', 'boardWidth')(emptyProject('Case')))
  const names = (p: Project) => projectNames(p, [])
  const workOut = (p: Project, text: string) => evaluateFormula(text, 'length', names(p).within({}))
  const twice = addRepeat('r', '62.44')(project)
  expect(workOut(twice, 'boardWidth + 2 * 0.55 mm')).toEqual({ ok: true, value: expect.closeTo(63.52, 9) })
  const empty = workOut(removeRepeat('r', 0)(project), 'boardWidth')
  expect(empty.ok ? '' : empty.problem.message).toContain('In boardWidth: Nothing has been measured yet.')
  expect(workOut(removeReading('r')(project), 'boardWidth').ok).toBe(false)
})

describe('the simulated calipers', () => {
  const board = MEASURABLES.find((m) => m.id === 'board-width')!
  test('measure within a hand of the truth, a little differently each time, the same again from the beginning', () => {
    fc.assert(
      fc.property(fc.constantFrom(...MEASURABLES), fc.integer({ min: 0, max: 500 }), (on, times) => {
        const at = closeOn({ ...closedCalipers, times }, on)
        expect(Math.abs(Number(display(at)) - on.size)).toBeLessThanOrEqual(0.025 + 1e-9)
        expect(display(closeOn({ ...closedCalipers, times }, on))).toBe(display(at))
      }),
    )
    const shown = [0, 1, 2, 3, 4, 5].map((times) => display(closeOn({ ...closedCalipers, times }, board)))
    expect(new Set(shown).size).toBeGreaterThan(2)
  })
  test('show inches in steps of half a thousandth', () => {
    const inches = toggleUnit(closeOn(closedCalipers, board))
    expect(display(inches)).toMatch(/^2\.4\d\d[05]$/)
    expect(Math.abs(Number(display(inches)) * 25.4 - 62)).toBeLessThan(0.03)
    expect(RESOLUTION.in).toBeCloseTo(0.0127, 9)
  })
  test('zero makes them show a difference, hold keeps the figure', () => {
    const zeroed = setZero(closeOn(closedCalipers, board))
    expect(display(zeroed)).toBe('0.00')
    const other = closeOn(
      zeroed,
      MEASURABLES.find((m) => m.id === 'board-depth')!,
    )
    expect(Number(display(other))).toBeCloseTo(-18, 1)
    const held = toggleHold(other)
    expect(display(closeOn(held, board))).toBe(display(other))
    expect(display(toggleHold(closeOn(held, board)))).not.toBe(display(other))
  })
})
