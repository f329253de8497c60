import { importSolids, sha256 } from '../src/cli/files'
import type { Quality } from '../src/core/built/built'
import { addStep } from '../src/core/document/edits'
import { emptyProject, makeReference, type Project } from '../src/core/document/schema'
import { pointable } from '../src/core/faces/resolve'
import type { Kernel } from '../src/core/kernel/kernel'
import type { SurfaceShape } from '../src/core/kernel/surface'
import { Builder } from '../src/core/sheet/builder'
import { binaryStl } from '../tests/support/files'
import { kept } from '../tests/support/facing'
import { drilledPlate } from '../tests/support/soups'
import { round } from './measure'

type Fields = Project['steps'][number]['fields']

const RUNS = 3
const PITCH = 10

/** A found plate with holes, changed by hand, by how many triangles it has. */
export async function measureByHand(kernel: Kernel) {
  const of = async (columns: number, rows: number) => {
    const holes = Array.from({ length: columns * rows }, (_, i) => ({ at: [PITCH * (1 + (i % columns)), PITCH * (1 + Math.floor(i / columns))] as [number, number], radius: 2.5, segments: 24 })) // prettier-ignore
    const bytes = binaryStl(drilledPlate([PITCH * (columns + 1), PITCH * (rows + 1), 6], holes))
    const file = sha256(bytes)
    const models = new Map([[file, await importSolids(bytes, 'plate.stl')]])
    const reference = makeReference({ id: 'plate', name: 'Plate', kind: 'stl', file, fileName: 'plate.stl', placing: 'as-in-file' }) // prettier-ignore
    const step = (id: string, kind: string, fields: Fields) => ({ id, kind, off: false, fields }) // prettier-ignore
    const whole: Project = { ...emptyProject('Plate'), references: [reference], steps: [step('it', 'item', { reference: 'plate', item: models.get(file)!.items[0]!.id })] } // prettier-ignore
    const first = new Builder(kernel)
    const taken = performance.now()
    const { parts } = await first.build(whole, models, 'view')
    const take_over_ms = round(performance.now() - taken)
    first.dispose()
    const on = pointable(parts[0]!.mesh)
    const face = (is: (shape: SurfaceShape) => boolean) => kept(parts[0]!, on, on.topology.surfaceOf.findIndex((s) => is(parts[0]!.mesh.surfaces[s]!.shape))) // prettier-ignore
    const top = face((s) => s.kind === 'plane' && s.normal[2] > 0.99)
    const side = face((s) => s.kind === 'plane' && s.normal[0] > 0.99)
    const bore = face((s) => s.kind === 'cylinder')
    const timed = async (kind: string, fields: object, quality: Quality = 'view') => {
      const project = addStep(step('change', kind, { part: 'it', ...fields } as Fields))(whole)
      const times: number[] = []
      let problems: string[] = []
      for (let run = 0; run < RUNS; run++) {
        const builder = new Builder(kernel)
        await builder.build(whole, models, quality)
        const start = performance.now()
        const build = await builder.build(project, models, quality)
        times.push(performance.now() - start)
        problems = build.steps.flatMap((s) => s.problems.map((p) => p.message))
        builder.dispose()
      }
      const ms = round(times.sort((a, b) => a - b)[Math.floor(RUNS / 2)]!)
      return problems.length > 0 ? { ms, problems } : ms
    }
    return {
      triangles: (bytes.length - 84) / 50,
      take_over_ms,
      move_top_ms: await timed('move-faces', { faces: [top], by: '2' }),
      move_side_drag_ms: await timed('move-faces', { faces: [side], by: '3' }, 'drag'),
      hole_size_ms: await timed('round-size', { faces: [bore], size: '6' }),
      all_holes_size_ms: await timed('round-size', { faces: [bore], also: 'alike', size: '6' }),
      hole_gone_ms: await timed('remove-faces', { faces: [bore] }),
      hole_moved_ms: await timed('move-feature', { faces: [bore], right: '1.5' }),
      resized_ms: await timed('resize', { how: 'times', factor: '1.1' }),
    }
  }
  return { small: await of(5, 4), middle: await of(20, 10), large: await of(50, 40) }
}
