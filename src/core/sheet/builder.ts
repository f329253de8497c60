import type { Build, BuiltPart, Quality, StepReport } from '../built/built'
import { QUALITY } from '../built/built'
import { type Selector, wholesOf } from '../built/rows'
import { contentKey } from '../content-key'
import type { Printer, Project, ProjectStep } from '../document/schema'
import { inVariant } from '../document/variants'
import { type Pointable, pointable } from '../faces/resolve'
import type { FlatUnion } from '../faces/silhouette'
import { IDENTITY, type Placement } from '../geometry/placement'
import type { Vec2, Vec3 } from '../geometry/vec'
import type { Kernel } from '../kernel/kernel'
import type { TaggedMesh } from '../kernel/surface'
import { sizes } from '../mesh/facts'
import type { ImportedModel } from '../references/model'
import { projectNames } from '../references/names'
import { ResolvedReferences } from '../references/resolved-references'
import { ProblemError, raise } from '../result'
import { stepKindNamed } from '../steps/registry'
import type { PrinterFigure, StepContext, StepKind, StepOutput } from '../steps/step-kind'
import { type Effect, Effects } from './effects'
import { measuredToCome, tellMeasured } from './measured-names'
import { ownRows } from './own-rows'
import { paintedFaces } from './painted-faces'
import { resolveFields, type ResolvedStep } from './resolve-fields'
import { accept, namesToCome, ownNames, type PartState, referenceOf, type Run } from './run'
import { type Made, solidsOf, StepCache } from './step-cache'

/** A solid as it leaves the kernel. */
interface Read {
  mesh: TaggedMesh
  volume: number
  middle: Vec3
}

/** Take the x or the y axis to z, the others following round. */
const AXES_X: Placement = [0, 1, 0, 0, 0, 0, 1, 0, 1, 0, 0, 0]
const AXES_Y: Placement = [0, 0, 1, 0, 1, 0, 0, 0, 0, 1, 0, 0]

/** Whether anything is left of the parts that a row is about. */
const isThere = (selector: Selector, { parts }: Run): boolean =>
  selector.of === 'parts'
    ? selector.parts.some((p) => parts.has(p))
    : selector.of !== 'whole' || wholesOf(selector).some((p) => parts.has(p))

/** Refuses to leave a part of which nothing is left. */
function refuseEmpty(output: StepOutput, run: Run): StepOutput {
  const empty = output.parts.find((p) => p.solid.isEmpty())
  if (!empty) return output
  const name = empty.name ?? run.parts.get(empty.id)?.name ?? 'the part'
  return raise('empty', `Nothing would be left of ${name}.`)
}

/**
 * Runs a project's sheet. A step's only inputs are its fields; what each made is kept by what they came to, so that
 * a change rebuilds only what depends on it, and only as far as something comes out differently.
 */
export class Builder {
  private readonly made = new StepCache()
  /** By the part's key; those of the last build. */
  private meshes = new Map<string, Read>()
  private used = new Map<string, Read>()
  private last: readonly PartState[] = []
  private readonly effects: Effects

  /** @param references may be shared with others who look at the same project */
  constructor(
    private readonly kernel: Kernel,
    private readonly references = new ResolvedReferences(),
  ) {
    this.effects = new Effects(kernel)
  }

