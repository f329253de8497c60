'use client'
import type { BodiesField, SavedBodies } from '@/core/fields/bodies'
import type { DrawnLineField } from '@/core/fields/drawn-line'
import { letterOf } from '@/core/fields/shape-letters'
import type { SavedShape } from '@/core/fields/shapes'
import type { NamedShapesField } from '@/core/fields/named-shapes'
import type { OutlineField } from '@/core/fields/outline'
import type { PublicationField } from '@/core/fields/publication'
import type { RimField } from '@/core/fields/rim'
import type { SavedTaken, TakenEdgesField } from '@/core/fields/taken-edges'
import type { ProjectStep } from '@/core/document/schema'
import { stepKindNamed } from '@/core/steps/registry'
import { Choose } from '../../primitives/choose'
import { Ticked } from '../../primitives/ticked'
import { LengthFigure } from '../../primitives/length-figure'
import { edgesOf, facesOf, roundsOf } from '../../store/taken'
import { useDocument, useProject } from '../../store/store'
import { partsBefore, shapesAround } from './shapes-around'
import type { EditorProps } from './editor'
import { KeptPanel } from './kept-panel'

/** What an earlier step left: a drawing, by its name or its number among those there are. */
export function PublicationEditor({ spec, saved, write, step }: EditorProps<PublicationField, string>) {
  const { steps } = useDocument()
  const before = steps.slice(
    0,
    steps.findIndex((s) => s.id === step.id),
  )
  const left = useProject((s) => s.build?.left)
  const { called, name } = spec.token
  const ofKind = (s: ProjectStep) => stepKindNamed(s.kind)?.publishes?.some((t) => t.name === name)
  const there = before.filter((s) => ofKind(s) || left?.some((l) => l.token === name && l.step === s.id))
  // What steps of any kind leave is told apart by their numbers in the sheet.
  const isOfKind = there.every(ofKind)
  const numbered = (s: ProjectStep, i: number) => (isOfKind ? `${called} ${i + 1}` : `step ${before.indexOf(s) + 1}`)
  const options = Object.fromEntries(
    there.map((s, i) => [s.id, s.name ?? (isOfKind && there.length === 1 ? `the ${called}` : numbered(s, i))]),
  )
  return <Choose label={spec.label} value={saved || (there.at(-1)?.id ?? '')} options={options} onChange={write} />
}

export function OutlineEditor({ spec, saved, write }: EditorProps<OutlineField, string>) {
  const { outlines } = useDocument()
  return (
    <Choose
      label={spec.label}
      value={saved}
      options={Object.fromEntries(outlines.map((o) => [o.id, o.name]))}
      onChange={write}
    />
  )
}

/** A straight line of the drawing that another field of the step names. */
export function DrawnLineEditor({ spec, saved, write, step }: EditorProps<DrawnLineField, string>) {
  const { steps } = useDocument()
  const before = steps
    .slice(
      0,
      steps.findIndex((s) => s.id === step.id),
    )
    .filter((s) => Array.isArray(s.fields.shapes))
  const named = step.fields[spec.drawing]
  const drawing = before.findLast((s) => !named || s.id === named)
  const shapes = (drawing?.fields.shapes ?? []) as unknown as SavedShape[]
  const lines = shapes.flatMap((s, i): [string, string][] => (s.kind === 'line' ? [[s.id, `${letterOf(i)}${s.fields.is === 'guide' ? ', a guide' : ''}`]] : [])) // prettier-ignore
  if (lines.length === 0) return <span className="text-soft">(the drawing has none yet)</span>
  return <Choose label={spec.label} value={saved} options={{ ...(saved ? {} : { '': 'choose' }), ...Object.fromEntries(lines) }} onChange={write} /> // prettier-ignore
}

/** Earlier shapes of the drawing, ticked in a list. */
export function NamedShapesEditor({ spec, saved, write, step }: EditorProps<NamedShapesField, string[]>) {
  const document = useDocument()
  const { before, letter } = shapesAround(document, step.id)
  return (
    <Ticked
      label={spec.label}
      empty="There is no shape before it yet."
      options={before.map((s) => ({ id: s.id, name: `${letter(s.id)}, ${s.kind}` }))}
      saved={saved}
      nameOf={(id) => letter(id) ?? '?'}
      onChange={write}
    />
  )
}

