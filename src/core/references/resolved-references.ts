import { contentKey } from '../content-key'
import { projectNames } from './names'
import type { Project, ProjectReference } from '../document/schema'
import type { Block } from '../document/items-schema'
import { IDENTITY, type Placement } from '../geometry/placement'
import type { Kernel } from '../kernel/kernel'
import { placeShape } from '../kernel/placed-shape'
import type { IndexedMesh } from '../mesh/weld'
import { sweptSpace } from '../sweep/swept-space'
import { fail, ok, type Result } from '../result'
import { evaluateFormula } from '../units/formula'
import type { ImportedOutline } from '../outlines/outline'
import { type ResolvedOutline, resolveOutline } from '../references/resolve-outline'
import { ALONE_ID } from './blocks'
import { findFace } from './face-ref'
import { liesWith } from './lie-alike'
import type { ImportedModel } from './model'
import { placeBlocks } from './place-items'
import type { PlacingContext } from './placing'
import { type Reference, resolveReference } from './resolve'
import { scaledModel } from './scaled-model'

/** So many spaces of what moves are kept. */
const MOST_SPACES = 40

interface Known {
  /** What is said of it, and of the blocks on it. */
  settings: string
  model: ImportedModel | undefined
  /** What it asked of the rest of the project, and what it was told. */
  asked: Asked[]
  reference: Reference
}
interface Asked {
  again: (context: PlacingContext) => unknown
  told: string
}

/** A context that notes down what is asked of it. */
function listening(context: PlacingContext, asked: Asked[]): PlacingContext {
  const note = <T>(again: (c: PlacingContext) => T): T => {
    const answer = again(context)
    asked.push({ again, told: contentKey(answer) })
    return answer
  }
  return {
    value: (formula) => note((c) => c.value(formula)),
    face: (reference, face) => note((c) => c.face(reference, face)),
    profile: (outline) => note((c) => c.profile(outline)),
    item: (reference, item) => {
      const answer = context.item(reference, item)
      const told = (r: typeof answer) => (r.ok ? r.value.of : r.problem)
      asked.push({ again: (c) => told(c.item(reference, item)), told: contentKey(told(answer)) })
      return answer
    },
    space: context.space,
  }
}

/**
 * References as placed, kept for as long as nothing about them changes, so that all who build or measure with one
 * share it.
 */
export class ResolvedReferences {
  private readonly known = new Map<string, Known>()
  /** Spaces of what moves, by what they depend on, those used last at the end. */
  private readonly swept = new Map<string, Result<IndexedMesh>>()

  /** @param drawings imported drawings by SHA-256 */
  constructor(private readonly drawings: ReadonlyMap<string, ImportedOutline> = new Map()) {}

