import type { Project } from '../document/schema'
import { inVariant } from '../document/variants'
import type { Board } from './board'
import { readingFacts } from '../readings/reading'
import type { Reference } from './resolve'
import { fail, ok, type Problem, type Result } from '../result'
import { evaluateKnown, type FormulaContext, type Known, type Lookup, namesIn } from '../units/formula'

/** All names a formula may use at some point of the sheet, with what they stand for. */
export interface Names {
  lookup: Lookup
  list: () => string[]
  /** Makes facts of a step known from here on, as `prefix.name`, mm. */
  tell: (prefix: string, facts: Readonly<Record<string, number>>) => void
  /** Forgets the facts of a prefix, and what was worked out by them. */
  forget: (prefix: string) => void
  /** The same names with some that mean something of their own here, mm. */
  within: (own: Readonly<Record<string, number>>) => FormulaContext
  /** Every name that has a value by now. */
  known: () => Record<string, Known>
  /** What is wrong with the project's own numbers by now, by their names. */
  problems: () => Record<string, Problem>
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

/**
 * Names of the printer, of the references and of the project's own numbers (worked out when asked for).
 * @param later names that steps of the sheet will tell
 */
export function projectNames(
  project: Project,
  references: readonly Reference[],
  later: ReadonlySet<string> = new Set(),
): Names {
  const known = new Map<string, Known>()
  const tell: Names['tell'] = (prefix, facts) => {
    for (const [name, value] of Object.entries(facts)) known.set(`${prefix}.${name}`, length(value))
  }
  known.set('line', length(project.printer.line))
  known.set('layer', length(project.printer.layer))
  tell('fit', project.printer.gaps)
  tell('allow', { hole: project.printer.holes ?? 0, outside: project.printer.outsides ?? 0 })
  for (const [axis, value] of Object.entries({ x: 0, y: 1, z: 2 }))
    known.set(`bed.${axis}`, length(project.printer.bed[value]!))
  const withBoard = references.filter((r) => r.board)
  for (const reference of [...withBoard].reverse()) {
    tell(asFormulaName(reference.name), boardFacts(reference.board!))
    tell('board', boardFacts(reference.board!))
  }
  const numbers = new Map(inVariant(project).numbers.map((n) => [n.name, n]))
  const readings = new Map(project.readings.map((r) => [r.name, r]))
  /** Of numbers that came to nothing; forgotten when more becomes known. */
  const failed = new Map<string, Result<Known>>()
  const settled = (name: string): Result<Known> | undefined => {
    const fact = known.get(name)
    return fact ? ok(fact) : failed.get(name)
  }
  const settle = (name: string, value: Result<Known>): Result<Known> => {
    if (value.ok) known.set(name, value.value)
    else failed.set(name, value)
    return value
  }
  const lookup: Lookup = (name) => {
    const before = settled(name)
    if (before) return before
    const reading = readings.get(name)
    if (reading) {
      const facts = readingFacts(reading.repeats, reading.resolution)
      return settle(name, facts.ok ? ok(length(facts.value.mean)) : inside(name, facts.problem))
    }
    if (numbers.has(name)) return workOutNumber(name)
    return later.has(name)
      ? fail('later', `${name} is not known here yet: its step comes later in the sheet, or could not be built.`)
      : undefined
  }
  /** Works out a number after those it needs, without going deeper for each of a long chain. */
  const workOutNumber = (first: string): Result<Known> => {
    const open = [first]
    for (let name = open.at(-1); name !== undefined; name = open.at(-1)) {
      const { formula } = numbers.get(name)!
      const next = namesIn(formula).find((n) => numbers.has(n) && !settled(n))
      if (next !== undefined && open.includes(next)) {
        const circle = [...open.slice(open.indexOf(next)), next].join(' needs ')
        settle(name, fail('circle', `${circle}: these numbers go round in a circle.`))
        open.pop()
      } else if (next !== undefined) open.push(next)
      else {
        const value = evaluateKnown(formula, { unit: 'mm', lookup, names: list })
        settle(name, value.ok ? value : inside(name, value.problem))
        open.pop()
      }
    }
    return settled(first)!
  }
  const list = () => [...new Set([...known.keys(), ...readings.keys(), ...numbers.keys()])]
  return {
    lookup,
    list,
    tell: (prefix, facts) => {
      failed.clear()
      tell(prefix, facts)
    },
    forget: (prefix) => {
      failed.clear()
      const gone = new Set([...known.keys()].filter((name) => name.startsWith(`${prefix}.`)))
      for (const name of gone) known.delete(name)
      for (const name of dependents(gone, numbers)) known.delete(name)
    },
    within: (own) => ({
      unit: 'mm',
      lookup: (name) => (Object.hasOwn(own, name) ? ok(length(own[name]!)) : lookup(name)),
      names: () => [...Object.keys(own), ...list()],
    }),
    known: () => {
      for (const name of [...readings.keys(), ...numbers.keys()]) lookup(name)
      return Object.fromEntries(known)
    },
    problems: () =>
      Object.fromEntries(
        [...numbers.keys()].flatMap((name) => {
          const value = lookup(name)
          return value && !value.ok ? [[name, value.problem]] : []
        }),
      ),
  }
}

/** The numbers that are worked out from some names, and those worked out from these. */
function dependents(names: ReadonlySet<string>, numbers: ReadonlyMap<string, { formula: string }>): Set<string> {
  const out = new Set<string>()
  const needs = (formula: string) => namesIn(formula).some((n) => names.has(n) || out.has(n))
  for (let before = -1; before !== out.size;) {
    before = out.size
    for (const [name, { formula }] of numbers) if (needs(formula)) out.add(name)
  }
  return out
}

/** A problem of a name that another one needs; said once, by the first that has it. */
const inside = (name: string, problem: Problem): Result<Known> =>
  fail(
    problem.kind,
    /^In \w+: /.test(problem.message) || problem.kind === 'circle' ? problem.message : `In ${name}: ${problem.message}`,
  )
