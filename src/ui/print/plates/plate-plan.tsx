'use client'
import { useRef, useState } from 'react'
import type { Vec2 } from '@/core/geometry/vec'
import { formatLength } from '@/core/units/length'
import type { OnPlateView, PlateView } from '@/worker/plate-views'
import { useUnit } from '../../store/store'
import { isSame, type Moved, tenth, type Which, within } from './moved'

/** Lines of the bed lie so far apart, mm; every fifth has its figure. */
const GRID = 10
/** Room round the bed for figures and for what reaches over, mm per mm of its width. */
const RIM = 0.07
/** Arrow keys move by so much, mm; with Shift by a tenth. */
const STEP = 1
/** What is let go nearer to where it was taken was clicked, pixels. */
const CLICK = 3

/** A plate from above: what lies on it can be dragged, also to another plate, and turned. */
export function PlatePlan({
  plate,
  number,
  of,
  bed,
  picked,
  pick,
  lay,
}: {
  plate: PlateView
  number: number
  of: number
  bed: readonly [number, number, number]
  picked: Which
  pick: (lies: OnPlateView | undefined) => void
  lay: (moved: Moved) => void
}) {
  const [width, depth] = bed
  const rim = RIM * Math.max(width, depth)
  const dragging = useDrag(lay)
  const wrong = new Set([...plate.over, ...plate.close.flat()])
  const said = [
    ...plate.close.map(([a, b]) => `${plate.lies[a]!.name} and ${plate.lies[b]!.name} touch or nearly do.`),
    ...plate.over.map((i) => `${plate.lies[i]!.name} reaches over the edge.`),
  ]
  return (
    <figure aria-label={`Plate ${number}`} className="flex min-h-0 flex-col">
      {(of > 1 || said.length > 0) && (
        <figcaption className="flex gap-4 text-[14px]">
          {of > 1 && <span className="font-semibold">Plate {number}</span>}
          {said.length > 0 && (
            <span role="alert" className="text-rust">
              ■ {said.join(' ')}
            </span>
          )}
        </figcaption>
      )}
      <svg
        data-plate={number}
        viewBox={`${-rim} ${-rim} ${width + 2 * rim} ${depth + 2 * rim}`}
        className="min-h-0 flex-1 touch-none"
        onPointerDown={(e) => !(e.target as Element).closest('[role=button]') && pick(undefined)}
      >
        <g data-bed transform={`matrix(1 0 0 -1 0 ${depth})`}>
          <rect width={width} height={depth} className="fill-sheet stroke-rule" strokeWidth={0.4} />
          <BedLines width={width} depth={depth} />
          {plate.lies.map((l, i) => (
            <Lying
              key={`${l.id} ${l.copy}`}
              lies={l}
              isPicked={isSame(l, picked)}
              isWrong={wrong.has(i)}
              by={dragging.of && isSame(dragging.of, { part: l.id, copy: l.copy }) ? dragging.by : undefined}
              events={dragging.events(l, number, () => pick(l))}
              onKeyDown={(e) => {
                const next = byKey(e, l)
                if (!next) return
                e.preventDefault()
                pick(l)
                lay({ lies: l, plate: number, at: l.at, turned: l.turned, ...next })
              }}
              onFocus={() => pick(l)}
            />
          ))}
        </g>
        <Scale width={width} depth={depth} />
      </svg>
    </figure>
  )
}

function byKey(e: React.KeyboardEvent, { at, turned }: OnPlateView): Partial<Moved> | undefined {
  const step = e.shiftKey ? STEP / 10 : STEP
  const slide: Record<string, Vec2> = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowDown: [0, -step], ArrowUp: [0, step] } // prettier-ignore
  const by = slide[e.key]
  if (by) return { at: [tenth(at[0] + by[0]), tenth(at[1] + by[1])] }
  if (e.key === 'r' && !e.ctrlKey && !e.metaKey) return { turned: within(turned + 90) }
  return undefined
}

