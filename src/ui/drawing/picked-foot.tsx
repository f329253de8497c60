'use client'
import { useMemo } from 'react'
import type { Drawn, ShapeRole } from '@/core/fields/drawn-shape'
import type { SavedShape } from '@/core/fields/shapes'
import { areaOf, boundsOf, middleOf } from '@/core/profile/measure'
import { formatLength } from '@/core/units/length'
import { describePick, type Pick as Picked } from '@/core/fit/picks'
import { markWords, type PickedMark } from '../store/drawing-state'
import { bodiesOf, edgesOf, facesOf, roundsOf } from '../store/taken'
import { useAdditions } from '../actions/offers'
import { useActions } from '../actions/actions-context'
import { useProject, useProjectStore, useUnit } from '../store/store'
import type { DrawingActs } from './drawing-acts'
import type { FootProps } from './foot-props'
import { mended } from './loose-ends'
import { isOf, type Marked } from './marked'
import { tiesFor } from './tie-acts'
import { Verb } from './verb'

const ROLES: Readonly<Record<ShapeRole, string>> = {
  material: 'make it material',
  hole: 'make it a hole',
  guide: 'make it a guide',
}

/** What is picked and what can be done with it. */
export function PickedFoot({ acts, state, drawn, saved, letter, marks, region, meant, loose, crossed }: FootProps) {
  const store = useProjectStore()
  const unit = useUnit()
  const [first] = state.picked
  const picks = useProject((s) => s.picks)
  const shape = saved.find((s) => s.id === first)
  const it = drawn.find((d) => d.id === first)
  if (!shape && picks.length > 0) return <Behind acts={acts} picks={picks} />
  if (!shape && state.marks.length > 0) return <Marks acts={acts} state={state} saved={saved} letter={letter} />
  if (!shape)
    return (
      <>
        <Clicked acts={acts} region={region} meant={meant} />
        <OpenEnds acts={acts} loose={loose} crossed={crossed} saved={saved} />
        <p className="text-soft">
          {saved.length === 0
            ? 'Nothing is drawn yet. Choose what to draw, or press its key.'
            : 'Pick a shape or a point, with shift several; drag a small square to move what is free.'}
        </p>
        <Told state={state} />
      </>
    )
  const kind = acts.kinds.find((k) => k.kind === shape.kind)
  const figure = Object.entries(kind?.fields ?? {}).find(([, spec]) => spec.type === 'length')?.[0]
  const roles = 'is' in (kind?.fields ?? {}) ? (Object.keys(ROLES) as ShapeRole[]).filter((r) => r !== it?.is) : []
  return (
    <>
      <p>
        <b>{state.picked.map((id) => letter(id)).join(', ')}</b>
        {state.picked.length === 1 && `, ${kind?.title ?? shape.kind}`}
        {it?.round && (
          <span className="text-soft">
            {' '}
            · Ø {formatLength(2 * it.round.radius, unit)}, r {formatLength(it.round.radius, unit)}
          </span>
        )}
      </p>
      <p className="flex flex-wrap gap-x-4 text-soft">
        With this:
        {figure && state.picked.length === 1 && (
          <Verb act={() => store.getState().set({ editing: `${shape.id}.${figure}` })}>its size</Verb>
        )}
        {roles.map((role) => (
          <Verb key={role} act={() => state.picked.forEach((id) => acts.setField(id, 'is', role))}>
            {ROLES[role]}
          </Verb>
        ))}
        {acts.kinds.map((k) =>
          k.ofPicked && state.picked.length >= (k.ofPicked.least ?? 1) ? (
            <Verb key={k.kind} act={() => acts.ofPicked(k)}>
              {k.ofPicked.words}
            </Verb>
          ) : null,
        )}
        <FreeFigures acts={acts} shape={shape} drawn={it} />
        <Verb act={() => acts.takeOut(state.picked)}>take it out</Verb>
      </p>
      <Ties acts={acts} marks={tieable(state, marks)} quiet />
      <Told state={state} />
    </>
  )
}

