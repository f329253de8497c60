import { projectNames } from './names'
import type { Project, ProjectReference } from '../document/schema'
import { placeShape } from '../kernel/placed-shape'
import { fail, ok } from '../result'
import { evaluateFormula } from '../units/formula'
import { findFace } from './face-ref'
import type { ImportedModel } from './model'
import type { PlacingContext } from './placing'
import { type Reference, resolveReference } from './resolve'
import { scaledModel } from './scaled-model'

interface Known {
  key: string
  model: ImportedModel
  reference: Reference
}

/**
 * References as placed, kept for as long as nothing about them changes, so that all who build or measure with one
 * share it.
 */
export class ResolvedReferences {
  private readonly known = new Map<string, Known>()

  /**
   * Every reference of a project whose file is there. Formulas of moves may use the project's numbers and readings.
   * @param models imported files by SHA-256
   */
  all(project: Project, models: ReadonlyMap<string, ImportedModel>): Reference[] {
    const names = projectNames(project, [])
    const value: PlacingContext['value'] = (formula) =>
      evaluateFormula(formula, 'length', { unit: 'mm', lookup: names.lookup, names: names.list() })
    const done = new Map<string, Reference>()
    const open = new Set<string>()
    const place = (settings: ProjectReference): Reference | undefined => {
      const before = done.get(settings.id)
      if (before) return before
      open.add(settings.id)
      const reference = this.of(settings, models, { value, face: faceOf })
      open.delete(settings.id)
      if (reference) done.set(settings.id, reference)
      return reference
    }
    const faceOf: PlacingContext['face'] = (id, ref) => {
      if (open.has(id)) return fail('circle', 'The two references are placed by each other; take one of the two out.')
      const settings = project.references.find((r) => r.id === id)
      const reference = settings && place(settings)
      const model = settings && models.get(settings.file)
      if (!reference || !model) return fail('no-reference', 'The other reference is not in the project any more.')
      const face = findFace(scaledModel(model, settings.scale), ref, settings.scale)
      return face
        ? ok(placeShape(face, reference.placement))
        : fail('no-face', `The face of ${settings.name} that this goes by is not there any more.`)
    }
    return project.references.flatMap((r) => place(r) ?? [])
  }

  private of(
    settings: ProjectReference,
    models: ReadonlyMap<string, ImportedModel>,
    context: PlacingContext,
  ): Reference | undefined {
    const model = models.get(settings.file)
    if (!model) return undefined
    const { file, name, board, scale, placing, turns, moves, states } = settings
    // Formulas and other references stand in the key with what they come to.
    const met = moves.map((m) => [
      m.kind === 'move' ? m.by.map(context.value) : m.kind === 'meet' ? context.value(m.gap) : [],
      'with' in m ? context.face(m.with.reference, m.with.face) : [],
    ])
    const key = JSON.stringify([file, name, board, scale, placing, turns, moves, met, states])
    const before = this.known.get(settings.id)
    if (before?.key === key && before.model === model) return before.reference
    const reference = resolveReference(model, settings, context)
    this.known.set(settings.id, { key, model, reference })
    return reference
  }

  /** Changes when anything about the reference does; undefined where it was not asked for. */
  keyOf(id: string): string | undefined {
    return this.known.get(id)?.key
  }

  /** A reference of the project as last placed, with the file of another revision in place of its own. */
  withFile(project: Project, id: string, models: ReadonlyMap<string, ImportedModel>, file: string) {
    const swapped: Project = {
      ...project,
      references: project.references.map((r) => (r.id === id ? { ...r, file } : r)),
    }
    return new ResolvedReferences().all(swapped, models).find((r) => r.id === id)
  }
}
