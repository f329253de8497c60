import { PLAIN, simpleBoard } from '../../../../tests/support/board-shapes'
import { cased } from '../../../../tests/support/cased'
import { at, type Node } from '../../../../tests/support/shapes'
import { situation } from '../../../../tests/support/boards'
import { offersAt, takeOffer } from '../offers'

const box = (name: string, place: [number, number, number], size: [number, number, number]): Node => ({ name, place: at(...place), solid: { kind: 'box', size } }) // prettier-ignore

/** A board with more items on it. */
function withItems(board: Node, ...items: Node[]): Node {
  return { name: 'shed', children: ['children' in board ? board.children[0]! : board, ...items] }
}

test('an item over a corner of the board is taken in by both walls, and the one it faces is opened', async () => {
  const plug = box('plug', [46, -2, 1.6], [6, 7, 3])
  const { project, build, step } = await cased(withItems(simpleBoard({ ...PLAIN, hole: 0 }), plug))
  expect(project.steps.find((s) => s.id === step('case'))!.fields['over']).toEqual({ plug: 'in' })
  const { problems, findings, row, volume } = await build(project)
  expect(problems).toEqual([])
  expect(findings().filter((f) => f.weight === 'stop').map((f) => f.title)).toEqual([]) // prettier-ignore
  expect(row('Carrier going into the base')).toMatchObject({ verdict: 'holds' })
  // The opening takes material of the wall.
  const closed = await build({ ...project, steps: project.steps.filter((s) => s.kind !== 'opening') })
  expect(closed.volume('Base')).toBeGreaterThan(volume('Base') + 1)
})

test('a pin whose hole an item covers ends below it', async () => {
  const cover = box('cover', [1, 1, 1.6], [8, 8, 4])
  const { project, build, step } = await cased(withItems(simpleBoard(PLAIN), cover))
  expect(project.steps.find((s) => s.id === step('posts'))!.fields['around']).toBe('back')
  const { problems, findings, row } = await build(project)
  expect(problems).toEqual([])
  expect(row('cover beside the posts')).toMatchObject({ verdict: 'holds', measured: expect.closeTo(0.35, 1.7) })
  expect(findings().filter((f) => f.weight === 'stop').map((f) => f.title)).toEqual([]) // prettier-ignore
})

test('an ear is let in under a plug that stands out of the wall over it, and refused where nothing would be left of it', async () => {
  const plug = (low: number) => withItems(simpleBoard({ ...PLAIN, hole: 0 }), box('plug', [20, -3, low], [10, 8, 3]))
  const { withSteps, build, step } = await cased(plug(-3))
  const ears = (thick: string, sides = 'front') => build(withSteps([{ kind: 'ears', fields: { case: step('case'), sides, count: '1', thick } }])) // prettier-ignore
  const { problems, findings } = await ears('4')
  expect(problems).toEqual([])
  expect(findings().filter((f) => f.weight === 'stop').map((f) => f.title)).toEqual([]) // prettier-ignore
  // From the underside to the plug there are floor and room below: an ear of 2 is not touched, one of 4 loses some.
  const [let2, let4] = [await ears('2'), await ears('4')]
  const [back2, back4] = [await ears('2', 'back'), await ears('4', 'back')]
  expect(Math.abs(let2.volume('Base') - back2.volume('Base'))).toBeLessThan(2)
  expect(back4.volume('Base') - let4.volume('Base')).toBeGreaterThan(10)
  const low = await build(withSteps([{ kind: 'ears', fields: { case: step('case'), sides: 'front', count: '1' } }], { case: { clearBelow: '0', floor: '1' } })) // prettier-ignore
  expect(low.problems.at(-1)).toMatchObject({ kind: 'no-room', field: 'sides' })
})

test('posts that come down from the lid keep off the walls of the base where holes lie near the edge', async () => {
  const near = simpleBoard({ ...PLAIN, inset: 2.6, hole: 2.7 })
  const { build, withSteps, step } = await cased(near)
  const held = (across: string) => build(withSteps([{ kind: 'hold-down', fields: { case: step('case'), posts: step('posts'), end: 'pin', across } }])) // prettier-ignore
  const [thick, thin] = [await held('7'), await held('4.4')]
  for (const { problems, findings, row } of [thick, thin]) {
    expect(problems).toEqual([])
    expect(findings().filter((f) => f.weight === 'stop').map((f) => f.title)).toEqual([]) // prettier-ignore
    expect(row('Lid going onto the base')).toMatchObject({ verdict: 'holds' })
  }
  // They are cut, not left out.
  expect(thick.volume('Lid')).toBeGreaterThan(thin.volume('Lid') + 10)
})

test('ears are begun on the sides where nothing that holds the lid hangs down', async () => {
  const { build, withSteps, step } = await cased(simpleBoard({ ...PLAIN, width: 60, depth: 40, hole: 0 }), { posts: false }) // prettier-ignore
  const offered = async (sides?: string) => {
    const snaps = sides ? [{ kind: 'snaps', fields: { case: step('case'), sides, long: '12', wide: '8', overlap: '0.3' } }] : [] // prettier-ignore
    const document = withSteps(snaps, { case: { clearAbove: '6', clearBelow: '4', wall: '2.4' } })
    const { built, problems } = await build(document)
    expect(problems).toEqual([])
    const hang = offersAt({ ...situation(document, built.references), left: built.left }).find((o) => o.goal === 'hang')! // prettier-ignore
    const { findings } = await build(takeOffer(hang)(document))
    expect(findings().filter((f) => f.weight === 'stop').map((f) => f.title)).toEqual([]) // prettier-ignore
    return hang.steps[0]!.fields['sides']
  }
  expect([await offered(), await offered('right'), await offered('ends'), await offered('front')]).toEqual([undefined, 'long', 'long', undefined]) // prettier-ignore
})
