'use client'
import { mapLoop, type PlacedLoop, placeLoop, segmentsOf } from '@/core/photo/traced-loop'
import type { ResolvedPhoto } from '@/core/photo/resolve-photo'
import type { ProjectPhoto, TraceLoop } from '@/core/document/photo-schema'
import type { Vec2 } from '@/core/geometry/vec'
import { chordCount } from '@/core/profile/polygon'
import { pointAt, type Segment } from '@/core/profile/segment'
import type { PhotoState } from '../store/photo-state'
import { toScreen, type ViewBox } from './view-box'

/** A point of the trace that can be taken hold of. */
export interface Handle {
  loop: string
  node: string | number
  via?: boolean
  at: Vec2
}

/** Points of the lines in pixels; drawn over the photo. */
export function PhotoOverlay({
  photo,
  resolved,
  state,
  view,
  cursor,
}: {
  photo: ProjectPhoto
  resolved: ResolvedPhoto | undefined
  state: PhotoState
  view: ViewBox
  cursor: Vec2 | undefined
}) {
  const at = (p: Vec2) => toScreen(view, p)
  const path = (run: readonly Segment[], toPixel: (p: Vec2) => Vec2) => outlinePath(run, (p) => at(toPixel(p)))
  const { calibration } = photo
  const picked = state.picked
  const candidates = resolved ? (state.candidates ?? []) : []
  const pending = state.points
  return (
    <svg className="pointer-events-none absolute inset-0 size-full" aria-hidden>
      {calibration?.kind === 'rectangle' && <Shape points={calibration.corners.map(at)} closed tone="var(--ochre)" />}
      {calibration?.kind === 'length' && <Shape points={[calibration.a, calibration.b].map(at)} tone="var(--ochre)" />}
      {photo.checks.map((c) => (
        <Shape key={c.id} points={[c.a, c.b].map(at)} tone="var(--moss)" />
      ))}
      {candidates.map((candidate, i) => (
        <g key={i} opacity={state.pointed === undefined || state.pointed === i ? 1 : 0.25}>
          {candidate.loops.map((loop) => {
            const placed = placeLoop(loop, resolved!.map.toMm)
            return (
              placed && (
                <Line
                  key={loop.id}
                  d={path(segmentsOf(placed), resolved!.map.toPhoto)}
                  tone={CANDIDATE_TONES[i]!}
                  wide={state.pointed === i}
                  {...(i > 0 ? { dash: '9 5' } : {})}
                />
              )
            )
          })}
        </g>
      ))}
      {candidates.length === 0 &&
        resolved?.traced.map((loop, i) => {
          const toPixel = resolved.map.toPhoto
          const driven = resolved.loops[i]!
          const moved = driven !== loop
          return (
            <g key={loop.id}>
              {moved && <Line d={path(segmentsOf(loop), toPixel)} tone="#ffffff" dash="2 5" />}
              <Line
                d={path(segmentsOf(driven), toPixel)}
                tone="#19b5ac"
                wide={picked?.loop === loop.id && picked.what === 'line'}
              />
              {picked?.loop === loop.id && picked.what === 'piece' && (
                <Line d={path(pieceOf(driven, picked.node), toPixel)} tone="#ffb02e" wide />
              )}
            </g>
          )
        })}
      {state.tool === 'look' && photo.loops.length > 0 && (
        <Handles loops={photo.loops} view={view} picked={picked?.what === 'node' ? picked.node : undefined} />
      )}
      {state.tool === 'size' && <Anchors loops={resolved?.traced ?? []} resolved={resolved} state={state} at={at} />}
      {state.drawn.nodes.length > 0 && <Drawn state={state} cursor={cursor} at={at} />}
      {pending.length > 0 && <Shape points={pending.map(at)} closed={pending.length === 4} tone="#ffb02e" />}
      {cursor && state.tool !== 'look' && <Cross at={at(cursor)} />}
    </svg>
  )
}

/** All that was found, and its parts. */
const CANDIDATE_TONES = ['#19b5ac', '#ffb02e', '#ffffff'] as const

/** A path of short lines on the screen. */
function outlinePath(run: readonly Segment[], toScreenPoint: (p: Vec2) => Vec2): string {
  const points = run.flatMap((s) => {
    const count = s.kind === 'line' ? 1 : Math.max(6, chordCount(s, 0.02))
    return Array.from({ length: count }, (_, k) => toScreenPoint(pointAt(s, k / count)))
  })
  const last = run.at(-1)
  if (last) points.push(toScreenPoint(last.b))
  return points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join('')
}