  /**
   * Every reference of a project whose file is there. Formulas of moves may use the project's numbers and readings.
   * @param models imported files by SHA-256
   * @param kernel makes the spaces of what moves
   */
  all(project: Project, models: ReadonlyMap<string, ImportedModel>, kernel: Kernel): Reference[] {
    const known = projectNames(project, []).within({})
    const value: PlacingContext['value'] = (formula) => evaluateFormula(formula, 'length', known)
    const profile: PlacingContext['profile'] = (id) => {
      const outline = project.outlines.find((o) => o.id === id)
      return outline && resolveOutline(outline, this.drawings, value).profile
    }
    const space = this.spaces(kernel)
    const together = liesWith(project)
    const done = new Map<string, Reference>()
    const open = new Set<string>()
    const place = (settings: ProjectReference): Reference | undefined => {
      const before = done.get(settings.id)
      if (before) return before
      open.add(settings.id)
      const first = project.references.find((r) => r.id === together.get(settings.id))
      const beside = first && !open.has(first.id) ? place(first)?.stand : undefined
      const reference = this.of(settings, project, models, { value, face: faceOf, profile, item, space }, beside)
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
    const item: PlacingContext['item'] = (id, of) => {
      const settings = project.references.find((r) => r.id === id)
      const model = settings && models.get(settings.file)
      if (!model) return fail('no-reference', 'The file that this is an item of is not in the project any more.')
      const sized = scaledModel(model, settings.scale)
      const found = sized.items.find((i) => i.id === of)
      if (!found) return fail('lost-item', `${settings.name} has no item ${of} any more.`)
      return ok({ of: contentKey([settings.file, settings.scale, of]), shape: sized.shapes[found.shape]!, within: found.placement }) // prettier-ignore
    }
    const placed = project.references.flatMap((r) => place(r) ?? [])
    const alone = project.blocks.filter((b) => !b.on)
    return alone.length === 0
      ? placed
      : [...placed, this.alone(alone, project, { value, face: faceOf, profile, item, space })]
  }

  /** The flat outlines of a project, worked out when they are first asked for. */
  outlines(project: Project): () => ResolvedOutline[] {
    let known: ResolvedOutline[] | undefined
    return () => {
      const names = projectNames(project, []).within({})
      known ??= project.outlines.map((o) =>
        resolveOutline(o, this.drawings, (f) => evaluateFormula(f, 'length', names)),
      )
      return known
    }
  }

  private spaces(kernel: Kernel): PlacingContext['space'] {
    return (of, shape, motion) => {
      const found = this.swept.get(of) ?? sweptSpace(kernel, shape(), motion)
      this.swept.delete(of)
      this.swept.set(of, found)
      for (const old of [...this.swept.keys()].slice(0, -MOST_SPACES)) this.swept.delete(old)
      return found
    }
  }

  /** Blocks that belong to no reference, as one of their own. */
  private alone(blocks: readonly Block[], project: Project, context: PlacingContext): Reference {
    return this.once(ALONE_ID, blocks, undefined, context, (heard): Reference => {
      const { items, problems } = placeBlocks(blocks, undefined, {}, IDENTITY, 1, heard)
      return {
        id: ALONE_ID,
        name: 'Added by hand',
        key: contentKey([items.map((i) => i.key), problems]),
        report: { format: 'stl', unit: { name: 'mm', from: 'measured', certain: true }, notes: [] },
        items,
        candidates: [],
        placement: IDENTITY,
        sized: 1,
        stand: IDENTITY,
        moveProblems: {},
        itemProblems: problems,
      }
    })
  }

  private of(
    settings: ProjectReference,
    project: Project,
    models: ReadonlyMap<string, ImportedModel>,
    context: PlacingContext,
    beside: Placement | undefined,
  ): Reference | undefined {
    const model = models.get(settings.file)
    if (!model) return undefined
    const blocks = project.blocks.filter((b) => b.on === settings.id)
    const { file, name, board, scale, placing, turns, moves, states, travels, reaches } = settings
    const said = [file, name, board, scale, placing, turns, moves, states, travels, reaches, blocks, beside]
    return this.once(settings.id, said, model, context, (heard) =>
      resolveReference(model, settings, heard, blocks, beside),
    )
  }

  /** Makes a reference, unless the same was said of it and it would be told the same again. */
  private once(
    id: string,
    said: unknown,
    model: ImportedModel | undefined,
    context: PlacingContext,
    make: (context: PlacingContext) => Reference,
  ): Reference {
    const settings = JSON.stringify(said)
    const before = this.known.get(id)
    const same =
      before?.settings === settings &&
      before.model === model &&
      before.asked.every((a) => contentKey(a.again(context)) === a.told)
    if (same) return before.reference
    const asked: Asked[] = []
    const reference = make(listening(context, asked))
    this.known.set(id, { settings, model, asked, reference })
    return reference
  }

  /** A reference of the project as last placed, with the file of another revision in place of its own. */
  withFile(
    project: Project,
    id: string,
    models: ReadonlyMap<string, ImportedModel>,
    file: string,
    kernel: Kernel,
  ): Reference | undefined {
    const swapped: Project = {
      ...project,
      references: project.references.map((r) => (r.id === id ? { ...r, file } : r)),
    }
    return new ResolvedReferences(this.drawings).all(swapped, models, kernel).find((r) => r.id === id)
  }
}
