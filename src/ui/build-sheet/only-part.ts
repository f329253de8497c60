import { type Edit, setField, together } from '@/core/document/edits'
import type { Project, ProjectStep } from '@/core/document/schema'
import type { FieldSpecs } from '@/core/fields/kinds'
import { makes } from '@/core/sheet/parts-steps'
import { isMeant, type StepKind, type Word } from '@/core/steps/step-kind'

type Saved = Readonly<Record<string, unknown>>

/** The parts that steps before a step make. */
function partsBefore({ steps }: Project, parts: readonly { id: string }[], step: string): string[] {
  const before = steps.slice(0, steps.findIndex((s) => s.id === step)) // prettier-ignore
  return parts.filter((p) => before.some((s) => makes(s, p.id))).map((p) => p.id)
}

/**
 * A field of a step said anew, with what goes along with it. Where its sentence asks for parts only from then on, and there is but one before the step, it is
 * that one.
 */
export function saidAnew(
  of: { id: string; words: readonly Word[]; specs: FieldSpecs; saved: Saved; follows?: StepKind['follows'] },
  field: string,
  value: unknown,
  at: { document: Project; parts: readonly { id: string }[] },
): Edit {
  const set = (name: string, to: unknown) => setField(of.id, name, to as ProjectStep['fields'][string])
  const along = Object.entries(of.follows?.(of.saved, [field, value], at.document) ?? {}).map(([name, to]) => set(name, to)) // prettier-ignore
  const said = together(set(field, value), ...along)
  const now = { ...of.saved, [field]: value }
  const asked = of.words.find((w) => typeof w !== 'string' && of.specs[w.field]?.type === 'parts' && !isMeant(w, of.saved) && isMeant(w, now)) // prettier-ignore
  if (!asked || typeof asked === 'string' || (of.saved[asked.field] as string[]).length > 0) return said
  const before = partsBefore(at.document, at.parts, of.id)
  return before.length === 1 ? together(said, set(asked.field, before)) : said
}
