import type { PlaneValue } from '@/core/fields/drawn-shape'
import type { ShapeKind } from '@/core/fields/shape-kind'
import { apply, invert } from '@/core/geometry/placement'
import type { Vec2 } from '@/core/geometry/vec'
import type { DrawingState } from '../store/drawing-state'
import { useProject } from '../store/store'
import { previewOf } from './preview'
import { openPath, regionsPath } from './shape-paths'
import { type SheetView, toSheet } from './sheet-view'
import type { SavedShape } from '@/core/fields/shapes'
import { type Marked, placeOf } from './marked'
import type { Snapped } from './snapping'
import type { FreePoint } from './use-tied'

const LINES = [1, 5, 10, 50, 100, 500]
/** Lines of the grid are at least this far apart, pixels. */
const APART = 34

/** A quiet grid, in whole millimetres. */
export function Grid({ view, screen }: { view: SheetView; screen: Vec2 }) {
  const every = LINES.find((l) => l * view.scale >= APART) ?? LINES.at(-1)!
  const [x0, y1] = toSheet(view, screen, [0, 0])
  const [x1, y0] = toSheet(view, screen, screen)
  const lines = (from: number, to: number) =>
    Array.from({ length: Math.max(0, Math.floor(to / every) - Math.ceil(from / every) + 1) }, (_, k) => (Math.ceil(from / every) + k) * every) // prettier-ignore
  const x = (v: number) => screen[0] / 2 + (v - view.centre[0]) * view.scale
  const y = (v: number) => screen[1] / 2 - (v - view.centre[1]) * view.scale
  return (
    <g stroke="var(--rule)" strokeOpacity={0.55}>
      {lines(x0, x1).map((v) => (
        <line key={`x${v}`} x1={x(v)} x2={x(v)} y1={0} y2={screen[1]} strokeOpacity={v === 0 ? 1 : 0.5} />
      ))}
      {lines(y0, y1).map((v) => (
        <line key={`y${v}`} y1={y(v)} y2={y(v)} x1={0} x2={screen[0]} strokeOpacity={v === 0 ? 1 : 0.5} />
      ))}
    </g>
  )
}

/** Where places are measured from. */
export const Datum = ({ at: [x, y] }: { at: Vec2 }) => (
  <g fill="none" stroke="var(--rust)" strokeWidth={1.4}>
    <circle cx={x} cy={y} r={4.5} />
    <path d={`M${x - 9} ${y}h18M${x} ${y - 9}v18`} />
  </g>
)

/** Ends that meet no other. */
export const Loose = ({ points, at }: { points: readonly { at: Vec2 }[]; at: (p: Vec2) => Vec2 }) =>
  points.map((p, i) => {
    const [x, y] = at(p.at)
    return (
      <circle key={i} cx={x} cy={y} r={9} fill="none" stroke="var(--ochre)" strokeWidth={2} strokeDasharray="3 3" />
    )
  })

/** Places where lines cross without meeting, and slivers that are left out. */
export const Crossed = ({ points, at }: { points: readonly Vec2[]; at: (p: Vec2) => Vec2 }) =>
  points.map((p, i) => {
    const [x, y] = at(p)
    return (
      <path key={i} d={`M${x - 6} ${y - 6}l12 12M${x - 6} ${y + 6}l12 -12`} stroke="var(--ochre)" strokeWidth={2} />
    )
  })

/** Places that can be dragged; through one that moves along one way only, a short stroke shows it. */
export const FreePoints = ({ points, at }: { points: readonly FreePoint[]; at: (p: Vec2) => Vec2 }) =>
  points.map(({ mark, at: p, freedom }) => {
    const [x, y] = at(p)
    const [dx, dy] = freedom === 'free' ? [0, 0] : [11 * freedom[0], -11 * freedom[1]]
    return (
      <g key={mark} stroke="var(--figure)" strokeWidth={1.5} fill="var(--sheet)">
        {freedom !== 'free' && <path d={`M${x - dx} ${y - dy}L${x + dx} ${y + dy}`} />}
        <rect x={x - 3.5} y={y - 3.5} width={7} height={7} />
      </g>
    )
  })

