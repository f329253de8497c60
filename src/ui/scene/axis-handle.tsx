'use client'
import { useRef, useState } from 'react'
import { setField } from '@/core/document/edits'
import { add, type Vec3 } from '@/core/geometry/vec'
import { readFields, stepKindNamed } from '@/core/steps/registry'
import { formatLength } from '@/core/units/length'
import { nudged, worth } from '@/core/units/nudge'
import { useDocument, useProject, useProjectStore, useUnit } from '../store/store'
import { DraggedFigure } from './dragged-figure'
import type { SceneView } from './scene-view'
import { useDrawn } from './use-drawn'
import { useStepInHand } from './use-step-in-hand'

/** Which way an axis goes on the screen is taken from so far along it, mm. */
const AHEAD = 5
/** It stands so far over its place, which is seen then, pixels. */
const ASIDE = 24
/** An axis that one looks along is not dragged along, pixels a mm. */
const SQUARE = 0.12
/** Sideways it goes by so much, with Alt by hundredths, mm. */
const [STRIDE, FINE] = [0.5, 0.01]

/** The three figures by which the step in hand moves something, as they are and as they are written. */
function useDragged() {
  const inHand = useStepInHand()
  const { steps } = useDocument()
  const step = steps.find((s) => s.id === inHand)
  const kind = step && stepKindNamed(step.kind)
  const drag = kind?.drag
  const report = useProject((s) => s.build?.steps.find((r) => r.id === inHand))
  // While it cannot be built as it is, it stands where it stood.
  const [last, setLast] = useState<{ step: string; at: Vec3 }>()
  const now = report?.draggedFrom
  if (now && (last?.step !== report.id || last.at.join() !== now.join())) setLast({ step: report.id, at: now })
  const from = now ?? (last?.step === inHand ? last?.at : undefined)
  if (!step || !drag || !from) return undefined
  const saved = readFields(kind, step.fields).data as Record<string, unknown> | undefined
  if (!saved || (drag.when && !drag.when.slice(1).includes(String(saved[drag.when[0]])))) return undefined
  const values = drag.by.map((field) => report?.values[field])
  if (!values.every((v) => typeof v === 'number')) return undefined
  const formulas = drag.by.map((field) => String(saved[field]))
  return { step: step.id, by: drag.by, called: drag.called, values: values as number[], formulas, from }
}

/** What the step in hand moves, dragged along the axis that the pointer follows, or moved by keys. */
export function AxisHandle({ view }: { view: SceneView }) {
  const dragged = useDragged()
  return dragged ? <Handle key={dragged.step} view={view} {...dragged} /> : null
}

function Handle({
  view,
  step,
  by,
  called,
  values,
  formulas,
  from,
}: NonNullable<ReturnType<typeof useDragged>> & { view: SceneView }) {
  const store = useProjectStore()
  const unit = useUnit()
  const { printer } = useDocument()
  const begun = useRef<{ values: number[]; formulas: string[]; axis?: number | undefined }>(undefined)
  const at = add(from, values as unknown as Vec3)
  const ends = [0, 1, 2].map((k) => at.map((v, i) => (i === k ? v + AHEAD : v)) as unknown as Vec3)
  const drawn = useDrawn(view, (v) => [at, ...ends].flatMap((p) => v.project(p)).join(' '))
  if (drawn === undefined) return null
  const [x, y, ...tips] = drawn.split(' ').map(Number) as [number, number, ...number[]]
  /** Pixels a millimetre along each axis. */
  const axes = [0, 1, 2].map((k) => [(tips[2 * k]! - x) / AHEAD, (tips[2 * k + 1]! - y) / AHEAD] as const)
  const group = `drag ${step}`
  const move = (
    start: { values: number[]; formulas: string[] },
    axis: number,
    far: number,
    free: boolean,
    dragging: boolean,
  ) => {
    const stride = free ? FINE : axis === 2 ? printer.layer : STRIDE
    const next = nudged(start.formulas[axis]!, start.values[axis]!, Math.round(far / stride) * stride, stride)
    store.getState().edit(setField(step, by[axis]!, next), { group, dragging })
  }
  /** The axis that looks most like a way on the screen. */
  const axisAlong = (px: number, py: number): number | undefined => {
    const share = axes.map(([ax, ay]) => (Math.hypot(ax, ay) < SQUARE ? 0 : Math.abs(px * ax + py * ay) / Math.hypot(ax, ay))) // prettier-ignore
    const best = share.indexOf(Math.max(...share))
    return share[best]! > 0 ? best : undefined
  }
  const key = (axis: number, way: number) =>
    move({ values: formulas.map((f, k) => worth(f, values[k]!)), formulas }, axis, way * (axis === 2 ? printer.layer : STRIDE), false, false) // prettier-ignore
  return (
    <DraggedFigure
      at={[x, y - ASIDE]}
      step={step}
      field={by[0]}
      called={called}
      shown={values.map((v) => formatLength(v, unit)).join(', ')}
      group={group}
      onBegin={() => (begun.current = { values, formulas })}
      onDrag={([px, py], _, free) => {
        const start = begun.current
        if (!start) return
        start.axis ??= axisAlong(px, py)
        if (start.axis === undefined) return
        const [ax, ay] = axes[start.axis]!
        move(start, start.axis, (px * ax + py * ay) / (ax * ax + ay * ay), free, true)
      }}
      onArrow={([along, up]) => (along !== 0 ? key(0, along) : key(1, up))}
      onPage={(way) => key(2, way)}
    />
  )
}
