'use client'
import { ScaleCheckLine } from './scale-check'
import { removeStep, setItemState } from '@/core/document/edits'
import { describePick, measurePicks, type Pick } from '@/core/fit/picks'
import { formatLength, withUnit } from '@/core/units/length'
import { useActions } from '../project/actions-context'
import { type ProjectState, useDocument, useProject, useProjectStore, useUnit } from '../project/store'

/** One line at the foot of the scene: what was picked, its size, and the verbs that make sense for it. */
export function FootLine() {
  const picks = useProject((s) => s.picks)
  const hover = useProject((s) => s.hover)
  const measuring = useProject((s) => s.measuring)
  const importing = useProject((s) => s.importing)
  const failure = useProject((s) => s.failure)
  const unit = useUnit()
  const format = (mm: number) => formatLength(mm, unit)
  const [first, second] = picks
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
          className="mt-1 h-1 w-full accent-(--figure)"
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
  if (first && second) {
    const measured = measurePicks(first, second)
    return (
      <Foot>
        <p>
          <b>{withUnit(measured.value, unit)}</b> {measured.what}: {first.ownerName} to {second.ownerName}
          <span className="text-soft">
            {' '}
            · x {format(measured.along[0])}, y {format(measured.along[1])}, z {format(measured.along[2])} between the
            points pointed at
          </span>
        </p>
        {first.reference && first.reference === second.reference ? (
          <ScaleCheckLine key={measured.value} reference={first.reference} measured={measured.value} />
        ) : (
          <Verbs pick={second} />
        )}
      </Foot>
    )
  }
  if (first)
    return (
      <Foot>
        <p>
          {describePick(first, format)} <span className="text-soft">· {first.ownerName}</span>
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

function Foot({ children, quiet = false }: { children: React.ReactNode; quiet?: boolean }) {
  return (
    <div
      className={`absolute right-4 bottom-4 left-4 border-t-2 bg-sheet px-4 py-2 text-[15px] ${quiet ? 'pointer-events-none border-rule' : 'border-ink'}`}
    >
      {children}
    </div>
  )
}

function Verbs({ pick }: { pick: Pick }) {
  const store = useProjectStore()
  const actions = useActions()
  const document = useDocument()
  const verbs = verbsFor(pick, store.getState(), document, actions)
  return (
    <p className="flex flex-wrap gap-x-5 text-soft">
      With this:
      {verbs.map(([text, act]) => (
        <button key={text} type="button" className="figure" onClick={act}>
          {text}
        </button>
      ))}
    </p>
  )
}

type Verb = [string, () => void]

function verbsFor(
  pick: Pick,
  state: ProjectState,
  document: ReturnType<typeof useDocument>,
  actions: ReturnType<typeof useActions>,
): Verb[] {
  const { edit, set, build } = state
  const verbs: Verb[] = [['measure to …', () => set({ measuring: true, picks: [pick] })]]
  if (pick.reference) {
    const reference = pick.reference
    const item = build?.references.find((r) => r.id === reference)?.items.find((i) => i.id === pick.owner)
    const caseStep = document.steps.find((s) => s.kind === 'case' && s.fields.reference === reference)
    const opened = document.steps.some((s) => s.kind === 'opening' && s.fields.item === pick.owner)
    const isBoard = build?.references.find((r) => r.id === reference)?.board?.item === pick.owner
    if (caseStep && !opened && !isBoard)
      verbs.push(['open the wall for it', () => actions.addOpenings(caseStep.id, [pick.owner])])
    if (item && !isBoard)
      verbs.push([
        item.state === 'fitted' ? 'leave it out' : 'fit it',
        () => edit(setItemState(reference, pick.owner, item.state === 'fitted' ? 'left-out' : 'fitted')),
      ])
  } else {
    const field = fieldBehind(pick)
    if (field && pick.step)
      verbs.push([`change ${field[1]}`, () => set({ place: 'shape', editing: `${pick.step}.${field[0]}` })])
    verbs.push([
      'show alone',
      () =>
        set({
          showing: {
            ...state.showing,
            ...Object.fromEntries(
              (build?.parts ?? []).map((p) => [`part:${p.id}`, p.id === pick.owner ? 'solid' : 'hidden']),
            ),
          },
        }),
    ])
    verbs.push(['show all', () => set({ showing: {} })])
    const step = document.steps.find((s) => s.id === pick.step)
    if (step && step.kind !== 'case') verbs.push(['take this step out', () => edit(removeStep(step.id))])
  }
  if (pick.shape.kind === 'plane') {
    const axis = ([0, 1, 2] as const).find(
      (k) => Math.abs((pick.shape as { normal: readonly number[] }).normal[k]!) > 0.999,
    )
    if (axis !== undefined)
      verbs.push([
        'cut here',
        () => set({ section: { axis: (['x', 'y', 'z'] as const)[axis], at: pick.point[axis], flipped: false } }),
      ])
  }
  return verbs
}

/** The value of the step a surface comes from that moves it. */
function fieldBehind(pick: Pick): [string, string] | undefined {
  const fields: [RegExp, string, string][] = [
    [/^cavity/, 'clear', 'the clearance'],
    [/^wall/, 'wall', 'the wall'],
    [/^floor:under/, 'floor', 'the floor'],
    [/^floor/, 'clearBelow', 'the room below'],
    [/^roof:top/, 'roof', 'the roof'],
    [/^roof/, 'clearAbove', 'the room above'],
    [/^rim/, 'parting', 'the parting height'],
    [/^(lip|groove)/, 'lip', 'the lip'],
    [/^opening/, 'gap', 'the gap'],
    [/^bevel/, 'bevel', 'the bevel'],
    [/^(pin|tip)/, 'gap', 'the gap round the pin'],
    [/^pilot/, 'pilot', 'the pilot hole'],
    [/^foot/, 'foot', 'the fillet'],
    [/^(post|seat)/, 'across', 'the post'],
  ]
  const found = fields.find(([pattern]) => pattern.test(pick.role ?? ''))
  return found && [found[1], found[2]]
}
