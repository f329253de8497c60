import {
  PLAIN,
  read,
  type SimpleBoard,
  simpleBoard,
  situation,
  stepBytes,
  wrapped,
} from '../../../tests/support/boards'
import { Builder } from '../sheet/builder'
import type { Project } from '../document/schema'
import { Kernel } from '../kernel/kernel'
import { measureLedger } from '../fit/ledger'
import { offersAt } from './offers'

const load = async (board: Partial<SimpleBoard>) => read(await stepBytes(simpleBoard({ ...PLAIN, ...board })))

test('what is proposed builds and holds for boards large and small, with and without holes', async () => {
  const kernel = await Kernel.load()
  const boards: Partial<SimpleBoard>[] = [
    {},
    { hole: 0 },
    { width: 12, depth: 12, thickness: 0.8, radius: 0, hole: 2.2, inset: 2.5 },
    { width: 180, depth: 120, thickness: 2.4, radius: 10, hole: 6.4, inset: 9, socket: true },
  ]
  for (const board of boards) {
    const { project, models } = wrapped(await load(board))
    expect(project.steps.map((s) => s.kind)).toEqual([
      'case',
      ...(board.hole === 0 ? [] : ['posts']),
      ...(board.socket ? ['opening'] : []),
    ])
    const built = await new Builder(kernel).build(project, models, 'view')
    expect(built.steps.flatMap((s) => s.problems)).toEqual([])
    for (const row of measureLedger(built)) expect([row.between, row.verdict]).toEqual([row.between, 'holds'])
  }
})

test('an opening is offered until there is one', async () => {
  const model = await load({ socket: true })
  const { project, models } = wrapped(model, { openings: false })
  const build = await new Builder(await Kernel.load()).build(project, models, 'drag')
  const words = (document: Project) =>
    offersAt({ ...situation(document, build.references), left: build.left }).flatMap((o) =>
      o.goal === 'let out' ? [o.words] : [],
    )
  expect(words(project)).toEqual(['open the front for socket'])
  const { steps } = wrapped(model).project
  const opened = steps.map((s) => ({ ...s, fields: { ...s.fields, ...(s.kind === 'case' ? {} : { case: project.steps[0]!.id }) } })) // prettier-ignore
  expect(words({ ...project, steps: [project.steps[0]!, ...opened.slice(1)] })).toEqual([])
})
