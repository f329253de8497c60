import { projectNames } from './names'
import type { Project, ProjectReference } from '../document/schema'
import type { Block } from '../document/items-schema'
import { IDENTITY } from '../geometry/placement'
import { placeShape } from '../kernel/placed-shape'
import { fail, ok } from '../result'
import { evaluateFormula } from '../units/formula'
import type { ImportedOutline } from '../outlines/outline'
import { resolveOutline } from '../outlines/resolve-outline'
import { ALONE_ID } from './blocks'
import { findFace } from './face-ref'
import type { ImportedModel } from './model'
import { placeBlocks } from './place-items'
import type { PlacingContext } from './placing'
import { type Reference, resolveReference } from './resolve'
import { scaledModel } from './scaled-model'

interface Known {
  key: string
  model: ImportedModel | undefined
  reference: Reference
}

/** All that formulas and outlines of the project can come to. */
const namesKey = ({ numbers, readings, printer, outlines }: Project) => [numbers, readings, printer, outlines]

/**
 * References as placed, kept for as long as nothing about them changes, so that all who build or measure with one
 * share it.
 */
export class ResolvedReferences {
  private readonly known = new Map<string, Known>()

  /** @param drawings imported drawings by SHA-256 */
  constructor(private readonly drawings: ReadonlyMap<string, ImportedOutline> = new Map()) {}

  /**
   * Every reference of a project whose file is there. Formulas of moves may use the project's numbers and readings.
   * @param models imported files by SHA-256
   */
  all(project: Project, models: ReadonlyMap<string, ImportedModel>): Reference[] {
    const names = projectNames(project, [])
    const value: PlacingContext['value'] = (formula) =>
      evaluateFormula(formula, 'length', { unit: 'mm', lookup: names.lookup, names: names.list() })
    const profile: PlacingContext['profile'] = (id) => {
      const outline = project.outlines.find((o) => o.id === id)
      return outline && resolveOutline(outline, this.drawings, value).profile
    }
    const done = new Map<string, Reference>()
    const open = new Set<string>()
    const place = (settings: ProjectReference): Reference | undefined => {
      const before = done.get(settings.id)
      if (before) return before
      open.add(settings.id)
      const reference = this.of(settings, project, models, { value, face: faceOf, profile })
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
    const placed = project.references.flatMap((r) => place(r) ?? [])
    const alone = project.blocks.filter((b) => !b.on)
    return alone.length === 0 ? placed : [...placed, this.alone(alone, project, { value, face: faceOf, profile })]
  }

  /** Blocks that belong to no reference, as one of their own. */
  private alone(blocks: readonly Block[], project: Project, context: PlacingContext): Reference {
    const key = JSON.stringify([blocks, namesKey(project)])
    const before = this.known.get(ALONE_ID)
    if (before?.key === key) return before.reference
    const { items, problems } = placeBlocks(blocks, undefined, {}, IDENTITY, 1, context)
    const reference: Reference = {
      id: ALONE_ID,
      name: 'Added by hand',
      report: { format: 'stl', unit: { name: 'mm', from: 'measured', certain: true }, notes: [] },
      items,
      candidates: [],
      placement: IDENTITY,
      stand: IDENTITY,
      moveProblems: {},
      itemProblems: problems,
    }
    this.known.set(ALONE_ID, { key, model: undefined, reference })
    return reference
  }

  private of(
    settings: ProjectReference,
    project: Project,
    models: ReadonlyMap<string, ImportedModel>,
    context: PlacingContext,
  ): Reference | undefined {
    const model = models.get(settings.file)
    if (!model) return undefined
    const { file, name, board, scale, placing, turns, moves, states, travels, reaches } = settings
    const blocks = project.blocks.filter((b) => b.on === settings.id)
    const plain = [moves, Object.keys(travels), Object.keys(reaches), blocks].every((list) => list.length === 0)
    const key = JSON.stringify([
      file, name, board, scale, placing, turns, states,
      // Formulas and other references stand in the key with what they come to.
      plain ? [] : [moves, travels, reaches, blocks, namesKey(project)],
      moves.map((m) => ('with' in m ? context.face(m.with.reference, m.with.face) : [])),
    ]) // prettier-ignore
    const before = this.known.get(settings.id)
    if (before?.key === key && before.model === model) return before.reference
    const reference = resolveReference(model, settings, context, blocks)
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
    return new ResolvedReferences(this.drawings).all(swapped, models).find((r) => r.id === id)
  }
}
