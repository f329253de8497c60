import type { ImportedModel } from './model'
import { type Reference, type ReferenceSettings, resolveReference } from './resolve'

/**
 * References as placed, kept for as long as nothing about them changes, so that all who build or measure with one
 * share it.
 */
export class ResolvedReferences {
  private readonly known = new Map<string, { key: string; model: ImportedModel; reference: Reference }>()

  /**
   * @param models imported files by SHA-256
   * @returns undefined where the file is not there
   */
  of(
    settings: ReferenceSettings & { file: string },
    models: ReadonlyMap<string, ImportedModel>,
  ): Reference | undefined {
    const model = models.get(settings.file)
    if (!model) return undefined
    const { file, name, board, scale, placing, turns, states } = settings
    const key = JSON.stringify([file, name, board, scale, placing, turns, states])
    const before = this.known.get(settings.id)
    if (before?.key === key && before.model === model) return before.reference
    const reference = resolveReference(model, settings)
    this.known.set(settings.id, { key, model, reference })
    return reference
  }

  /** Changes when anything about the reference does; undefined where it was not asked for. */
  keyOf(id: string): string | undefined {
    return this.known.get(id)?.key
  }
}
