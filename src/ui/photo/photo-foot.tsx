'use client'
import { useState } from 'react'
import type { ResolvedPhoto } from '@/core/photo/resolve-photo'
import { formatArea, withUnit } from '@/core/units/length'
import { LengthInput } from '../primitives/length-figure'
import { useUnit } from '../store/store'
import { between, type PhotoActs } from './photo-acts'
import { type FootProps, PickedFoot, Verb } from './photo-picked'
import type { TraceCandidate } from '@/worker/photo.worker'
import { type PhotoState, POINTS, type PhotoTool } from '../store/photo-state'

/** What each tool wants pointed at, point by point. */
const ASKS: Readonly<Partial<Record<PhotoTool, readonly string[]>>> = {
  length: ['Point at one end of a length that you know.', 'Point at its other end.'],
  rectangle: [
    'Point at a corner of a rectangle that you know, such as a sheet of paper.',
    'Point at the next corner, clockwise.',
    'Point at the third corner.',
    'Point at the last corner.',
  ],
  check: ['Point at one end of another length that you know.', 'Point at its other end.'],
  trace: ['Point at the thing, or press Enter for the largest one.'],
  circle: ['Point at the edge of the hole, in three places.', 'A second place on its edge.', 'And a third.'],
}

/** The line at the foot of the photo: what to point at, what was said, and the verbs. */
export function PhotoFoot(props: FootProps) {
  const { acts, state } = props
  return (
    <div className="absolute right-4 bottom-4 left-4 z-10 border-t-2 border-ink bg-sheet px-4 py-2 text-[15px]">
      {state.busy ? (
        <p role="status">
          {state.busy} …{' '}
          <button type="button" className="figure ml-4" onClick={() => acts.stopTrace()}>
            stop
          </button>
        </p>
      ) : (
        <>
          {state.said && (
            <p role={state.said.failed ? 'alert' : 'status'} className={state.said.failed ? 'text-rust' : ''}>
              {state.said.failed && '■ '}
              {state.said.text}
            </p>
          )}
          {state.candidates ? (
            <Candidates {...props} candidates={state.candidates} />
          ) : state.tool === 'look' ? (
            <Look {...props} />
          ) : (
            <Placing {...props} />
          )}
        </>
      )}
    </div>
  )
}

function Look({ acts, outline, resolved, state }: FootProps) {
  const scaled = resolved !== undefined
  if (state.picked) return <PickedFoot acts={acts} outline={outline} resolved={resolved} state={state} />
  return (
    <p className="flex flex-wrap gap-x-5 gap-y-1 text-soft">
      {!scaled && <span className="text-ochre">▲ It has no scale yet:</span>}
      <Verb act={() => acts.take('rectangle')}>straighten by a known rectangle</Verb>
      <Verb act={() => acts.take('length')}>scale by a known length</Verb>
      <Verb act={() => acts.take('check')} disabled={!scaled}>
        check a length
      </Verb>
      <Verb act={() => acts.take('trace')} disabled={!scaled}>
        find the outline
      </Verb>
      <Verb act={() => acts.take('draw')}>draw a line</Verb>
      <Verb act={() => acts.take('circle')}>mark a round hole</Verb>
      <Verb act={() => acts.take('size')} disabled={!scaled || outline.photo.loops.length === 0}>
        give it a size
      </Verb>
    </p>
  )
}

const TONES = { paler: 'the paler part alone', darker: 'the darker part alone' } as const

/** Which of the outlines that were found is the thing's. */
function Candidates({ acts, candidates }: FootProps & { candidates: readonly TraceCandidate[] }) {
  const unit = useUnit()
  return (
    <>
      <p role="status">
        <span className="text-ochre">▲</span> What was found is of two tones, one of which may be a shadow. Which is the
        thing?
      </p>
      <p className="flex flex-wrap gap-x-5 gap-y-1 text-soft">
        {candidates.map((candidate, i) => (
          <span
            key={i}
            onPointerEnter={() => acts.set({ pointed: i })}
            onPointerLeave={() => acts.set({ pointed: undefined })}
            onFocus={() => acts.set({ pointed: i })}
          >
            <Verb act={() => acts.takeCandidate(candidate)}>
              {candidate.tone ? TONES[candidate.tone] : 'all of it'} ({i + 1}), {formatArea(candidate.area, unit)}
            </Verb>
          </span>
        ))}
        <Verb act={() => acts.take('look')}>leave it</Verb>
      </p>
    </>
  )
}

