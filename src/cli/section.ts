import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { type Axis, sectionFiles } from '../core/formats/section-files'
import { Kernel } from '../core/kernel/kernel'
import { expectOk, raise } from '../core/result'
import { Builder } from '../core/sheet/builder'
import { evaluateFormula } from '../core/units/formula'
import { withVariant } from './commands'
import { loadProject } from './files'

interface Wishes {
  axis: string
  at: string | undefined
  variant: string | undefined
  out: string
}

/** Writes the outlines of all parts of a project where a plane square to an axis cuts them. */
export async function runSection(file: string, { axis, at, variant, out }: Wishes) {
  if (!['x', 'y', 'z'].includes(axis)) raise('axis', `--axis takes x, y or z, not "${axis}".`)
  if (at === undefined) return raise('at', '--at takes how far along the axis it is cut: 3.2, or "1/8 in".')
  const where = expectOk(evaluateFormula(at, 'length', { unit: 'mm', lookup: () => undefined }))
  const loaded = await loadProject(file)
  const project = withVariant(loaded.project, variant)
  const builder = new Builder(await Kernel.load())
  const build = await builder.build(project, loaded.models, 'export')
  const files = expectOk(sectionFiles(build.parts, axis as Axis, where, project.name))
  builder.dispose()
  mkdirSync(out, { recursive: true })
  for (const { name, bytes } of [files.svg, files.dxf]) writeFileSync(join(out, name), bytes)
  return { project: project.name, axis, at_mm: where, written: [files.svg.name, files.dxf.name] }
}
