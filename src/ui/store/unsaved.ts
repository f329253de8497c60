import type { Project } from '@/core/document/schema'
import { checkProject } from '@/core/sheet/read-project'

/** Edits that the server has not acknowledged, as this browser keeps them. */
export interface Unsaved {
  /** The revision they were made on. */
  base: number
  document: Project
}

const place = (project: string) => `anorak.unsaved.${project}`

/** Keeps a document until the server has it; without room for it the page asks before it is left. */
export function keepUnsaved(project: string, { base, document }: Unsaved): void {
  try {
    localStorage.setItem(place(project), JSON.stringify({ base, document }))
  } catch {
    forgetUnsaved(project)
  }
}

export function forgetUnsaved(project: string): void {
  try {
    localStorage.removeItem(place(project))
  } catch {
    // Where nothing can be kept there is nothing to forget.
  }
}

/** What was kept, if it is a sound document that differs from what the server has. */
export function unsavedOf(project: string, saved: Project): Unsaved | undefined {
  try {
    const kept = JSON.parse(localStorage.getItem(place(project)) ?? 'null') as { base?: unknown; document?: unknown }
    if (typeof kept?.base !== 'number') return undefined
    const document = checkProject(kept.document)
    if (!document.ok || JSON.stringify(document.value) === JSON.stringify(saved)) return undefined
    return { base: kept.base, document: document.value }
  } catch {
    return undefined
  }
}
