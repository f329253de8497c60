import type { Build } from '../src/core/built/built'
import { suckedBetween } from '../src/core/checks/suction'
import type { Project } from '../src/core/document/schema'
import { exportFiles, exportWishes } from '../src/core/formats/export-parts'
import { layPlates } from '../src/core/print/plates/plates'
import { plateWishes } from '../src/core/print/plates/wishes'
import { printProject } from '../src/core/print/simulated/print-project'
import { SimulatedPrinter } from '../src/core/print/simulated/simulated-printer'
import { median } from './measure'

const RUNS = 3
/** So many of each part. */
const MANY = 50

/** The finished logger laid on plates, once and many times; the air between its parts; all of it written, and printed by a simulated printer. */
export async function measurePrint(project: Project, build: Build) {
  const { parts } = build
  const wishes = plateWishes(project)
  const many = { ...wishes, counts: Object.fromEntries(parts.map((p) => [p.id, MANY])) }
  return {
    plates_ms: await median(RUNS, () => layPlates(parts, wishes)),
    plates_of_many: layPlates(parts, many).length,
    plates_of_many_ms: await median(RUNS, () => layPlates(parts, many)),
    air_between_ms: await median(RUNS, () =>
      parts.flatMap((a, i) => parts.slice(i + 1).map((b) => suckedBetween(a, b))),
    ),
    written_ms: await median(RUNS, () => exportFiles(parts, exportWishes(project, 'bed'))),
    simulated_ms: await median(RUNS, () => printProject(build, SimulatedPrinter.of(1), project.printer)),
  }
}