function Placing(props: FootProps) {
  const { acts, state, resolved } = props
  const { tool, points, anchors } = state
  const full = tool === 'size' ? anchors.length === 2 : points.length >= POINTS[tool] && tool !== 'circle'
  return (
    <>
      <p>{full ? <Asked {...props} /> : tool === 'draw' ? <Drawing {...props} /> : asks(state)}</p>
      <p className="flex flex-wrap gap-x-5 text-[14px] text-soft">
        {!full && tool !== 'trace' && tool !== 'size' && (
          <span>Points go to the nearest edge; with Alt they stay. Arrow keys and Enter place them too.</span>
        )}
        {tool === 'trace' && <TraceSettings acts={acts} />}
        {(points.length > 0 || anchors.length > 0 || state.drawn.nodes.length > 0) && (
          <Verb act={() => acts.back()}>one back</Verb>
        )}
        <Verb act={() => acts.take('look')}>leave it</Verb>
        {tool === 'check' && points.length === 2 && resolved && (
          <Measured resolved={resolved} a={points[0]!} b={points[1]!} />
        )}
      </p>
    </>
  )
}

const asks = ({ tool, points, anchors }: PhotoState): string =>
  tool === 'size'
    ? anchors.length === 0
      ? 'Point at one end of the size: a point of the outline, or the middle of a hole.'
      : 'Point at its other end.'
    : (ASKS[tool]?.[points.length] ?? '')

function Measured({
  resolved,
  a,
  b,
}: {
  resolved: ResolvedPhoto
  a: readonly [number, number]
  b: readonly [number, number]
}) {
  const unit = useUnit()
  return <span>On the photo it is {withUnit(between(resolved.map, a, b), unit)}.</span>
}

/** What is asked for once all is pointed at. */
function Asked({ acts, state }: FootProps) {
  const [width, setWidth] = useState<string>()
  const [how, setHow] = useState<'scale' | 'move'>('scale')
  const leave = () => acts.take('look')
  const field = (label: string, done: (length: string) => void) => (
    <LengthInput
      key={label}
      label={label}
      least={0.001}
      keep
      placeholder="a length or a reading"
      onDone={(length) => (length === undefined ? leave() : done(length))}
    />
  )
  switch (state.tool) {
    case 'length':
      return <>From point to point it is {field('The known length', (l) => acts.setLength(l))}</>
    case 'check':
      return <>It should be {field('The length to check', (l) => acts.addCheck(l))}</>
    case 'rectangle':
      return width === undefined ? (
        <>From the first to the second corner it is {field('From the first to the second corner', setWidth)}</>
      ) : (
        <>
          and from the second to the third{' '}
          {field('From the second to the third corner', (height) => acts.setRectangle(width, height))}
        </>
      )
    case 'size':
      return (
        <>
          It is {field('The size', (l) => acts.addSize(l, how))} and for that{' '}
          <Verb act={() => setHow(how === 'scale' ? 'move' : 'scale')}>
            {how === 'scale' ? 'the whole outline is scaled' : 'the far end is moved'}
          </Verb>
        </>
      )
    default:
      return null
  }
}

const GOES_ON = { line: 'straight', arc: 'in an arc', curve: 'in a curve' } as const

function Drawing({ acts, state }: FootProps) {
  const { drawn } = state
  const first = drawn.nodes.length === 0
  return (
    <span className="flex flex-wrap gap-x-5">
      {first
        ? 'Point at where the line begins.'
        : drawn.next === 'arc' && !drawn.via
          ? 'Point at a place on the arc.'
          : 'Point at where it goes.'}
      <span className="text-soft">
        It goes on{' '}
        {(['line', 'arc', 'curve'] as const).map((kind) => (
          <button
            key={kind}
            type="button"
            aria-pressed={drawn.next === kind}
            title={`${kind[0]} on the keyboard`}
            className={`mr-3 ${drawn.next === kind ? 'font-semibold text-ink underline underline-offset-4' : 'figure'}`}
            onClick={() => acts.set({ drawn: { nodes: drawn.nodes, next: kind } })}
          >
            {GOES_ON[kind]}
          </button>
        ))}
      </span>
      {drawn.nodes.length > 1 && <Verb act={() => acts.endLine(true)}>close it (e)</Verb>}
      {drawn.nodes.length > 1 && <Verb act={() => acts.endLine(false)}>leave it open</Verb>}
    </span>
  )
}

/** How finely the outline is followed, and how faint an edge may be. */
function TraceSettings({ acts }: { acts: PhotoActs }) {
  const [tolerance, setTolerance] = useState(0.15)
  const [level, setLevel] = useState(1)
  return (
    <span className="flex flex-wrap items-baseline gap-x-4">
      <label>
        lines and arcs within{' '}
        <select
          aria-label="How near lines and arcs stay to the edge"
          className="figure bg-transparent"
          value={tolerance}
          onChange={(e) => setTolerance(Number(e.target.value))}
        >
          {[0.05, 0.1, 0.15, 0.25, 0.4, 0.8].map((t) => (
            <option key={t} value={t}>
              {t} mm
            </option>
          ))}
        </select>
      </label>
      <label className="inline-flex items-center gap-2">
        fainter edges
        <input
          type="range"
          min={0.3}
          max={1.4}
          step={0.05}
          value={1.7 - level}
          aria-label="How faint an edge may be"
          onChange={(e) => setLevel(1.7 - Number(e.target.value))}
        />
      </label>
      <Verb act={() => void acts.trace(undefined, tolerance, level)}>find the largest thing</Verb>
    </span>
  )
}
