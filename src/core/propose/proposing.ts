import type { Build, BuiltPart } from '../built/built'
import { addStep } from '../document/edits'
import type { Project, ProjectStep } from '../document/schema'
import type { Kernel } from '../kernel/kernel'
import { isWithin, lyingSize } from '../print/on-bed'
import type { Vec3 } from '../geometry/vec'
import type { ImportedModel } from '../references/model'
import type { Builder } from '../sheet/builder'
import { newStep } from '../steps/offer'

/** What is put at each cut. */
export const JOINTS = ['tongue', 'dowels', 'none'] as const
export type Joint = (typeof JOINTS)[number]

/** Steps that would divide a part. */
export interface Proposal {
  steps: ProjectStep[]
  /** What they would make. */
  pieces: { id: string; name: string; size: Vec3; fits: boolean }[]
  /** What it is good for, in a sentence. */
  says?: string
  /** What could not be had, and what is instead. */
  notes: string[]
}

export interface Wishes {
  project: Project
  models: ReadonlyMap<string, ImportedModel>
  /** The part, by id. */
  part: string
  joint: Joint
  newId: () => string
  /** Awaited between steps of a build; throws to give it up. */
  pause?: () => Promise<void> | void
  /** Told of every cut that is taken, by how many there are. */
  onCut?: (cuts: number) => void
}

/** A joint as it is tried. */
export interface Tried {
  kind: string
  called: string
  fields: Record<string, unknown>
}

/** Steps that are proposed one after the other, each built as it would be. */
export class Proposing {
  readonly steps: ProjectStep[] = []
  readonly notes: string[] = []
  private readonly own: Set<string>

  private constructor(
    readonly kernel: Kernel,
    private readonly builder: Builder,
    private readonly wishes: Wishes,
    private document: Project,
    private build: Build,
  ) {
    this.own = new Set([wishes.part])
  }

  static async begin(builder: Builder, kernel: Kernel, wishes: Wishes): Promise<Proposing> {
    const build = await builder.build(wishes.project, wishes.models, 'view', wishes.pause)
    return new Proposing(kernel, builder, wishes, wishes.project, build)
  }

  /** The part, or what it has been divided into so far. */
  pieces(): BuiltPart[] {
    return this.build.parts.filter((p) => this.own.has(p.id))
  }

  solidOf(part: string) {
    return this.builder.lastParts().get(part)!.solid
  }

  outcome(): Proposal {
    const { bed } = this.document.printer
    const sized = this.pieces().map((p) => ({ id: p.id, name: p.name, size: lyingSize(p) }))
    return { steps: this.steps, pieces: sized.map((p) => ({ ...p, fits: isWithin(p.size, bed) })), notes: this.notes }
  }

  /** Takes a cut, unless it has a problem: then that is what comes back. */
  async cut(fields: Record<string, unknown>): Promise<{ id: string } | { problem: string }> {
    const divide = newStep(this.wishes, 'divide', fields)
    const made = await this.added(divide)
    const problem = problemOf(made, divide.id)
    if (problem) return { problem }
    this.take(divide, made)
    for (const p of made.parts) if (p.id.startsWith(`${divide.id}.`)) this.own.add(p.id)
    this.wishes.onCut?.(this.steps.filter((s) => s.kind === 'divide').length)
    return { id: divide.id }
  }

  /** The first joint that finds room at a cut, or none; it is told why it is not the first. @param whole what was cut */
  async join(cut: string, whole: string, kinds: readonly Tried[]): Promise<void> {
    let why = ''
    for (const { kind, called, fields } of kinds) {
      const step = newStep(this.wishes, kind, { cut, ...fields })
      const made = await this.added(step)
      const problem = problemOf(made, step.id)
      if (!problem) {
        if (why) this.notes.push(`${whole} gets ${called}: ${firstSentence(why)}`)
        return this.take(step, made)
      }
      why ||= problem
    }
    if (!why) return
    this.notes.push(`${whole} is joined by its faces alone: ${firstSentence(why)}`)
    this.build = await this.builder.build(this.document, this.wishes.models, 'view', this.wishes.pause)
  }

  private take(step: ProjectStep, made: Build): void {
    this.steps.push(step)
    this.document = addStep(step)(this.document)
    this.build = made
  }

  private added(step: ProjectStep): Promise<Build> {
    return this.builder.build(addStep(step)(this.document), this.wishes.models, 'view', this.wishes.pause)
  }
}

const problemOf = (build: Build, step: string): string | undefined => build.steps.find((s) => s.id === step)?.problems[0]?.message // prettier-ignore

/** What a problem says before it says what else would do. */
const firstSentence = (said: string): string => /^.*?\.(?=\s|$)/.exec(said)?.[0] ?? said
