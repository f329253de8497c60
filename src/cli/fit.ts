import { randomUUID } from 'node:crypto'
import type { BuiltPart } from '../core/built/built'
import { isWithin, lyingSize } from '../core/print/on-bed'
import { addStep } from '../core/document/edits'
import { Kernel } from '../core/kernel/kernel'
import type { Arrangement } from '../core/print/arrange'
import { raise } from '../core/result'
import { Builder } from '../core/sheet/builder'
import { asPrinted } from '../core/prove/directions'
import { type Joint, JOINTS, PROPOSALS, type ProposedFor } from '../core/propose'
import { buildAndReport } from './commands'
import { loadProject } from './files'

/** Divides every part that the bed does not take, or that needs supports, by steps of its own, and builds what that comes to. */
export async function runFit(
  file: string,
  { joint, what, ...options }: { joint: string; what: string; place: Arrangement; out: string },
) {
  const wanted: readonly string[] = Object.keys(PROPOSALS)
  if (!wanted.includes(what)) raise('for', `--for takes ${wanted.join(', ')}.`)
  const joints: readonly string[] = JOINTS
  if (!joints.includes(joint)) raise('joint', `--joint takes ${joints.join(', ')}.`)
  const { project, models, files } = await loadProject(file)
  const kernel = await Kernel.load()
  const builder = new Builder(kernel)
  const before = await builder.build(project, models, 'view')
  let now = project
  const notes: string[] = []
  const isMeant = (part: BuiltPart) => (what === 'supports' ? asPrinted(part, project).support > 0 : !isWithin(lyingSize(part), project.printer.bed)) // prettier-ignore
  for (const part of before.parts.filter(isMeant)) {
    const found = await PROPOSALS[what as ProposedFor](builder, kernel, { project: now, models, part: part.id, joint: joint as Joint, newId: () => randomUUID().slice(0, 8) }) // prettier-ignore
    notes.push(`${part.name}: ${found.pieces.length} pieces.`, ...(found.says ? [found.says] : []), ...found.notes)
    now = found.steps.reduce((document, step) => addStep(step)(document), now)
  }
  builder.dispose()
  return buildAndReport(now, models, { ...options, quality: 'export', files, notes })
}
