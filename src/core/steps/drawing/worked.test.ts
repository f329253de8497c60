import { at, built, drawn, shape, sheetOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'
import { setField } from '../../document/edits'
import { perimeterOf, turnBetween } from '../../profile/measure'

const disc = (across: number, more: object = {}, id?: string) => shape('circle', { across: `${across}`, ...more }, id)
const plate = (width: number, height: number, more: object = {}, id?: string) =>
  shape('rectangle', { width: `${width}`, height: `${height}`, ...more }, id)
const guide = { is: 'guide' }
const areaOfAll = async (...list: object[]) => (await drawn(list)).area

test('two shapes together, one without the other, and what they have in common add up', async () => {
  // A disc with its middle on the right edge of a plate.
  const two = [plate(20, 20, guide, 'p'), disc(6, { at: at(10, 0), ...guide }, 'd')]
  const of = (how: string) => areaOfAll(...two, shape('combined', { of: ['p'], how, with: ['d'] }))
  const half = (9 * Math.PI) / 2
  expect(await of('together')).toBeCloseTo(400 + half, 9)
  expect(await of('less')).toBeCloseTo(400 - half, 9)
  expect(await of('common')).toBeCloseTo(half, 6)
  const apart = await drawn([plate(5, 5, guide, 'p'), disc(2, { at: at(20, 0), ...guide }, 'd'), shape('combined', { of: ['p'], how: 'common', with: ['d'] })]) // prettier-ignore
  expect(apart.problems[0]).toMatchObject({ field: 'with', message: 'They have nothing in common.' })
})

test('a band to one side is as long as its line and half the width farther round', async () => {
  const hook = [
    shape('arc', { from: at(-20, 0), over: at(0, 20), to: at(20, 0), ...guide }, 'bow'),
    shape('line', { from: at(20, 0), to: at(20, -15), ...guide }, 'leg'),
  ]
  // The bow runs clockwise, over the top: its left is outside.
  const band = (side: string) => areaOfAll(...hook, shape('band', { of: ['bow', 'leg'], across: '4', side }))
  expect(await band('left')).toBeCloseTo((Math.PI * (24 ** 2 - 20 ** 2)) / 2 + 60, 6)
  expect(await band('right')).toBeCloseTo((Math.PI * (20 ** 2 - 16 ** 2)) / 2 + 60, 6)
  const ring = (side: string) => areaOfAll(disc(20, guide, 'c'), shape('band', { of: ['c'], across: '2', side }))
  expect(await ring('left')).toBeCloseTo(Math.PI * (100 - 64), 6)
  expect(await ring('right')).toBeCloseTo(Math.PI * (144 - 100), 6)
  const corner = shape('run', { through: [at(0, 0), at(10, 0), at(10, 10)], ends: 'open', ...guide }, 'l')
  expect(await areaOfAll(corner, shape('band', { of: ['l'], across: '2', side: 'left' }))).toBeCloseTo(2 * 20 - 4, 6)
  expect(await areaOfAll(corner, shape('band', { of: ['l'], across: '2', side: 'right' }))).toBeCloseTo(2 * 20 + Math.PI, 6) // prettier-ignore
})

test('what lies between walls is the room inside them, also where they leave gaps of up to a width', async () => {
  const walls = [
    plate(40, 3, { at: at(0, -15), ...guide }, 'front'),
    plate(40, 3, { at: at(0, 15), ...guide }, 'back'),
    plate(3, 26.6, { at: at(-18.5, 0), ...guide }, 'left'),
    plate(3, 26.6, { at: at(18.5, 0), ...guide }, 'right'),
  ]
  const room = (gaps: string) => drawn([...walls, shape('room', { of: walls.map((w) => w.id), gaps })])
  const open = await room('0')
  expect(open.problems[0]).toMatchObject({ field: 'gaps', message: expect.stringContaining('there is a gap') })
  expect((await room('0.3')).area).toBeCloseTo(34 * 27, 1)
  const closed = await drawn([plate(40, 33, guide, 'o'), plate(34, 27, { is: 'guide' }, 'i'), shape('combined', { of: ['o'], how: 'less', with: ['i'], ...guide }, 'w'), shape('room', { of: ['w'] })]) // prettier-ignore
  expect(closed.area).toBeCloseTo(34 * 27, 9)
})

test('copies along a line stand at one distance from each other and turn with it', async () => {
  const along = [
    shape('arc', { from: at(30, 0), over: at(0, 30), to: at(-30, 0), ...guide }, 'bow'),
    plate(4, 2, { at: at(30, 0) }, 'p'),
    shape('along', { of: ['p'], path: ['bow'], count: '5' }, 'all'),
  ]
  const { area, reports, problems } = await drawn(along)
  expect(problems).toEqual([])
  expect(area).toBeCloseTo(5 * 8, 9)
  const middles = [1, 2, 3, 4].map((k) => reports[2]!.drawn!.points[`${k}.p.middle`]!)
  for (const [k, [x, y]] of middles.entries()) {
    expect(x).toBeCloseTo(30 * Math.cos(((k + 1) * Math.PI) / 4), 9)
    expect(y).toBeCloseTo(30 * Math.sin(((k + 1) * Math.PI) / 4), 9)
  }
  // The third stands upright on the top of the bow: turned by a quarter.
  const [x0, , x1] = [reports[2]!.drawn!.regions[1]!.loops[0]!.map((s) => s.a[0])].map((xs) => [Math.min(...xs), 0, Math.max(...xs)] as const)[0]! // prettier-ignore
  expect(x1 - x0).toBeCloseTo(2, 9)
  const ring = await drawn([disc(40, guide, 'c'), disc(2, { at: at(20, 0) }, 'b'), shape('along', { of: ['b'], path: ['c'], count: '8' })]) // prettier-ignore
  expect(ring.area).toBeCloseTo(8 * Math.PI, 9)
})

const TUBE = [
  ['drawing', { shapes: [disc(30, {}, 'o'), disc(20, { is: 'hole' }, 'i')] }, 'd'],
  ['extrude', { drawing: 'd', by: '12' }, 'tube'],
] as const

test('a section is the exact outline of what a plane cuts, and follows the part', async () => {
  const cut = (on: object, of: object) =>
    built(sheetOf(...TUBE, ['drawing', { on, shapes: [shape('section', { of })] }, 's'], ['extrude', { drawing: 's', by: '2' }, 'slice'])) // prettier-ignore
  const ground = await cut({ base: 'ground', off: '0' }, { parts: ['tube'], at: '5' })
  expect(ground.problems).toEqual([])
  expect(ground.volumes['slice']! / (2 * 125 * Math.PI)).toBeCloseTo(1, 3)
  // Its own foot lies in the plane: there the part is as it is a hair in front of it.
  expect((await cut({ base: 'ground', off: '0' }, { parts: ['tube'], at: '0' })).volumes['slice']! / (2 * 125 * Math.PI)).toBeCloseTo(1, 3) // prettier-ignore
  const upright = await cut({ base: 'front', off: '0' }, { parts: ['tube'] })
  expect(upright.volumes['slice']).toBeCloseTo(2 * 12 * 10, 2)
  const past = await cut({ base: 'ground', off: '0' }, { parts: ['tube'], at: '40' })
  expect(past.problems[0]).toMatchObject({ message: expect.stringContaining('runs past the parts') })
})

test('a section of a part has as few pieces as the part has faces', async () => {
  const { build } = await built(sheetOf(...TUBE, ['drawing', { shapes: [shape('section', { of: { parts: ['tube'], at: '5' } }, 'cut')] }, 's'])) // prettier-ignore
  const [report] = build.steps[2]!.values['shapes'] as { drawn: { regions: { loops: { kind: string }[][] }[] } }[]
  expect(report!.drawn.regions[0]!.loops.map((l) => l.map((s) => s.kind))).toEqual([['arc', 'arc'], ['arc', 'arc']]) // prettier-ignore
  expect(perimeterOf(report!.drawn.regions[0] as never)).toBeCloseTo(50 * Math.PI, 2)
})

test('one region of a drawing alone, and others of another length; none where there is no material', async () => {
  const two = ['drawing', { shapes: [disc(10, { at: at(-20, 0) }), plate(8, 6, { at: at(20, 0) })] }, 'd'] as const
  const of = (only: object[], by: string, id: string) => ['extrude', { drawing: 'd', only, by }, id] as const
  const { volumes, problems } = await built(sheetOf(two, of([at(-19, 1)], '3', 'low'), of([at(21, -1)], '7', 'tall')))
  expect(problems).toEqual([])
  expect(volumes['low']! / (75 * Math.PI)).toBeCloseTo(1, 2)
  expect(volumes['tall']).toBeCloseTo(8 * 6 * 7, 6)
  const none = await built(sheetOf(two, of([at(0, 0)], '3', 'low')))
  expect(none.problems[0]).toMatchObject({ field: 'only' })
})

test('from another face on: what is drawn on the ground begins on top of a part, and goes up with it', async () => {
  const box = ['solid', { shape: 'box', width: '30', depth: '30', height: '10' }, 'box'] as const
  const face = facing((await built(sheetOf(box))).build.parts[0]!, [0, 0, 1])
  const from = { part: 'box', face, off: '0', datum: 'middle' }
  const project = sheetOf(
    box,
    ['drawing', { shapes: [disc(6)] }, 'd'],
    ['extrude', { drawing: 'd', begins: 'face', from, by: '4', how: 'add', parts: ['box'] }, 'lug'],
  )
  const { volumes, problems } = await built(project)
  expect(problems).toEqual([])
  expect(volumes['box']! - 9000).toBeCloseTo(4 * 9 * Math.PI, 0)
  const taller = await built(setField('box', 'height', '25')(project))
  expect(Math.max(...taller.build.parts[0]!.mesh.positions.filter((_, i) => i % 3 === 2))).toBeCloseTo(29, 3)
  const slanted = await built(setField('d', 'on', { base: 'front', off: '0' } as never)(project))
  expect(slanted.problems[0]).toMatchObject({ field: 'from', message: expect.stringContaining('not parallel') })
})

const PLATE_WITH_HOLE = ['drawing', { shapes: [plate(30, 20), disc(8, { is: 'hole' })] }, 'd'] as const
/** What lies between two heights of a plate that leans, less its hole that widens. */
const leaned = (height: number, degrees: number) => {
  const t = Math.tan((degrees * Math.PI) / 180)
  const box = 600 * height - 2 * (30 + 20) * t * (height ** 2 / 2) + (4 * t * t * height ** 3) / 3
  const [r, R] = [4, 4 + t * height]
  return box - (Math.PI * height * (r * r + r * R + R * R)) / 3
}

test.each([
  ['out', 10],
  ['in', 10],
  ['out', -8],
])('drawn out %s with sides that lean by %s degrees it is a frustum, and its hole a cone', async (way, draft) => {
  const { volumes, problems } = await built(sheetOf(PLATE_WITH_HOLE, ['extrude', { drawing: 'd', by: '6', way, draft: `${draft}` }, 'e'])) // prettier-ignore
  expect(problems).toEqual([])
  expect(volumes['e']! / leaned(6, draft)).toBeCloseTo(1, 3)
})

test('half to each side it leans to both, and a slope that is too much says how much would do', async () => {
  const both = await built(sheetOf(PLATE_WITH_HOLE, ['extrude', { drawing: 'd', by: '12', way: 'both', draft: '10' }, 'e'])) // prettier-ignore
  expect(both.volumes['e']! / (2 * leaned(6, 10))).toBeCloseTo(1, 3)
  const steep = await built(sheetOf(PLATE_WITH_HOLE, ['extrude', { drawing: 'd', by: '30', draft: '25' }, 'e']))
  // The plate is 20 deep, so its sides meet where tan(x) is 10 / 30.
  expect(steep.problems[0]).toMatchObject({ field: 'draft', message: expect.stringMatching(/up to 18\.4° would do/) })
})

test('a line trimmed at crossings keeps the longest piece, or the one at a place, or the others', async () => {
  const cross = [
    shape('line', { from: at(-10, 0), to: at(20, 0), ...guide }, 'l'),
    shape('line', { from: at(0, -5), to: at(0, 5), ...guide }, 'a'),
    disc(6, { at: at(8, 0), ...guide }, 'c'),
  ]
  const of = async (fields: object) => {
    const { reports } = await drawn([...cross, shape('trimmed', { of: ['l'], by: ['a', 'c'], ...fields }, 't')])
    return reports
      .at(-1)!
      .drawn!.open.map((run) => [run[0]!.a[0], run.at(-1)!.b[0]].map((v) => Math.round(v * 1e6) / 1e6))
  }
  expect(await of({})).toEqual([[-10, 0]])
  expect(await of({ keep: 'at', at: at(8, 1) })).toEqual([[5, 11]])
  expect(await of({ keep: 'but', at: at(8, 1) })).toEqual([[-10, 0], [0, 5], [11, 20]]) // prettier-ignore
  const none = await drawn([cross[0]!, disc(2, { at: at(0, 9), ...guide }, 'far'), shape('trimmed', { of: ['l'], by: ['far'] })]) // prettier-ignore
  expect(none.problems[0]).toMatchObject({ field: 'by' })
})

test('a circle trimmed at a line and that line close to a segment', async () => {
  const [r, h] = [10, 6]
  const half = Math.sqrt(r * r - h * h)
  const list = [
    disc(2 * r, guide, 'c'),
    shape('line', { from: at(-half, h), to: at(half, h) }, 'l'),
    shape('trimmed', { of: ['c'], by: ['l'], keep: 'at', at: at(0, 10) }),
  ]
  const angle = 2 * Math.acos(h / r)
  expect(await areaOfAll(...list)).toBeCloseTo((r * r * (angle - Math.sin(angle))) / 2, 6)
})

describe('corners at arcs', () => {
  const rounded = (by: string, more: object = {}) => shape('corners', { of: ['all'], by, ...more })
  const halfDisc = [
    disc(40, guide, 'd'),
    plate(60, 30, { at: at(0, -15), ...guide }, 'p'),
    shape('combined', { of: ['d'], how: 'less', with: ['p'], ...guide }, 'all'),
  ]

  test('a half disc rounded is what is left of it inside, and the radius round that', async () => {
    const [R, r] = [20, 3]
    const turn = 2 * Math.acos(r / (R - r))
    const inner = ((R - r) ** 2 * (turn - Math.sin(turn))) / 2
    const edge = (R - r) * turn + 2 * (R - r) * Math.sin(turn / 2)
    expect(await areaOfAll(...halfDisc, rounded('3'))).toBeCloseTo(inner + edge * r + Math.PI * r * r, 6)
    const { problems } = await drawn([...halfDisc, rounded('10.1')])
    expect(problems[0]).toMatchObject({ field: 'by', message: expect.stringContaining('up to 10.00 mm would') })
  })

  test('where two discs meet, the waist is filled to an arc that touches both', async () => {
    const [R, d, r] = [10, 14, 4]
    const h = Math.sqrt((R + r) ** 2 - (d / 2) ** 2)
    const alpha = Math.atan2(h, d / 2)
    const half = Math.acos(d / 2 / R)
    const lens = 2 * R * R * half - d * Math.sqrt(R * R - (d * d) / 4)
    const waist = (d * h) / 2 - (R * R * alpha - lens / 2) - (r * r * (Math.PI - 2 * alpha)) / 2
    const two = [disc(20, { at: at(-7, 0), ...guide }, 'l'), disc(20, { at: at(7, 0), ...guide }, 'r'), shape('combined', { of: ['l'], with: ['r'], ...guide }, 'all')] // prettier-ignore
    const filled = await drawn([...two, rounded('4', { which: 'in' })])
    expect(filled.area).toBeCloseTo(2 * Math.PI * R * R - lens + 2 * waist, 6)
    const [loop] = filled.reports.at(-1)!.drawn!.regions[0]!.loops
    for (const [i, s] of loop!.entries()) expect(turnBetween(s, loop![(i + 1) % loop!.length]!)).toBeCloseTo(0, 6)
    expect(await areaOfAll(...two, rounded('4', { which: 'out' }))).toBeCloseTo(2 * Math.PI * R * R - lens, 6)
  })

  test('a bevel goes so far along the arc as along the line', async () => {
    const { reports } = await drawn([...halfDisc, rounded('4', { how: 'bevel' })])
    const cuts = reports
      .at(-1)!
      .drawn!.regions[0]!.loops[0]!.filter((s) => s.kind === 'line' && Math.abs(s.a[1] - s.b[1]) > 1)
    expect(cuts).toHaveLength(2)
    for (const { a, b } of cuts) {
      const [low, high] = a[1] < b[1] ? [a, b] : [b, a]
      expect(Math.abs(low[0])).toBeCloseTo(16, 6)
      expect(high[1]).toBeCloseTo(20 * Math.sin(4 / 20), 6)
    }
  })
})

test('a circle over two points has its middle between them, and goes with them', async () => {
  const over = (to: object) => drawn([shape('circle-over', { from: at('1', '2'), to }, 'c')])
  const { area, reports } = await over(at('7', '10'))
  expect(area).toBeCloseTo(25 * Math.PI, 9)
  expect(reports[0]!.drawn!.points).toMatchObject({ middle: [4, 6] })
  expect((await over(at('1', '2'))).problems[0]).toMatchObject({ field: 'to' })
  // Tied to touch a line, it grows until it does.
  const touching = [
    shape('line', { from: at('-20', '-5'), to: at('20', '-5'), ...guide }, 'l'),
    shape('circle-over', { from: at('0', '9'), to: at(0.2, -3) }, 'c'),
    shape('touching', { a: 'c', b: 'l' }),
    shape('upright', { a: 'c.from', b: 'c.to' }),
  ]
  expect((await drawn(touching)).area).toBeCloseTo(49 * Math.PI, 6)
})
