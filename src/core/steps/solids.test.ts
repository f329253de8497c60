import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { facing } from '../../../tests/support/facing'
import { setField } from '../document/edits'
import { offersAt, takeOffer } from './offers'

const PLATE = [shape('rectangle', { width: '40', height: '24' }), shape('circle', { across: '8', is: 'hole' })]
const drawing = (shapes: object[], more: Fields = {}) => ['drawing', { shapes, ...more }, 'd'] as const
const volume = async (...steps: readonly StepOf[]) => {
  const { volumes, problems } = await built(sheetOf(...steps))
  expect(problems).toEqual([])
  return volumes
}
/** Chords stay 0.002 mm inside a curve, which is up to 0.2 % of these volumes. */
const near = (value: number | undefined, wanted: number) => expect(Math.abs((value ?? 0) / wanted - 1)).toBeLessThan(2e-3) // prettier-ignore

test('a drawing drawn out is its area times its height, whichever way and on whichever plane', async () => {
  const area = 40 * 24 - 16 * Math.PI
  for (const base of ['ground', 'front', 'side'])
    for (const way of ['out', 'in', 'both'])
      near((await volume(drawing(PLATE, { on: { base, off: '3' } }), ['extrude', { by: '7.5', way }, 'e']))['e'], area * 7.5) // prettier-ignore
})

test('a wall inside the edge takes what an offset leaves (Steiner)', async () => {
  const v = await volume(drawing([PLATE[0]!]), ['extrude', { by: '10', what: 'wall', wall: '2' }, 'e'])
  near(v['e'], (40 * 24 - 36 * 20) * 10)
})

test('a solid turned about an axis is its area times the way of its middle (Pappus)', async () => {
  const rim = (along: number, up: number) => [shape('rectangle', { width: '4', height: '10', at: at(along, up) })]
  const full = 2 * Math.PI * 12 * 40
  near((await volume(drawing(rim(12, 5)), ['revolve', {}, 'r']))['r'], full)
  near((await volume(drawing(rim(-12, 5)), ['revolve', {}, 'r']))['r'], full)
  near((await volume(drawing(rim(12, 5)), ['revolve', { by: '90' }, 'r']))['r'], full / 4)
  near((await volume(drawing(rim(3, 14)), ['revolve', { axis: 'along', at: '2', by: '200' }, 'r']))['r'], (full * 200) / 360) // prettier-ignore
  const half = [shape('arc', { from: at(0, -6), over: at(6, 0), to: at(0, 6) }), shape('line', { from: at(0, 6), to: at(0, -6) })] // prettier-ignore
  near((await volume(drawing(half), ['revolve', {}, 'r']))['r'], (4 / 3) * Math.PI * 216)
  const through = await built(sheetOf(drawing(rim(1, 0)), ['revolve', {}, 'r']))
  expect(through.problems[0]).toMatchObject({ field: 'at', message: expect.stringContaining('at -1.00 mm or less, or at 3.00 mm or more') }) // prettier-ignore
})

describe('turned about a line of the drawing', () => {
  // A 4 by 10 rectangle whose middle is 8 from a guide that leans 30 degrees, on either side of it.
  const leaning = (side: 1 | -1, more: object = {}) => {
    const [c, s] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)]
    const plate = shape('rectangle', { width: '4', height: '10', at: at(3 - side * s * 8, 2 + side * c * 8), turn: '30' }) // prettier-ignore
    const guide = shape('line', { from: at(3, 2), to: at(3 + c * 5, 2 + s * 5), is: 'guide', ...more }, 'g')
    return ['drawing', { shapes: [plate, guide] }, 'd'] as const
  }
  const about = { axis: 'line', line: 'g' }

  test('it is what is drawn times the way of its middle, and stands where it is drawn', async () => {
    for (const side of [1, -1] as const) {
      near((await volume(leaning(side), ['revolve', about, 'r']))['r'], 40 * 2 * Math.PI * 8)
      const { build } = await built(sheetOf(leaning(side), ['revolve', { ...about, by: '0.1' }, 'r']))
      const xs = [0, 1].map((k) => [...build.parts[0]!.mesh.positions].filter((_, i) => i % 3 === k))
      const reach = [2 * Math.cos(Math.PI / 6) + 5 * Math.sin(Math.PI / 6), 2 * Math.sin(Math.PI / 6) + 5 * Math.cos(Math.PI / 6)] // prettier-ignore
      for (const [k, middle] of [3 - side * 4, 2 + side * 8 * Math.cos(Math.PI / 6)].entries()) {
        expect(Math.abs(Math.min(...xs[k]!) - (middle - reach[k]!))).toBeLessThan(0.01)
        expect(Math.abs(Math.max(...xs[k]!) - (middle + reach[k]!))).toBeLessThan(0.01)
      }
    }
  })

  test('a line through what is drawn, and one that is gone, are said at the field', async () => {
    const through = await built(sheetOf(leaning(1, { from: at(-1, 0), to: at(-1, 20) }), ['revolve', about, 'r']))
    expect(through.problems[0]).toMatchObject({ field: 'line', message: expect.stringContaining('runs through what is drawn') }) // prettier-ignore
    const gone = await built(sheetOf(leaning(1), ['revolve', { axis: 'line', line: 'other' }, 'r']))
    expect(gone.problems[0]).toMatchObject({ field: 'line', message: expect.stringContaining('not in the drawing any more') }) // prettier-ignore
    const none = await built(sheetOf(leaning(1), ['revolve', { axis: 'line' }, 'r']))
    expect(none.problems[0]).toMatchObject({ field: 'line', message: expect.stringContaining('a guide is good for that') }) // prettier-ignore
  })
})

