import type { Project, ProjectStep } from '../document/schema'
import type { RowSpec } from '../fit/rows'
import { compose, IDENTITY, type Placement } from '../geometry/placement'
import type { Vec2 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { TaggedMesh } from '../kernel/surface'
import type { ImportedModel } from '../references/model'
import type { Reference } from '../references/resolve'
import { ResolvedReferences } from '../references/resolved-references'
import { type Problem, ProblemError, raise } from '../result'
import { isEnclosure } from '../steps/enclosure'
import { stepKindNamed } from '../steps/registry'
import type { StepContext, StepKind } from '../steps/step-kind'
import { type Build, type BuiltPart, QUALITY, type Quality, type StepReport } from './build'
import { contentKey } from './content-key'
import { type Names, projectNames } from '../references/names'
import { type Made, StepCache } from './step-cache'
import { type ResolvedFields, resolveFields } from './values'

interface PartState {
  solid: Solid
  key: string
  name: string
  color: string
  print: Placement
  stand: Placement
}

interface EarlierStep {
  id: string
  kind: string
  data: unknown
  key: string
}

/** Take the x or the y axis to z, the others following round. */
const AXES_X: Placement = [0, 1, 0, 0, 0, 0, 1, 0, 1, 0, 0, 0]
const AXES_Y: Placement = [0, 0, 1, 0, 1, 0, 0, 0, 0, 1, 0, 0]

/**
 * Runs a project's sheet. Keeps what each step made, keyed by the content of what it was made from,
 * so that a change rebuilds only what depends on it.
 */
export class Builder {
  private readonly made = new StepCache()
  private readonly meshes = new Map<string, { key: string; mesh: TaggedMesh; volume: number }>()
  private last = new Map<string, PartState>()

  /** @param references may be shared with others who look at the same project */
  constructor(
    private readonly kernel: Kernel,
    private readonly references = new ResolvedReferences(),
  ) {}

  /**
   * @param models imported files by SHA-256
   * @param pause awaited between steps; throws to give the build up
   */
  async build(
    project: Project,
    models: ReadonlyMap<string, ImportedModel>,
    quality: Quality,
    pause: () => Promise<void> = async () => {},
  ): Promise<Build> {
    const references = this.references.all(project, models)
    const names = projectNames(project, references)
    const numberProblems = checkNumbers(project, names)
    const parts = new Map<string, PartState>()
    const earlier: EarlierStep[] = []
    const reports: StepReport[] = []
    const rows: RowSpec[] = []
    for (const step of project.steps) {
      await pause()
      const report: StepReport = { id: step.id, values: {}, problems: [], notes: [], stale: step.off, reused: false }
      reports.push(report)
      if (!step.off) this.runStep(step, { project, references, names, parts, earlier, rows, quality, report })
    }
    await pause()
    this.made.forget(new Set(project.steps.map((s) => s.id)))
    this.last = parts
    return {
      quality,
      references,
      parts: [...parts].map(([id, state]) => this.finish(id, state, project)),
      steps: reports,
      rows: rows.filter((r) => sidesExist(r, parts)),
      names: Object.fromEntries(
        names.list().flatMap((name) => {
          const value = names.lookup(name)
          return value?.ok ? [[name, value.value.value]] : []
        }),
      ),
      numberProblems,
    }
  }

  private runStep(step: ProjectStep, run: Run): void {
    const { names, report } = run
    const kind = stepKindNamed(step.kind)
    if (!kind) {
      report.problems.push({ kind: 'unknown-step', message: `This Anorak has no step "${step.kind}".` })
      return
    }
    const fields = resolveFields(step, kind, names)
    if (!fields.ok) {
      report.problems.push(fields.problem)
      this.keepLastGood(step, kind, run)
      return
    }
    report.values = fields.value.values
    report.problems.push(...fields.value.problems)
    if (report.problems.length > 0) {
      this.keepLastGood(step, kind, run)
      return
    }
    try {
      const { made, reused } = this.make(step, kind, fields.value, run)
      report.reused = reused
      this.accept(step, made, run)
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error
      report.problems.push(error.problem)
      this.keepLastGood(step, kind, run)
    }
  }

  private make(step: ProjectStep, kind: StepKind, fields: ResolvedFields, run: Run): { made: Made; reused: boolean } {
    const context = this.context(step, fields, run)
    const changes = kind.changes(context)
    const key = contentKey([
      kind.kind,
      fields.values,
      QUALITY[run.quality],
      run.project.printer.gaps,
      [run.project.printer.line, run.project.printer.layer],
      run.references.map((r) => this.references.keyOf(r.id)),
      changes.map((id) => run.parts.get(id)?.key),
      run.earlier.filter((e) => isEnclosure(e.data)).map((e) => e.key),
    ])
    const known = this.made.find(step.id, key)
    if (known) return { made: known, reused: true }
    const output = this.kernel.scoped(
      () => kind.build(context),
      (out) => out.parts.map((p) => p.solid),
    )
    const made = { key, output }
    this.made.add(step.id, made)
    return { made, reused: false }
  }

  private context(step: ProjectStep, fields: ResolvedFields, run: Run): StepContext<never> {
    const { references, parts, earlier, project, quality } = run
    const context: StepContext<Record<string, never>> = {
      id: step.id,
      values: fields.values as never,
      kernel: this.kernel,
      tolerance: QUALITY[quality],
      printer: project.printer,
      reference: (id) =>
        references.find((r) => r.id === id) ??
        (id === '' ? references.find((r) => r.board) : undefined) ??
        raise('no-reference', 'What this step fits is not in the project any more.', 'reference'),
      part: (id) => parts.get(id)?.solid ?? raise('no-part', 'The part this step changes could not be built.'),
      earlier: (kind, id) => {
        const found = earlier.filter((e) => e.kind === kind && (id === '' || e.id === id)).at(-1)
        if (!found) return raise('no-step', `There is no ${kind} before this step that could be built.`)
        const reference = isEnclosure(found.data) ? found.data.reference : ''
        return { id: found.id, data: found.data, reference: references.find((r) => r.id === reference) }
      },
    }
    return context as unknown as StepContext<never>
  }

  private accept(step: ProjectStep, made: Made, run: Run): void {
    const { output, key } = made
    const stand = isEnclosure(output.data) ? output.data.stand : undefined
    for (const part of output.parts) {
      const before = run.parts.get(part.id)
      run.parts.set(part.id, {
        solid: part.solid,
        key: `${key}/${part.id}`,
        name: part.name ?? before?.name ?? 'Part',
        color: part.color ?? before?.color ?? '#9db096',
        print: part.print ?? before?.print ?? IDENTITY,
        stand: stand ?? before?.stand ?? IDENTITY,
      })
    }
    run.rows.push(...output.rows)
    run.report.notes.push(...output.notes)
    if (output.facts && !run.earlier.some((e) => e.kind === step.kind)) run.names.tell(step.kind, output.facts)
    run.earlier.push({ id: step.id, kind: step.kind, data: output.data, key })
  }

  /** A step that failed leaves its parts as they last came out, unless what it changes has changed since. */
  private keepLastGood(step: ProjectStep, kind: StepKind, run: Run): void {
    run.report.stale = true
    const last = this.made.newest(step.id)
    const makesParts = last?.output.parts.some((p) => p.name !== undefined) ?? false
    if (last && makesParts && kind.kind === step.kind) this.accept(step, last, run)
  }

  private finish(id: string, state: PartState, project: Project): BuiltPart {
    let known = this.meshes.get(id)
    if (known?.key !== state.key) {
      const placed = this.kernel.scoped(
        () => {
          const solid = state.stand === IDENTITY ? state.solid : this.kernel.place(state.solid, state.stand)
          return this.kernel.read(solid)
        },
        () => [],
      )
      known = { key: state.key, mesh: placed, volume: state.solid.volume() }
      this.meshes.set(id, known)
    }
    const own = project.parts[id]
    return {
      id,
      name: own?.name ?? state.name,
      color: own?.color ?? state.color,
      key: state.key,
      mesh: known.mesh,
      volume: known.volume,
      print: state.print,
    }
  }

  /**
   * The outlines of all parts of the last build where a plane square to a main axis cuts them, in the
   * plane's own coordinates: (y, z) for x, (z, x) for y, (x, y) for z.
   */
  section(axis: 'x' | 'y' | 'z', at: number): { part: string; polygons: Vec2[][] }[] {
    const lay = { x: AXES_X, y: AXES_Y, z: IDENTITY }[axis]
    return this.kernel.scoped(
      () =>
        [...this.last].map(([part, state]) => ({
          part,
          polygons: this.kernel.slice(this.kernel.place(state.solid, compose(lay, state.stand)), at),
        })),
      () => [],
    )
  }

  /** Gives everything back. */
  dispose(): void {
    this.made.dispose()
    this.meshes.clear()
  }
}

interface Run {
  project: Project
  references: Reference[]
  names: Names
  parts: Map<string, PartState>
  earlier: EarlierStep[]
  rows: RowSpec[]
  quality: Quality
  report: StepReport
}

function checkNumbers(project: Project, names: Names): Record<string, Problem> {
  const out: Record<string, Problem> = {}
  for (const number of project.numbers) {
    const value = names.lookup(number.name)
    if (value && !value.ok) out[number.id] = value.problem
  }
  return out
}

const sidesExist = (row: RowSpec, parts: ReadonlyMap<string, unknown>): boolean =>
  [row.a, row.b].every((s) => s.of === 'items' || s.parts.some((p) => parts.has(p)))
