import { type Problem, ProblemError } from '../result'
import { Draft } from '../ties/draft'
import { type Fight, solutionOf, worthOf } from '../ties/solution'
import { formatLength } from '../units/length'
import type { SavedShape } from './drawn-shape'
import { type Fixed, fixedBones, marksMeant, NONE_FIXED } from './fixed-marks'
import { Given, TieGiven, type WorkOut } from './given'
import type { SavedPlace } from './place'
import type { Settled } from './settled'
import type { ShapeKind } from './shape-kind'
import { letterOf } from './shape-letters'

export interface ShapeProblem {
  shape: string
  problem: Problem
}

/** What the draft of a drawing is made with besides its shapes. */
interface Around {
  /** Shapes that are read off parts and items, as they are drawn: others can be tied to them. */
  fixed?: Fixed | undefined
  /** Shapes that are not there yet, but whose marks are asked for. */
  toCome?: readonly SavedShape[]
}

type KindOf = (shape: SavedShape) => ShapeKind

/** What the shapes of a drawing have free, and what their ties ask of it. */
export function draftOf(
  saved: readonly SavedShape[],
  kindOf: KindOf,
  workOut: WorkOut,
  settled: Settled,
  { fixed = NONE_FIXED, toCome = [] }: Around = {},
) {
  const draft = new Draft(settled)
  const problems: ShapeProblem[] = []
  const trying = (shape: string, work: () => void, tell: boolean) => {
    try {
      work()
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error
      if (tell) problems.push({ shape, problem: error.problem })
    }
  }
  const meant = fixed.size > 0 ? marksMeant([...saved, ...toCome]) : new Set<string>()
  // A shape that is wrong says so itself when it is drawn.
  for (const shape of saved)
    trying(shape.id, () => {
      const { bones, fields } = kindOf(shape)
      const known = fixed.get(shape.id)
      if (known) draft.bones.set(shape.id, fixedBones(draft, known, meant))
      const given = new Given(shape, draft, workOut)
      for (const [name, spec] of Object.entries(fields))
        if (spec.type === 'place') given.spot(name)
        else if (spec.type === 'places') given.spots(name)
        else if (spec.type === 'length' && spec.free) given.length(name)
      if (bones) draft.bones.set(shape.id, bones(given, draft))
    }, false) // prettier-ignore
  for (const shape of saved) trying(shape.id, () => kindOf(shape).tells?.(new TieGiven(shape, draft, workOut)), false)
  for (const shape of saved)
    trying(shape.id, () => {
      const { ties } = kindOf(shape)
      if (ties) draft.require(shape.id, ties(new TieGiven(shape, draft, workOut)))
    }, true) // prettier-ignore
  return { draft, problems }
}

/** Shapes with their free figures as the ties have them, and the sizes that they were solved with. */
export function tied(
  saved: readonly SavedShape[],
  kindOf: KindOf,
  workOut: WorkOut,
  settled: Settled,
  fixed = NONE_FIXED,
): Tied {
  if (!saved.some((s) => kindOf(s).ties)) return { saved, settled: {}, problems: [] }
  const { draft, problems } = draftOf(saved, kindOf, workOut, settled, { fixed })
  const solution = solutionOf(draft)
  for (const fight of solution.fights) problems.push(problemOf(fight, saved, kindOf))
  return {
    saved: withUnknowns(saved, draft, solution.unknowns, new Set(solution.parts.flatMap((p) => p.unknowns))),
    settled: Object.fromEntries(draft.sizes.map((s) => [s.key, s.now])),
    problems,
  }
}

interface Tied {
  saved: readonly SavedShape[]
  settled: Settled
  problems: ShapeProblem[]
}

/** The unknowns, those that hang on a point which has moved gone with it. @param solved those that are where they are */
export function carried(draft: Draft, unknowns: Float64Array, solved: ReadonlySet<number>): Float64Array {
  const now = Float64Array.from(draft.unknowns, (u) => u.seed)
  for (const [u, { owner, seed }] of draft.unknowns.entries())
    now[u] = solved.has(u)
      ? unknowns[u]!
      : seed + (owner ? worthOf(draft, now, owner.base) - draft.seed(owner.base) : 0)
  return now
}

/** Writes what was solved to where the document keeps it. @param solved the unknowns that are, the others hang on them */
export function withUnknowns(
  saved: readonly SavedShape[],
  draft: Draft,
  unknowns: Float64Array,
  solved: ReadonlySet<number>,
): readonly SavedShape[] {
  const now = carried(draft, unknowns, solved)
  const changed = new Map<string, Record<string, unknown>>()
  for (const [u, { owner, seed }] of draft.unknowns.entries()) {
    if (!owner || !solved.has(u)) continue
    const base = worthOf(draft, now, owner.base)
    if (now[u] === seed && base === draft.seed(owner.base)) continue
    const fields = changed.get(owner.shape) ?? { ...saved.find((s) => s.id === owner.shape)!.fields }
    changed.set(owner.shape, fields)
    const value = now[u]! - base
    if (owner.coordinate === undefined) fields[owner.field] = value
    else if (owner.index === undefined)
      fields[owner.field] = { ...(fields[owner.field] as SavedPlace), [owner.coordinate]: value } // prettier-ignore
    else {
      const row = [...(fields[owner.field] as SavedPlace[])]
      row[owner.index] = { ...row[owner.index]!, [owner.coordinate]: value } as SavedPlace
      fields[owner.field] = row
    }
  }
  return saved.map((s) => (changed.has(s.id) ? { ...s, fields: changed.get(s.id)! } : s))
}

/** So many ties are named. */
const NAMED = 8

/** What a fight is called, at the shape that came last to it. */
function problemOf(fight: Fight, saved: readonly SavedShape[], kindOf: KindOf): ShapeProblem {
  const at = (id: string) => saved.findIndex((s) => s.id === id)
  const names = (ids: readonly string[]) => {
    const all = ids.map((id) => letterOf(at(id)))
    return all.length > NAMED + 1 ? `${all.slice(0, NAMED).join(', ')} and ${all.length - NAMED} more` : all.join(', ')
  }
  if (fight.kind === 'sizes') {
    const [first, ...more] = fight.reached
    if (first) {
      const { size, value } = first
      const least = size.now < size.settled ? 'at least' : 'at most'
      const others = more.length > 0 ? ', with what else was changed' : ''
      return {
        shape: size.shape,
        problem: {
          kind: 'ties',
          message: `With what it is tied to${others}, this can be ${least} ${formatLength(value)} mm; the ties are ${names(fight.ties)}.`,
          field: size.field.split('.')[0]!,
        },
      }
    }
  }
  const ties = [...fight.ties].sort((a, b) => at(a) - at(b))
  const last = ties.at(-1)!
  const field = Object.keys(kindOf(saved[at(last)]!).fields)[0]!
  const others = ties.slice(0, -1)
  return {
    shape: last,
    problem: {
      kind: 'ties',
      message:
        others.length > 0
          ? `This cannot be had together with ${names(others)}. Take one of them out, or let a figure of what they tie be free.`
          : 'This cannot be had: what it ties is given by figures that say otherwise. Let one of them be free.',
      field,
    },
  }
}