test.each<[Fields, number]>([
  [{ shape: 'box', width: '10', depth: '20', height: '3' }, 600],
  [{ shape: 'cylinder', across: '10', height: '4' }, 100 * Math.PI],
  [{ shape: 'tube', across: '10', wall: '2', height: '4' }, 64 * Math.PI],
  [{ shape: 'cone', across: '10', top: '0', height: '6' }, 50 * Math.PI],
  [{ shape: 'cone', across: '10', top: '4', height: '6' }, 2 * Math.PI * (25 + 10 + 4)],
  [{ shape: 'ball', across: '12' }, 288 * Math.PI],
  [{ shape: 'wedge', width: '10', depth: '6', height: '4' }, 120],
])('a plain solid %j is as large as it should be, turned and turned over', async (fields, wanted) => {
  near((await volume(['solid', fields, 's']))['s'], wanted)
  near((await volume(['solid', { ...fields, way: 'in', turn: '31', at: at(5, 6), on: { base: 'side', off: '4' } }, 's']))['s'], wanted) // prettier-ignore
})

test('parts are added to each other, taken from each other, or kept in common; what is used can be kept', async () => {
  const box = ['solid', { shape: 'box', width: '20', depth: '20', height: '10' }, 'box'] as const
  const rod = ['solid', { shape: 'cylinder', across: '8', height: '30' }, 'rod'] as const
  const combined = (what: string, after = 'gone') =>
    volume(box, rod, ['combine', { part: 'box', do: what, tools: ['rod'], after }, 'c'])
  const [disc, cube] = [16 * Math.PI, 4000]
  near((await combined('add'))['box'], cube + disc * 20)
  near((await combined('take'))['box'], cube - disc * 10)
  near((await combined('common'))['box'], disc * 10)
  expect(Object.keys(await combined('take'))).toEqual(['box'])
  expect(Object.keys(await combined('take', 'kept'))).toEqual(['box', 'rod'])
})

describe('a drawing on the face of a part', () => {
  const base = [['solid', { shape: 'box', width: '30', depth: '20', height: '10' }, 'box']] as const
  const onto = async (way: readonly number[], extrude: Fields, more: Fields = {}) => {
    const { build } = await built(sheetOf(...base))
    const on = { part: 'box', face: facing(build.parts[0]!, way), off: '0', datum: 'middle', ...more }
    const disc = [shape('circle', { across: '6' })]
    return sheetOf(...base, ['drawing', { on, shapes: disc }, 'd'], ['extrude', { parts: ['box'], ...extrude }, 'e'])
  }

  test('adds to it and takes from it, by a length or through all', async () => {
    const disc = 9 * Math.PI
    for (const way of [
      [0, 0, 1],
      [1, 0, 0],
      [0, -1, 0],
      [0, 0, -1],
    ]) {
      // prettier-ignore
      const add = await built(await onto(way, { how: 'add', by: '5' }))
      near(add.volumes['box'], 6000 + disc * 5)
      expect(add.notes.join()).not.toContain('pieces')
      near((await built(await onto(way, { how: 'take', by: '4', way: 'in' }))).volumes['box'], 6000 - disc * 4)
      const deep = way[0] !== 0 ? 30 : way[1] !== 0 ? 20 : 10
      near((await built(await onto(way, { how: 'take', reach: 'through' }))).volumes['box'], 6000 - disc * deep)
    }
  })

  test('follows its face, says when it goes the wrong way, and needs a part', async () => {
    const project = await onto([0, 0, 1], { how: 'add', by: '5' })
    const higher = await built(setField('box', 'height', '25')(project))
    near(higher.volumes['box'], 15000 + 45 * Math.PI)
    const top = Math.max(...higher.build.parts[0]!.mesh.positions.filter((_, i) => i % 3 === 2))
    expect(top).toBeCloseTo(30, 4)
    const missed = await built(await onto([0, 0, 1], { how: 'take', by: '4' }))
    expect(missed.notes.join()).toMatch(/does not reach/)
    // The face that it only touches is one as before.
    expect(missed.build.parts[0]!.mesh.surfaces.map((s) => s.step)).not.toContain('e')
    expect((await built(await onto([0, 0, 1], { how: 'take', parts: [] }))).problems[0]).toMatchObject({ field: 'parts' }) // prettier-ignore
  })
})

