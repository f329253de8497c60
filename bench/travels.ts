import { runChecks } from '../src/core/checks'
import { setTravel } from '../src/core/document/edits'
import type { Travel } from '../src/core/document/items-schema'
import type { Project } from '../src/core/document/schema'
import { measureLedger } from '../src/core/fit/ledger'
import type { Kernel } from '../src/core/kernel/kernel'
import type { ImportedModel } from '../src/core/references/model'
import { Builder } from '../src/core/sheet/builder'
import { median } from './measure'

/** Builds, measures and checks the logger with its knob on the move; each run with a way not seen before. */
export async function measureTravels(
  kernel: Kernel,
  project: Project,
  models: ReadonlyMap<string, ImportedModel>,
  runs: number,
) {
  const reference = project.references[0]!
  const knob = models.get(reference.file)!.items.find((i) => /knob/i.test(i.name))!
  const point: [number, number, number] = [knob.placement[3]!, knob.placement[7]!, knob.placement[11]!]
  const z: [number, number, number] = [0, 0, 1]
  const ways: Record<string, (run: number) => Travel> = {
    turned_round_ms: (run) => ({ kind: 'turn', point, axis: z, from: run, to: run + 360 }),
    turned_90_ms: (run) => ({ kind: 'turn', point, axis: z, from: run, to: run + 90 }),
    slid_6_ms: (run) => ({ kind: 'slide', direction: z, length: `${6 + run / 100}` }),
    slid_1e5_ms: (run) => ({ kind: 'slide', direction: z, length: `${1e5 + run}` }),
  }
  const builder = new Builder(kernel)
  const out: Record<string, number> = {}
  for (const [name, way] of Object.entries(ways))
    out[name] = await median(runs, async (run) => {
      const moving = setTravel(reference.id, knob.id, way(run))(project)
      const build = await builder.build(moving, models, 'view')
      runChecks({ project: moving, build, ledger: measureLedger(build), kernel })
    })
  builder.dispose()
  return out
}
