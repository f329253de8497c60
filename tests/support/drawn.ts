import { areaOf } from '../../src/core/profile/measure'
import { emptyProject, type Project, projectSchema } from '../../src/core/document/schema'
import { Kernel } from '../../src/core/kernel/kernel'
import { Builder } from '../../src/core/sheet/builder'
import type { Quality } from '../../src/core/built/built'
import type { ImportedModel } from '../../src/core/references/model'
import type { ShapeReport } from '../../src/core/fields/shapes'
import { regionOf } from '../../src/core/fields/region'
import { expectOk } from '../../src/core/result'

export type Fields = Record<string, unknown>
export const at = (along: number | string, up: number | string, from = '') => ({ along, up, from })

let shapes = 0
/** A shape of a drawing, with an id of its own unless one is given. */
export const shape = (kind: string, fields: Fields = {}, id = `s${(shapes += 1)}`) => ({ id, kind, fields })

/** A step: its kind, its fields, and its id. */
export type StepOf = readonly [kind: string, fields: Fields, id?: string]

/** A project of some steps; those without an id are named by kind and place. */
export const sheetOf = (...steps: readonly StepOf[]): Project =>
  projectSchema.parse({
    ...emptyProject('Made up'),
    steps: steps.map(([kind, fields, id], i) => ({ id: id ?? `${kind}${i + 1}`, kind, fields })),
  })

let kernel: Promise<Kernel> | undefined

/** Builds a project from nothing. */
export async function built(
  project: Project,
  quality: Quality = 'export',
  models: ReadonlyMap<string, ImportedModel> = new Map(),
) {
  kernel ??= Kernel.load()
  const builder = new Builder(await kernel)
  const build = await builder.build(project, models, quality)
  builder.dispose()
  const problems = build.steps.flatMap((s) => s.problems)
  const volumes = Object.fromEntries(build.parts.map((p) => [p.id, p.volume]))
  return { build, problems, volumes, notes: build.steps.flatMap((s) => s.notes) }
}

/** What a list of shapes comes to: their reports, and the area of what is material, mm2. */
export async function drawn(list: readonly object[], settled: Record<string, number> = {}) {
  const { build } = await built(sheetOf(['drawing', { shapes: list, settled }, 'd']))
  const reports = build.steps[0]!.values['shapes'] as ShapeReport[]
  const region = expectOk(regionOf(reports.flatMap((r) => r.drawn ?? [])))
  const problems = reports.flatMap((r) => r.problems.map((p) => ({ ...p, shape: r.id })))
  return { reports, region, area: areaOf(region.profile), problems, step: build.steps[0]! }
}