function Lying({
  lies,
  isPicked,
  isWrong,
  by,
  events,
  ...keys
}: {
  lies: OnPlateView
  isPicked: boolean
  isWrong: boolean
  by: Vec2 | undefined
  events: React.SVGAttributes<SVGGElement>
  onKeyDown: (e: React.KeyboardEvent) => void
  onFocus: () => void
}) {
  const [x, y] = [lies.at[0] + (by?.[0] ?? 0), lies.at[1] + (by?.[1] ?? 0)]
  const tone = isWrong ? 'var(--rust)' : isPicked ? 'var(--figure)' : 'var(--ink)'
  const letters = Math.min(7, Math.max(2.5, (1.6 * lies.size[0]) / Math.max(4, lies.name.length)))
  return (
    <g
      tabIndex={0}
      role="button"
      aria-pressed={isPicked}
      aria-label={`${lies.name}, ${lies.copy + 1}`}
      className="cursor-grab outline-none"
      {...events}
      {...keys}
    >
      <g transform={by ? `translate(${by.join(' ')})` : undefined}>
        <path
          d={lies.path}
          transform={`matrix(${lies.matrix.join(' ')})`}
          fill={lies.color}
          stroke={tone}
          strokeWidth={isPicked || isWrong ? 0.9 : 0.35}
          strokeDasharray={isWrong ? '2.4 1.2' : undefined}
        />
      </g>
      <text
        transform={`matrix(1 0 0 -1 ${x} ${y})`}
        textAnchor="middle"
        dominantBaseline="central"
        fontSize={letters}
        className="fill-ink select-none"
      >
        {lies.name}
        {lies.byHand ? ' ·' : ''}
      </text>
    </g>
  )
}

/** Drags what lies on a plate, and lays it on the plate over which it is let go. */
function useDrag(lay: (moved: Moved) => void) {
  const [state, setState] = useState<{ of: OnPlateView; by: Vec2 }>()
  /** Where it was taken, on the screen. */
  const from = useRef<Pointed | undefined>(undefined)
  const events = (lies: OnPlateView, plate: number, pick: () => void): React.SVGAttributes<SVGGElement> => ({
    onPointerDown: (e) => {
      e.currentTarget.setPointerCapture(e.pointerId)
      from.current = { clientX: e.clientX, clientY: e.clientY }
      pick()
    },
    onPointerMove: (e) => {
      if (!from.current) return
      setState({ of: lies, by: between(bedOf(e.currentTarget), from.current, e) })
    },
    onPointerUp: (e) => {
      const start = from.current
      from.current = undefined
      setState(undefined)
      const over = document.elementsFromPoint(e.clientX, e.clientY).find((el) => el instanceof SVGSVGElement && el.dataset.plate) // prettier-ignore
      if (!start || Math.hypot(e.clientX - start.clientX, e.clientY - start.clientY) < CLICK) return
      const own = bedOf(e.currentTarget)
      const on = over instanceof SVGSVGElement ? Number(over.dataset.plate) : plate
      // Where it is held, it lies under the pointer on another plate too.
      const held = onBed(own, start)
      const now = onBed(over?.querySelector<SVGGElement>('[data-bed]') ?? own, e)
      const at: Vec2 = [tenth(lies.at[0] + now[0] - held[0]), tenth(lies.at[1] + now[1] - held[1])]
      lay({ lies, plate: on, at, turned: lies.turned })
    },
    onPointerCancel: () => {
      from.current = undefined
      setState(undefined)
    },
  })
  return { ...state, events }
}

const bedOf = (el: Element): SVGGElement => el.closest<SVGGElement>('[data-bed]')!

interface Pointed {
  clientX: number
  clientY: number
}

function between(bed: SVGGElement, from: Pointed, to: Pointed): Vec2 {
  const [a, b] = [onBed(bed, from), onBed(bed, to)]
  return [b[0] - a[0], b[1] - a[1]]
}

/** Where the pointer is, mm from the bed's front left corner. */
function onBed(bed: SVGGElement, { clientX, clientY }: Pointed): Vec2 {
  const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(bed.getScreenCTM()!.inverse())
  return [x, y]
}

const every = (step: number, to: number): number[] => Array.from({ length: Math.floor(to / step + 1e-9) + 1 }, (_, i) => i * step) // prettier-ignore

function BedLines({ width, depth }: { width: number; depth: number }) {
  const d = [...every(GRID, width).map((x) => `M${x} 0V${depth}`), ...every(GRID, depth).map((y) => `M0 ${y}H${width}`)]
  return <path d={d.join('')} className="stroke-hair" strokeWidth={0.25} fill="none" />
}

function Scale({ width, depth }: { width: number; depth: number }) {
  const unit = useUnit()
  const size = Math.max(width, depth) / 55
  return (
    <g className="fill-soft" fontSize={size} aria-hidden>
      {every(5 * GRID, width).map((x) => (
        <text key={`x${x}`} x={x} y={depth + 1.6 * size} textAnchor="middle">
          {formatLength(x, unit)}
        </text>
      ))}
      {every(5 * GRID, depth)
        .slice(1)
        .map((y) => (
          <text key={`y${y}`} x={-0.6 * size} y={depth - y} textAnchor="end" dominantBaseline="central">
            {formatLength(y, unit)}
          </text>
        ))}
    </g>
  )
}
