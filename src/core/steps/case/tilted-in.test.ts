import { PLAIN, simpleBoard } from '../../../../tests/support/board-shapes'
import { cased, SOCKET } from '../../../../tests/support/cased'
import type { Project } from '../../document/schema'
import { at, type Node } from '../../../../demo/make/step-assembly'

const childrenOf = (node: Node) => ('children' in node ? node.children : [])

/** A board without holes whose socket reaches over its front edge; perhaps a long jack over the back. */
function board(back: boolean): Node {
  const [assembly] = childrenOf(simpleBoard({ ...PLAIN, hole: 0, socket: true }))
  const jack: Node = { name: 'jack', place: at(PLAIN.width / 2, PLAIN.depth, PLAIN.thickness), solid: { kind: 'box', size: [8, 14, 3], at: [-4, -5.5, 0] } } // prettier-ignore
  return { name: 'shed', children: [{ name: 'sensor assembly', children: [...childrenOf(assembly!), ...(back ? [jack] : [])] }] } // prettier-ignore
}
/** All openings shut, or open, towards the parting. */
const openings = (project: Project, way: 'shut' | 'open'): Project => ({
  ...project,
  steps: project.steps.map((s) => (s.kind === 'opening' ? { ...s, fields: { ...s.fields, way } } : s)),
})
/** High walls, so that what reaches into one lies behind it. */
const HIGH = { clearAbove: '6', parting: 'board.top + 6' }

test('a socket behind its wall keeps the board from going straight down, and not from going in tilted; open, it goes straight', async () => {
  const { build, withSteps } = await cased(board(false), { posts: false })
  const inCase = (way: 'shut' | 'open') => build(openings(withSteps([], { case: { over: { [SOCKET]: 'out' }, ...HIGH } }), way), 'view') // prettier-ignore
  const shut = await inCase('shut')
  expect(shut.problems).toEqual([])
  const row = shut.row('Carrier going into the base')!
  expect(row).toMatchObject({ verdict: 'holds', tilted: { side: [expect.closeTo(0), -1, expect.closeTo(0)] } })
  // It reaches 1.5 mm into the wall, and the other edge has half a millimetre: some tilt is needed, and few degrees are not enough.
  expect(row.tilted!.tilt).toBeGreaterThan(5)
  expect(row.tilted!.tilt).toBeLessThan(35)
  const told = shut.findings().filter((f) => f.check === 'put-together')
  expect(told).toEqual([expect.objectContaining({ weight: 'look', title: 'Carrier only goes into the base tilted.', mend: expect.objectContaining({ value: 'open' }) })]) // prettier-ignore
  expect(told[0]!.text).toContain('Its front side goes in first')
  const open = await inCase('open')
  expect(open.row('Carrier going into the base')!.tilted).toBeUndefined()
  expect(open.findings().filter((f) => f.check === 'put-together')).toEqual([])
})

test('a socket behind one wall and a long jack through the one across from it are let in by no tilt, and accused', async () => {
  const { build, withSteps } = await cased(board(true), { posts: false })
  const over = { [SOCKET]: 'out', 'sensor assembly/jack': 'out' }
  const done = await build(openings(withSteps([], { case: { over, ...HIGH } }), 'shut'), 'view')
  expect(done.problems).toEqual([])
  expect(done.row('Carrier going into the base')).toMatchObject({ verdict: 'tight' })
  expect(done.findings().filter((f) => f.check === 'put-together').map((f) => [f.weight, f.title])).toEqual([['stop', 'Carrier does not go into the base.']]) // prettier-ignore
})
