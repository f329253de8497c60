import { type ConstantNode, type FunctionNode, type MathNode, type OperatorNode, parse, type SymbolNode } from 'mathjs'
import { fail, ok, type Result } from '../result'
import type { LengthUnit } from './length'
import { normaliseLiterals, unitInMm } from './literals'

/**
 * A value on its way through a formula. `power` is the power of length it carries
 * (0 a plain ratio, 1 a length in mm, 2 an area); `bare` marks a number written without a
 * unit, which becomes a length of the project's unit wherever a length is needed.
 */
interface Amount {
  value: number
  power: number
  bare: boolean
}

/** What a field expects: a length in mm, or a plain number (a count, a ratio). */
export type Dimension = 'length' | 'number'

export interface Known {
  value: number
  dimension: Dimension
}

/** Looks a name up (`wall`, `board.top`); undefined if there is no such name. */
export type Lookup = (name: string) => Result<Known> | undefined

export interface FormulaContext {
  unit: LengthUnit
  lookup: Lookup
  /** Names to propose when one is unknown. */
  names?: () => readonly string[]
}

class FormulaError extends Error {
  constructor(
    readonly kind: string,
    message: string,
  ) {
    super(message)
  }
}

const stop = (kind: string, message: string): never => {
  throw new FormulaError(kind, message)
}

const MAX_LENGTH = 400
const LARGEST_MM = 1e6

/**
 * Works out a formula.
 * @returns millimetres for a length, the number itself otherwise
 * Errors: empty, syntax, unknown-name, unit, zero, range (and whatever a looked-up name failed with)
 */
export function evaluateFormula(text: string, want: Dimension, context: FormulaContext): Result<number> {
  return worked(text, context, (amount) =>
    finite(want === 'length' ? asLength(amount, context, text) : asNumber(amount, text), text),
  )
}

/**
 * Works out a formula that may be a length or a plain number. One that is nothing but plain numbers is a length.
 * Errors: as for {@link evaluateFormula}
 */
export function evaluateKnown(text: string, context: FormulaContext): Result<Known> {
  return worked(text, context, (amount) =>
    amount.power === 0 && !amount.bare
      ? { value: finite(amount.value, text), dimension: 'number' }
      : { value: finite(asLength(amount, context, text), text), dimension: 'length' },
  )
}

function worked<T>(text: string, context: FormulaContext, read: (amount: Amount) => T): Result<T> {
  const tree = parseFormula(text)
  if (!tree.ok) return tree
  try {
    return ok(read(evaluate(tree.value, context)))
  } catch (error) {
    if (error instanceof FormulaError) return fail(error.kind, error.message)
    throw error
  }
}

function finite(value: number, text: string): number {
  if (!Number.isFinite(value)) stop('range', `"${text}" has no finite result.`)
  if (Math.abs(value) > LARGEST_MM) stop('range', `"${text}" is over a kilometre; up to 1,000,000 mm works.`)
  return value
}

/** The names a formula uses, each once, in order of appearance. Empty for one that cannot be read. */
export function namesIn(text: string): string[] {
  const tree = parseFormula(text)
  if (!tree.ok) return []
  const names: string[] = []
  tree.value.traverse((node, path, parent) => {
    const dotted = dottedName(node)
    const isFunctionName = path === 'fn' && parent?.type === 'FunctionNode'
    const insideDotted = parent?.type === 'AccessorNode'
    if (dotted && !isFunctionName && !insideDotted && !names.includes(dotted)) names.push(dotted)
  })
  return names
}

/** Trees of formulas read before; nobody changes them. The oldest goes when there are too many. */
const trees = new Map<string, Result<MathNode>>()
const MOST_TREES = 4000

/** Reads a formula into a tree, its lengths marked as such. Errors: empty, syntax */
export function parseFormula(text: string): Result<MathNode> {
  const known = trees.get(text)
  if (known) return known
  const oldest = trees.keys().next().value
  if (oldest !== undefined && trees.size >= MOST_TREES) trees.delete(oldest)
  const tree = readTree(text)
  trees.set(text, tree)
  return tree
}

