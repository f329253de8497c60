import fc from 'fast-check'
import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { boreAt, facing } from '../../../../tests/support/facing'
import type { BuiltPart } from '../../built/built'
import { setField } from '../../document/edits'
import { offersAt } from '../offers'

// An arm without any symmetry of its own, off to one side.
const ARM: readonly StepOf[] = [
  ['solid', { shape: 'wedge', width: '12', depth: '8', height: '6', at: at('20', '5') }, 'arm'],
  ['drawing', { on: { base: 'ground', off: '0' }, shapes: [shape('circle', { across: '3', at: at('17', '4') }, 'bore')] }, 'd'], // prettier-ignore
  ['extrude', { drawing: 'd', reach: 'through', how: 'take', parts: ['arm'] }, 'cut'],
]
const copies = (fields: Fields, more: readonly StepOf[] = []) => sheetOf(...ARM, ['copies', { part: 'arm', ...fields }, 'c'], ...more) // prettier-ignore

const boxOf = ({ mesh }: BuiltPart) => {
  const along = [0, 1, 2].map((k) => mesh.positions.filter((_, i) => i % 3 === k))
  return along.map((v) => [Math.min(...v), Math.max(...v)] as const)
}
async function partsOf(project: ReturnType<typeof copies>) {
  const { build, problems, notes } = await built(project)
  expect(problems).toEqual([])
  const part = (id: string) => build.parts.find((p) => p.id === id)!
  return { part, notes, ids: build.parts.map((p) => p.id), names: build.parts.map((p) => p.name) }
}
const SIDE = { base: 'side', off: '0' }

test('mirrored, a part lies on the other side; mirrored again it is itself', async () => {
  const twice = copies({ at: SIDE }, [['copies', { part: 'c.2', at: SIDE }, 'again']])
  const { part, names } = await partsOf(twice)
  const [own, twin, back] = [part('arm'), part('c.2'), part('again.2')]
  expect(twin.volume).toBeCloseTo(own.volume, 4)
  const [box, other] = [boxOf(own), boxOf(twin)]
  expect(other[0]).toEqual([expect.closeTo(-box[0]![1], 4), expect.closeTo(-box[0]![0], 4)])
  expect(other.slice(1)).toEqual(box.slice(1).map((r) => r.map((v) => expect.closeTo(v, 4))))
  expect(boxOf(back)).toEqual(box.map((r) => r.map((v) => expect.closeTo(v, 4))))
  // The bore has changed sides with it.
  const bore = (p: BuiltPart) => p.mesh.surfaces.map((s) => s.shape).find((s) => s.kind === 'cylinder')
  expect(bore(twin)).toMatchObject({ radius: 1.5, point: [expect.closeTo(-17, 4), expect.closeTo(4, 4), expect.anything()] }) // prettier-ignore
  expect(bore(back)).toMatchObject({ point: [expect.closeTo(17, 4), expect.closeTo(4, 4), expect.anything()] })
  expect(names).toEqual(['Part', 'Part, mirrored', 'Part, mirrored, mirrored'])
})

test('in a row and in a ring there are as many as said, the part among them, each where it should be', async () => {
  const row = await partsOf(copies({ how: 'line', count: '4', by: '15', way: 'back' }))
  expect(row.ids).toEqual(['arm', 'c.2', 'c.3', 'c.4'])
  expect(row.notes).toContain('45.00 mm from the first to the last.')
  expect(boxOf(row.part('c.4'))[1]![0] - boxOf(row.part('arm'))[1]![0]).toBeCloseTo(45, 4)
  const over = await partsOf(copies({ how: 'line', count: '4', by: '45', spaced: 'over', way: 'back' }))
  expect(boxOf(over.part('c.3'))).toEqual(boxOf(row.part('c.3')))
  expect(over.notes).toContain('15.00 mm from one to the next.')
  const ring = await partsOf(copies({ how: 'ring', count: '4', at: { base: 'ground', off: '0' } }))
  const [own, quarter] = [boxOf(ring.part('arm')), boxOf(ring.part('c.2'))]
  expect(quarter[1]).toEqual(own[0]!.map((v) => expect.closeTo(v, 3)))
  expect(quarter[0]).toEqual([expect.closeTo(-own[1]![1], 3), expect.closeTo(-own[1]![0], 3)])
  const fan = await partsOf(copies({ how: 'ring', count: '3', over: '90' }))
  expect(boxOf(fan.part('c.3'))).toEqual(quarter.map((r) => r.map((v) => expect.closeTo(v, 3))))
})