  /**
   * The variant in hand is what is built.
   * @param models imported files by SHA-256
   * @param pause awaited between steps; throws to give the build up
   * @param within called again and again while a step is made; throws likewise
   */
  async build(
    document: Project,
    models: ReadonlyMap<string, ImportedModel>,
    quality: Quality,
    pause: () => Promise<void> | void = () => {},
    within: () => void = () => {},
  ): Promise<Build> {
    const project = inVariant(document)
    const references = this.references.all(project, models, this.kernel)
    const names = projectNames(project, references, new Set([...namesToCome(project.steps), ...measuredToCome(project)])) // prettier-ignore
    const run: Run = {
      project,
      references,
      outlines: this.references.outlines(project),
      names,
      quality,
      parts: new Map(),
      published: [],
      rows: [],
      left: [],
      usedUp: new Map(),
      told: new Map(),
    }
    const steps: StepReport[] = []
    this.effects.begin()
    for (const step of project.steps) {
      await pause()
      const report: StepReport = { id: step.id, values: {}, problems: [], notes: [], stale: step.off, reused: false }
      steps.push(report)
      if (step.off) continue
      const before = new Map(run.parts)
      this.kernel.watched(within, () => this.runStep(step, run, report))
      this.effects.note(step.id, before, run.parts)
    }
    await pause()
    this.effects.end()
    this.made.forget(new Set(project.steps.map((s) => s.id)))
    const parts = [...run.parts.values()]
    this.last = parts
    const unknown = names.problems()
    const build = {
      quality,
      references,
      parts: parts.map((p) => this.finish(p, run)),
      steps,
      rows: [...run.rows.filter((r) => [r.a, r.b].every((s) => isThere(s, run))), ...ownRows(project, names)],
      left: run.left,
      usedUp: Object.fromEntries(run.usedUp),
      names: names.known(),
      numberProblems: Object.fromEntries(
        project.numbers.flatMap((n) => (unknown[n.name] ? [[n.id, unknown[n.name]!]] : [])),
      ),
    }
    this.meshes = this.used
    this.used = new Map()
    return build
  }

  private runStep(step: ProjectStep, run: Run, report: StepReport): void {
    const kind = stepKindNamed(step.kind)
    if (!kind) {
      report.problems.push({ kind: 'unknown-step', message: `This Anorak has no step "${step.kind}".` })
      return
    }
    tellMeasured(step, run)
    const resolved = resolveFields(step, kind, { ...run, printer: run.project.printer, flatUnion: this.flatUnion })
    for (const [name, field] of resolved.fields) if ('shown' in field) report.values[name] = field.shown
    const reference = referenceOf(resolved.fields.values())
    if (reference !== undefined) report.reference = reference
    const own = ownNames(resolved.fields.values(), run.names)
    if (own) report.own = own
    report.problems.push(...resolved.problems)
    const take = (made: Made) =>
      accept(run, step, kind, made, report, (part, key) => () => this.pointableOf(part, key, run))
    if (report.problems.length === 0)
      try {
        const { made, reused } = this.make(step, kind, resolved, run)
        report.reused = reused
        report.idle = made.idle
        return take(made)
      } catch (error) {
        if (!(error instanceof ProblemError)) throw error
        report.problems.push(error.problem)
      }
    // It keeps what it last made, if that was made of the same parts; otherwise they pass by it as they are.
    report.stale = true
    const last = this.made.newest(step.id)
    if (last && last.from === this.fromKey(last.output, run)) take(last)
  }

  private make(step: ProjectStep, kind: StepKind, resolved: ResolvedStep, run: Run): { made: Made; reused: boolean } {
    const { printer } = run.project
    const figures = Object.fromEntries((kind.printer ?? []).map((f) => [f, printer[f]])) as Pick<Printer, PrinterFigure>
    const key = contentKey([resolved.key, QUALITY[run.quality], figures])
    const known = this.made.find(step.id, key)
    if (known) return { made: known, reused: true }
    const context: StepContext = { id: step.id, kernel: this.kernel, tolerance: QUALITY[run.quality], printer: figures }
    const built = this.kernel.scoped(() => refuseEmpty(kind.build(resolved.values as never, context), run), solidsOf)
    const { output, partKeys } = this.settled(step, key, built, run)
    const made = { key, from: this.fromKey(output, run), output, partKeys, idle: isIdle(built, output) }
    this.made.add(step.id, made)
    return { made, reused: false }
  }

