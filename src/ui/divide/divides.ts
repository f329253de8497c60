import { DIVIDED } from '@/core/divide/seam'
import type { Project } from '@/core/document/schema'
import { stepKindNamed } from '@/core/steps/registry'

/** Whether steps of a kind make pieces of a part. */
export const divides = (kind: string): boolean =>
  (stepKindNamed(kind)?.publishes ?? []).some((t) => t.name === DIVIDED.name)

/** The first cut of what a piece is of, by its id. */
export function firstCutOf(piece: string, steps: Project['steps']): string | undefined {
  const cut = steps.find((s) => piece.startsWith(`${s.id}.`) && divides(s.kind))
  return cut && (firstCutOf(String(cut.fields.part), steps) ?? cut.id)
}
