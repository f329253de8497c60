/**
 * Benchmarks: prints JSON with medians in ms and ratios. Nothing here passes or fails.
 * The page is the built one (`npm run build`), served for the bench with the demo's project.
 */
import { readFileSync } from 'node:fs'
import initKernel from 'replicad-opencascadejs'
import { writeStepAssembly } from '../demo/make/step-assembly'
import { Builder } from '../src/core/sheet/builder'
import { runChecks } from '../src/core/checks'
import { setField } from '../src/core/document/edits'
import { readProject } from '../src/core/sheet/read-project'
import { readStep } from '../src/core/formats/step/read-step'
import { measureLedger } from '../src/core/fit/ledger'
import { Kernel } from '../src/core/kernel/kernel'
import { ResolvedReferences } from '../src/core/references/resolved-references'
import { expectOk } from '../src/core/result'
import { watchHeap } from '../tests/support/heap'
import { plainItems } from './assemblies'
import { measureByHand } from './by-hand'
import { measureDivide } from './divide'
import { measureDrawings } from './drawings'
import { measureEdits } from './edits'
import { recordCalls, replay } from './bare-kernel'
import { measureLargeImport, measureMeshImport, measurePhoto } from './import'
import { median, medians, round } from './measure'
import { measurePage } from './page'
import { measurePrint } from './print'
import { measureProve } from './prove'
import { measureSheet } from './sheet'
import { measureSkins } from './skins'
import { measureTravels } from './travels'

const RUNS = 7
/** Sections named behind `npm run bench --` are measured; without a name all of them. */
const wanted = process.argv.slice(2)
const only = <T>(section: string, measure: () => T): T | undefined =>
  wanted.length === 0 || wanted.includes(section) ? measure() : undefined
const board = readFileSync('demo/boards/rl-2-rev-a.step')
const project = expectOk(readProject(readFileSync('demo/rain-logger.json', 'utf8')))

const oc = await initKernel({ print: () => {}, printErr: () => {} })
const start = async () => oc
const model = expectOk(await readStep(board, start))
const models = new Map([[project.references[0]!.file, model]])

const large = writeStepAssembly(oc, plainItems(1000))
const step = {
  rl2_ms: await median(RUNS, () => readStep(board, start)),
  items_1000_ms: await only('import', () => median(RUNS, () => readStep(large, start))),
  items_1000_bytes: large.length,
  items_1500_drilled: only('import', () => measureLargeImport(oc, RUNS)),
}

const heap = watchHeap()
const kernel = await Kernel.load()
const references = new ResolvedReferences()
const fresh = (quality: 'view' | 'export') => async () => {
  const builder = new Builder(kernel, references)
  await builder.build(project, models, quality)
  builder.dispose()
}
const calls = { view: await recordCalls(fresh('view')), export: await recordCalls(fresh('export')) }
const [view_ms, view_bare_ms] = await medians(RUNS, [fresh('view'), () => replay(calls.view)])
const [export_ms, export_bare_ms] = await medians(RUNS, [fresh('export'), () => replay(calls.export)])
const build = { view_ms: view_ms!, view_bare_ms: view_bare_ms!, export_ms: export_ms!, export_bare_ms: export_bare_ms! }

const builder = new Builder(kernel)
const changed = (id: string, field: string, from: number) => (run: number) =>
  builder.build(setField(id, field, `${from + (run + 2) / 100}`)(project), models, 'view')
const lastStep = await median(RUNS, changed('label', 'height', 5))
const fourthStep = await median(RUNS, changed('opening2', 'gap', 0.6))
const firstStep = await median(RUNS, changed('wrap', 'clear', 0.55))

const built = await builder.build(project, models, 'view')
const rows = measureLedger(built)
const ledger = {
  ledger_ms: await median(RUNS, () => measureLedger(built)),
  checks_ms: await median(RUNS, () => runChecks({ project, build: built, ledger: rows, kernel })),
}

const sheet = await measureSheet(kernel, project, models, RUNS)
const travels = await only('travels', () => measureTravels(kernel, project, models, RUNS))
const drawings = await only('drawings', () => measureDrawings(kernel))
const skins = await only('skins', () => measureSkins(kernel, heap))
const divide = await only('divide', () => measureDivide(kernel))
const byHand = await only('by-hand', () => measureByHand(kernel))
const prove = await only('prove', () => measureProve(kernel, project, built.parts))
const print = await only('print', () => measurePrint(project, built))
const edits = await only('edits', () => measureEdits(kernel, project, models, heap))
const memory = { solid_kernel_bytes: heap(), process_peak_bytes: process.resourceUsage().maxRSS * 1024 }
const mesh = { stl_500k: await only('mesh', () => measureMeshImport(RUNS)) }
const photo = { megapixels_12: await only('photo', () => measurePhoto(RUNS)) }
const page = await only('page', () => measurePage())
process.stdout.write(
  `${JSON.stringify(
    {
      runs: RUNS,
      step,
      mesh,
      photo,
      build: {
        ...build,
        view_ratio_to_bare: round(build.view_ms / build.view_bare_ms),
        export_ratio_to_bare: round(build.export_ms / build.export_bare_ms),
        last_step_changed_ms: lastStep,
        last_step_ratio_to_full: round(lastStep / build.view_ms),
        fourth_step_changed_ms: fourthStep,
        fourth_step_ratio_to_full: round(fourthStep / build.view_ms),
        first_step_changed_ms: firstStep,
        first_step_ratio_to_full: round(firstStep / build.view_ms),
      },
      sheet,
      travels,
      drawings,
      skins,
      divide,
      by_hand: byHand,
      prove,
      print,
      ...ledger,
      edits,
      memory,
      page,
    },
    null,
    2,
  )}\n`,
)
process.exit(0)