/** Parts and items, ticked in a list; of a section also how far in front of the drawing it is cut. */
export function BodiesEditor({ spec, saved, write, step }: EditorProps<BodiesField, SavedBodies>) {
  const document = useDocument()
  const built = useProject((s) => s.build?.parts) ?? []
  const references = useProject((s) => s.build?.references) ?? []
  const { step: drawing } = shapesAround(document, step.id)
  const parts = partsBefore(document, drawing, built)
  const items = references.flatMap((r) => r.items.map((i) => ({ id: `${r.id}\n${i.id}`, name: i.name })))
  const names = new Map([...built, ...items].map((b) => [b.id, b.name]))
  return (
    <>
      <Ticked
        label={spec.label}
        empty="There is no part before this drawing yet, and nothing gathered."
        options={[...parts, ...items]}
        saved={[...saved.parts, ...saved.items.map((i) => `${i.reference}\n${i.item}`)]}
        nameOf={(id) => names.get(id) ?? 'something that is gone'}
        onChange={(next) => {
          const [of, whole] = [next.filter((id) => id.includes('\n')), next.filter((id) => !id.includes('\n'))]
          write({ ...saved, parts: whole, items: of.map((id) => id.split('\n')).map(([reference, item]) => ({ reference: reference!, item: item! })) }) // prettier-ignore
        }}
      />
      {spec.how === 'cut' && (
        <>
          {', '}
          <LengthFigure
            label="How far in front of the drawing it is cut"
            formula={saved.at}
            onChange={(next) => write({ ...saved, at: next })}
          />
          {' in front of it'}
        </>
      )}
    </>
  )
}

const said = (taken: readonly SavedTaken[]): string => {
  const edges = taken.filter((t) => 'edge' in t).length
  const many = (n: number, one: string) => (n === 0 ? [] : [`${n} ${n === 1 ? one : `${one}s`}`])
  return [...many(taken.length - edges, 'face'), ...many(edges, 'edge')].join(' and ') || 'nothing'
}

/** Faces and edges that are taken: how many, and those that are picked in the scene, to take their place or to join them. */
export function TakenEdgesEditor({ spec, saved, write }: EditorProps<TakenEdgesField, SavedTaken[]>) {
  const picks = useProject((s) => s.picks)
  const references = useProject((s) => s.build?.references)
  const faces = facesOf(picks, references)
  return (
    <span title={spec.label}>
      <KeptTaken label={spec.label} says={said(saved)} saved={saved} write={write} />
      {faces.length > 0 && (
        <>
          <button type="button" className="figure ml-2 text-[14px]" onClick={() => write(faces)}>
            take the {said(faces)} picked instead
          </button>
          <button type="button" className="figure ml-2 text-[14px]" onClick={() => write([...saved, ...faces])}>
            as well
          </button>
        </>
      )}
    </span>
  )
}

/** Faces and edges that were taken, each of which can be left out. */
function KeptTaken({
  saved,
  write,
  ...panel
}: {
  label: string
  says: string
  saved: SavedTaken[]
  write: (next: SavedTaken[]) => void
}) {
  // prettier-ignore
  const each = saved.map((t, i) => `${'edge' in t ? 'edge' : 'round' in t ? 'run of edges' : 'face'} ${i + 1}`)
  return <KeptPanel {...panel} each={each} leaveOut={(nth) => write(saved.filter((_, i) => i !== nth))} />
}

/** Edges in space that a panel fills: those beside what is picked, each alone or all the way round its face. */
export function RimEditor({ spec, saved, write }: EditorProps<RimField, SavedTaken[]>) {
  const picks = useProject((s) => s.picks)
  const [round, alone, smooth] = [roundsOf(picks), edgesOf(picks, 'piece'), edgesOf(picks, 'smooth')]
  return (
    <span title={spec.label}>
      <KeptTaken label={spec.label} says={saidOfRim(saved)} saved={saved} write={write} />
      {round.length > 0 && (
        <>
          <button type="button" className="figure ml-2 text-[14px]" onClick={() => write(round)}>
            take the run beside the pick instead
          </button>
          <button type="button" className="figure ml-2 text-[14px]" onClick={() => write([...saved, ...alone])}>
            {alone.length > 1 ? 'the edges as well' : 'the edge as well'}
          </button>
          <button type="button" className="figure ml-2 text-[14px]" onClick={() => write([...saved, ...smooth])}>
            with what goes on from {alone.length > 1 ? 'them' : 'it'}
          </button>
        </>
      )}
    </span>
  )
}

function saidOfRim(saved: readonly SavedTaken[]): string {
  if (saved.length === 0) return 'no edges yet'
  if (saved.length === 1) return 'round' in saved[0]! || 'face' in saved[0]! ? 'a run of edges' : 'an edge'
  return `${saved.length} edges`
}
