import { contentKey, objectKey } from '../content-key'
import { type Problem, ProblemError } from '../result'
import { evaluateFormula } from '../units/formula'
import type { Drawn, PlaneValue, SavedShape, ShapeRole } from './drawn-shape'
import type { Resolved, Scope } from './field-kind'
import { namesAt } from './length'
import type { Settled } from './settled'
import { type ShapeFieldSpec, shapeFieldKind, type ShapeKind } from './shape-kind'
import { letterOf } from './shape-letters'
import { tied } from './tied-shapes'

export interface ShapesValue {
  drawn: readonly Drawn[]
  /** What is wrong with shapes, those before first. */
  problems: readonly { letter: string; problem: Problem }[]
}

/** A shape as the page is told of it: like a step of its own. */
export interface ShapeReport {
  id: string
  values: Record<string, unknown>
  problems: Problem[]
  drawn?: Drawn
}

/** What a list of shapes came to, as a field comes to it. */
interface DrawnShapes extends Resolved {
  value: ShapesValue
  shown: ShapeReport[]
}

/** Drawings as they came out last, by all that they were drawn from; the newest last. */
const before = new Map<string, DrawnShapes>()
const MOST_KEPT = 60

/** Draws the shapes in order, ties solved first. One that is drawn from the same as before is the same as before. */
export function drawn(saved: readonly SavedShape[], kinds: readonly ShapeKind[], at: Scope): DrawnShapes {
  const key = keyOf(saved, kinds, at)
  const found = before.get(key) ?? drawAll(saved, kinds, at)
  if (found.value.problems.length > 0) return found
  before.delete(key)
  before.set(key, found)
  if (before.size > MOST_KEPT) before.delete(before.keys().next().value!)
  return found
}

/** Fields that come to something besides figures: outlines that were gathered, and what parts and items are by now. */
const OUTSIDE: ReadonlySet<ShapeFieldSpec['type']> = new Set(['outline', 'bodies', 'taken-edges'])

/** Of all that the shapes are drawn from. */
function keyOf(saved: readonly SavedShape[], kinds: readonly ShapeKind[], at: Scope): string {
  const kindOf = new Map(kinds.map((k) => [k.kind, k]))
  const outside = saved.some((s) => Object.values(kindOf.get(s.kind)!.fields).some((f) => OUTSIDE.has(f.type)))
  const fields = [...at.fields].map(([name, f]) => [name, f.key, f.names])
  return contentKey([objectKey(saved), fields, at.names.known(), ...(outside ? outsideKeys(at) : [])])
}

/** Of everything that shapes can be taken from. */
const outsideKeys = ({ parts, references, outlines }: Scope): unknown[] => [
  [...parts.values()].map((p) => [p.id, p.key, p.name]),
  references.map((r) => r.key),
  (outlines?.() ?? []).map(objectKey),
]

function drawAll(saved: readonly SavedShape[], kinds: readonly ShapeKind[], at: Scope): DrawnShapes {
  const marks = new Map<string, Drawn>()
  const problems: { letter: string; problem: Problem }[] = []
  const plane = [...at.fields.values()].map((f) => f.value).find(isPlane)
  const here = plane ? { ...at, plane } : at
  const kindOf = (shape: { kind: string }) => kinds.find((k) => k.kind === shape.kind)!
  const names = namesAt(at)
  const settled = (at.fields.get('settled')?.value ?? {}) as Settled
  const taken = new Map(saved.flatMap((s) => (kindOf(s).fixed ? [[s.id, drawShape(s, kindOf(s), here)] as const] : [])))
  const fixed = new Map([...taken].flatMap(([id, report]) => (report.drawn ? [[id, report.drawn] as const] : [])))
  const together = tied(saved, kindOf, (formula, as) => evaluateFormula(formula, as, names), settled, fixed)
  const shown = together.saved.map((shape, nth) => {
    const report = taken.get(shape.id) ?? drawShape(shape, kindOf(shape), { ...here, marks })
    report.problems.push(...together.problems.flatMap((p) => (p.shape === shape.id ? [p.problem] : [])))
    if (report.drawn) marks.set(shape.id, report.drawn)
    problems.push(...report.problems.map((problem) => ({ letter: letterOf(nth), problem })))
    return report
  })
  const value: ShapesValue = { drawn: [...marks.values()], problems }
  return { value, key: contentKey(value), shown }
}

const isPlane = (value: unknown): value is PlaneValue => typeof value === 'object' && value !== null && 'frame' in value

function drawShape(shape: SavedShape, kind: ShapeKind, at: Scope): ShapeReport {
  const report: ShapeReport = { id: shape.id, values: {}, problems: [] }
  const fields = new Map<string, Resolved>()
  const values: Record<string, unknown> = {}
  for (const [name, spec] of Object.entries(kind.fields)) {
    const found = shapeFieldKind(spec).resolve(shape.fields[name], spec, { ...at, fields })
    if (!found.ok) {
      report.problems.push({ ...found.problem, field: name })
      continue
    }
    fields.set(name, found.value)
    values[name] = found.value.value
    if ('shown' in found.value) report.values[name] = found.value.shown
  }
  if (report.problems.length > 0) return report
  try {
    const is = (values['is'] as ShapeRole | undefined) ?? 'material'
    report.drawn = { is, ...kind.make(values as never, shape.id), id: shape.id, kind: kind.kind }
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    report.problems.push(error.problem)
  }
  return report
}