function readTree(text: string): Result<MathNode> {
  const clean = text.trim().replace(/^=\s*/, '')
  if (clean === '') return fail('empty', 'Nothing is written here. A number such as 0.55 or 3/16 in would do.')
  if (clean.length > MAX_LENGTH) return fail('syntax', `A formula may have ${MAX_LENGTH} characters.`)
  try {
    return ok(parse(normaliseLiterals(clean)))
  } catch {
    return fail('syntax', `"${clean}" cannot be read as a formula. Something like 2*line + 0.4 mm would do.`)
  }
}

function evaluate(node: MathNode, context: FormulaContext): Amount {
  switch (node.type) {
    case 'ConstantNode': {
      const value: unknown = (node as ConstantNode).value
      return typeof value === 'number'
        ? { value, power: 0, bare: true }
        : stop('syntax', `${JSON.stringify(value)} is not a number.`)
    }
    case 'ParenthesisNode':
      return evaluate((node as unknown as { content: MathNode }).content, context)
    case 'SymbolNode':
    case 'AccessorNode':
      return lookUp(dottedName(node) ?? stop('syntax', 'A name may have letters, digits and one dot.'), context)
    case 'OperatorNode':
      return operate(node as OperatorNode, context)
    case 'FunctionNode':
      return callFunction(node as FunctionNode, context)
    default:
      return stop('syntax', `"${node.toString()}" has no place in a formula: numbers, names, + - * / ^ and ( ) have.`)
  }
}

function dottedName(node: MathNode): string | undefined {
  if (node.type === 'SymbolNode') return (node as SymbolNode).name
  if (node.type !== 'AccessorNode') return undefined
  const { object, index } = node as unknown as {
    object: MathNode
    index: { dotNotation: boolean; dimensions: MathNode[] }
  }
  const head = dottedName(object)
  const tail = index.dimensions[0]
  if (!head || !index.dotNotation || tail?.type !== 'ConstantNode') return undefined
  return `${head}.${String((tail as ConstantNode).value)}`
}

function lookUp(name: string, context: FormulaContext): Amount {
  const found = context.lookup(name)
  if (!found) {
    const near = closest(name, context.names?.() ?? [])
    return stop('unknown-name', `There is no number called "${name}".${near ? ` Did you mean ${near}?` : ''}`)
  }
  if (!found.ok) return stop(found.problem.kind, found.problem.message)
  return { value: found.value.value, power: found.value.dimension === 'length' ? 1 : 0, bare: false }
}

function operate(node: OperatorNode, context: FormulaContext): Amount {
  const [first, second] = node.args.map((arg) => evaluate(arg, context))
  if (!first) return stop('syntax', `"${node.toString()}" misses a value.`)
  if (!second) {
    if (node.op === '-') return { ...first, value: -first.value }
    return node.op === '+' ? first : stop('syntax', `"${node.op}" has no place in a formula.`)
  }
  switch (node.op) {
    case '+':
    case '-': {
      const [a, b] = alike([first, second], context, node) as [Amount, Amount]
      return { ...a, value: node.op === '+' ? a.value + b.value : a.value - b.value, bare: a.bare && b.bare }
    }
    case '*':
      return { value: first.value * second.value, power: first.power + second.power, bare: first.bare && second.bare }
    case '/':
      if (second.value === 0) stop('zero', `"${node.toString()}" divides by zero.`)
      return { value: first.value / second.value, power: first.power - second.power, bare: first.bare && second.bare }
    case '^':
      if (second.power !== 0 || (first.power !== 0 && !Number.isInteger(second.value)))
        stop('unit', `In "${node.toString()}" the exponent has to be a plain whole number.`)
      return { value: first.value ** second.value, power: first.power * second.value, bare: first.bare && second.bare }
    default:
      return stop('syntax', `"${node.op}" has no place in a formula: + - * / ^ and ( ) have.`)
  }
}

type Fold = (values: number[]) => number
/** Functions of values of one kind, and the number of arguments they take. */
export const SAME_KIND: Record<string, { least: number; most: number; fold: Fold }> = {
  min: { least: 1, most: 20, fold: (v) => Math.min(...v) },
  max: { least: 1, most: 20, fold: (v) => Math.max(...v) },
  abs: { least: 1, most: 1, fold: ([v]) => Math.abs(v!) },
  round: { least: 1, most: 2, fold: ([v, to = 1]) => Math.round(v! / to) * to },
  floor: { least: 1, most: 2, fold: ([v, to = 1]) => Math.floor(v! / to + 1e-9) * to },
  ceil: { least: 1, most: 2, fold: ([v, to = 1]) => Math.ceil(v! / to - 1e-9) * to },
  hypot: { least: 1, most: 3, fold: (v) => Math.hypot(...v) },
}