test('joined, a ring has the volume of so many, or the union’s where they overlap', async () => {
  const volume = async (project: ReturnType<typeof copies>) => (await partsOf(project)).part('arm').volume
  const one = (await built(sheetOf(...ARM))).volumes['arm']!
  const joined = { how: 'ring', after: 'joined' }
  expect((await volume(copies({ ...joined, count: '5' }))) / one).toBeCloseTo(5, 4)
  const { notes } = await partsOf(copies({ ...joined, count: '5' }))
  expect(notes.join()).toContain('in 5 pieces now')
  // Two bars across each other's middle share a square.
  const bar = ['solid', { width: '40', depth: '6', height: '5' }, 'arm'] as const
  const cross = await built(sheetOf(bar, ['copies', { part: 'arm', ...joined, count: '4' }, 'c']))
  expect(cross.volumes['arm']).toBeCloseTo(5 * (2 * 40 * 6 - 36), 2)
})

test('copies follow random edits of what they are copies of', async () => {
  const size = fc.integer({ min: 6, max: 30 })
  const start = copies({ how: 'line', count: '3', by: '70' })
  await fc.assert(
    fc.asyncProperty(size, size, size, async (width, depth, height) => {
      const edited = setField('arm', 'width', `${width}`)(setField('arm', 'depth', `${depth}`)(setField('arm', 'height', `${height}`)(start))) // prettier-ignore
      const { part } = await partsOf(edited)
      for (const id of ['c.2', 'c.3']) expect(part(id).volume).toBeCloseTo(part('arm').volume, 2)
    }),
    { numRuns: 12 },
  )
})

test('a copy’s face can be drawn on: it is another one than the first’s', async () => {
  const row = { how: 'line', count: '2', by: '30', way: 'right' }
  const { part } = await partsOf(copies(row))
  const face = facing(part('c.2'), [0, 0, -1])
  expect(face.name.copy).toEqual(['c 2'])
  const lug = await partsOf(copies(row, [['drawing', { on: { part: 'c.2', face, off: '0' }, shapes: [shape('circle', { across: '2', at: at('-3', '2') })] }, 'e'], ['extrude', { drawing: 'e', by: '4', how: 'add', parts: ['c.2'] }, 'lug']])) // prettier-ignore
  expect(lug.part('c.2').volume - lug.part('arm').volume).toBeCloseTo(4 * Math.PI, 1)
})

test('nothing is copied onto itself', async () => {
  const told = async (fields: Fields) => (await built(copies(fields))).problems[0]
  expect(await told({ how: 'line', by: '0' })).toMatchObject({ field: 'by' })
  expect(await told({ how: 'ring', over: '0' })).toMatchObject({ field: 'over' })
  expect(await told({ part: 'no' })).toMatchObject({ field: 'part' })
})

test('at the middles of a drawing there is one at each, the first of them where the part is', async () => {
  const guides = (...places: [number, number][]): StepOf => ['drawing', { on: { base: 'ground', off: '3' }, shapes: places.map(([x, y], i) => shape('circle', { across: '2', at: at(`${x}`, `${y}`), is: 'guide' }, `g${i}`)) }, 'spots'] // prettier-ignore
  const spread = (how: Fields, ...places: [number, number][]) => sheetOf(...ARM, guides(...places), ['copies', { part: 'arm', how: 'places', drawing: 'spots', ...how }, 'c']) // prettier-ignore
  const { ids, part } = await partsOf(spread({}, [5, 5], [40, 5], [5, -22.5]))
  expect(ids).toEqual(['arm', 'c.2', 'c.3'])
  const from = boxOf(part('arm'))
  expect(boxOf(part('c.2')).map(([low], k) => low - from[k]![0])).toEqual([35, 0, 0].map((v) => expect.closeTo(v, 4)))
  expect(boxOf(part('c.3')).map(([low], k) => low - from[k]![0])).toEqual(
    [0, -27.5, 0].map((v) => expect.closeTo(v, 4)),
  )
  const { problems } = await built(spread({}, [5, 5]))
  expect(problems[0]).toMatchObject({ field: 'drawing', message: expect.stringContaining('two circles') })
})

test('along a path there are as many as said, turning with it or all as it is; a path too short says how many have room', async () => {
  const way: StepOf = ['drawing', { on: { base: 'ground', off: '0' }, shapes: [shape('arc', { from: at('20', '5'), over: at(`${-20 + 40 * Math.SQRT1_2}`, `${5 + 40 * Math.SQRT1_2}`), to: at('-20', '45'), is: 'guide' }, 'bow')] }, 'way'] // prettier-ignore
  const along = (how: Fields) => sheetOf(...ARM, way, ['copies', { part: 'arm', how: 'path', drawing: 'way', count: '3', spaced: 'over', by: `${20 * Math.PI - 1e-6}`, ...how }, 'c']) // prettier-ignore
  const turning = await partsOf(along({}))
  expect(turning.ids).toEqual(['arm', 'c.2', 'c.3'])
  const own = boxOf(turning.part('arm'))
  // A quarter turn about (-20, 5): what lay to the right lies to the back.
  const turned = boxOf(turning.part('c.3'))
  expect(turned[0]).toEqual([expect.closeTo(-20 - (own[1]![1] - 5), 3), expect.closeTo(-20 - (own[1]![0] - 5), 3)])
  expect(turned[1]).toEqual(own[0]!.map((v) => expect.closeTo(v + 20 + 5, 3)))
  const same = await partsOf(along({ stands: 'as' }))
  expect(boxOf(same.part('c.3'))[0]![0] - own[0]![0]).toBeCloseTo(-40, 3)
  expect(boxOf(same.part('c.3'))[1]![0] - own[1]![0]).toBeCloseTo(40, 3)
  const { problems } = await built(along({ spaced: 'each', by: '40' }))
  expect(problems[0]).toMatchObject({ field: 'by', message: expect.stringContaining('2 of them have room') })
})

