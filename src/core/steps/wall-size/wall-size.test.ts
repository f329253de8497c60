import { at, built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'

const TOP = [0, 0, 1]
const plate: StepOf = ['solid', { width: '60', depth: '30', height: '4' }, 'box']
const leg = (x: number, wide: number, id: string): StepOf =>
  ['solid', { width: `${wide}`, depth: '8', height: '20', on: { base: 'ground', off: '3.9' }, at: at(`${x}`, '0'), how: 'add', parts: ['box'] }, id] // prettier-ignore
const STEPS = [plate, leg(-20, 1.2, 'a'), leg(20, 1.2, 'b'), leg(0, 3, 'c')]
const thick = (fields: Fields) => built(sheetOf(...STEPS, ['wall-size', { part: 'box', ...fields }, 'w']))
const partOf = async () => (await built(sheetOf(...STEPS))).build.parts[0]!
const LONG = 19.9 * 8

test('one leg gets thicker on the side that is picked, on the other, or on both', async () => {
  const part = await partOf()
  const face = facing(part, [1, 0, 0], -19.4)
  for (const [side, right] of [
    ['picked', -18.8],
    ['behind', -19.4],
    ['both', -19.1],
  ] as const) {
    const { volumes, problems, build, notes } = await thick({ faces: [face], thick: '1.8', side })
    expect([problems, volumes['box']]).toEqual([[], expect.closeTo(part.volume + 0.6 * LONG, 2)])
    expect(notes).toContain('It was 1.2 mm thick.')
    expect(() => facing(build.parts[0]!, [1, 0, 0], right)).not.toThrow()
  }
})

test('all that are as thick change together, others stay', async () => {
  const part = await partOf()
  const { volumes, notes } = await thick({ faces: [facing(part, [1, 0, 0], -19.4)], also: 'alike', thick: '2.6' })
  expect(volumes['box']).toBeCloseTo(part.volume + 2 * 1.4 * LONG, 2)
  expect(notes).toContain('2 walls were 1.2 mm thick.')
})

test('the plate under them gets thicker from below, and from above between them', async () => {
  const part = await partOf()
  const under = await thick({ faces: [facing(part, [0, 0, -1])], thick: '5.5' })
  expect([under.problems, under.volumes['box']]).toEqual([[], expect.closeTo(part.volume + 1.5 * 60 * 30, 2)])
  const above = await thick({ faces: [facing(part, TOP, 4)], thick: '5.5' })
  const legs = (1.2 + 1.2 + 3) * 8
  expect([above.problems, above.volumes['box']]).toEqual([[], expect.closeTo(part.volume + 1.5 * (60 * 30 - legs), 2)])
})

test('a leg that runs into another one is joined with it, which is said', async () => {
  const part = await partOf()
  const faces = [facing(part, [1, 0, 0], -19.4)]
  expect((await thick({ faces, thick: '25' })).problems[0]).toMatchObject({ kind: 'vanishes', or: { value: 'go' } })
  const { problems, notes, volumes } = await thick({ faces, thick: '25', gone: 'go' })
  expect([problems, volumes['box']]).toEqual([[], expect.closeTo(part.volume + (25 - 1.2 - 3) * LONG, 1)])
  expect(notes.join()).toContain('passes something else')
})