  /**
   * Gives parts that came out as they were before the step, or as the step made them before, the solid and the key
   * that they had: what depends on them need not be made again.
   */
  private settled(step: ProjectStep, key: string, built: StepOutput, run: Run) {
    const before = this.made.newest(step.id)
    const partKeys = new Map<string, string>()
    const parts = built.parts.flatMap((part) => {
      const here = run.parts.get(part.id)
      if (here && this.kernel.same(here.solid, part.solid)) {
        part.solid.dispose()
        return []
      }
      const old = before?.output.parts.find((p) => p.id === part.id)
      if (!old || !this.kernel.same(old.solid, part.solid)) {
        partKeys.set(part.id, `${key}/${part.id}`)
        return [part]
      }
      partKeys.set(part.id, before!.partKeys.get(part.id)!)
      if (old.solid !== part.solid) part.solid.dispose()
      else return [part]
      return [{ ...part, solid: old.solid.keep() }]
    })
    return { output: { ...built, parts }, partKeys }
  }

  /** Of the parts as they are before a step, as far as it puts others in their place or uses them up. */
  private fromKey({ parts, gone = [] }: StepOutput, run: Run): string {
    return contentKey([...parts.map((p) => p.id), ...gone].map((id) => run.parts.get(id)?.key ?? ''))
  }

  private read({ key, solid }: PartState): Read {
    const known = this.used.get(key) ?? this.meshes.get(key) ?? this.readAnew(solid)
    this.used.set(key, known)
    return known
  }

  private readAnew(solid: PartState['solid']): Read {
    const mesh = this.kernel.read(solid)
    return { mesh, volume: solid.volume(), middle: sizes(mesh.positions, mesh.indices).middle }
  }

  /** A part as it is at some point of the sheet, for picks on it. */
  private pointableOf(id: string, key: string, run: Run): Pointable {
    const part = run.parts.get(id)
    if (part?.key !== key) throw new Error(`The part ${id} was asked for after it had changed.`)
    return pointable(this.read(part).mesh)
  }

  private finish(part: PartState, run: Run): BuiltPart {
    const { mesh, volume, middle } = this.read(part)
    const { id, name, color, key, print, pauses, piece } = part
    const faces = run.project.parts[id]?.faces ?? []
    const painted = faces.length > 0 ? { painted: paintedFaces(this.pointableOf(id, key, run), faces) } : {}
    return { id, name, color, key, mesh, volume, middle, print, pauses, piece, ...painted }
  }

  /**
   * The outlines of all parts of the last build where a plane square to a main axis cuts them, in the
   * plane's own coordinates: (y, z) for x, (z, x) for y, (x, y) for z.
   */
  section(axis: 'x' | 'y' | 'z', at: number): { part: string; polygons: Vec2[][] }[] {
    const lay = { x: AXES_X, y: AXES_Y, z: IDENTITY }[axis]
    return this.kernel.scoped(
      () =>
        this.last.map(({ id, solid }) => ({
          part: id,
          polygons: this.kernel.slice(lay === IDENTITY ? solid : this.kernel.place(solid, lay), at),
        })),
      () => [],
    )
  }

  private readonly flatUnion: FlatUnion = (polygons, simplify) => this.kernel.flatUnion(polygons, simplify)

  /** The parts of the last build as solids; whoever keeps one beyond the next build owns it. */
  lastParts(): ReadonlyMap<string, PartState> {
    return new Map(this.last.map((p) => [p.id, p]))
  }

  /** What a step of the last build adds to the parts before it and takes from them. */
  effectOf(step: string): Effect {
    return this.effects.of(step)
  }

  /** What has been added to a part of the last build and taken from it since it was made. */
  sinceMade(part: string): Effect {
    return this.effects.since(part)
  }

  /** Gives everything back. */
  dispose(): void {
    this.effects.dispose()
    this.made.dispose()
    this.meshes.clear()
    this.last = []
  }
}

/** Whether a step made parts, all as they were before it, and leaves nothing that others could build on or be measured by. */
const isIdle = (built: StepOutput, { parts, gone, halts, published, rows }: StepOutput): boolean =>
  built.parts.length > 0 && [parts, gone, halts, published, rows].every((list) => (list?.length ?? 0) === 0)