test('a drawing on a face of a part is offered to be drawn out of it, or sunk into it', async () => {
  const box = ['solid', { width: '30', depth: '20', height: '10' }, 'box'] as const
  const first = await built(sheetOf(box))
  const on = { part: 'box', face: facing(first.build.parts[0]!, [0, 0, 1]), off: '0' }
  const disc = [shape('circle', { across: '6' })]
  const offered = async (plane: Fields) => {
    const project = sheetOf(box, drawing(disc, { on: plane }))
    const { build } = await built(project)
    const [parts, left] = [build.parts.map(({ id, name }) => ({ id, name })), build.left]
    let ids = 0
    const offers = offersAt({ document: project, references: [], parts, left, picks: [], newId: () => `n${++ids}` })
    return offers.filter((o) => o.goal === 'draw out').map((o) => ({ words: o.words, project: takeOffer(o)(project) }))
  }
  const ways = await offered(on)
  expect(ways.map((o) => o.words)).toEqual(['Extrude the drawing', 'Sink the drawing into Part'])
  near((await built(ways[0]!.project)).volumes['box'], 6000 + 45 * Math.PI)
  near((await built(ways[1]!.project)).volumes['box'], 6000 - 45 * Math.PI)
  expect((await offered({ base: 'ground', off: '0' })).map((o) => o.words)).toEqual(['Extrude the drawing'])
})

describe('how far', () => {
  const disc = [shape('circle', { across: '6' })]

  test('up to a face, or so far short of it, or as far as a slanted face', async () => {
    const box = ['solid', { width: '30', depth: '20', height: '10' }, 'box'] as const
    const roof = ['solid', { width: '30', depth: '20', height: '3', lift: '30' }, 'roof'] as const
    const { build } = await built(sheetOf(box, roof))
    const face = facing(build.parts[1]!, [0, 0, -1])
    const on = { part: 'box', face: facing(build.parts[0]!, [0, 0, 1]), off: '0' }
    const up = (off: string, more: Fields = {}) =>
      volume(box, roof, drawing(disc, { on }), [
        'extrude',
        { reach: 'face', to: { part: 'roof', face, off }, ...more },
        'e',
      ])
    near((await up('0'))['e'], 9 * Math.PI * 20)
    near((await up('2'))['e'], 9 * Math.PI * 18)
    const joined = await built(sheetOf(box, roof, drawing(disc, { on }), ['extrude', { reach: 'face', to: { part: 'roof', face, off: '0' }, how: 'add', parts: ['box', 'roof'] }, 'e'])) // prettier-ignore
    expect(joined.notes.join()).not.toContain('pieces')
    near(joined.volumes['box'], 6000 + 9 * Math.PI * 20)
    near(joined.volumes['roof'], 1800 + 9 * Math.PI * 20)

    const ramp = ['solid', { shape: 'wedge', width: '40', depth: '40', height: '20', on: { base: 'ground', off: '10' } }, 'ramp'] as const // prettier-ignore
    const slope = (await built(sheetOf(ramp))).build.parts[0]!
    const slanted = facing(slope, [1 / Math.sqrt(5), 0, 2 / Math.sqrt(5)])
    const below = await volume(ramp, drawing(disc), ['extrude', { reach: 'face', to: { part: 'ramp', face: slanted, off: '0' } }, 'e']) // prettier-ignore
    // Under the middle of the slope it is 10 + 10 high; what is higher on one side is lower on the other.
    near(below['e'], 9 * Math.PI * 20)
    const beside = await built(sheetOf(ramp, drawing(disc, { on: { base: 'front', off: '0' } }), ['extrude', { reach: 'face', to: { base: 'ground', off: '0' } }, 'e'])) // prettier-ignore
    expect(beside.problems[0]).toMatchObject({ field: 'to', message: expect.stringContaining('stands square') })
  })

  test('through the first wall only, from either side', async () => {
    const walls = [drawing([PLATE[0]!]), ['extrude', { by: '10', what: 'wall', wall: '2' }, 'box']] as const
    const hole = ['drawing', { on: { base: 'front', off: '20' }, shapes: [shape('circle', { across: '4', at: at(0, 5) })] }, 'h'] as const // prettier-ignore
    const cut = async (reach: string, way: string) =>
      (await volume(...walls, hole, ['extrude', { drawing: 'h', reach, way, how: 'take', parts: ['box'] }, 'e']))[
        'box'
      ]!
    const whole = (40 * 24 - 36 * 20) * 10
    near(whole - (await cut('wall', 'in')), 4 * Math.PI * 2)
    near(whole - (await cut('through', 'in')), 4 * Math.PI * 4)
    const none = await built(sheetOf(...walls, hole, ['extrude', { drawing: 'h', reach: 'wall', way: 'out', how: 'take', parts: ['box'] }, 'e'])) // prettier-ignore
    expect(none.problems[0]).toMatchObject({ field: 'way', message: expect.stringContaining('no wall on that way') })
    // The wall that it is drawn on is behind it, and no wall on the way out.
    const front = {
      part: 'box',
      face: facing((await built(sheetOf(...walls))).build.parts[0]!, [0, -1, 0], 12),
      off: '0',
    }
    const onIt = ['drawing', { on: front, shapes: [shape('circle', { across: '4' })] }, 'h'] as const
    const cutOn = (way: string) => built(sheetOf(...walls, onIt, ['extrude', { drawing: 'h', reach: 'wall', way, how: 'take', parts: ['box'] }, 'e'])) // prettier-ignore
    expect((await cutOn('out')).problems[0]).toMatchObject({ kind: 'no-wall', field: 'way' })
    near(whole - (await cutOn('in')).volumes['box']!, 4 * Math.PI * 2)
  })
})

