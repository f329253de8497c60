'use client'
import { useRef, useState } from 'react'
import { setField } from '@/core/document/edits'
import type { KeptFace } from '@/core/document/pick-schema'
import type { ProjectStep } from '@/core/document/schema'
import type { Pick } from '@/core/fit/picks'
import { sameName } from '@/core/kernel/surface'
import { normalAt } from '@/core/faces/onto'
import { scale, type Vec3 } from '@/core/geometry/vec'
import { stepKindNamed } from '@/core/steps/registry'
import { formatLength } from '@/core/units/length'
import { nudged, worth } from '@/core/units/nudge'
import { useDocument, useProject, useProjectStore, useUnit } from '../store/store'
import { DraggedFigure } from './dragged-figure'
import type { SceneView } from './scene-view'
import { useDrawn } from './use-drawn'

/** Less than this many pixels a millimetre, one looks square at the face: there is no way to drag it along. */
const SQUARE = 0.12
/** Pixels. */
const ASIDE = 24
/** How far along the normal the direction on the screen is taken from, mm. */
const AHEAD = 5

/** The figure that moves the picked face, standing at that face: dragged along it, or typed. */
export function FaceHandle({ view }: { view: SceneView }) {
  const picks = useProject((s) => s.picks)
  const drawing = useProject((s) => s.drawing)
  const inHand = useProject((s) => s.inHand)
  const { steps } = useDocument()
  const [pick] = picks
  if (!pick?.name || drawing) return null
  const by = steps.find((s) => s.id === inHand && isHandled(s, pick))
  if (picks.length > 1 && !by) return null
  return <Handle key={`${by?.id ?? pick.name.step} ${pick.point.join()}`} view={view} pick={pick} by={by?.id} />
}

/** True of a step that has a figure at the picked face. */
function isHandled({ kind, fields }: ProjectStep, pick: Pick): boolean {
  const handle = stepKindNamed(kind)?.handle
  if (!handle || (handle.when && !handle.when.slice(1).includes(String(fields[handle.when[0]] ?? handle.when[1])))) return false // prettier-ignore
  return ((fields[handle.at] ?? []) as unknown as KeptFace[]).some((f) => sameName(f.name, pick.name!))
}

/** The figure of the step in hand, and how it was when the face was picked. */
function useHandled(by: string | undefined) {
  const { steps } = useDocument()
  const step = steps.find((s) => s.id === by)
  const kind = step && stepKindNamed(step.kind)
  const value = useProject((s) => s.build?.steps.find((r) => r.id === by)?.values[kind?.handle?.field ?? ''])
  const handle = kind?.handle
  const spec = handle && kind.fields[handle.field]
  if (!step || !handle || typeof value !== 'number' || spec?.type !== 'length') return undefined
  const saved = step.fields[handle.field]
  return { step, field: handle.field, called: handle.called, value, along: handle.along, spec, formula: typeof saved === 'string' ? saved : spec.default } // prettier-ignore
}

function useMoved(pick: Pick) {
  const { steps } = useDocument()
  const step = steps.find((s) => s.id === pick.name!.step)
  const kind = step && stepKindNamed(step.kind)
  const words = kind?.surfaces?.[pick.name!.role]
  const report = useProject((s) => s.build?.steps.find((r) => r.id === pick.name!.step))
  const [field, called] = words?.moved ?? []
  const value = field === undefined ? undefined : report?.values[field]
  const spec = field === undefined ? undefined : kind!.fields[field]
  const along = step && words?.along?.({ ...defaultsOf(kind!.fields), ...step.fields })
  if (!step || !along || typeof value !== 'number' || spec?.type !== 'length') return undefined
  const saved = step.fields[field!]
  return { step, field: field!, called: called!, value, along, spec, formula: typeof saved === 'string' ? saved : spec.default } // prettier-ignore
}

/** Which way a flat or round face leads out of the material where it was picked; nowhere if that is not known. */
function outOf({ shape, point }: Pick): Vec3 {
  if (shape.kind === 'plane') return shape.normal
  if (shape.kind !== 'cylinder') return [0, 0, 0]
  return scale(normalAt(shape, point) ?? [0, 0, 0], shape.hole ? -1 : 1)
}

const defaultsOf = (fields: Readonly<Record<string, object>>): Record<string, unknown> =>
  Object.fromEntries(Object.entries(fields).map(([name, spec]) => [name, 'default' in spec ? spec.default : undefined]))

function Handle({ view, pick, by }: { view: SceneView; pick: Pick; by: string | undefined }) {
  const handled = useHandled(by)
  const figured = useMoved(pick)
  const moved = by === undefined ? figured : handled
  const { printer } = useDocument()
  const unit = useUnit()
  const store = useProjectStore()
  // A step that moves the face was begun after that was picked, where it was before.
  const [atPick] = useState(by === undefined ? moved?.value : 0)
  const from = useRef<{ value: number; formula: string }>(undefined)
  const normal = outOf(pick)
  const off = moved ? (moved.value - (atPick ?? moved.value)) / moved.along : 0
  const along = (by: number): Vec3 => [0, 1, 2].map((k) => pick.point[k]! + by * normal[k]!) as unknown as Vec3
  const at = useDrawn(view, (v) => [...v.project(along(off)), ...v.project(along(off + AHEAD))].join(' '))
  if (!moved || (normal[0] === 0 && normal[1] === 0 && normal[2] === 0)) return null
  const [x, y, ax, ay] = (at ?? '0 0 0 0').split(' ').map(Number) as [number, number, number, number]
  const [dx, dy] = [(ax - x) / AHEAD, (ay - y) / AHEAD]
  if (Math.hypot(dx, dy) < SQUARE) return null
  // Upright it goes by whole layers, sideways by whole lines, from what it is.
  const upright = Math.abs(normal[2]) > 0.9
  const step = upright ? printer.layer : printer.line / 2
  const { edit } = store.getState()
  const group = `handle ${moved.step.id}.${moved.field}`
  const move = (start: { value: number; formula: string }, by: number, free: boolean, dragging: boolean) => {
    const stride = free ? 0.01 : step
    const within = Math.min(moved.spec.max, Math.max(moved.spec.min, start.value + by)) - start.value
    edit(setField(moved.step.id, moved.field, nudged(start.formula, start.value, Math.round(within / stride) * stride, free ? 0.01 : stride)), { group, dragging }) // prettier-ignore
  }
  const layers = upright ? ` · ${Number((moved.value / printer.layer).toFixed(1))} layers` : ''
  return (
    <DraggedFigure
      // Beside the place that was pointed at, which can be pointed at again.
      at={[x, y - ASIDE]}
      step={moved.step.id}
      field={moved.field}
      called={moved.called}
      shown={formatLength(moved.value, unit)}
      aside={layers}
      group={group}
      onBegin={() => (from.current = { value: moved.value, formula: moved.formula })}
      onDrag={([px, py], _, free) =>
        from.current && move(from.current, ((px * dx + py * dy) / (dx * dx + dy * dy)) * moved.along, free, true)
      }
      onNudge={(by) =>
        move({ value: worth(moved.formula, moved.value), formula: moved.formula }, by * step, false, false)
      }
    />
  )
}