/** Faces behind the drawing that are picked, and what can be taken of them. */
function Behind({ acts, picks }: Pick<FootProps, 'acts'> & { picks: readonly Picked[] }) {
  const references = useProject((s) => s.build?.references)
  const unit = useUnit()
  const faces = facesOf(picks, references)
  const edges = edgesOf(picks, 'piece')
  const bodies = bodiesOf(picks)
  const whose = picks.length > 1 ? 'their' : 'its'
  return (
    <p className="flex flex-wrap gap-x-5">
      <span>
        {describePick(picks[0]!, (mm) => formatLength(mm, unit))} · {picks[0]!.ownerName}
        {picks.length > 1 && ` and ${picks.length - 1} more`}
      </span>
      {faces.length > 0 && <Verb act={() => acts.takeEdges(faces)}>take {whose} edges</Verb>}
      {edges.length > 0 && (
        <>
          <Verb act={() => acts.takeEdges(edges)}>
            {edges.length > 1 ? 'the marked edges alone' : 'the marked edge alone'}
          </Verb>
          <Verb act={() => acts.takeEdges(edgesOf(picks, 'smooth'))}>with what runs on from it</Verb>
          <Verb act={() => acts.takeEdges(roundsOf(picks))}>all the way round</Verb>
        </>
      )}
      <Verb act={() => acts.takeBodies('cut', bodies)}>take {whose} section</Verb>
      <Verb act={() => acts.takeBodies('seen', bodies)}>take {whose} silhouette</Verb>
    </p>
  )
}

/** Why something could not be done. */
const Told = ({ state }: Pick<FootProps, 'state'>) =>
  state.told ? (
    <p role="alert" className="text-rust">
      ▲ {state.told}
    </p>
  ) : null

/** What is picked to be tied: of a shape the edge that was clicked, or all of it where it was picked by its letter. */
function tieable({ picked, marks }: FootProps['state'], all: readonly Marked[]): PickedMark[] {
  const whole = picked
    .filter((id) => !marks.some((m) => isOf(m.mark, id)))
    .flatMap((id) => all.find((m) => m.mark === id) ?? [])
  return [...marks, ...whole.map(({ what, mark }) => ({ what, mark }))]
}

/** Points that are picked, alone or with edges. */
function Marks({ acts, state, saved, letter }: Pick<FootProps, 'acts' | 'state' | 'saved' | 'letter'>) {
  const names = state.marks.map((m) => markWords((id) => (saved.some((s) => s.id === id) ? letter(id) : undefined), m.mark)) // prettier-ignore
  return (
    <>
      <p>
        <b>{names.join(', ')}</b>
      </p>
      <Ties acts={acts} marks={state.marks} />
      <Told state={state} />
    </>
  )
}

/** The ties that can be made of what is picked. */
function Ties({
  acts,
  marks,
  quiet = false,
}: Pick<FootProps, 'acts'> & { marks: readonly PickedMark[]; quiet?: boolean }) {
  const ties = tiesFor(acts.kinds, marks)
  if (ties.length === 0 && quiet) return null
  if (ties.length === 0)
    return <p className="text-soft">Nothing ties these to each other; pick two of them, or another one with shift.</p>
  return (
    <p className="flex flex-wrap gap-x-4 text-soft">
      Tie:
      {ties.map(({ kind, fields }) => (
        <Verb key={kind.kind} act={() => acts.tie(kind, fields)} title={kind.about}>
          {kind.ofMarks!.words}
        </Verb>
      ))}
    </p>
  )
}

