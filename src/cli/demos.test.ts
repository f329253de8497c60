import { DEMOS, demoFolder } from '../../tests/support/demos'
import { runChecks } from '../core/checks'
import { measureLedger } from '../core/fit/ledger'
import { exportFiles, exportWishes, listExport } from '../core/formats/export-parts'
import { read3mf } from '../core/formats/threemf/read-3mf'
import { Kernel } from '../core/kernel/kernel'
import { heldAgainst } from '../core/print/gate'
import { countsOf } from '../core/print/part-list'
import { layPlates } from '../core/print/plates/plates'
import { plateWishes } from '../core/print/plates/wishes'
import { Builder } from '../core/sheet/builder'

let folder: ReturnType<typeof demoFolder>
beforeAll(() => void (folder = demoFolder()))
afterAll(() => folder.remove())

test.each(DEMOS)(
  '%s goes through the gate: nothing stops it, its parts are closed, and its plates hold all of them',
  async (name) => {
    const { project, models } = await folder.load(name)
    const kernel = await Kernel.load()
    const builder = new Builder(kernel)
    const build = await builder.build(project, models, 'view')
    builder.dispose()
    const ledger = measureLedger(build)
    const findings = runChecks({ project, build, ledger, kernel })
    const held = heldAgainst(project, { steps: build.steps, ledger, findings, proofs: [] })
    expect(held.filter((h) => h.weight === 'stop' && h.why === undefined)).toEqual([])
    // Nothing that is told of them in general is a false alarm.
    expect(
      findings.filter((f) => ['suction', 'idle-step', 'doubled', 'edge-touch', 'through-itself'].includes(f.check)),
    ).toEqual([])
    const wishes = exportWishes(project, 'bed')
    const listed = listExport(build.parts, wishes)
    expect(listed.filter((p) => !p.closed)).toEqual([])
    const plates = layPlates(build.parts, plateWishes(project))
    expect(plates.flatMap((p) => [...p.close, ...p.over])).toEqual([])
    const files = exportFiles(build.parts, wishes).filter((f) => f.name.endsWith('.3mf'))
    expect(files).toHaveLength(plates.length)
    const items = files.flatMap((f) => {
      const read = read3mf(f.bytes)
      return read.ok ? read.value.raw.items : []
    })
    const counts = countsOf(project)
    expect(items).toHaveLength(build.parts.reduce((n, p) => n + (counts[p.id] ?? 1), 0))
  },
)
