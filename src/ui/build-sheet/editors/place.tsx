'use client'
import { useState } from 'react'
import type { PlaceField, PlacesField, SavedPlace } from '@/core/fields/place'
import { named, type SavedSpot, type SpotsField } from '@/core/fields/spots'
import type { ShapeReport } from '@/core/fields/shapes'
import { formatLength } from '@/core/units/length'
import { toEditedFormula, toStoredFormula } from '@/core/units/stored-formula'
import { newId } from '../../new-id'
import { Choose } from '../../primitives/choose'
import { Panel } from '../../primitives/panel'
import { pointWords } from '../../store/drawing-state'
import { useDocument, useProject, useUnit } from '../../store/store'
import { useWorkOut } from '../../store/use-work-out'
import { shapesAround } from './shapes-around'
import type { EditorProps } from './editor'

const WAYS = { across: 'so far along and up', polar: 'at a distance and an angle', round: 'on a circle, at an angle' }
type Way = keyof typeof WAYS

const wayOf = (saved: SavedPlace): Way => ('on' in saved ? 'round' : 'away' in saved ? 'polar' : 'across')

/** A place on a drawing, as its sentence says it; how it is given is changed in a small panel. */
export function PlaceEditor({ step, spec, saved, write, report, field }: EditorProps<PlaceField, SavedPlace>) {
  const now = report?.values[field] as readonly [number, number] | undefined
  const failed = report?.problems.some((p) => p.field === field) ?? false
  const words = usePlaceWords(step.id)(saved, now)
  return (
    <Panel
      label={spec.label}
      says={words}
      className="w-72 p-3"
      figure={{
        className: `figure ${failed ? 'text-rust' : ''} ${isFree(saved) ? 'font-normal' : ''}`,
        'aria-label': `${spec.label}, ${words}`,
        title: isFree(saved) ? `${spec.label}: free to be dragged` : spec.label,
        'data-field': `${step.id}.${field}`,
      }}
    >
      <PlacePanel of={step.id} saved={saved} now={now ?? [0, 0]} write={write} />
    </Panel>
  )
}

/** Places in a row: as many as there are, each changed in the panel. */
export const PlacesEditor = ({ saved, write, ...more }: EditorProps<PlacesField, SavedPlace[]>) => (
  <PlaceList {...more} {...{ saved, write }} least={more.spec.least} another={() => write([...saved, beside(saved)])} />
)

/** The same where each has a name of its own, which stays when others come and go. */
export function SpotsEditor({ saved, write, ...more }: EditorProps<SpotsField, SavedSpot[]>) {
  const own = named(saved)
  return (
    <PlaceList
      {...more}
      {...{ saved: own, write }}
      least={0}
      another={() => write([...own, { ...beside(own), id: newId() }])}
    />
  )
}

/** A place that does not lie on the last one: a centimetre to its right, where that has figures of its own. */
function beside(saved: readonly SavedPlace[]): SavedPlace {
  const last = saved.at(-1)
  if (!last || !('along' in last)) return { along: '0', up: '0', from: '' }
  return { along: typeof last.along === 'number' ? last.along + 10 : NUMBER.test(last.along) ? `${Number(last.along) + 10}` : `${last.along} + 10`, up: last.up, from: last.from } // prettier-ignore
}
const NUMBER = /^-?\d+(\.\d+)?$/

function PlaceList<P extends SavedPlace>({
  step,
  spec,
  saved,
  write,
  report,
  field,
  least,
  another,
}: EditorProps<PlacesField | SpotsField, P[]> & { least: number; another: () => void }) {
  const now = (report?.values[field] ?? []) as readonly (readonly [number, number])[]
  const words = usePlaceWords(step.id)
  return (
    <Panel
      label={spec.label}
      says={saved.length === 1 ? '1 place' : `${saved.length} places`}
      figure={{ 'aria-label': `${spec.label}, ${saved.length}` }}
      className="w-72 overflow-y-auto p-3"
    >
      {saved.map((place, i) => (
        <details key={i} className="border-b border-hair py-1">
          <summary className="figure">
            {i + 1}: {words(place, now[i])}
          </summary>
          <PlacePanel
            of={step.id}
            saved={place}
            now={now[i] ?? [0, 0]}
            write={(next) => write(saved.map((p, k) => (k === i ? { ...next, ...idOf(p) } : p) as P))}
          />
          <button
            type="button"
            className="figure"
            disabled={saved.length <= least}
            onClick={() => write(saved.filter((_, k) => k !== i))}
          >
            take it out
          </button>
        </details>
      ))}
      <button type="button" className="figure mt-1" onClick={another}>
        another place
      </button>
    </Panel>
  )
}

const idOf = (p: SavedSpot) => (p.id === undefined ? {} : { id: p.id })

const isFree = (saved: SavedPlace): boolean =>
  'along' in saved && (typeof saved.along === 'number' || typeof saved.up === 'number')

