import type { MarkOf } from '@/core/fields/mark'
import { TieGiven } from '@/core/fields/given'
import type { Settled } from '@/core/fields/settled'
import type { SavedShape } from '@/core/fields/shapes'
import type { ShapeKind } from '@/core/fields/shape-kind'
import { tied } from '@/core/fields/tied-shapes'
import { ProblemError } from '@/core/result'
import { saysNew } from '@/core/ties/says-new'
import { solutionOf } from '@/core/ties/solution'
import { newId } from '../new-id'
import type { CaughtTie, PickedMark } from '../store/drawing-state'
import { markedOf } from './marked'
import { completed, kindIn, pageDraft, type Standing } from './page-draft'

/** The ties that can be made of what is picked, with the fields that take it. */
export function tiesFor(kinds: readonly ShapeKind[], marks: readonly PickedMark[]) {
  return kinds.flatMap((kind) => {
    const { of = [], fields = [] } = kind.ofMarks ?? {}
    const order = of.map((whats) => fitting(whats, marks)).find((found) => found !== undefined)
    if (!order) return []
    return [{ kind, fields: Object.fromEntries(order.map((mark, i) => [fields[i]!, mark])) }]
  })
}

/** What is picked in the order that is asked for; undefined if it is something else. */
function fitting(whats: readonly MarkOf[], marks: readonly PickedMark[]): string[] | undefined {
  if (whats.length !== marks.length) return undefined
  const left = [...marks]
  const out = whats.map((what) => {
    const i = left.findIndex((m) => m.what === what)
    return i < 0 ? undefined : left.splice(i, 1)[0]!.mark
  })
  return out.every((m) => m !== undefined) ? (out as string[]) : undefined
}

/** A line shorter than this is a point, mm. */
const NO_LENGTH = 1e-6

/** The drawing with a tie more, if it can be had; or why not. */
export function withTie(
  standing: Standing,
  kind: ShapeKind,
  fields: Record<string, unknown>,
): { shapes: readonly SavedShape[]; settled: Settled; id: string; told?: string } | { told: string } {
  const id = newId()
  const measured = kind.ofMarks?.measured
  const begun = measured ? { ...fields, [measured]: figureOf(standing, kind, fields) } : fields // prettier-ignore
  const all = [...standing.shapes, { id, kind: kind.kind, fields: begun }]
  const now = anew({ ...standing, shapes: all })
  const problem = now.problems.find((p) => p.shape === id) ?? now.problems[0]
  if (problem) return { told: problem.problem.message }
  const draft = pageDraft({ ...standing, shapes: now.shapes, settled: now.settled })
  const { unknowns } = solutionOf(draft)
  const lost = markedOf(draft, unknowns).find((m) => m.what === 'line' && Math.hypot(m.to[0] - m.from[0], m.to[1] - m.from[1]) < NO_LENGTH) // prettier-ignore
  if (lost) return { told: 'Nothing would be left of a line: both its ends would lie in one place.' }
  const told = saysNew(draft, unknowns, id)
    ? {}
    : { told: 'What is there says this already; the tie is kept all the same.' }
  return { shapes: now.shapes, settled: now.settled, id, ...told }
}

/** The figure that a tie begins with: what it is as drawn, to a hundredth. */
function figureOf(standing: Standing, kind: ShapeKind, fields: Record<string, unknown>): string {
  const { workOut } = standing
  const about = { id: 'new', kind: kind.kind, fields: { ...fields, by: '1' } }
  const draft = pageDraft(standing, [about])
  draft.adopt(solutionOf(draft).unknowns)
  try {
    const seen = kind.measure!(new TieGiven(about, draft, workOut))
    return String(Math.round(seen * 100) / 100)
  } catch (error) {
    if (error instanceof ProblemError) return '10'
    throw error
  }
}

/** Shapes as they were saved, their free numbers solved as everything is now. */
export function anew({ shapes, kinds, workOut, settled, fixed }: Standing) {
  const whole = completed(shapes, kinds)
  const now = tied(whole, kindIn(kinds), workOut, settled, fixed)
  return { shapes: backTo(shapes, whole, now.saved), settled: now.settled, problems: now.problems }
}

/** Shapes as they were saved, with those fields changed that were solved. */
export const backTo = (
  saved: readonly SavedShape[],
  whole: readonly SavedShape[],
  solved: readonly SavedShape[],
): SavedShape[] =>
  saved.map((s) => {
    const [before, now] = [whole.find((o) => o.id === s.id), solved.find((o) => o.id === s.id)]
    if (!before || !now || before === now) return s
    const changed = Object.entries(now.fields).filter(([name, value]) => value !== before.fields[name])
    return { ...s, fields: { ...s.fields, ...Object.fromEntries(changed) } }
  })

/** A shape that was drawn, with those of the ties it caught that can be had and say something. */
export function withCaught(
  standing: Standing,
  shape: SavedShape,
  caught: readonly CaughtTie[],
): { shapes: readonly SavedShape[]; settled: Settled } {
  const named = standing.kinds.find((k) => k.kind === shape.kind)?.drawn?.named
  let now: { shapes: readonly SavedShape[]; settled: Settled } = { shapes: [...standing.shapes, shape], settled: standing.settled } // prettier-ignore
  if (!named) return now
  const mark = (name: string) => (name === '' ? shape.id : `${shape.id}.${name}`)
  for (const tie of caught) {
    const kind = standing.kinds.find((k) => k.kind === tie.kind)
    const a = tie.kind === 'on' ? named.point(tie.place) : named.piece?.(tie.place)
    if (!kind || a === undefined || (tie.kind === 'on' && a === '')) continue
    const fields = tie.kind === 'on' ? { a: mark(a), b: tie.to } : { a: mark(a) }
    const next = withTie({ ...standing, ...now }, kind, fields)
    if ('shapes' in next && next.told === undefined) now = next
  }
  return now
}
