import { at, type Node } from '../../../../demo/make/step-assembly'
import { PLAIN, read, simpleBoard, stepBytes, wrapped } from '../../../../tests/support/boards'
import { setField, setTravel } from '../../document/edits'
import { measureLedger } from '../../fit/ledger'
import { Kernel } from '../../kernel/kernel'
import { Builder } from '../../sheet/builder'

const LEVER = 'sensor assembly/lever'

/** A board with a lever under it that turns about an upright axis at x 12, y 4, beside the post in the corner at 4, 4. */
async function leverTurnedTo(to: number, fields: Record<string, string> = {}) {
  const plain = simpleBoard(PLAIN)
  type Assembly = Extract<Node, { children: readonly Node[] }>
  const assembly = (plain as Assembly).children[0] as Assembly
  const lever: Node = {
    name: 'lever',
    place: at(12, 4, -1.2),
    solid: { kind: 'box', size: [8, 2, 1.2], at: [0, -1, 0] },
  }
  const root = { ...plain, children: [{ ...assembly, children: [...assembly.children, lever] }] }
  const { project, models } = wrapped(await read(await stepBytes(root)), { openings: false })
  const travel = { kind: 'turn' as const, point: [12, 4, 0] as [number, number, number], axis: [0, 0, 1] as [number, number, number], from: 0, to } // prettier-ignore
  const posts = project.steps.find((s) => s.kind === 'posts')!.id
  const moving = Object.entries({ foot: '0', ...fields }).reduce((p, [name, value]) => setField(posts, name, value)(p), setTravel('board', LEVER, travel)(project)) // prettier-ignore
  const builder = new Builder(await Kernel.load())
  const built = await builder.build(moving, models, 'view')
  builder.dispose()
  return { built, rows: measureLedger(built), problems: built.steps.flatMap((s) => s.problems) }
}
const beside = ({ rows }: Awaited<ReturnType<typeof leverTurnedTo>>) => rows.filter((r) => r.between.includes('lever') && r.between.includes('post')) // prettier-ignore

test('a lever that turns into a post is told, one that turns past it is not accused', async () => {
  const into = await leverTurnedTo(180)
  const past = await leverTurnedTo(80)
  expect(into.problems).toEqual([])
  expect(beside(into).map((r) => r.verdict)).toEqual(['tight'])
  expect(beside(past).filter((r) => r.verdict !== 'holds')).toEqual([])
})
