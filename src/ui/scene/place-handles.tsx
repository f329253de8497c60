'use client'
import { useRef } from 'react'
import { setField } from '@/core/document/edits'
import { apply, type Placement } from '@/core/geometry/placement'
import type { Vec2 } from '@/core/geometry/vec'
import { readFields, stepKindNamed } from '@/core/steps/registry'
import { isMeant } from '@/core/steps/step-kind'
import { formatLength } from '@/core/units/length'
import { nudged, worth } from '@/core/units/nudge'
import { useDocument, useProject, useProjectStore, useUnit } from '../store/store'
import { DraggedFigure } from './dragged-figure'
import type { SceneView } from './scene-view'
import { useDrawn } from './use-drawn'
import { useStepInHand } from './use-step-in-hand'

/** More places than these are a pattern, which is changed by its figures. */
const MOST = 12
/** Which way a place goes on the screen is taken from so far beside it, mm. */
const AHEAD = 5
/** It stands so far over its place, which is seen then, pixels. */
const ASIDE = 24
/** Looked at so much along its plane, pixels squared a square millimetre, a place cannot be dragged on it. */
const ALONG = 0.05
/** Places go by so much, with Alt by hundredths, mm. */
const [STRIDE, FINE] = [0.5, 0.01]

/** How a place is kept that can be dragged: two coordinates from the datum, free or by formula. */
type Saved = Readonly<Record<string, unknown>> & { along: number | string; up: number | string }
interface Handled {
  step: string
  field: string
  /** In a list of places, which it is of them. */
  nth?: number
  list?: readonly unknown[]
  called: string
  saved: Saved
  at: Vec2
  frame: Placement
}

const isFree = (saved: unknown): saved is Saved =>
  typeof saved === 'object' && saved !== null && 'along' in saved && 'up' in saved && (saved as { from?: string }).from === '' // prettier-ignore

/** A place that was found, as one that is said. */
const said = ([x, y]: Vec2): Saved => ({ along: String(Number(x.toFixed(2))), up: String(Number(y.toFixed(2))), from: '' }) // prettier-ignore

/** The places of the step in hand that lie on its plane, or on a plane that it tells. */
function useHandled(): Handled[] {
  const inHand = useStepInHand()
  const { steps } = useDocument()
  const report = useProject((s) => s.build?.steps.find((r) => r.id === inHand))
  const values = report?.values
  const step = steps.find((s) => s.id === inHand)
  const kind = step && stepKindNamed(step.kind)
  const saved = kind && (readFields(kind, step.fields).data as Record<string, unknown> | undefined)
  if (!saved || !values) return []
  if (report.places) {
    const { field, frame, at } = report.places
    const own = saved[field] as readonly unknown[]
    const list = own.length > 0 ? own : at.map(said)
    if (list.length !== at.length || list.length > MOST) return []
    const called = kind.fields[field]!.label
    return list.flatMap((one, nth) => (isFree(one) ? [{ step: step.id, field, frame, nth, list, called: `${called}, ${nth + 1}`, saved: one, at: at[nth]! }] : [])) // prettier-ignore
  }
  const meant = (name: string) => kind.sentence.some((word) => typeof word !== 'string' && word.field === name && isMeant(word, saved)) // prettier-ignore
  const fields = Object.entries(kind.fields).filter(([name]) => meant(name))
  const planes = fields.flatMap(([name, { type }]) => (type === 'plane' ? [values[name] as { frame?: Placement }] : []))
  const frame = planes.length === 1 ? planes[0]?.frame : undefined
  if (!frame) return []
  return fields.flatMap(([field, { type, label }]): Handled[] => {
    const own = { step: step.id, field, frame }
    if (type === 'place' && isFree(saved[field]) && values[field])
      return [{ ...own, called: label, saved: saved[field], at: values[field] as Vec2 }]
    if (type !== 'spots' || !values[field]) return []
    const all = saved[field] as readonly unknown[]
    if (all.length > MOST) return []
    return all.flatMap((one, nth) => (isFree(one) ? [{ ...own, nth, list: all, called: `${label}, ${nth + 1}`, saved: one, at: (values[field] as Vec2[])[nth]! }] : [])) // prettier-ignore
  })
}

/** Places of the step in hand, where they are: dragged on their plane, moved by the arrow keys, or clicked to be typed. */
export function PlaceHandles({ view }: { view: SceneView }) {
  const all = useHandled()
  return all.map((one) => <Handle key={`${one.step} ${one.field} ${one.nth ?? ''}`} view={view} {...one} />)
}

function Handle({ view, step, field, nth, list, called, saved, at, frame }: Handled & { view: SceneView }) {
  const store = useProjectStore()
  const unit = useUnit()
  const from = useRef<{ saved: Saved; at: Vec2 }>(undefined)
  const put = ([x, y]: Vec2) => apply(frame, [x, y, 0])
  const drawn = useDrawn(view, (v) =>
    [at, [at[0] + AHEAD, at[1]] as const, [at[0], at[1] + AHEAD] as const].flatMap((p) => v.project(put(p))).join(' '),
  )
  if (drawn === undefined) return null
  const [x, y, ax, ay, ux, uy] = drawn.split(' ').map(Number) as [number, number, number, number, number, number]
  // Pixels for a millimetre along and up.
  const [alongX, alongY, upX, upY] = [(ax - x) / AHEAD, (ay - y) / AHEAD, (ux - x) / AHEAD, (uy - y) / AHEAD]
  const area = alongX * upY - alongY * upX
  if (Math.abs(area) < ALONG) return null
  const group = `place ${step}.${field} ${nth ?? ''}`
  const move = (start: { saved: Saved; at: Vec2 }, by: Vec2, stride: number, dragging: boolean) => {
    const moved = (now: number | string, value: number, far: number) => {
      const next = nudged(String(now), value, Math.round(far / stride) * stride, stride)
      return typeof now === 'number' ? Number(next) : next
    }
    const next = { ...start.saved, along: moved(start.saved.along, start.at[0], by[0]), up: moved(start.saved.up, start.at[1], by[1]) } // prettier-ignore
    const value = list ? list.map((one, k) => (k === nth ? next : one)) : next
    store.getState().edit(setField(step, field, value as never), { group, dragging })
  }
  return (
    <DraggedFigure
      at={[x, y - ASIDE]}
      step={step}
      field={field}
      called={called}
      below
      shown={at.map((v) => formatLength(v, unit)).join(', ')}
      group={group}
      onBegin={() => (from.current = { saved, at })}
      onDrag={([px, py], _, free) => {
        if (!from.current) return
        const by: Vec2 = [(px * upY - py * upX) / area, (py * alongX - px * alongY) / area]
        move(from.current, by, free ? FINE : STRIDE, true)
      }}
      // One key may come before what the last one did is built.
      onArrow={(by) => move({ saved, at: [worth(saved.along, at[0]), worth(saved.up, at[1])] }, [by[0] * STRIDE, by[1] * STRIDE], STRIDE, false)} // prettier-ignore
    />
  )
}
