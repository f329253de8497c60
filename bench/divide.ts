import { Builder } from '../src/core/sheet/builder'
import { importSolids, sha256 } from '../src/cli/files'
import { addStep } from '../src/core/document/edits'
import { emptyProject, makeReference, type Project } from '../src/core/document/schema'
import type { Kernel } from '../src/core/kernel/kernel'
import { fitToBed } from '../src/core/propose/fit-to-bed'
import { facing } from '../tests/support/facing'
import { binaryStl } from '../tests/support/files'
import { lumpy } from '../tests/support/lumpy'
import { round } from './measure'

const RUNS = 3
type Fields = Project['steps'][number]['fields']

/** An imported body divided in its middle and joined, and what makes it fit a bed, by how many triangles it has. */
export async function measureDivide(kernel: Kernel) {
  const of = async (n: number, m: number) => {
    const bytes = binaryStl(lumpy(n, m))
    const file = sha256(bytes)
    const models = new Map([[file, await importSolids(bytes, 'statue.stl')]])
    const reference = makeReference({ id: 'statue', name: 'Statue', kind: 'stl', file, fileName: 'statue.stl', placing: 'as-in-file' }) // prettier-ignore
    const step = (id: string, kind: string, fields: Fields) => ({ id, kind, off: false, fields }) // prettier-ignore
    const item = models.get(file)!.items[0]!.id
    const empty = emptyProject('Statue')
    const whole: Project = { ...empty, printer: { ...empty.printer, bed: [100, 100, 120] }, references: [reference], steps: [step('statue', 'item', { reference: 'statue', item })] } // prettier-ignore
    const cut = addStep(step('cut', 'divide', { part: 'statue', at: { base: 'ground', off: '3.3' } }))(whole)
    const lines = addStep(step('cut', 'divide', { part: 'statue', at: { base: 'ground', off: '3.3' }, line: 'dovetail', count: '3' }))(whole) // prettier-ignore
    const pinned = addStep(step('pins', 'dowels', { cut: 'cut' }))(cut)
    const tongued = addStep(step('tongue', 'tongue', { cut: 'cut', run: 'outline' }))(cut)
    const nosed = addStep(step('nose', 'solid', { width: '60', depth: '24', height: '24', at: { along: '75', up: '0', from: '' }, lift: '8', how: 'add', parts: ['statue'] }))(whole) // prettier-ignore
    const looked = new Builder(kernel)
    const tip = facing((await looked.build(nosed, models, 'view')).parts[0]!, [1, 0, 0], 105)
    looked.dispose()
    const foot = addStep(
      step('off', 'divide', { part: 'statue', line: 'foot', may: 'piece', holds: [tip] } as unknown as Fields),
    )(nosed)
    const timed = async (project: Project, before: Project) => {
      const times: number[] = []
      let problems: string[] = []
      for (let run = 0; run < RUNS; run++) {
        const builder = new Builder(kernel)
        await builder.build(before, models, 'view')
        const start = performance.now()
        const build = await builder.build(project, models, 'view')
        times.push(performance.now() - start)
        problems = build.steps.flatMap((s) => s.problems.map((p) => p.message))
        builder.dispose()
      }
      const ms = round(times.sort((a, b) => a - b)[Math.floor(RUNS / 2)]!)
      return problems.length > 0 ? { ms, problems } : ms
    }
    const builder = new Builder(kernel)
    let ids = 0
    const start = performance.now()
    const fit = await fitToBed(builder, kernel, { project: whole, models, part: 'statue', joint: 'dowels', newId: () => `n${(ids += 1)}` }) // prettier-ignore
    const took = round(performance.now() - start)
    builder.dispose()
    return {
      triangles: (bytes.length - 84) / 50,
      cut_ms: await timed(cut, whole),
      dovetails_ms: await timed(lines, whole),
      foot_ms: await timed(foot, nosed),
      pins_ms: await timed(pinned, cut),
      tongue_ms: await timed(tongued, cut),
      fit_bed_ms: took,
      fit_bed_pieces: fit.pieces.length,
    }
  }
  return { small: await of(50, 50), middle: await of(160, 156), large: await of(500, 500) }
}
