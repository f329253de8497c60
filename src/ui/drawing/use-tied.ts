import { useMemo } from 'react'
import type { ProjectStep } from '@/core/document/schema'
import type { Drawn } from '@/core/fields/drawn-shape'
import type { SavedShape } from '@/core/fields/shapes'
import type { Vec2 } from '@/core/geometry/vec'
import type { Draft } from '@/core/ties/draft'
import { type Freedom, freedomOf } from '@/core/ties/freedom'
import { quantitiesOf, type Solution, solutionOf, worthOf } from '@/core/ties/solution'
import { useProject } from '../store/store'
import type { DrawingActs } from './drawing-acts'
import { type Marked, markedOf, unknownsOf } from './marked'
import { fixedMarksOf, pageDraft, type Standing } from './page-draft'

/** A point that is not fixed, and how it can move. */
export interface FreePoint {
  mark: string
  at: Vec2
  freedom: Exclude<Freedom, 'fixed'>
}

/** What of the drawing can be tied and dragged, as it stands in the document. */
export interface Tied {
  draft?: Draft
  marks: readonly Marked[]
  free: readonly FreePoint[]
}

const NOTHING: Tied = { marks: [], free: [] }

/** @param drawn as the last build drew them @param still while a drag goes on, nothing is worked out anew */
export function useTied(
  step: ProjectStep,
  acts: DrawingActs,
  { saved, drawn, still }: { saved: readonly SavedShape[]; drawn: readonly Drawn[]; still: boolean },
): Tied {
  // Names of other steps can come with a build.
  const names = useProject((s) => s.build?.names)
  return useMemo((): Tied => {
    if (still) return NOTHING
    const standing = { ...acts.standing(), shapes: saved }
    const draft = pageDraft(standing)
    const solution = solutionOf(draft)
    return { draft, marks: withFixed(markedOf(draft, solution.unknowns), standing), free: freePoints(draft, solution) }
    // The step says which drawing the acts are about.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [step.fields.shapes, step.fields.settled, names, drawn, still])
}

/** With what is read off parts and items, each once. */
function withFixed(marks: readonly Marked[], { fixed }: Standing): Marked[] {
  const there = new Set(marks.map((m) => m.mark))
  return [...marks, ...fixedMarksOf(fixed).filter((m) => !there.has(m.mark))]
}

function freePoints(draft: Draft, { parts, unknowns }: Solution): FreePoint[] {
  const partOf = new Map(parts.flatMap((part) => part.unknowns.map((u) => [u, part] as const)))
  const points: { mark: string; at: Vec2; own: readonly [number, number] }[] = []
  const seen = new Set<string>()
  for (const [shape, { points: own = {} }] of draft.bones)
    for (const [name, spot] of Object.entries(own)) {
      const at: Vec2 = [worthOf(draft, unknowns, spot[0]), worthOf(draft, unknowns, spot[1])]
      const place = `${at[0].toFixed(6)} ${at[1].toFixed(6)}`
      if (seen.has(place) || unknownsOf(spot).every((u) => u < 0)) continue
      seen.add(place)
      points.push({ mark: `${shape}.${name}`, at, own: unknownsOf(spot) })
    }
  /** How points can move as far as one part says it. */
  const within = new Map(
    parts.map((part) => {
      const at = new Map(part.unknowns.map((u, i) => [u, i]))
      const here = points.filter(({ own }) => own.some((u) => at.has(u)))
      const found = freedomOf(part.system, quantitiesOf(draft, part, unknowns), here.map(({ own }) => [at.get(own[0]) ?? -1, at.get(own[1]) ?? -1])) // prettier-ignore
      return [part, new Map(here.map((p, i) => [p.mark, found[i]!]))] as const
    }),
  )
  return points.flatMap(({ mark, at, own }) => {
    const [x, y] = own.map((u) => partOf.get(u))
    const tied = (part: typeof x) => (part ? within.get(part)!.get(mark)! : 'free')
    if (x && x === y) {
      const freedom = tied(x)
      return freedom === 'fixed' ? [] : [{ mark, at, freedom }]
    }
    // Along and up hang on different things: each is free by itself or not.
    const [along, up] = [own[0] >= 0 && tied(x) !== 'fixed', own[1] >= 0 && tied(y) !== 'fixed']
    if (!along && !up) return []
    return [{ mark, at, freedom: along && up ? ('free' as const) : along ? ([1, 0] as const) : ([0, 1] as const) }]
  })
}