/** The edges behind the drawing that picks lie by, laid flat. */
export function PickedEdges({ plane, at }: { plane: PlaneValue | undefined; at: (p: Vec2) => Vec2 }) {
  const picks = useProject((s) => s.picks)
  if (!plane) return null
  const toPlane = invert(plane.frame)
  return picks.flatMap(({ edge }, i) => {
    if (!edge?.kept) return []
    const [[ax, ay], [bx, by]] = [edge.from, edge.to].map((p) => apply(toPlane, p).slice(0, 2) as unknown as Vec2).map(at) as [Vec2, Vec2] // prettier-ignore
    return <path key={i} d={`M${ax} ${ay}L${bx} ${by}`} stroke="var(--figure)" strokeWidth={4} strokeDasharray="9 4" />
  })
}

/** Points, edges and rounds that are picked. */
export const PickedMarks = ({ marks, at }: { marks: readonly Marked[]; at: (p: Vec2) => Vec2 }) =>
  marks.map((m) => {
    if (m.what === 'point') {
      const [x, y] = at(m.at)
      return <circle key={m.mark} cx={x} cy={y} r={8} fill="var(--figure)" fillOpacity={0.3} />
    }
    if (m.what === 'round') return null
    const [[ax, ay], [bx, by]] = [at(m.from), at(m.to)]
    return (
      <path key={m.mark} d={`M${ax} ${ay}L${bx} ${by}`} stroke="var(--figure)" strokeOpacity={0.5} strokeWidth={6} />
    )
  })

/** The letters of ties, each at what it ties, so that they are found again in the sheet. */
export function TieLetters({
  saved,
  kinds,
  marks,
  picked,
  letter,
  at,
}: {
  saved: readonly SavedShape[]
  kinds: readonly ShapeKind[]
  marks: readonly Marked[]
  picked: readonly string[]
  letter: (shape: string) => string
  at: (p: Vec2) => Vec2
}) {
  const there = new Map<string, number>()
  return saved.flatMap((shape) => {
    const kind = kinds.find((k) => k.kind === shape.kind)
    if (!kind?.ofMarks) return []
    return kind.ofMarks.fields.flatMap((field) => {
      const found = marks.find((m) => m.mark === shape.fields[field])
      if (!found) return []
      // What ties an arc is written where the arc runs.
      const on = found.what === 'round' ? marks.find((m) => m.mark === `${found.mark}.over` || m.mark === `${found.mark}.to`) : undefined // prettier-ignore
      const [x, y] = at(placeOf(on ?? found))
      const place = `${Math.round(x / 8)} ${Math.round(y / 8)}`
      const beside = there.get(place) ?? 0
      there.set(place, beside + 1)
      const strong = picked.includes(shape.id)
      return (
        <text
          key={`${shape.id} ${field}`}
          x={x + 9 + 11 * beside}
          y={y + 16}
          fontSize={13}
          fontStyle="italic"
          fontWeight={strong ? 700 : 400}
          fill={strong ? 'var(--figure)' : 'var(--soft)'}
          stroke="var(--sheet)"
          strokeWidth={3}
          paintOrder="stroke"
        >
          {letter(shape.id)}
        </text>
      )
    })
  })
}

/** The shape in hand as it would be, and where the pointer has caught. */
export function InHand({
  kind,
  state,
  cursor,
  at,
}: {
  kind: ShapeKind | undefined
  state: DrawingState
  cursor: Snapped | undefined
  at: (p: Vec2) => Vec2
}) {
  if (!kind) return null
  const drawn = cursor && previewOf(kind, state, cursor)
  return (
    <g>
      {drawn && (
        <path
          d={regionsPath(drawn, at, 0.05) + openPath(drawn, at, 0.05)}
          fill="none"
          stroke="var(--figure)"
          strokeWidth={1.6}
          strokeDasharray="5 4"
        />
      )}
      {state.points.map((p, i) => {
        const [x, y] = at(p)
        return <circle key={i} cx={x} cy={y} r={3.5} fill="var(--figure)" />
      })}
      {cursor && <Cross at={at(cursor.at)} on={cursor.on} />}
    </g>
  )
}

function Cross({ at: [x, y], on }: { at: Vec2; on: string | undefined }) {
  return (
    <g stroke="var(--figure)" fill="none">
      <path d={`M${x - 8} ${y}h16M${x} ${y - 8}v16`} strokeWidth={1.2} />
      {on && <circle cx={x} cy={y} r={8} strokeWidth={1.8} />}
      {on && (
        <text x={x + 12} y={y - 8} stroke="none" fill="var(--figure)" fontSize={13}>
          {on}
        </text>
      )}
    </g>
  )
}
