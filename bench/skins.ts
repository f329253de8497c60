import { Builder } from '../src/core/sheet/builder'
import type { Kernel } from '../src/core/kernel/kernel'
import { sheetOf, type StepOf } from '../tests/support/drawn'
import { median, round } from './measure'

const RUNS = 3
const NONE = new Map<string, never>()

/** A plate with so many bosses in rows, and what is done to it. */
const plate = (columns: number, rows: number, ...more: readonly StepOf[]) =>
  sheetOf(
    ['solid', { width: `${columns * 14}`, depth: `${rows * 14}`, height: '6' }, 'plate'],
    ['solid', { shape: 'cylinder', across: '8', height: '8', lift: '5', at: { along: `${-(columns - 1) * 7}`, up: `${-(rows - 1) * 7}`, from: '' } }, 'boss'], // prettier-ignore
    ['copies', { part: 'boss', how: 'line', count: `${columns}`, by: '14', after: 'joined' }, 'row'],
    ['copies', { part: 'boss', how: 'line', count: `${rows}`, by: '14', way: 'back', after: 'joined' }, 'rows'],
    ['combine', { part: 'plate', do: 'add', tools: ['boss'] }, 'joined'],
    ...more,
  )

/** Edges rounded and walls made, on a plate of about 5,000 and of about 50,000 triangles: what the step itself takes, ms, and what the solid kernel has by then. */
export async function measureSkins(kernel: Kernel, heap: () => number) {
  const of = async (columns: number, rows: number) => {
    const timed = async (...more: readonly StepOf[]) => {
      let triangles = 0
      const ms = await median(RUNS, async () => {
        const builder = new Builder(kernel)
        const build = await builder.build(plate(columns, rows, ...more), NONE, 'view')
        triangles = build.parts[0]!.mesh.indices.length / 3
        builder.dispose()
      })
      return { ms, triangles }
    }
    const plain = await timed()
    const foot = await timed(['edges', { part: 'plate', which: 'foot', radius: '1' }, 'e'])
    const hollow = await timed(['hollow', { part: 'plate', wall: '1.5' }, 'h'])
    return { triangles: plain.triangles, plain_ms: round(plain.ms), foot_ms: round(foot.ms - plain.ms), hollow_ms: round(hollow.ms - plain.ms), solid_kernel_bytes: heap() } // prettier-ignore
  }
  return { few: await of(4, 4), many: await of(13, 13) }
}
