'use client'
import { Fragment, useEffect, useRef } from 'react'
import { describePick, type Pick } from '@/core/fit/picks'
import { formatLength } from '@/core/units/length'
import { useActions } from '../actions/actions-context'
import { GrowPick } from './grow-pick'
import { TwoPicks } from './measured-line'
import { SeveralPicks } from './several-picks'
import { ABOUT, type Verb } from './verb'
import { VerbButtons } from './verb-buttons'
import { verbsFor } from './verbs'
import { useDocument, useProject, useProjectStore, useUnit } from '../store/store'

/** One line at the foot of the scene: what was picked, its size, and the verbs that make sense for it. */
export function FootLine() {
  const picks = useProject((s) => s.picks)
  const hover = useProject((s) => s.hover)
  const measuring = useProject((s) => s.measuring)
  const importing = useProject((s) => s.importing)
  const failure = useProject((s) => s.failure)
  const unit = useUnit()
  const format = (mm: number) => formatLength(mm, unit)
  const [first, second, third] = picks
  if (importing)
    return (
      <Foot>
        <p role="status">
          Reading <b>{importing.name}</b>: {importing.progress.stage.toLowerCase()},{' '}
          {Math.round(importing.progress.share * 100)} %{' '}
          <button type="button" className="figure ml-4" onClick={importing.stop}>
            stop
          </button>
        </p>
        <progress
          className="mt-1 h-1 w-full appearance-none overflow-hidden bg-hair [&::-moz-progress-bar]:bg-figure [&::-webkit-progress-bar]:bg-hair [&::-webkit-progress-value]:bg-figure"
          value={importing.progress.share}
          aria-label="Import progress"
        />
      </Foot>
    )
  if (failure)
    return (
      <Foot>
        <p role="alert" className="text-rust">
          ■ The build stopped: {failure} Undo the last change, or reload the page; everything saved is kept.
        </p>
      </Foot>
    )
  if (first && second)
    return <Foot>{third ? <SeveralPicks picks={picks} /> : <TwoPicks first={first} second={second} />}</Foot>
  if (first)
    return (
      <Foot>
        <p>
          {describePick(first, format)} <span className="text-soft">· {first.ownerName}</span>
          {first.thickness !== undefined && first.kind === 'surface' && (
            <span className="text-soft"> · {format(first.thickness)} thick there</span>
          )}
          {first.bend !== undefined && <span className="text-soft"> · {bendWords(first.bend, format)}</span>}
          <GrowPick picks={picks} />
          {measuring && <span className="text-ochre"> · now point at the other place</span>}
        </p>
        <Verbs pick={first} />
      </Foot>
    )
  return hover ? (
    <Foot quiet>
      <p className="text-soft">
        {describePick(hover, format)} · {hover.ownerName}
      </p>
    </Foot>
  ) : null
}

/** Says how much of the scene it hides as `--foot`: what is dragged there stands clear of it. */
function Foot({ children, quiet = false }: { children: React.ReactNode; quiet?: boolean }) {
  const foot = useRef<HTMLDivElement>(null)
  useEffect(() => {
    const { parentElement: scene } = foot.current!
    const watch = new ResizeObserver(() =>
      scene?.style.setProperty('--foot', `${scene.clientHeight - foot.current!.offsetTop}px`),
    )
    watch.observe(foot.current!)
    return () => {
      watch.disconnect()
      scene?.style.removeProperty('--foot')
    }
  }, [])
  return (
    <div
      ref={foot}
      className={`absolute right-4 bottom-4 left-4 z-10 border-t-2 bg-sheet px-4 py-2 text-[15px] ${quiet ? 'pointer-events-none border-rule' : 'border-ink'}`}
    >
      {children}
    </div>
  )
}

/** Beyond this radius, mm, a face counts as flat. */
const FLAT = 2000

/** How strongly a face bends, by its radius there. */
const bendWords = (bend: number, format: (mm: number) => string): string =>
  Math.abs(bend) * FLAT < 1
    ? 'flat there'
    : `${bend > 0 ? 'bulged' : 'hollow'} by a radius of ${format(1 / Math.abs(bend))} there`

/** More verbs than this are folded, to so many at least. */
const [MANY, FEW] = [10, 7]

/** The few verbs that are shown at first, in their order: how to measure, what makers want most, one of what it is of; where parts are divided, those that do. */
function fewOf(verbs: readonly Verb[]): Verb[] {
  const dividing = verbs.filter(([, , about]) => about === 'divide')
  if (dividing.length > 0) return [...dividing, verbs[0]!]
  const feature = verbs.find(([, , about]) => about === 'feature')
  const first = new Set([verbs[0]!, ...verbs.filter(([, , , , often]) => often), ...(feature ? [feature] : [])])
  for (const verb of verbs) if (first.size < FEW) first.add(verb)
  return verbs.filter((v) => first.has(v))
}

function Verbs({ pick }: { pick: Pick }) {
  const store = useProjectStore()
  const actions = useActions()
  const document = useDocument()
  // What is offered rests on what is built.
  useProject((s) => s.build)
  const verbs = verbsFor(pick, store.getState(), document, actions)
  const all = useProject((s) => s.allVerbs) || verbs.length <= MANY
  const few = fewOf(verbs)
  const fold = verbs.length > MANY && (
    <button
      type="button"
      aria-expanded={all}
      className="hover:text-ink"
      onClick={() => store.getState().set({ allVerbs: !all })}
    >
      {all ? 'fewer' : `${verbs.length - few.length} more …`}
    </button>
  )
  if (!fold || !all)
    return (
      <p className="flex flex-wrap gap-x-5 text-soft">
        With this:
        <VerbButtons verbs={fold ? few : verbs} />
        {fold}
      </p>
    )
  return (
    <dl tabIndex={-1} className="grid max-h-[38vh] grid-cols-[auto_1fr] gap-x-4 overflow-y-auto text-soft">
      {Object.entries(ABOUT).map(([about, called]) => {
        const own = verbs.filter(([, , of = 'face']) => of === about)
        return (
          own.length > 0 && (
            <Fragment key={about}>
              <dt>{called}</dt>
              <dd className="flex flex-wrap gap-x-5">
                <VerbButtons verbs={own} />
                {about === 'look' && fold}
              </dd>
            </Fragment>
          )
        )
      })}
    </dl>
  )
}
