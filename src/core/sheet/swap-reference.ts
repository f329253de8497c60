import { type Edit, swapFile } from '../document/edits'
import type { KeptMeasure } from '../document/measure-schema'
import type { PartSettings, ProjectReference, ProjectStep } from '../document/schema'
import { renamedEdge, renamedFace, type Renames } from '../faces/renamed'
import type { Swap } from '../fields/field-kind'
import { fieldKind } from '../fields/kinds'
import { fieldsSchema, stepKindNamed } from '../steps/registry'

/** What became of a reference in its next revision, as far as the project can speak of it. */
export interface Became {
  /** New ids of items and holes by old ones. */
  items: Readonly<Record<string, string>>
  /** New names of the board's edges by old ones. */
  edges: Readonly<Record<string, string>>
}

/**
 * Puts the next revision of a file in a reference's place, and carries over what steps, kept lengths, rows and colours say of its
 * items, holes and edges. What is said about ones that are gone stays, so that it can be told.
 * @param worksOn the reference that each step works on, by the last build
 */
export const swapReference =
  (
    reference: string,
    file: Pick<ProjectReference, 'file' | 'fileName' | 'kind'>,
    { items, edges }: Became,
    worksOn: Readonly<Record<string, string | undefined>>,
  ): Edit =>
  (project) => {
    const swapped = swapFile(reference, file, items)(project)
    const steps = new Set(swapped.steps.filter((s) => worksOn[s.id] === reference).map((s) => s.id))
    const swap = { reference, items, edges, steps }
    const before = project.references.find((r) => r.id === reference)
    // A name that is the file's goes with the file; one that a maker gave stays.
    const called = before?.name === stemOf(before?.fileName ?? '') ? stemOf(file.fileName) : before?.name
    return {
      ...swapped,
      references: swapped.references.map((r) => (r.id === reference && called ? { ...r, name: called } : r)),
      steps: swapped.steps.map((s) => carried(s, { ...swap, own: steps.has(s.id) })),
      measures: swapped.measures.map((m) => ({ ...m, ends: endsCarried(m.ends, swap) })),
      rows: swapped.rows.map((r) => ({ ...r, ends: endsCarried(r.ends, swap) })),
      parts: Object.fromEntries(
        Object.entries(swapped.parts).map(([id, part]) => [id, faceColoursCarried(part, swap)]),
      ),
    }
  }

type Ends = KeptMeasure['ends']
function endsCarried(ends: Ends, swap: Renames): Ends {
  const [a, b] = ends.map((end) => ({
    ...end,
    ...(end.on ? { on: renamedFace(end.on, swap) } : {}),
    ...(end.along ? { along: renamedEdge(end.along, swap) } : {}),
  }))
  return [a!, b!]
}

const faceColoursCarried = (part: PartSettings, swap: Renames): PartSettings =>
  part.faces ? { ...part, faces: part.faces.map((f) => ({ ...f, face: renamedFace(f.face, swap) })) } : part

const stemOf = (fileName: string): string => fileName.replace(/\.[^.]+$/, '')

function carried(step: ProjectStep, swap: Swap): ProjectStep {
  const kind = stepKindNamed(step.kind)
  const parsed = kind && fieldsSchema(kind).safeParse(step.fields)
  if (!kind || !parsed?.success) return step
  const fields = { ...step.fields }
  for (const [name, spec] of Object.entries(kind.fields)) {
    const { swapped } = fieldKind(spec)
    if (swapped && name in fields)
      fields[name] = swapped(parsed.data[name], swap, spec) as ProjectStep['fields'][string]
  }
  return { ...step, fields }
}