test('all of it is closed, at every quality', async () => {
  const project = sheetOf(
    drawing([shape('teeth', { root: '31.4', outside: '41.6', crown: '1.9' }), shape('rectangle', { width: '8.3', height: '8.3', is: 'hole' })]), // prettier-ignore
    ['extrude', { by: '7.5' }, 'e'],
    ['solid', { shape: 'ball', across: '10', at: at(30, 0) }, 's'],
    ['revolve', { by: '120', axis: 'along', at: '-30' }, 'r'],
  )
  for (const quality of ['drag', 'view', 'export'] as const) {
    const { build, problems } = await built(project, quality)
    expect(problems).toEqual([])
    for (const { mesh } of build.parts) {
      const sides = new Map<string, number>()
      for (let t = 0; t < mesh.indices.length; t += 3)
        for (const [i, j] of [
          [0, 1],
          [1, 2],
          [2, 0],
        ] as const) {
          // prettier-ignore
          const [a, b] = [mesh.indices[t + i]!, mesh.indices[t + j]!]
          const key = a < b ? `${a} ${b}` : `${b} ${a}`
          sides.set(key, (sides.get(key) ?? 0) + (a < b ? 1 : -1))
        }
      expect([...sides.values()].every((v) => v === 0)).toBe(true)
    }
  }
})

test('a cut that goes on into the next wall says so, one through a single wall or of letters side by side does not', async () => {
  const tube = ['solid', { shape: 'tube', across: '30', wall: '3', height: '40' }, 'tube'] as const
  const cut = (by: string, more: Fields = {}) =>
    sheetOf(tube, ['drawing', { on: { base: 'front', off: '20' }, shapes: [shape('circle', { across: '6', at: at(0, 20) })] }, 'd'], ['extrude', { by, way: 'in', how: 'take', parts: ['tube'], ...more }, 'cut']) // prettier-ignore
  const told = async (...args: Parameters<typeof cut>) =>
    (await built(cut(...args))).notes.filter((n) => n.includes('places'))
  expect(await told('60')).toEqual([expect.stringContaining('in 2 places')])
  expect(await told('12')).toEqual([])
  expect(await told('60', { reach: 'wall' })).toEqual([])
})

test('parts are told apart by name: a number from the second on, none that the maker has given to another', async () => {
  const box = (id: string) => ['solid', {}, id] as const
  const names = async (project: ReturnType<typeof sheetOf>) => (await built(project)).build.parts.map((p) => p.name)
  const three = sheetOf(box('a'), box('b'), box('c'))
  expect(await names(three)).toEqual(['Part', 'Part 2', 'Part 3'])
  expect(await names({ ...three, parts: { a: { name: 'Foot' }, c: { name: 'Part' } } })).toEqual([
    'Foot',
    'Part 2',
    'Part',
  ])
})
