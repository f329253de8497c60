import type { Vec2 } from '../geometry/vec'
import type { Loop, Segment } from '../profile/segment'
import { gap2, radiusOf } from '../profile/segment'
import type { Bones, Draft } from '../ties/draft'
import type { Spot } from '../ties/linear'
import type { Drawn, SavedShape } from './drawn-shape'

/** A point, edge or round of a shape that is read off parts and items: no tie can move it. Lengths mm. */
export type FixedMark =
  | { what: 'point'; name: string; at: Vec2 }
  | { what: 'line'; name: string; from: Vec2; to: Vec2 }
  | { what: 'round'; name: string; centre: Vec2; radius: number }

/** Shapes that are read off parts and items, as they were drawn, by id. */
export type Fixed = ReadonlyMap<string, Drawn>
export const NONE_FIXED: Fixed = new Map()

/** What a piece is called in its shape: by what it is the rim of. */
const own = (piece: Segment, shape: string): string | undefined =>
  piece.id?.startsWith(`${shape}.`) ? piece.id.slice(shape.length + 1).replaceAll('.', ' ') : undefined

/** Marks longer than this are in no document. */
const LONGEST = 130

/** The corners of outlines, by the pieces that meet there; those whose name is not theirs alone have none. */
export function cornersOf(loops: readonly Loop[], open: readonly Loop[], shape: string): Record<string, Vec2> {
  const found = new Map<string, Vec2 | undefined>()
  const corner = (s: Segment, next: Segment) => {
    const [a, b] = [own(s, shape), own(next, shape)]
    const name = `corner ${a} ${b}`
    if (a !== undefined && b !== undefined && a !== b && name.length <= LONGEST) found.set(name, found.has(name) ? undefined : s.b) // prettier-ignore
  }
  for (const loop of loops) loop.forEach((s, i) => corner(s, loop[(i + 1) % loop.length]!))
  for (const run of open) run.slice(1).forEach((s, i) => corner(run[i]!, s))
  return Object.fromEntries([...found].flatMap(([name, p]) => (p ? [[name, p]] : [])))
}

/** All of a fixed shape that things can be tied to. */
export function fixedMarks({ id, regions, open, points }: Drawn): FixedMark[] {
  const found = new Map<string, FixedMark | undefined>()
  const put = (mark: FixedMark) => {
    const before = found.get(mark.name)
    const same = before?.what === 'round' && mark.what === 'round' && gap2(before.centre, mark.centre) < 1e-6
    if (!same) found.set(mark.name, found.has(mark.name) ? undefined : mark)
  }
  for (const s of [...regions.flatMap((r) => r.loops.flat()), ...open.flat()]) {
    const name = own(s, id)
    if (name === undefined || name.length > LONGEST) continue
    if (s.kind === 'line') put({ what: 'line', name: `edge ${name}`, from: s.a, to: s.b })
    else put({ what: 'round', name: `round ${name}`, centre: s.centre, radius: radiusOf(s) })
  }
  const rounds = [...found.values()].flatMap((m) => (m?.what === 'round' ? [m] : []))
  const middles = rounds.map((m): FixedMark => ({
    what: 'point',
    name: m.name.replace('round', 'middle'),
    at: m.centre,
  }))
  const corners = Object.entries(points).map(([name, at]): FixedMark => ({ what: 'point', name, at }))
  return [...corners, ...middles, ...[...found.values()].flatMap((m) => m ?? [])]
}

/** What of a fixed shape is meant by others, as figures that are given: what is tied follows it as it follows a size. */
export function fixedBones(draft: Draft, drawn: Drawn, meant: ReadonlySet<string>): Bones {
  const figure = (name: string, value: number) => draft.size(drawn.id, `of.${name}`, value)
  const spot = (name: string, [x, y]: Vec2): Spot => [figure(`${name}.along`, x), figure(`${name}.up`, y)]
  const bones = { points: {}, lines: {}, rounds: {} } as { [K in keyof Bones]-?: Record<string, NonNullable<Bones[K]>[string]> } // prettier-ignore
  for (const m of fixedMarks(drawn)) {
    if (!meant.has(`${drawn.id}.${m.name}`)) continue
    if (m.what === 'point') bones.points[m.name] = spot(m.name, m.at)
    else if (m.what === 'line') bones.lines[m.name] = [spot(`${m.name}.from`, m.from), spot(`${m.name}.to`, m.to)]
    else bones.rounds[m.name] = { centre: spot(`${m.name}.middle`, m.centre), radius: figure(`${m.name}.radius`, m.radius) } // prettier-ignore
  }
  return bones
}

/** The marks that shapes name, of whatever shape. */
export function marksMeant(shapes: readonly SavedShape[]): ReadonlySet<string> {
  const out = new Set<string>()
  const look = (value: unknown): void => {
    if (typeof value === 'string') out.add(value)
    else if (typeof value === 'object' && value !== null) Object.values(value).forEach(look)
  }
  for (const { fields } of shapes) look(fields)
  return out
}
