import { setField } from '../src/core/document/edits'
import type { Project } from '../src/core/document/schema'
import type { Kernel } from '../src/core/kernel/kernel'
import type { ImportedModel } from '../src/core/references/model'
import { Builder } from '../src/core/sheet/builder'

/** After so many edits the memory is looked at. */
const LOOKS = [50, 100, 250, 500] as const
/** What is changed by turns, between which figures: early and late in the sheet. */
const EDITS = [
  ['opening2', 'gap', 0.5, 0.7],
  ['posts', 'across', 7.3, 7.8],
  ['vents', 'bar', 1.26, 1.7],
  ['ears', 'round', 2, 3],
  ['wrap', 'clearAbove', 1, 1.5],
] as const

/** The finished logger edited again and again in one builder: the bytes that the solid kernel has, and this process. */
export async function measureEdits(
  kernel: Kernel,
  project: Project,
  models: Map<string, ImportedModel>,
  heap: () => number,
) {
  const builder = new Builder(kernel)
  const looked: { edits: number; solid_kernel_bytes: number; process_bytes: number }[] = []
  let now = project
  for (let n = 1; n <= LOOKS.at(-1)!; n++) {
    const [step, field, from, to] = EDITS[n % EDITS.length]!
    now = setField(step, field, (from + (to - from) * ((n * 7) % 10) * 0.1).toFixed(3))(now)
    await builder.build(now, models, 'view')
    if (LOOKS.some((l) => l === n)) looked.push({ edits: n, solid_kernel_bytes: heap(), process_bytes: process.memoryUsage().rss }) // prettier-ignore
  }
  builder.dispose()
  return looked
}
