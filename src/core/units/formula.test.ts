import fc from 'fast-check'
import { evaluateFormula, type FormulaContext, namesIn } from './formula'
import { formatLength } from './length'
import { fail, ok } from '../result'
import { toStoredFormula } from './stored-formula'

const values: Record<string, number> = { line: 0.42, wall: 1.6, 'board.thickness': 1.6, 'board.top': 1.6 }
const context = (unit: 'mm' | 'in' = 'mm'): FormulaContext => ({
  unit,
  names: () => Object.keys(values),
  lookup: (name) =>
    name === 'broken'
      ? fail('circle', 'round')
      : Object.hasOwn(values, name)
        ? ok({ value: values[name]!, dimension: 'length' })
        : undefined,
})
const mm = (text: string, unit: 'mm' | 'in' = 'mm'): number => {
  const result = evaluateFormula(text, 'length', context(unit))
  if (!result.ok) throw new Error(`${text}: ${result.problem.kind} ${result.problem.message}`)
  return result.value
}
const kind = (text: string, want: 'length' | 'number' = 'length'): string => {
  const result = evaluateFormula(text, want, context())
  return result.ok ? `ok ${result.value}` : result.problem.kind
}

describe('lengths as makers write them', () => {
  test.each([
    ['0.55', 0.55],
    ['2 mm', 2],
    ['3/16 in', 4.7625],
    ['7 5/16 in', 185.7375],
    ['3/16"', 4.7625],
    ['0.25in', 6.35],
    ['60 thou', 1.524],
    ['12,5', 12.5],
    ['12,5 mm', 12.5],
    ['1 cm + 2', 12],
    ['board.thickness + 2*line', 2.44],
    ['max(wall, 3*line)', 1.6],
    ['max(1,5)', 5],
    ['(12,5) * 2', 25],
    ['-(line) + 1', 0.58],
    ['2*(1/2 in)', 25.4],
    ['1 1/2" - 1/2"', 25.4],
    ['hypot(3, 4)', 5],
    ['sqrt(4 mm * 9 mm)', 6],
    ['round(1.66, 0.2)', 1.6],
    ['10 mm / 4', 2.5],
    ['wall / line * 1 mm', 1.6 / 0.42],
    ['= 3', 3],
  ])('%s is %f mm', (text, expected) => expect(mm(text)).toBeCloseTo(expected, 9))

  test('a plain number is in the project’s unit, and only where a length is needed', () => {
    expect(mm('1', 'in')).toBeCloseTo(25.4, 9)
    expect(mm('2*line', 'in')).toBeCloseTo(0.84, 9)
    expect(mm('line + 1', 'in')).toBeCloseTo(25.82, 9)
    expect(mm('max(line, 1)', 'in')).toBeCloseTo(25.4, 9)
  })
})

describe('errors at the field', () => {
  test.each([
    ['', 'empty'],
    ['2 +', 'syntax'],
    ['wal', 'unknown-name'],
    ['1/0', 'zero'],
    ['1/0 in', 'zero'],
    ['line*line', 'unit'],
    ['line + line*line', 'unit'],
    ['broken + 1', 'circle'],
    ['9e9', 'range'],
    ['sqrt(-1)', 'range'],
    ['import("fs")', 'syntax'],
    ['[1,2]', 'syntax'],
    ['"a"', 'syntax'],
    ['f(x)=x', 'syntax'],
    ['constructor', 'unknown-name'],
    ['board.constructor', 'unknown-name'],
    ['toString()', 'unknown-name'],
    ['a = 3', 'syntax'],
  ])('%s: %s', (text, expected) => expect(kind(text)).toBe(expected))

  test('an unknown name is told with the nearest known one', () => {
    const result = evaluateFormula('wal + 1', 'length', context())
    expect(result.ok ? '' : result.problem.message).toContain('Did you mean wall?')
  })

  test('a length is refused where a count is wanted', () => expect(kind('2 mm', 'number')).toBe('unit'))
})

test('whatever is typed, the answer is a value or a problem, never an exception', () => {
  fc.assert(
    fc.property(fc.stringMatching(/^[0-9a-z+\-*/^(),. "'[\]{}=;:%!&|<>?~]{0,24}$/), (text) => {
      const result = evaluateFormula(text, 'length', context())
      expect(result.ok ? Number.isFinite(result.value) : result.problem.message.length > 5).toBe(true)
    }),
    { numRuns: 500 },
  )
})

describe('kept formulas', () => {
  test('what is typed in inches stays that length when the project is switched to mm', () => {
    for (const typed of ['0.5', '1/8', 'line + 0.1', 'max(line, 1/16)', '2*line', '7 5/16 in', '(1+1)/4'])
      expect(mm(toStoredFormula(typed, 'length', 'in'))).toBeCloseTo(mm(typed, 'in'), 9)
  })
  test('and in an mm project the text stays as typed', () =>
    expect(toStoredFormula(' 0.55 ', 'length', 'mm')).toBe('0.55'))
})

test('names in a formula', () => expect(namesIn('max(wall, 2*board.top) + 3/16 in')).toEqual(['wall', 'board.top']))

test('figures are short, and small ones keep their digits', () => {
  expect([0.7, 1.604, 0.042, -0.0001, 25.4].map((v) => formatLength(v))).toEqual(['0.7', '1.6', '0.042', '0', '25.4'])
  expect(formatLength(3.175, 'in')).toBe('0.125')
})