/** Functions a formula may call, for help and completion. */
export const FORMULA_FUNCTIONS: readonly string[] = [...Object.keys(SAME_KIND), 'sqrt']

function callFunction(node: FunctionNode, context: FormulaContext): Amount {
  const name = (node.fn as unknown as { name?: string }).name ?? ''
  if (name === 'qty') return quantity(node, context)
  const args = node.args.map((arg) => evaluate(arg, context))
  const first = args[0]
  if (name === 'sqrt') {
    if (args.length !== 1 || !first) return stop('syntax', 'sqrt takes one value.')
    if (first.value < 0) stop('range', `"${node.toString()}" is the root of a negative number.`)
    return { value: Math.sqrt(first.value), power: first.power / 2, bare: first.bare }
  }
  const known = Object.hasOwn(SAME_KIND, name) ? SAME_KIND[name] : undefined
  if (!known) return stop('unknown-name', `There is no function "${name}". There are ${FORMULA_FUNCTIONS.join(', ')}.`)
  if (args.length < known.least || args.length > known.most)
    stop(
      'syntax',
      `${name} takes ${known.least === known.most ? known.least : `${known.least} to ${known.most}`} values.`,
    )
  const same = alike(args, context, node)
  if (known.most === 2 && same[1]?.value === 0) stop('zero', `"${node.toString()}" rounds to steps of zero.`)
  return { value: known.fold(same.map((a) => a.value)), power: same[0]!.power, bare: same.every((a) => a.bare) }
}

function quantity(node: FunctionNode, context: FormulaContext): Amount {
  const [number, unit] = node.args
  const factor = unit?.type === 'ConstantNode' ? unitInMm(String((unit as ConstantNode).value)) : undefined
  if (!number || factor === undefined) return stop('unit', 'A length needs a unit such as mm, in or thou.')
  const value = evaluate(number, context).value
  if (!Number.isFinite(value)) stop('zero', 'A fraction divides by zero.')
  return { value: value * factor, power: 1, bare: false }
}

/** Makes values of one kind of them: bare numbers become lengths where others are lengths. */
function alike(amounts: Amount[], context: FormulaContext, whole: MathNode): Amount[] {
  const power = amounts.find((a) => !a.bare)?.power ?? 0
  return amounts.map((a) => {
    if (a.power === power) return a
    if (a.bare && power === 1) return { value: a.value * unitInMm(context.unit)!, power: 1, bare: false }
    return stop('unit', `"${whole.toString()}" mixes ${kindOf(a.power)} with ${kindOf(power)}.`)
  })
}

const kindOf = (power: number): string =>
  power === 0 ? 'a plain number' : power === 1 ? 'a length' : power === 2 ? 'an area' : `a length to the power ${power}`

function asLength(amount: Amount, context: FormulaContext, text: string): number {
  if (amount.power === 1) return amount.value
  if (amount.bare) return amount.value * unitInMm(context.unit)!
  return stop('unit', `"${text}" is ${kindOf(amount.power)}, and a length is needed here.`)
}

function asNumber(amount: Amount, text: string): number {
  return amount.power === 0
    ? amount.value
    : stop('unit', `"${text}" is ${kindOf(amount.power)}, and a plain number is needed here.`)
}

function closest(name: string, names: readonly string[]): string | undefined {
  const score = (candidate: string) => editDistance(name.toLowerCase(), candidate.toLowerCase())
  const best = [...names].sort((a, b) => score(a) - score(b))[0]
  return best !== undefined && score(best) <= Math.max(2, name.length / 3) ? best : undefined
}

function editDistance(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, j) => j)
  for (let i = 1; i <= a.length; i++) {
    const next = [i]
    for (let j = 1; j <= b.length; j++)
      next[j] = Math.min(row[j]! + 1, next[j - 1]! + 1, row[j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1))
    row = next
  }
  return row[b.length]!
}