/** Lets figures of a shape be free, or fixes them where they are. */
function FreeFigures({ acts, shape, drawn }: { acts: DrawingActs; shape: SavedShape; drawn: Drawn | undefined }) {
  const kind = acts.kinds.find((k) => k.kind === shape.kind)
  const report = acts.reports.find((r) => r.id === shape.id)
  const specs = Object.entries(kind?.fields ?? {})
  const figures = specs.filter(([, spec]) => spec.type === 'length' && spec.free).map(([name]) => name)
  const places = specs.filter(([, spec]) => spec.type === 'place').map(([name]) => name)
  if (!drawn || !report) return null
  const free = (name: string) => typeof shape.fields[name] === 'number' || isFreePlace(shape.fields[name])
  const own = [...figures, ...places.filter((p) => isPlain(shape.fields[p]))]
  const fine = (v: number) => Math.round(v * 1000) / 1000
  const set = (name: string, to: 'free' | 'given') => {
    const was = shape.fields[name]
    const now = report.values[name]
    if (typeof now === 'number') return acts.setFree(shape.id, name, to === 'free' ? now : String(fine(now)))
    const put = (c: unknown) => (to === 'free' ? Number(c) : String(fine(Number(c))))
    const place = was as { along: unknown; up: unknown; from?: string }
    const at = place.from ? [place.along, place.up] : (now as readonly number[])
    acts.setFree(shape.id, name, { ...place, along: put(at[0]), up: put(at[1]) })
  }
  const change = (to: 'free' | 'given') => own.filter((n) => free(n) === (to === 'given')).forEach((n) => set(n, to))
  return (
    <>
      {own.some((n) => !free(n)) && <Verb act={() => change('free')}>let it be free</Verb>}
      {own.some(free) && <Verb act={() => change('given')}>fix it as it is</Verb>}
    </>
  )
}

const isPlain = (place: unknown): boolean =>
  typeof place === 'object' && place !== null && 'along' in place && [place.along, (place as { up?: unknown }).up].every((c) => Number.isFinite(Number(c))) && !(Number(place.along) === 0 && 'from' in place && place.from !== '') // prettier-ignore
const isFreePlace = (place: unknown): boolean =>
  typeof place === 'object' && place !== null && 'along' in place && typeof place.along === 'number'

/** The region that was clicked, and what can be made of it alone. */
function Clicked({ acts, region, meant }: Pick<FootProps, 'acts' | 'region' | 'meant'>) {
  const actions = useActions()
  const offered = useAdditions().flatMap((a) => (a.offer?.goal === 'of a region' ? [a.offer] : []))
  const unit = useUnit()
  const length = (mm: number) => formatLength(Math.round(mm * 100) / 100 + 0, unit)
  if (!region || !meant) return null
  const { cell, on } = meant
  const [x0, y0, x1, y1] = boundsOf(cell)
  const [along, up] = middleOf(cell)
  return (
    <p className="flex flex-wrap gap-x-4">
      <span>
        {on ? 'A region' : 'No material, a region'} of {areaOf(cell).toFixed(1)} mm², {length(x1 - x0)} by{' '}
        {length(y1 - y0)}, its middle at {length(along)}, {length(up)}
      </span>
      <Verb act={() => acts.switchRegion(meant, region)}>{on ? 'switch it off' : 'switch it on'}</Verb>
      {on &&
        offered.map((offer) => (
          <Verb key={offer.key} act={() => actions.take(offer)}>
            {offer.words}
          </Verb>
        ))}
    </p>
  )
}

/** How many ends are open and lines cross without meeting, and what can be done about it. */
function OpenEnds({ acts, loose: ends, crossed, saved }: Pick<FootProps, 'acts' | 'loose' | 'crossed' | 'saved'>) {
  const can = useMemo(() => mended(saved, ends) !== undefined, [saved, ends])
  if (ends.length === 0) return null
  return (
    <p className="text-ochre">
      ▲ {ends.length === 1 ? 'One end meets no other' : `${ends.length} ends meet no other`}
      {crossed > 0 && `, and lines cross at ${crossed === 1 ? 'one place' : `${crossed} places`} without meeting`}, so
      nothing is made there.{' '}
      {can ? (
        <Verb act={() => acts.mend()}>let those that are near meet</Verb>
      ) : (
        <span className="text-soft">
          {crossed > 0 ? 'Pick two that cross to trim them' : 'Draw what is missing between them'}, or make them guides.
        </span>
      )}
    </p>
  )
}
