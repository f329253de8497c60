import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { runChecks } from '../core/checks'
import { measureLedger } from '../core/fit/ledger'
import { safeFileName } from '../core/formats/file-names'
import { Kernel } from '../core/kernel/kernel'
import { heldAgainst } from '../core/print/gate'
import { lyingSize } from '../core/print/on-bed'
import { type Estimate, estimateOf } from '../core/print/estimate'
import { builtPartList } from '../core/print/part-list'
import { unpacked } from '../core/mesh/unpack'
import { partPicture } from '../core/print/part-picture'
import { projectSheet } from '../core/print/project-sheet'
import { prove } from '../core/prove/prove'
import { Builder } from '../core/sheet/builder'
import { withVariant } from './commands'
import { loadProject } from './files'

/** Writes the page about a project that is laid beside the printer. */
export async function runSheet(file: string, { variant, out }: { variant: string | undefined; out: string }) {
  const { project: loaded, models } = await loadProject(file)
  const project = withVariant(loaded, variant)
  const kernel = await Kernel.load()
  const builder = new Builder(kernel)
  const build = await builder.build(project, models, 'export')
  const ledger = measureLedger(build)
  const findings = runChecks({ project, build, ledger, kernel })
  const proofs = []
  const takes: Record<string, Estimate> = {}
  for (const part of build.parts) {
    const { lines, layers } = await prove(kernel, project, part)
    proofs.push({ part, lines })
    takes[part.id] = estimateOf(project, part.id, layers)
  }
  const { parts: listed, total } = builtPartList(project, build.parts)
  const held = heldAgainst(project, { steps: build.steps, ledger, findings, proofs })
  const parts = build.parts.map((p) => ({ ...p, lies: lyingSize(p) }))
  const pictures = Object.fromEntries(build.parts.map((p) => [p.id, asPng(partPicture(unpacked(p.mesh.positions, p.mesh.indices), p.print, p.color))])) // prettier-ignore
  builder.dispose()
  mkdirSync(out, { recursive: true })
  const name = `${safeFileName(project.name)}-sheet.html`
  writeFileSync(
    join(out, name),
    projectSheet({ project, build, parts, listed, mass: total.mass, ledger, held, takes, pictures }),
  )
  return { project: project.name, written: [name] }
}

const asPng = (bytes: Uint8Array): string => `data:image/png;base64,${Buffer.from(bytes).toString('base64')}`