/** How a place is said. */
function usePlaceWords(shape: string) {
  const unit = useUnit()
  const document = useDocument()
  const { letter } = shapesAround(document, shape)
  const whose = (from: string) => {
    const dot = from.lastIndexOf('.')
    return pointWords(letter(from.slice(0, dot)), from.slice(dot + 1))
  }
  const coordinate = (c: number | string) => (typeof c === 'number' ? formatLength(c, unit) : toEditedFormula(c, unit))
  return (saved: SavedPlace, now?: readonly [number, number]): string => {
    if ('on' in saved) return `on ${letter(saved.on) ?? '?'} at ${saved.angle}°`
    if ('away' in saved)
      return `${toEditedFormula(saved.away, unit)} at ${saved.angle}°${saved.from ? ` from ${whose(saved.from)}` : ''}`
    const still = Number(saved.along) === 0 && Number(saved.up) === 0
    if (still) return saved.from ? whose(saved.from) : 'the datum'
    const figures = saved.from || !now ? [coordinate(saved.along), coordinate(saved.up)] : now.map((v) => formatLength(v, unit)) // prettier-ignore
    return `${figures.join(', ')}${saved.from ? ` from ${whose(saved.from)}` : ''}`
  }
}

function PlacePanel({
  of,
  saved,
  now,
  write,
}: {
  of: string
  saved: SavedPlace
  now: readonly [number, number]
  write: (next: SavedPlace) => void
}) {
  const document = useDocument()
  const { step, before, letter } = shapesAround(document, of)
  const report = useProject((s) => s.build?.steps.find((r) => r.id === step)?.values.shapes) as
    ShapeReport[] | undefined
  const drawn = (report ?? []).flatMap((r) => (r.drawn && before.some((b) => b.id === r.id) ? [r.drawn] : []))
  const points = Object.fromEntries(
    drawn.flatMap((d) => Object.keys(d.points).map((p) => [`${d.id}.${p}`, pointWords(letter(d.id), p)] as const)),
  )
  const rounds = Object.fromEntries(drawn.flatMap((d) => (d.round ? [[d.id, letter(d.id) ?? '?'] as const] : [])))
  const figure = (v: number) => String(Math.round(v * 1000) / 1000)
  const change = (way: Way) => {
    if (way === 'across') write({ along: figure(now[0]), up: figure(now[1]), from: '' })
    const angle = figure((Math.atan2(now[1], now[0]) * 180) / Math.PI)
    if (way === 'polar') write({ away: figure(Math.hypot(...now)), angle, from: '' })
    const [first] = Object.keys(rounds)
    if (way === 'round' && first) write({ on: first, angle })
  }
  const ways = Object.fromEntries(Object.entries(WAYS).filter(([w]) => w !== 'round' || Object.keys(rounds).length > 0))
  const from = 'from' in saved && (
    <p>
      from{' '}
      <Choose
        label="What it is measured from"
        value={saved.from || 'datum'}
        options={{ datum: 'the datum', ...points }}
        onChange={(next) => write({ ...saved, from: next === 'datum' ? '' : next })}
      />
    </p>
  )
  return (
    <div className="flex flex-col gap-1.5 py-1">
      <Choose label="How the place is given" value={wayOf(saved)} options={ways} onChange={(w) => change(w as Way)} />
      {'along' in saved && (
        <>
          <Coordinate label="Along" saved={saved.along} write={(along) => write({ ...saved, along })} />
          <Coordinate label="Up" saved={saved.up} write={(up) => write({ ...saved, up })} />
        </>
      )}
      {'away' in saved && (
        <Formula label="The distance" saved={saved.away} write={(away) => write({ ...saved, away })} />
      )}
      {'on' in saved && (
        <p>
          on <Choose label="The circle" value={saved.on} options={rounds} onChange={(on) => write({ ...saved, on })} />
        </p>
      )}
      {'angle' in saved && (
        <Formula label="The angle" plain saved={saved.angle} write={(angle) => write({ ...saved, angle })} />
      )}
      {from}
    </div>
  )
}

/** A coordinate: fixed by a figure, or let go so that it can be dragged. */
function Coordinate({
  label,
  saved,
  write,
}: {
  label: string
  saved: number | string
  write: (next: number | string) => void
}) {
  const value = useWorkOut('document')(String(saved))
  return (
    <span className="flex items-baseline gap-3">
      <Formula label={label} saved={String(saved)} write={write} />
      <button
        type="button"
        className="figure"
        onClick={() => write(typeof saved === 'number' ? String(saved) : value.ok ? value.value : 0)}
      >
        {typeof saved === 'number' ? 'fix it' : 'let it go'}
      </button>
    </span>
  )
}

function Formula({
  label,
  saved,
  write,
  plain = false,
}: {
  label: string
  saved: string
  write: (formula: string) => void
  /** An angle, in degrees. */
  plain?: boolean
}) {
  const unit = useUnit()
  const shown = plain ? saved : toEditedFormula(saved, unit)
  const [text, setText] = useState<string>()
  const workOut = useWorkOut()
  const good = text === undefined || plain ? text?.trim() !== '' : workOut(text).ok
  const done = () => {
    if (text !== undefined && good && text !== shown) write(plain ? text.trim() : toStoredFormula(text, 'length', unit))
    setText(undefined)
  }
  return (
    <label className="flex items-baseline gap-2">
      {label.toLowerCase()}
      <input
        aria-label={label}
        aria-invalid={!good}
        value={text ?? shown}
        size={Math.max(7, (text ?? shown).length)}
        className="border-b border-rule bg-transparent px-1 font-semibold text-figure outline-none focus:border-figure"
        onFocus={(e) => e.target.select()}
        onChange={(e) => setText(e.target.value)}
        onBlur={done}
        onKeyDown={(e) => {
          if (e.key === 'Enter') done()
          if (e.key === 'Escape' && text !== undefined) {
            e.stopPropagation()
            setText(undefined)
          }
        }}
      />
      {plain && '°'}
    </label>
  )
}