/** The piece of a line that begins at a node. */
function pieceOf(loop: PlacedLoop, node: string | undefined): Segment[] {
  if (loop.kind === 'circle') return segmentsOf(loop)
  const i = loop.nodes.findIndex((n) => n.id === node)
  const [a, b] = [loop.nodes[i], loop.nodes[(i + 1) % loop.nodes.length]]
  return a && b ? segmentsOf({ ...loop, closed: false, nodes: [a, b] }) : []
}

function Line({ d, tone, dash, wide }: { d: string; tone: string; dash?: string; wide?: boolean }) {
  return (
    <>
      <path d={d} fill="none" stroke="#10201f" strokeOpacity={0.55} strokeWidth={wide ? 6 : 4} />
      <path d={d} fill="none" stroke={tone} strokeWidth={wide ? 3.5 : 2} strokeDasharray={dash} />
    </>
  )
}

function Shape({ points, closed = false, tone }: { points: Vec2[]; closed?: boolean; tone: string }) {
  const d = points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`).join('') + (closed ? 'Z' : '')
  return (
    <g>
      <path d={d} fill="none" stroke="#fff" strokeOpacity={0.7} strokeWidth={3.5} />
      <path d={d} fill="none" stroke={tone} strokeWidth={1.6} strokeDasharray="7 4" />
      {points.map(([x, y], i) => (
        <path key={i} d={`M${x - 7} ${y}h14M${x} ${y - 7}v14`} stroke={tone} strokeWidth={2} />
      ))}
    </g>
  )
}

/** Every point of the traced lines that can be moved. */
export const handlesOf = (loops: readonly TraceLoop[]): Handle[] =>
  loops.flatMap((l): Handle[] =>
    l.kind === 'circle'
      ? l.points.map((p, i) => ({ loop: l.id, node: i, at: p }))
      : l.nodes.flatMap((n): Handle[] => [
          { loop: l.id, node: n.id, at: n.at },
          ...(n.to === 'arc' && n.via ? [{ loop: l.id, node: n.id, via: true, at: n.via }] : []),
        ]),
  )

function Handles({ loops, view, picked }: { loops: readonly TraceLoop[]; view: ViewBox; picked: string | undefined }) {
  return handlesOf(loops).map((h) => {
    const [x, y] = toScreen(view, h.at)
    const key = `${h.loop} ${h.node} ${h.via}`
    const fill = h.node === picked && !h.via ? '#ffb02e' : '#fff'
    return h.via || typeof h.node === 'number' ? (
      <circle key={key} cx={x} cy={y} r={3.2} fill={fill} stroke="#10201f" />
    ) : (
      <rect key={key} x={x - 3.5} y={y - 3.5} width={7} height={7} fill={fill} stroke="#10201f" />
    )
  })
}

/** Where a size can begin and end. */
function Anchors({
  loops,
  resolved,
  state,
  at,
}: {
  loops: readonly PlacedLoop[]
  resolved: ResolvedPhoto | undefined
  state: PhotoState
  at: (p: Vec2) => Vec2
}) {
  if (!resolved) return null
  return loops.flatMap((l) => {
    const inPixels = mapLoop(l, resolved.map.toPhoto)
    const points =
      l.kind === 'circle'
        ? [{ node: undefined, p: resolved.map.toPhoto(l.centre) }]
        : inPixels.kind === 'path'
          ? inPixels.nodes.map((n) => ({ node: n.id, p: n.at }))
          : []
    return points.map(({ node, p }) => {
      const [x, y] = at(p)
      const taken = state.anchors.some((a) => a.loop === l.id && a.node === node)
      return (
        <circle
          key={`${l.id} ${node}`}
          cx={x}
          cy={y}
          r={taken ? 7 : 5}
          fill={taken ? '#ffb02e' : '#fff'}
          stroke="#10201f"
          strokeWidth={1.5}
        />
      )
    })
  })
}

function Drawn({ state, cursor, at }: { state: PhotoState; cursor: Vec2 | undefined; at: (p: Vec2) => Vec2 }) {
  const { nodes, via } = state.drawn
  const run = segmentsOf({ id: '', kind: 'path', closed: false, nodes })
  const last = nodes.at(-1)!
  return (
    <>
      <Line d={outlinePath(run, at)} tone="#ffb02e" />
      <Shape points={[...nodes.map((n) => at(n.at)), ...(via ? [at(via)] : [])].slice(-1)} tone="#ffb02e" />
      {cursor && <Line d={`M${at(via ?? last.at).join(' ')}L${at(cursor).join(' ')}`} tone="#ffb02e" dash="4 4" />}
    </>
  )
}

function Cross({ at: [x, y] }: { at: Vec2 }) {
  return (
    <path d={`M${x - 12} ${y}h8M${x + 4} ${y}h8M${x} ${y - 12}v8M${x} ${y + 4}v8`} stroke="#c3412f" strokeWidth={1.6} />
  )
}
