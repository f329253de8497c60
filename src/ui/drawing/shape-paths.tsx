'use client'
import { memo } from 'react'
import type { Drawn } from '@/core/fields/drawn-shape'
import type { Region } from '@/core/fields/region'
import type { ShapeKind } from '@/core/fields/shape-kind'
import type { Vec2 } from '@/core/geometry/vec'
import { chordCount } from '@/core/profile/polygon'
import { pointAt, type Profile, type Segment } from '@/core/profile/segment'
import { type SheetView, toScreen } from './sheet-view'
import type { Meant } from './use-region'

/** Lines and arcs as a path of the screen. */
export function pathOf(run: readonly Segment[], at: (p: Vec2) => Vec2, closed: boolean, within: number): string {
  const points = run.flatMap((s) => {
    const count = s.kind === 'line' ? 1 : Math.max(4, chordCount(s, within))
    return Array.from({ length: count }, (_, k) => at(pointAt(s, k / count)))
  })
  const last = run.at(-1)
  if (last && !closed) points.push(at(last.b))
  return (
    points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join('') + (closed ? 'Z' : '')
  )
}

const profilePath = ({ loops }: Profile, at: (p: Vec2) => Vec2, within: number): string =>
  loops.map((l) => pathOf(l, at, true, within)).join('')

export const regionsPath = (drawn: Drawn, at: (p: Vec2) => Vec2, within: number): string =>
  drawn.regions.map((r) => profilePath(r, at, within)).join('')

export const openPath = (drawn: Drawn, at: (p: Vec2) => Vec2, within: number): string =>
  drawn.open.map((r) => pathOf(r, at, false, within)).join('')

/** What is material, holes out, as one patch. */
function Material({
  drawn,
  at,
  within,
  region,
}: {
  drawn: readonly Drawn[]
  at: (p: Vec2) => Vec2
  within: number
  region: Region | undefined
}) {
  const of = (is: Drawn['is']) => drawn.filter((d) => d.is === is)
  return (
    <>
      <mask id="drawing-material" maskUnits="userSpaceOnUse" x="-100000" y="-100000" width="200000" height="200000">
        {of('material').map((d) => (
          <path key={d.id} d={regionsPath(d, at, within)} fill="#fff" fillRule="evenodd" />
        ))}
        {of('hole').map((d) => (
          <path key={d.id} d={regionsPath(d, at, within)} fill="#000" fillRule="evenodd" />
        ))}
        {region?.switched.map(
          (s, i) => s && <path key={i} d={profilePath(s.cell, at, within)} fill={s.on ? '#fff' : '#000'} fillRule="evenodd" />, // prettier-ignore
        )}
      </mask>
      <rect x={0} y={0} width="100%" height="100%" fill="#8fae94" fillOpacity={0.62} mask="url(#drawing-material)" />
    </>
  )
}

/** A shape's lines: material and holes drawn out, guides in dots, what is made of others thinner. */
function ShapeLines({
  drawn,
  at,
  within,
  picked,
  copied,
}: {
  drawn: Drawn
  at: (p: Vec2) => Vec2
  within: number
  picked: boolean
  copied: boolean
}) {
  const d = regionsPath(drawn, at, within) + openPath(drawn, at, within)
  const guide = drawn.is === 'guide'
  return (
    <>
      {picked && <path d={d} fill="none" stroke="var(--figure)" strokeOpacity={0.28} strokeWidth={8} />}
      <path
        d={d}
        fill="none"
        stroke={picked ? 'var(--figure)' : 'var(--ink)'}
        strokeWidth={picked ? 2.2 : guide || copied ? 1 : 1.6}
        strokeOpacity={guide ? 0.7 : 1}
        strokeDasharray={guide ? '1.5 4' : copied ? '6 3' : undefined}
      />
    </>
  )
}

/** All shapes; they stay as they are while only the pointer moves. */
export const DrawnShapes = memo(function DrawnShapes({
  drawn,
  view,
  screen,
  picked,
  kinds,
  region,
  meant,
}: {
  drawn: readonly Drawn[]
  region: Region | undefined
  meant: Meant | undefined
  view: SheetView
  screen: Vec2
  picked: readonly string[]
  kinds: readonly ShapeKind[]
}) {
  const at = (p: Vec2): Vec2 => toScreen(view, screen, p)
  const within = 0.12 / view.scale
  const made = new Set(kinds.filter((k) => k.ofPicked).map((k) => k.kind))
  return (
    <>
      <Material drawn={drawn} at={at} within={within} region={region} />
      {meant && (
        <path d={profilePath(meant.cell, at, within)} fill="var(--figure)" fillOpacity={0.22} fillRule="evenodd" />
      )}
      {drawn.map((d) => (
        <ShapeLines
          key={d.id}
          drawn={d}
          at={at}
          within={within}
          picked={picked.includes(d.id)}
          copied={made.has(d.kind)}
        />
      ))}
    </>
  )
})
