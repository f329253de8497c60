'use client'
import { useRef, useState } from 'react'
import { motionRow } from '@/core/built/rows'
import { setField } from '@/core/document/edits'
import { apply } from '@/core/geometry/placement'
import { poseAt, type Travel } from '@/core/geometry/travel'
import { type Vec3 } from '@/core/geometry/vec'
import { readFields, stepKindNamed } from '@/core/steps/registry'
import { formatLength } from '@/core/units/length'
import { useDocument, useProject, useProjectStore, useUnit } from '../store/store'
import { DraggedFigure } from './dragged-figure'
import type { SceneView } from './scene-view'
import { useDrawn } from './use-drawn'

/** Pixels; a face's own figure stands above the pick. */
const ASIDE = 26
/** Less than this many pixels from end to end, one looks along the way. */
const SQUARE = 12
/** The way it leads on the screen is taken from this share of it. */
const AHEAD = 0.02

interface Moving {
  step: string
  /** The field that says where it stands, and what it is called. */
  field: string
  called: string
  /** Where it stands, and the ends of its way: mm, or degrees. */
  value: number
  ends: readonly [number, number]
  isAngle: boolean
  way: Travel
}

/** Where a printed part that moves stands on its way: at the place where it is picked, to be moved by hand. */
export function MotionHandle({ view }: { view: SceneView }) {
  const picks = useProject((s) => s.picks)
  const isDrawing = useProject((s) => s.drawing !== undefined)
  const [pick, more] = picks
  const moving = useMoving(pick?.reference === undefined ? pick?.owner : undefined)
  return pick && !more && moving && !isDrawing ? <Handle key={`${moving.step} ${pick.point.join()}`} view={view} moving={moving} point={pick.point} /> : null // prettier-ignore
}

/** The last motion of a part that is moved by itself. */
function useMoving(part: string | undefined): Moving | undefined {
  const rows = useProject((s) => s.build?.rows)
  const reports = useProject((s) => s.build?.steps)
  const { steps } = useDocument()
  const row = part === undefined ? undefined : motionRow(rows ?? [], part)
  const step = steps.find((s) => s.id === row?.step)
  const kind = step && stepKindNamed(step.kind)
  const saved = kind && readFields(kind, step.fields).data
  const slides = saved && kind.slides?.(saved)
  if (!row?.travel || !slides) return undefined
  const values = reports?.find((r) => r.id === step!.id)?.values
  const [value, from, to] = slides.map((field) => values?.[field])
  if (typeof value !== 'number' || typeof from !== 'number' || typeof to !== 'number') return undefined
  const spec = kind!.fields[slides[0]]!
  return { step: step!.id, field: slides[0], called: spec.label, value, ends: [from, to], isAngle: spec.type === 'angle', way: row.travel.way } // prettier-ignore
}

function Handle({ view, moving, point }: { view: SceneView; moving: Moving; point: Vec3 }) {
  const { step, field, called, value, isAngle, way } = moving
  const [from, to] = moving.ends
  const unit = useUnit()
  const { printer } = useDocument()
  const store = useProjectStore()
  const [atPick] = useState(way.stands)
  const hand = useRef(value)
  const placeAt = (share: number): Vec3 => apply(poseAt({ ...way, stands: atPick }, share), point)
  const at = useDrawn(view, (v) => [...v.project(placeAt(way.stands)), ...v.project(placeAt(way.stands + AHEAD))].join(' ')) // prettier-ignore
  const [x, y, ax, ay] = (at ?? '0 0 0 0').split(' ').map(Number) as [number, number, number, number]
  // Pixels for all of its way, as it leads where it stands.
  const [dx, dy] = [(ax - x) / AHEAD, (ay - y) / AHEAD]
  if (at === undefined || Math.hypot(dx, dy) < SQUARE) return null
  const stride = isAngle ? 1 : printer.layer
  const group = `slide ${step}`
  const stand = (where: number, grid: number, dragging: boolean) => {
    const kept = Math.min(Math.max(where, Math.min(from, to)), Math.max(from, to))
    // Its ends are on no grid.
    const on = kept === from || kept === to ? kept : Math.round(kept / grid) * grid
    store.getState().edit(setField(step, field, String(Number(on.toFixed(4)))), { group, dragging })
    return kept
  }
  const words = (v: number) => (isAngle ? `${Number(v.toFixed(1))}°` : formatLength(v, unit))
  return (
    <DraggedFigure
      at={[x, y + ASIDE]}
      step={step}
      field={field}
      called={called}
      shown={words(value)}
      aside={` of ${words(from)} to ${words(to)}`}
      group={group}
      onBegin={() => (hand.current = value)}
      onDrag={(_, [px, py], free) => {
        // A way round something leads elsewhere as it goes on, so each piece of the drag counts by itself.
        const share = (px * dx + py * dy) / (dx * dx + dy * dy)
        hand.current = stand(hand.current + share * (to - from), free ? 0.01 : stride / 2, true)
      }}
      onNudge={(by) => stand(value + by * stride, stride, false)}
    />
  )
}
