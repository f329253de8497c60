'use client'
import { addStep, setPart } from '@/core/document/edits'
import { STEP_KINDS } from '@/core/steps/registry'
import { offeredOpenings } from '@/core/steps/propose'
import { newId } from '../new-id'
import { Heading } from '../primitives/heading'
import { Menu } from '../primitives/menu'
import { useActions } from '../project/actions-context'
import { useDocument, useProject } from '../project/store'
import { Numbers } from './numbers'
import { StepLine } from './step-line'

/** The build sheet: the model as numbered sentences. */
export function BuildSheet() {
  const { steps, parts: named } = useDocument()
  const build = useProject((s) => s.build)
  const edit = useProject((s) => s.edit)
  return (
    <>
      <Heading aside={`${steps.length} ${steps.length === 1 ? 'step' : 'steps'}`}>Build sheet</Heading>
      {steps.length === 0 && <EmptySheet />}
      <ol aria-label="Build sheet">
        {steps.map((step, i) => (
          <StepLine key={step.id} step={step} number={i + 1} report={build?.steps.find((r) => r.id === step.id)} />
        ))}
      </ol>
      <Offers />
      <AddStep />
      {(build?.parts.length ?? 0) > 0 && <Heading aside={`${build!.parts.length}`}>Parts</Heading>}
      {build?.parts.map((p) => (
        <div key={p.id} className="flex items-center gap-2 py-1">
          <input
            type="color"
            aria-label={`Colour of ${p.name}`}
            value={p.color}
            className="size-5 cursor-pointer border-0 bg-transparent p-0"
            onChange={(e) => edit(setPart(p.id, { color: e.target.value }), { group: `color ${p.id}` })}
          />
          <input
            key={p.name}
            aria-label={`Name of ${p.name}`}
            defaultValue={p.name}
            className="min-w-0 flex-1 border-b border-transparent bg-transparent hover:border-rule focus:border-figure focus:outline-none"
            onBlur={(e) =>
              e.target.value.trim() &&
              e.target.value !== (named[p.id]?.name ?? p.name) &&
              edit(setPart(p.id, { name: e.target.value.trim() }))
            }
            onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
          />
          <Shown id={`part:${p.id}`} />
        </div>
      ))}
      <Numbers />
    </>
  )
}

/** Solid, ghost or hidden, one word at a time. */
function Shown({ id }: { id: string }) {
  const showing = useProject((s) => s.showing[id] ?? 'solid')
  const all = useProject((s) => s.showing)
  const parts = useProject((s) => s.build?.parts)
  const set = useProject((s) => s.set)
  const next = { solid: 'ghost', ghost: 'hidden', hidden: 'solid' } as const
  const alone = () =>
    set({
      showing: {
        ...all,
        ...Object.fromEntries((parts ?? []).map((p) => [`part:${p.id}`, `part:${p.id}` === id ? 'solid' : 'hidden'])),
      },
    })
  return (
    <span className="flex gap-3 text-[14px]">
      <button type="button" className="figure" onClick={alone}>
        alone
      </button>
      <span className="w-14">
        <button
          type="button"
          className="figure"
          aria-label={`Shown: ${showing}`}
          onClick={() => set({ showing: { ...all, [id]: next[showing] } })}
        >
          {showing}
        </button>
      </span>
    </span>
  )
}

function EmptySheet() {
  const references = useProject((s) => s.build?.references) ?? []
  const actions = useActions()
  const withBoard = references.filter((r) => r.board)
  if (withBoard.length === 0)
    return (
      <p className="py-2 text-soft">
        Nothing to shape yet. Gather a board first: drop its STEP file anywhere on this page.
      </p>
    )
  return (
    <p className="py-2">
      {withBoard.map((r) => (
        <button
          key={r.id}
          type="button"
          className="figure"
          onClick={() => actions.wrap(r, { posts: true, openings: false })}
        >
          Wrap {r.board!.name} in a case
        </button>
      ))}
    </p>
  )
}

/** Items over the edge that nothing lets out yet. */
function Offers() {
  const { steps } = useDocument()
  const references = useProject((s) => s.build?.references)
  const actions = useActions()
  const caseStep = steps.find((s) => s.kind === 'case' && !s.off)
  const board = references?.find((r) => r.id === caseStep?.fields.reference)?.board
  if (!caseStep || !board) return null
  const offered = offeredOpenings(board, steps)
  if (offered.length === 0) return null
  return (
    <p className="border-t border-hair py-2 pl-[26px] text-[15px]">
      <span className="text-soft">Over the edge, without an opening: </span>
      {offered.map((o) => (
        <button
          key={o.item}
          type="button"
          className="figure mr-3"
          onClick={() => actions.addOpenings(caseStep.id, [o.item])}
        >
          open the {o.side} for {o.name}
        </button>
      ))}
      {offered.length > 1 && (
        <button
          type="button"
          className="figure"
          onClick={() =>
            actions.addOpenings(
              caseStep.id,
              offered.map((o) => o.item),
            )
          }
        >
          open all {offered.length}
        </button>
      )}
    </p>
  )
}

function AddStep() {
  const edit = useProject((s) => s.edit)
  const { references } = useDocument()
  const build = useProject((s) => s.build)
  const { steps } = useDocument()
  if (references.length === 0) return null
  const start = (kind: string) => {
    const caseId = steps.find((s) => s.kind === 'case')?.id ?? ''
    const board = build?.references.find((r) => r.board)
    const fields: Record<string, string> = kind === 'case' ? { reference: board?.id ?? '' } : { case: caseId }
    if (kind === 'opening') fields.item = board?.board?.overhangs[0]?.item ?? board?.items[0]?.id ?? ''
    edit(addStep({ id: newId(), kind, off: false, fields }))
  }
  return (
    <Menu
      align="start"
      className="ml-[26px] py-1.5 text-soft hover:text-ink"
      acts={STEP_KINDS.map((kind) => [kind.title, () => start(kind.kind)] as const)}
    >
      Add a step …
    </Menu>
  )
}