describe('at the holes of another part', () => {
  const bores = [at('-30', '-20'), at('-30', '20'), at('30', '20'), at('10', '-5')]
  const bored = (across: string, places = bores, name = 'bore'): StepOf => ['holes', { on: { base: 'ground', off: '5' }, where: 'places', at: places, for: 'plain', across, parts: ['plate'] }, name] // prettier-ignore
  const PLATE: StepOf = ['solid', { width: '80', depth: '60', height: '5' }, 'plate']
  const PEG: StepOf = ['solid', { shape: 'cylinder', across: '4', height: '9', at: at('-30', '-20') }, 'peg']
  /** The face of the first hole as the scene would keep it. */
  const picked = async (...steps: readonly StepOf[]) => {
    const { build } = await built(sheetOf(...steps))
    const face = boreAt(
      build.parts.find((p) => p.id === 'plate')!,
      -30,
      -20,
    )
    return { part: 'plate', face, datum: 'middle', at: 'middle', off: '0' }
  }

  test('one stands at each that is as wide, none at wider ones or at rounded corners; another hole gets one too', async () => {
    const like = await picked(PLATE, bored('5'))
    const sheet = (places: typeof bores) => sheetOf(PLATE, bored('5', places), bored('6', [at('0', '20')], 'wider'), PEG, ['copies', { part: 'peg', how: 'holes', at: like }, 'c']) // prettier-ignore
    const { build, problems } = await built(sheet(bores))
    expect(problems).toEqual([])
    const middles = build.parts.filter((p) => p.id.startsWith('c.')).map((p) => boxOf(p).slice(0, 2).map(([low, high]) => (low + high) / 2)) // prettier-ignore
    expect(middles.map(([x, y]) => `${Math.round(x!)} ${Math.round(y!)}`).sort()).toEqual(['-30 20', '10 -5', '30 20'])
    const five = await built(sheet([...bores, at('25', '-22')]))
    expect(five.build.parts.filter((p) => p.id.startsWith('c.'))).toHaveLength(4)
  })

  test('is offered where something is picked and then the wall of a hole, and the same for what a step did', async () => {
    const knob: StepOf = ['solid', { shape: 'cylinder', across: '3', height: '4', at: at('-30', '-20'), lift: '5', how: 'add', parts: ['plate'] }, 'knob'] // prettier-ignore
    const project = sheetOf(PLATE, bored('5'), PEG, knob)
    const { build } = await built(project)
    const [plate, peg] = ['plate', 'peg'].map((id) => build.parts.find((p) => p.id === id)!)
    const hole = { kind: 'surface', owner: 'plate', kept: boreAt(plate!, 10, -5), point: [10, -5, 2], size: [5, 5, 5], shape: { kind: 'cylinder', hole: true } } // prettier-ignore
    const top = {
      kind: 'surface',
      owner: 'peg',
      kept: facing(peg!, [0, 0, 1]),
      shape: { kind: 'plane', normal: [0, 0, 1], point: [0, 0, 9] },
      size: [4, 4, 0],
    }
    const offered = (first: object) => offersAt({ document: project, references: [], parts: build.parts, left: build.left, picks: [first, hole], newId: () => 'new' } as never).map((o) => [o.words, o.steps[0]!.fields]) // prettier-ignore
    const like = { how: 'holes', at: { part: 'plate', face: hole.kept, datum: 'middle', at: 'middle', off: '0' } }
    expect(offered(top)).toContainEqual(['copy the first to all holes like the second', { part: 'peg', ...like }])
    const made = { ...top, owner: 'plate', name: { step: 'knob', role: 'far' } }
    expect(offered(made)).toContainEqual(['do what made the first again, at all holes like the second', expect.objectContaining({ step: 'knob', ...like })]) // prettier-ignore
  })

  test('says so where there is no other, and where what is picked is no hole', async () => {
    const like = await picked(PLATE, bored('5', [bores[0]!]))
    const alone = await built(sheetOf(PLATE, bored('5', [bores[0]!]), PEG, ['copies', { part: 'peg', how: 'holes', at: like }, 'c'])) // prettier-ignore
    expect(alone.problems).toMatchObject([{ kind: 'few', field: 'at' }])
    const flat = await built(sheetOf(PLATE, PEG, ['copies', { part: 'peg', how: 'holes', at: { base: 'ground', off: '0' } }, 'c'])) // prettier-ignore
    expect(flat.problems).toMatchObject([{ kind: 'no-hole', field: 'at' }])
  })
})
