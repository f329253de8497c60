import { readFileSync } from 'node:fs'
import { Builder } from '../src/core/sheet/builder'
import { setField } from '../src/core/document/edits'
import type { Project } from '../src/core/document/schema'
import type { Kernel } from '../src/core/kernel/kernel'
import { foundPairs } from '../src/core/fit/found-pairs'
import { measureLedger } from '../src/core/fit/ledger'
import { readProject } from '../src/core/sheet/read-project'
import { expectOk } from '../src/core/result'
import { at, shape, sheetOf } from '../tests/support/drawn'
import { complete, kindOf, workOut } from '../tests/support/tied'
import type { ShapeReport } from '../src/core/fields/shapes'
import { SHAPE_KINDS } from '../src/core/steps/drawing/shapes'
import { Dragging } from '../src/ui/drawing/dragging'
import { pageDraft } from '../src/ui/drawing/page-draft'
import { recordCalls, replay } from './bare-kernel'
import { median, medians, round } from './measure'

const RUNS = 25
const NONE = new Map<string, never>()
const HUNDRED = 'Tomatoes 40 cm apart, water at the foot, tie in from June / Beans 15 cm apart, first frost October x'

/**
 * A frame of a drag on the page in a drawing of 200 shapes: a chain of lines of fixed lengths, every other one square to
 * the one before, with circles that touch them. Solving and drawing anew; putting it on the screen is not in it.
 */
async function tiedFrame(kernel: Kernel): Promise<number> {
  const shapes: ReturnType<typeof shape>[] = []
  for (let k = 0; k < 67; k++) {
    const [x, y] = [10 * Math.ceil(k / 2), 10 * Math.floor(k / 2)]
    const to = k % 2 === 0 ? at(x + 10, y) : at(x, y + 10)
    shapes.push(shape('line', { from: k === 0 ? at('0', '0') : at('0', '0', `l${k - 1}.to`), to }, `l${k}`))
    shapes.push(shape('circle', { at: at(x + 3, y + 3), across: 6 }, `c${k}`), shape('touching', { a: `c${k}`, b: `l${k}` })) // prettier-ignore
    shapes.push(k % 2 === 1 ? shape('square', { a: `l${k - 1}`, b: `l${k}` }) : shape('long', { a: `l${k}`, by: '10' }))
  }
  const builder = new Builder(kernel)
  const build = await builder.build(sheetOf(['drawing', { shapes }, 'd']), NONE, 'drag')
  builder.dispose()
  const reports = build.steps[0]!.values['shapes'] as ShapeReport[]
  const saved = complete(shapes)
  const dragging = new Dragging(
    pageDraft({ shapes: saved, kinds: SHAPE_KINDS, workOut, settled: {} }),
    { what: 'point', mark: 'l40.to' },
    [0, 0],
  )
  let k = 0
  return median(40, () => {
    k += 1
    dragging.to([210 + 0.1 * k, 200 + 0.05 * k])
    dragging.drawn(saved, reports, kindOf)
  })
}

/** The last length of the sheet that a sentence says, of a step that makes or changes something by it. */
function lastLength({ steps }: Project): [step: string, field: string] {
  const found = steps.flatMap((s) =>
    ['by', 'height', 'long'].filter((f) => f in s.fields).map((f): [string, string] => [s.id, f]),
  )
  return found.at(-1)!
}

/** The demo's drawn parts against the bare kernel; a drawing of 200 shapes; a hundred letters sunk in a face. */
export async function measureDrawings(kernel: Kernel) {
  const built = async (project: Project, quality: 'drag' | 'view' | 'export') => {
    const builder = new Builder(kernel)
    await builder.build(project, NONE, quality)
    builder.dispose()
  }
  const demos: Record<string, object> = {}
  for (const name of ['seed-wheel', 'hose-hanger', 'planter', 'vent-bracket', 'latch-arm']) {
    const project = expectOk(readProject(readFileSync(`demo/${name}.json`, 'utf8')))
    const calls = await recordCalls(() => built(project, 'view'))
    // A number of its own each time, so that nothing is known of the run before.
    const anew = (run: number): Project => ({ ...project, numbers: [...project.numbers, { id: 'run', name: 'run', formula: `${run + 2}` }] }) // prettier-ignore
    const [full, bare] = await medians(RUNS, [(run) => built(anew(run), 'view'), () => replay(calls)])
    const [last, field] = lastLength(project)
    const builder = new Builder(kernel)
    let height = 7
    const late = await median(RUNS, async () => {
      height += 0.1
      await builder.build(setField(last, field, `${height}`)(project), NONE, 'view')
    })
    builder.dispose()
    demos[name] = {
      full_ms: round(full!),
      to_bare_kernel: round(full! / bare!),
      late_value_to_full: round(late / full!),
    }
  }
  const many = Array.from({ length: 200 }, (_, k) => {
    const [along, up] = [(k % 20) * 8, Math.floor(k / 20) * 8]
    return k % 2 === 0
      ? shape('slot', { from: at(along, up), to: at(along + 3, up), across: '3' })
      : shape('circle', { at: at(along, up), across: '4' })
  })
  const drawing = sheetOf(['drawing', { shapes: many }, 'd'])
  const builder = new Builder(kernel)
  let x = 0
  const drag = await median(RUNS, async () => {
    x += 0.01
    await builder.build(setField(many[1]!.id, 'at', at(x, -9))(drawing), NONE, 'drag')
  })
  builder.dispose()
  const letters = sheetOf(
    ['solid', { width: '400', depth: '60', height: '4' }, 'plate'],
    ['drawing', { on: { base: 'ground', off: '4' }, shapes: [shape('letters', { text: HUNDRED, height: '4' })] }, 'd'],
    ['extrude', { by: '0.6', way: 'in', how: 'take', parts: ['plate'] }, 'e'],
  )
  const latch = expectOk(readProject(readFileSync('demo/latch-arm.json', 'utf8')))
  const latchBuilder = new Builder(kernel)
  const latched = await latchBuilder.build(latch, NONE, 'view')
  const ledger = await median(RUNS, () => void measureLedger(latched))
  const pairs = await median(RUNS, () => void foundPairs(latched))
  latchBuilder.dispose()
  return {
    latch_arm: { ledger_with_its_way_ms: round(ledger), pairs_without_a_row_ms: round(pairs) },
    demos,
    drawing_of_200_shapes_one_dragged_ms: round(drag),
    drag_frame_of_200_tied_shapes_ms: round(await tiedFrame(kernel)),
    letters_100_sunk_ms: round(await median(RUNS, () => built(letters, 'view'))),
  }
}
