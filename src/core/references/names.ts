import type { Project } from '../document/schema'
import type { Board } from './board'
import { readingFacts } from '../readings/reading'
import type { Reference } from './resolve'
import { fail, ok, type Result } from '../result'
import { evaluateFormula, type Known, type Lookup } from '../units/formula'

/** All names a formula may use at some point of the sheet, with what they stand for. */
export interface Names {
  lookup: Lookup
  list: () => string[]
  /** Makes facts of a step known from here on, as `prefix.name`, mm. */
  tell: (prefix: string, facts: Readonly<Record<string, number>>) => void
}

const length = (value: number): Known => ({ value, dimension: 'length' })

/** Facts of a board by name, mm. */
export function boardFacts(board: Board): Record<string, number> {
  const [x0, y0, x1, y1] = board.bounds
  return {
    thickness: board.thickness,
    top: board.top,
    bottom: board.under,
    width: x1 - x0,
    depth: y1 - y0,
    tallest: board.tallest.z,
    lowest: board.lowest.z,
  }
}

/** A name as formulas can write it: `RL-2 board` becomes `rl2board`. */
export const asFormulaName = (name: string): string => {
  const plain = name.toLowerCase().replace(/[^a-z0-9_]/g, '')
  return /^[a-z_]/.test(plain) ? plain : `r${plain}`
}

/** Names of the printer, of the references and of the project's own numbers (worked out when asked for). */
export function projectNames(project: Project, references: readonly Reference[]): Names {
  const known = new Map<string, Known>()
  const tell: Names['tell'] = (prefix, facts) => {
    for (const [name, value] of Object.entries(facts)) known.set(`${prefix}.${name}`, length(value))
  }
  known.set('line', length(project.printer.line))
  known.set('layer', length(project.printer.layer))
  tell('fit', project.printer.gaps)
  for (const [axis, value] of Object.entries({ x: 0, y: 1, z: 2 }))
    known.set(`bed.${axis}`, length(project.printer.bed[value]!))
  const withBoard = references.filter((r) => r.board)
  for (const reference of [...withBoard].reverse()) {
    tell(asFormulaName(reference.name), boardFacts(reference.board!))
    tell('board', boardFacts(reference.board!))
  }
  const numbers = new Map(project.numbers.map((n) => [n.name, n]))
  const readings = new Map(project.readings.map((r) => [r.name, r]))
  const open: string[] = []
  const lookup: Lookup = (name) => {
    const fact = known.get(name)
    if (fact) return ok(fact)
    const reading = readings.get(name)
    if (reading) {
      const facts = readingFacts(reading.repeats, reading.resolution)
      if (!facts.ok) return fail(facts.problem.kind, `In ${name}: ${facts.problem.message}`)
      return ok(length(facts.value.mean))
    }
    const number = numbers.get(name)
    if (!number) return undefined
    if (open.includes(name))
      return fail('circle', `${[...open, name].join(' needs ')}: these numbers go round in a circle.`)
    open.push(name)
    const value = readNumber(number.formula, lookup)
    open.pop()
    if (value.ok) known.set(name, value.value)
    return value.ok ? value : fail(value.problem.kind, `In ${name}: ${value.problem.message}`)
  }
  return { lookup, tell, list: () => [...known.keys(), ...readings.keys(), ...numbers.keys()] }
}

/** A number of the project is a length; what reads only as a plain number stays one. */
function readNumber(formula: string, lookup: Lookup): Result<Known> {
  const value = evaluateFormula(formula, 'length', { unit: 'mm', lookup })
  if (value.ok) return ok(length(value.value))
  if (value.problem.kind !== 'unit') return value
  const plain = evaluateFormula(formula, 'number', { unit: 'mm', lookup })
  return plain.ok ? ok({ value: plain.value, dimension: 'number' }) : value
}
