import type { Build, BuiltPart } from '../built/built'
import { isWithin, lyingSize } from '../print/on-bed'
import { addStep } from '../document/edits'
import type { Project, ProjectStep } from '../document/schema'
import { whereToCut } from '../divide/where-to-cut'
import { planeAcross } from '../fields/plane'
import { turn } from '../geometry/placement'
import type { Vec3 } from '../geometry/vec'
import type { Kernel } from '../kernel/kernel'
import type { ImportedModel } from '../references/model'
import { newStep } from '../steps/offer'
import { formatLength } from '../units/length'
import type { Builder } from './builder'

/** What is put at each cut. */
export const FIT_JOINTS = ['tongue', 'dowels', 'none'] as const
export type FitJoint = (typeof FIT_JOINTS)[number]

/** Steps that would divide a part so that all its pieces lie on the bed. */
export interface FitProposal {
  steps: ProjectStep[]
  /** What they would make. */
  pieces: { id: string; name: string; size: Vec3; fits: boolean }[]
  /** What could not be had, and what is instead. */
  notes: string[]
}

export interface FitWishes {
  project: Project
  models: ReadonlyMap<string, ImportedModel>
  /** The part, by id. */
  part: string
  joint: FitJoint
  newId: () => string
  /** Awaited between steps of a build; throws to give it up. */
  pause?: () => Promise<void> | void
}

/** Joints in the order in which they are tried, each where the one before finds no room. */
const TONGUE = { kind: 'tongue', called: 'a tongue', fields: {} }
const PINS = { kind: 'dowels', called: 'pins instead', fields: {} }
const BANDED = { kind: 'tongue', called: 'a tongue in walls that are thicker at the cut', fields: { band: '1.2' } }
const TRIED = { tongue: [TONGUE, PINS, BANDED], dowels: [PINS, TONGUE, BANDED], none: [] } as const

/** More cuts than this are not proposed. */
const MOST_CUTS = 40
/** What stands out of a piece at a joint may take so much of the bed, mm; and so much is kept free at its edges. */
const STANDS_OUT = 12
const FREE = 0.5

/** Proposes cuts until every piece of a part lies on the bed; each is built as it would be. */
export async function fitToBed(builder: Builder, kernel: Kernel, wishes: FitWishes): Promise<FitProposal> {
  const { models, part, pause } = wishes
  const steps: ProjectStep[] = []
  const notes: string[] = []
  let document = wishes.project
  let build = await builder.build(document, models, 'view', pause)
  const own = new Set([part])
  const bed = document.printer.bed
  const outcome = (): FitProposal => {
    const sized = build.parts.filter((p) => own.has(p.id)).map((p) => ({ id: p.id, name: p.name, size: lyingSize(p) }))
    const pieces = sized.map((p) => ({ ...p, fits: isWithin(p.size, bed) }))
    return { steps, pieces, notes }
  }
  for (let cuts = 0; cuts < MOST_CUTS; cuts++) {
    const large = build.parts.find((p) => own.has(p.id) && !isWithin(lyingSize(p), bed))
    if (!large) return outcome()
    const where = kernel.scoped(() => whereToCut(kernel, builder.lastParts().get(large.id)!.solid, limitsFor(large, bed), wishes.joint === 'none' ? 0 : STANDS_OUT), () => []) // prettier-ignore
    if (!where) {
      notes.push(`${large.name} fits the bed only if it is turned: it is ${lyingSize(large).map((v) => formatLength(v)).join(' x ')} mm as it is printed.`) // prettier-ignore
      return outcome()
    }
    const divide = newStep(wishes, 'divide', { part: large.id, at: planeAcross(where.axis, where.at), ...(wishes.joint === 'none' ? {} : { gap: '0.1' }) }) // prettier-ignore
    const made = await added(divide)
    const problem = problemOf(made, divide.id)
    if (problem) {
      notes.push(`${large.name} could not be cut where it is best: ${problem}`)
      return outcome()
    }
    take(divide, made)
    for (const p of made.parts) if (p.id.startsWith(`${divide.id}.`)) own.add(p.id)
    await join(divide.id, large.name)
  }
  notes.push(`More than ${MOST_CUTS} cuts would be needed; a larger bed, or a smaller part, would do.`)
  return outcome()

  function take(step: ProjectStep, made: Build) {
    steps.push(step)
    document = addStep(step)(document)
    build = made
  }

  function added(step: ProjectStep) {
    return builder.build(addStep(step)(document), models, 'view', pause)
  }

  /** The joint that was asked for, or another one, or none. */
  async function join(cut: string, whole: string) {
    const kinds = TRIED[wishes.joint]
    let why = ''
    for (const { kind, called, fields } of kinds) {
      const step = newStep(wishes, kind, { cut, ...fields })
      const made = await added(step)
      const problem = problemOf(made, step.id)
      if (!problem) {
        if (why) notes.push(`${whole} gets ${called}: ${firstSentence(why)}`)
        return take(step, made)
      }
      why ||= problem
    }
    if (why) {
      notes.push(`${whole} is joined by its faces alone: ${firstSentence(why)}`)
      build = await builder.build(document, models, 'view', pause)
    }
  }
}

const problemOf = (build: Build, step: string): string | undefined => build.steps.find((s) => s.id === step)?.problems[0]?.message // prettier-ignore

/** What a problem says before it says what else would do. */
const firstSentence = (said: string): string => /^.*?\.(?=\s|$)/.exec(said)?.[0] ?? said

/** How long a piece may be along the axes of the project, the way it is printed. */
function limitsFor({ print, mesh }: Pick<BuiltPart, 'print' | 'mesh'>, bed: readonly [number, number, number]): Vec3 {
  const [width, depth, height] = bed.map((b) => b - FREE) as [number, number, number]
  const [x, y] = lyingSize({ print, mesh })
  // Turned by a quarter where that makes fewer pieces.
  const pieces = (w: number, d: number) => Math.ceil(x / w) * Math.ceil(y / d)
  const [along, across] = pieces(width, depth) <= pieces(depth, width) ? [width, depth] : [depth, width]
  const axes = ([[1, 0, 0], [0, 1, 0], [0, 0, 1]] as const).map((axis) => turn(print, axis)) // prettier-ignore
  const square = axes.every((a) => Math.max(...a.map(Math.abs)) > 1 - 1e-6)
  if (!square) return Array<number>(3).fill(Math.min(along, across, height)) as unknown as Vec3
  return axes.map((a) => [along, across, height][a.findIndex((v) => Math.abs(v) > 0.5)]!) as unknown as Vec3
}
