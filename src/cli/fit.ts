import { randomUUID } from 'node:crypto'
import { isWithin, lyingSize } from '../core/print/on-bed'
import { addStep } from '../core/document/edits'
import { Kernel } from '../core/kernel/kernel'
import type { Arrangement } from '../core/print/arrange'
import { raise } from '../core/result'
import { Builder } from '../core/sheet/builder'
import { FIT_JOINTS, type FitJoint, fitToBed } from '../core/sheet/fit-to-bed'
import { buildAndReport } from './commands'
import { loadProject } from './files'

/** Divides every part that the bed does not take, by steps of its own, and builds what that comes to. */
export async function runFit(file: string, { joint, ...options }: { joint: string; place: Arrangement; out: string }) {
  const joints: readonly string[] = FIT_JOINTS
  if (!joints.includes(joint)) raise('joint', `--joint takes ${joints.join(', ')}.`)
  const { project, models, files } = await loadProject(file)
  const kernel = await Kernel.load()
  const builder = new Builder(kernel)
  const before = await builder.build(project, models, 'view')
  let now = project
  const notes: string[] = []
  for (const part of before.parts.filter((p) => !isWithin(lyingSize(p), project.printer.bed))) {
    const found = await fitToBed(builder, kernel, { project: now, models, part: part.id, joint: joint as FitJoint, newId: () => randomUUID().slice(0, 8) }) // prettier-ignore
    notes.push(`${part.name}: ${found.pieces.length} pieces.`, ...found.notes)
    now = found.steps.reduce((document, step) => addStep(step)(document), now)
  }
  builder.dispose()
  return buildAndReport(now, models, { ...options, quality: 'export', files, notes })
}
