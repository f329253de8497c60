'use client'
import { useEffect, useState } from 'react'
import { keepMeasure, newRow, setRow } from '@/core/document/edits'
import { keptEnd } from '@/core/fit/picked-ends'
import { circleOfThree, isSolid, measurePicks, sensesOf, usualSense } from '@/core/fit/measure'
import type { Pick } from '@/core/fit/picks'
import { formatLength, inBothUnits, withUnit } from '@/core/units/length'
import { newId } from '../new-id'
import { Choose } from '../primitives/choose'
import { useActions, useEngine } from '../actions/actions-context'
import { useProject, useProjectStore, useUnit } from '../store/store'
import { GrowPick } from './grow-pick'
import { pickedReference, verbsForTwo } from './placing-verbs'
import { VerbButtons } from './verb-buttons'
import { offeredVerbs } from './verbs'
import { ScaleCheckLine } from './scale-check'

const SENSES = {
  face: 'its face',
  axis: 'its axis',
  edge: 'its nearest edge',
  middle: 'its middle',
  point: 'the point',
  item: 'all of it',
} as const

/** What a pick is taken as, to be changed where it stands. */
function Sense({ pick, onChange }: { pick: Pick; onChange: (as: NonNullable<Pick['as']>) => void }) {
  const senses = sensesOf(pick)
  return (
    <Choose
      label={`What of ${pick.ownerName}`}
      value={pick.as ?? usualSense(pick)}
      options={Object.fromEntries(senses.map((s) => [s, SENSES[s]]))}
      onChange={(s) => onChange(s as NonNullable<Pick['as']>)}
    />
  )
}

/** The length between two picks. */
export function TwoPicks({ first, second }: { first: Pick; second: Pick }) {
  const unit = useUnit()
  const store = useProjectStore()
  const whole = [first, second].some(isSolid)
  const nearest = useNearest(first, second)
  const exact = measurePicks(first, second)
  const actions = useActions()
  const shown = whole ? nearest : exact
  const format = (mm: number) => formatLength(mm, unit)
  const { edit, set } = store.getState()
  const take = (k: 0 | 1) => (as: NonNullable<Pick['as']>) =>
    set({ picks: [first, second].map((p, i) => (i === k ? { ...p, as } : p)) })
  const end = (pick: Pick) => {
    const on = pickedReference(pick, store.getState())
    return keptEnd(pick, on && { ...on, id: on.settings.id, sized: on.settings.scale })
  }
  const keep = () => {
    edit(keepMeasure({ id: newId(), name: '', ends: [end(first), end(second)] })) // prettier-ignore
    set({ picks: [] })
  }
  const watch = () => {
    const row = newRow(newId(), [end(first), end(second)], shown?.value ?? 0, store.getState().history.present.printer)
    edit(setRow(row))
    set({ picks: [], pointedRow: row.id })
  }
  const rounds = [first, second].flatMap(({ shape }) => ('radius' in shape ? [`Ø ${format(2 * shape.radius)}`] : []))
  return (
    <>
      <p>
        <b title={shown && inBothUnits(shown.value)}>{shown ? withUnit(shown.value, unit) : '…'}</b>{' '}
        {whole ? 'at the nearest' : exact.what}: {first.ownerName}, <Sense pick={first} onChange={take(0)} />, to{' '}
        {second.ownerName}, <Sense pick={second} onChange={take(1)} />
        <span className="text-soft">
          {shown && ` · x ${format(shown.along[0])}, y ${format(shown.along[1])}, z ${format(shown.along[2])}`}
          {!whole && exact.angle !== undefined && exact.angle > 0.05 && ` · at ${exact.angle.toFixed(1)}°`}
          {rounds.length > 0 && ` · ${rounds.join(' and ')}`}
        </span>
        <GrowPick picks={[first, second]} />
      </p>
      {first.reference && first.reference === second.reference && (
        <ScaleCheckLine key={exact.value} reference={first.reference} measured={exact.value} />
      )}
      <p className="flex flex-wrap gap-x-5 text-soft">
        With this:
        {!whole && (
          <button type="button" className="figure" onClick={keep}>
            keep the length
          </button>
        )}
        <button type="button" className="figure" onClick={watch}>
          give them a row in the ledger
        </button>
        <button type="button" className="figure" onClick={() => set({ measuring: true })}>
          a circle through a third point …
        </button>
        <VerbButtons
          verbs={[...offeredVerbs(store.getState(), actions), ...verbsForTwo(first, second, store.getState())]}
        />
      </p>
    </>
  )
}

/** The least distance between the triangles of two picks, measured where they are. */
function useNearest(first: Pick, second: Pick) {
  const engine = useEngine()
  const build = useProject((s) => s.build)
  const store = useProjectStore()
  const [found, setFound] = useState<{ value: number; along: readonly [number, number, number] }>()
  const whole = [first, second].some(isSolid)
  useEffect(() => {
    if (!whole) return
    let gone = false
    void engine.nearest(store.getState().history.present, first, second).then((m) => !gone && setFound(m))
    return () => {
      gone = true
      setFound(undefined)
    }
  }, [engine, store, build, first, second, whole])
  return found
}

/** The circle through three points pointed at. */
export function CircleOfThree({ picks: [a, b, c] }: { picks: [Pick, Pick, Pick] }) {
  const unit = useUnit()
  const store = useProjectStore()
  const circle = circleOfThree(a.point, b.point, c.point)
  const format = (mm: number) => formatLength(mm, unit)
  return (
    <>
      <p>
        {circle ? (
          <>
            A circle of <b title={inBothUnits(circle.diameter)}>Ø {withUnit(circle.diameter, unit)}</b> goes through the
            three points, its middle at {circle.centre.map(format).join(', ')}
            <span className="text-soft">, square to {circle.axis.map((v) => v.toFixed(3)).join(', ')}.</span>
          </>
        ) : (
          'The three points lie on a line; no circle goes through them.'
        )}
      </p>
      <p>
        <button
          type="button"
          className="figure"
          onClick={() => store.getState().set({ picks: [a, b], measuring: true })}
        >
          another third point
        </button>
      </p>
    </>
  )
}
