'use client'
import { useCallback, useEffect, useState } from 'react'
import {
  closedCalipers,
  closeOn,
  display,
  MEASURABLES,
  setZero,
  toggleHold,
  toggleUnit,
} from '@/core/readings/calipers'
import { Choose } from '../primitives/choose'
import { useProject, useUnit } from '../store/store'
import { focusedField, typeInto } from './typed'

/** The key that sends the figure, as the button on a wired pair does. */
const SEND_KEY = 'F9'
const PLACES = Object.fromEntries(MEASURABLES.map((m) => [m.id, `${m.thing}: ${m.place}`]))

/** A simulated pair of calipers with the things of the demo in its jaws; it types its figure where the cursor is. */
export function Calipers() {
  const open = useProject((s) => s.calipers)
  return open ? <Instrument /> : null
}

function Instrument() {
  const set = useProject((s) => s.set)
  const unit = useUnit()
  const [on, setOn] = useState(MEASURABLES[0]!.id)
  const [state, setState] = useState(() => closeOn(closedCalipers, MEASURABLES[0]!))
  const [said, setSaid] = useState('')
  const figure = display(state)
  const text = state.unit === unit ? figure : `${figure} ${state.unit}`
  const send = useCallback(() => {
    const field = focusedField()
    if (field) typeInto(field, text)
    setSaid(field ? `Sent ${text}.` : 'Put the cursor into a field first; the figure is typed there.')
  }, [text])
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== SEND_KEY) return
      event.preventDefault()
      send()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [send])
  const measure = (id: string) => {
    setOn(id)
    setState((s) =>
      closeOn(
        s,
        MEASURABLES.find((m) => m.id === id)!,
      ),
    )
    setSaid('')
  }
  const button = (name: string, act: () => void, pressed?: boolean) => (
    <button
      type="button"
      className={`figure ${pressed ? 'border-b-2 border-solid' : ''}`}
      aria-pressed={pressed}
      // Its buttons leave the cursor where it is.
      onMouseDown={(e) => e.preventDefault()}
      onClick={act}
    >
      {name}
    </button>
  )
  return (
    <section aria-label="Calipers" className="panel absolute top-3 left-4 z-20 w-72 px-4 py-2 text-[14.5px]">
      <p className="flex items-baseline justify-between">
        <b className="text-[13px] tracking-[0.1em] uppercase">Calipers</b>
        <span className="text-[12.5px] text-soft">simulated</span>
      </p>
      <output
        aria-label="Display"
        className="block py-1 text-right text-[30px] leading-none font-semibold tabular-nums"
      >
        {figure} <span className="text-[15px]">{state.unit}</span>
        {state.held !== undefined && <span className="ml-2 text-[13px] text-ochre">held</span>}
      </output>
      <p className="py-1">
        on <Choose label="What the calipers are on" value={on} options={PLACES} onChange={measure} />
      </p>
      <p className="flex gap-4 py-1">
        {button('again', () => measure(on))}
        {button('zero', () => setState(setZero))}
        {button('hold', () => setState(toggleHold), state.held !== undefined)}
        {button(state.unit, () => setState(toggleUnit))}
      </p>
      <p className="flex items-baseline justify-between gap-4 border-t border-hair pt-1">
        {button(`send (${SEND_KEY})`, send)}
        <button type="button" className="text-soft hover:text-ink" onClick={() => set({ calipers: false })}>
          put away
        </button>
      </p>
      <p role="status" className="min-h-5 text-[13px] text-soft">
        {said}
      </p>
    </section>
  )
}
