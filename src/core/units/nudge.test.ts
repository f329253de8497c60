import fc from 'fast-check'
import { evaluateFormula } from './formula'
import { knownLengths } from './known-lengths'
import { isWorkedOut, nudged, worth as sayable } from './nudge'

const known = knownLengths({ wall: { value: 2.4, dimension: 'length' }, 'case.top': { value: 9, dimension: 'length' } })
const worth = (formula: string) => {
  const value = known(formula)
  if (!value.ok) throw new Error(`${formula}: ${value.problem.message}`)
  return value.value
}

test('a plain figure goes to the next step, whatever unit it was written in', () => {
  expect(nudged('0.7', 0.7, 0.05, 0.05)).toBe('0.75')
  expect(nudged('0.72', 0.72, 0.05, 0.05)).toBe('0.75')
  expect(nudged('60 thou', 1.524, 0.05, 0.05)).toBe('1.55')
  expect(nudged('7 5/16 in', 185.7375, -0.05, 0.05)).toBe('185.7')
  expect(['3', '3.', '.5', '3/16 in', '12,5', '-2 mm', '7 5/16"'].map(isWorkedOut)).toEqual(Array(7).fill(false))
})

test('what is worked out keeps what it says', () => {
  expect(nudged('4*wall', 9.6, 0.05, 0.05)).toBe('4*wall + 0.05')
  expect(nudged('4*wall + 0.05', 9.65, 0.05, 0.05)).toBe('4*wall + 0.1')
  expect(nudged('4*wall + 0.05', 9.65, -0.05, 0.05)).toBe('4*wall')
  expect(nudged('case.top - 3', 6, -0.1, 0.05)).toBe('case.top - 3.1')
  expect(nudged('2*(wall + 1)', 6.8, 0.05, 0.05)).toBe('2*(wall + 1) + 0.05')
})

test('the value moves by as much as it was asked to, there and back', () => {
  const formulas = fc.constantFrom(
    'wall',
    '2*wall - 0.3',
    '(wall + 1)/2',
    'case.top - wall',
    'max(wall, 3) + 0.25',
    '1/2 in + wall',
  )
  fc.assert(
    fc.property(formulas, fc.integer({ min: -40, max: 40 }), (formula, steps) => {
      const by = steps * 0.05
      const there = nudged(formula, worth(formula), by, 0.05)
      expect(worth(there)).toBeCloseTo(worth(formula) + by, 6)
      expect(worth(nudged(there, worth(there), -by, 0.05))).toBeCloseTo(worth(formula), 6)
    }),
  )
  expect(evaluateFormula('3', 'number', { unit: 'mm', lookup: () => undefined }).ok).toBe(true)
})

test('presses that come faster than builds add up: a plain figure is worth what it says, a formula what it came to', () => {
  let said = '4'
  for (let k = 0; k < 4; k++) said = nudged(said, sayable(said, 4), 0.5, 0.5)
  expect(said).toBe('6')
  expect([sayable(2.5, 1), sayable('-3', 1), sayable('wall + 1', 3.4), sayable('1/2 in', 12.7)]).toEqual([2.5, -3, 3.4, 12.7]) // prettier-ignore
})
