import fc from 'fast-check'
import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'
import { topologyOf } from '../../faces/topology'
import { oppositeSides } from '../../mesh/half-edges'

const BOX: StepOf = ['solid', { width: '40', depth: '30', height: '20' }, 'box']
const edges = (fields: Fields): StepOf => ['edges', { part: 'box', ...fields }, 'e']
const round = (which: string, radius: number, more: Fields = {}) => edges({ which, radius: `${radius}`, ...more })
async function solidOf(...steps: readonly StepOf[]) {
  const { volumes, problems, notes, build } = await built(sheetOf(...steps))
  const part = build.parts.find((p) => p.id === 'box')!
  const { indices, positions } = part.mesh
  // Euler: corners, edges, triangles of one closed body.
  const genus = 1 - (positions.length / 3 - indices.length / 6) / 2
  expect(oppositeSides(indices).every((o) => o >= 0)).toBe(true)
  return { volume: volumes['box']!, problems, notes, part, genus }
}
const extruded = (shapes: object[], by: number, fields: Fields = {}): StepOf[] => [
  ['drawing', { shapes }, 'd'],
  ['extrude', { drawing: 'd', by: `${by}`, ...fields }, 'box'],
]

/** A rectangle with round corners. */
const rounded = (width: number, height: number, by: number) => {
  const plain = shape('rectangle', { width: `${width}`, height: `${height}`, ...(by > 0 ? { is: 'guide' } : {}) }, 'r')
  return by > 0 ? [plain, shape('corners', { of: ['r'], by: `${by}` })] : [plain]
}

/** What is cut off along one mm of a square edge, and how far from both faces its middle lies. */
const cut = (r: number) => r * r * (1 - Math.PI / 4)
const middle = (r: number) => (r * (10 - 3 * Math.PI)) / (12 - 3 * Math.PI)
/** By how much more than in truth chords cut off: 1.5 / n^2 for n a quarter. */
const CHORDS = 0.0011
const expectRight = (taken: number, wanted: number) => expect(Math.abs(taken / wanted - 1)).toBeLessThan(CHORDS)

test('the four upright edges of a box lose what a round leaves out of a square', async () => {
  const { volume, problems, notes, part, genus } = await solidOf(BOX, round('upright', 4))
  expect(problems).toEqual([])
  expectRight(24000 - volume, 4 * 20 * cut(4))
  expect([notes, genus]).toEqual([['4 outer edges, 80.0 mm together.'], 0])
  const rounds = part.mesh.surfaces.filter((s) => s.shape.kind === 'cylinder')
  expect(rounds.map((s) => s.shape)).toEqual(Array(4).fill(expect.objectContaining({ radius: 4, hole: false })))
})

test('all edges of a box: twelve rounds and eight corners of a ball', async () => {
  const r = 3
  const { volume, problems, genus } = await solidOf(BOX, round('outer', r))
  expect([problems, genus]).toEqual([[], 0])
  // Steiner: the core, its faces drawn out, quarter rounds along its edges, a ball at its corners.
  const [a, b, c] = [34, 24, 14]
  const whole = a * b * c + 2 * r * (a * b + b * c + c * a) + Math.PI * r * r * (a + b + c) + (4 / 3) * Math.PI * r ** 3
  expectRight(24000 - volume, 24000 - whole)
})

test('bevels are flat: by two sizes, or by a size and an angle', async () => {
  const top = await solidOf(BOX, edges({ which: 'upright', how: 'flat', size: '2', other: '3' }))
  expect(24000 - top.volume).toBeCloseTo(4 * 20 * 3, 3)
  const slanted = await solidOf(BOX, edges({ which: 'upright', how: 'slanted', size: '2', angle: '30' }))
  expect(24000 - slanted.volume).toBeCloseTo(4 * 20 * 0.5 * 2 * 2 * Math.tan(Math.PI / 6), 3)
  expect(slanted.part.mesh.surfaces.filter((s) => s.step === 'e').map((s) => s.shape.kind)).toEqual(Array(4).fill('plane')) // prettier-ignore
  // Round the top, mitred at its corners: a frustum less the box.
  const mitred = await solidOf(BOX, edges({ which: 'top', how: 'flat', size: '2', other: '2' }))
  const [low, high] = [40 * 30, 36 * 26]
  expect(24000 - mitred.volume).toBeCloseTo(2 * low - (2 / 3) * (low + high + Math.sqrt(low * high)), 0)
})

test('round a boss, at its rim and at its foot, a round has the volume that turning it says', async () => {
  const boss: StepOf[] = [BOX, ['solid', { shape: 'cylinder', across: '16', height: '12', lift: '20', how: 'add', parts: ['box'] }, 'boss']] // prettier-ignore
  const plain = (await solidOf(...boss)).volume
  const foot = await solidOf(...boss, round('foot', 3))
  expect([foot.problems, foot.genus]).toEqual([[], 0])
  expectRight(foot.volume - plain, cut(3) * 2 * Math.PI * (8 + middle(3)))
  expect(foot.part.mesh.surfaces.find((s) => s.step === 'e')!.shape).toMatchObject({ kind: 'torus', radius: expect.closeTo(11, 6), tube: 3 }) // prettier-ignore
  const face = { part: 'box', face: facing(foot.part, [0, 0, 1], 32) }
  const rim = await solidOf(...boss, edges({ which: 'picked', of: [face], radius: '2' }))
  expect(rim.problems).toEqual([])
  expectRight(plain - rim.volume, cut(2) * 2 * Math.PI * (8 - middle(2)))
})

test('the rim of a hole is widened, and a lead-in bevelled', async () => {
  const steps = extruded([shape('rectangle', { width: '40', height: '30' }), shape('circle', { across: '12', is: 'hole' }, 'bore')], 10) // prettier-ignore
  const plain = await solidOf(...steps)
  const of = [{ part: 'box', edge: await rimOf(plain.part, 'bore') }]
  const soft = await solidOf(...steps, edges({ which: 'picked', of, radius: '2.5' }))
  expect([soft.problems, soft.genus]).toEqual([[], 1])
  expectRight(plain.volume - soft.volume, cut(2.5) * 2 * Math.PI * (6 + middle(2.5)))
  const lead = await solidOf(...steps, edges({ which: 'picked', of, how: 'flat', size: '1', other: '3' }))
  const wanted = 0.5 * 1 * 3 * 2 * Math.PI * (6 + 1 / 3)
  expect(Math.abs((plain.volume - lead.volume) / wanted - 1)).toBeLessThan(2e-3)
})

async function rimOf(part: Awaited<ReturnType<typeof solidOf>>['part'], segment: string) {
  const top = facing(part, [0, 0, 1])
  const side = part.mesh.surfaces.find((s) => s.segment?.startsWith(segment))!
  const { borders, surfaceOf } = topologyOf(part.mesh)
  const isRim = borders.find(({ regions }) => {
    const [a, b] = regions.map((r) => part.mesh.surfaces[surfaceOf[r]!]!)
    return [a, b].some((s) => s!.segment === side.segment) && [a, b].some((s) => s!.role === top.name.role)
  })!
  const near = [0, 1, 2].map((k) => part.mesh.positions[3 * isRim.vertices[0]! + k]!)
  return { between: [top.name, { step: side.step, role: side.role, segment: side.segment }], near, of: 1, run: 'smooth' } // prettier-ignore
}

test('round a square boss the foot turns about its corners; round an L the top turns about its nook', async () => {
  const boss: StepOf[] = [BOX, ['solid', { width: '14', depth: '10', height: '8', lift: '20', how: 'add', parts: ['box'] }, 'boss']] // prettier-ignore
  const plain = (await solidOf(...boss)).volume
  const foot = await solidOf(...boss, round('foot', 2))
  expect([foot.problems, foot.genus]).toEqual([[], 0])
  expectRight(foot.volume - plain, cut(2) * (48 + 2 * Math.PI * middle(2)))
  const ell = extruded([shape('rectangle', { width: '40', height: '40', at: at('20', '20') }), shape('rectangle', { width: '25', height: '25', at: at('27.5', '27.5'), is: 'hole' })], 12) // prettier-ignore
  const whole = await solidOf(...ell)
  expect(whole.volume).toBeCloseTo(12 * (1600 - 625), 3)
  const top = await solidOf(...ell, round('top', 3))
  expect([top.problems, top.genus]).toEqual([[], 0])
  // Straight edges; a quarter turn at the nook; five corners where two rounds meet in a mitre.
  const mitre = 3 ** 3 * (1 - Math.PI / 4 - (1 - Math.PI / 4 - (5 / 3 - Math.PI / 2)))
  const straight = cut(3) * (40 + 40 + 15 + 25 + 25 + 15)
  const nook = cut(3) * (Math.PI / 2) * middle(3)
  expect(Math.abs(whole.volume - top.volume - (straight + nook - 5 * mitre)) / straight).toBeLessThan(0.02)
})

test('what runs on smoothly does so however coarse the chords are', async () => {
  const plate = extruded(rounded(40, 30, 0.6), 6)
  for (const quality of ['drag', 'view', 'export'] as const) {
    const part = (await built(sheetOf(...plate), quality)).build.parts[0]!
    const top = facing(part, [0, 0, 1])
    const right = facing(part, [1, 0, 0])
    const edge = { between: [top.name, right.name], near: [20, 0, 6], of: 1, run: 'smooth' }
    const { notes } = await built(sheetOf(...plate, edges({ of: [{ part: 'box', edge }], radius: '0.4' })), quality)
    expect(notes.at(-1)).toMatch(/^1 outer edge, 13[89]/)
  }
})

test('the top of a rounded plate is one chain', async () => {
  const plate = extruded(rounded(40, 30, 8), 6)
  const { volume } = await solidOf(...plate)
  const { problems, notes, volume: soft } = await solidOf(...plate, round('top', 2))
  expect([problems, notes.slice(1)]).toEqual([
    [],
    [`1 outer edge, ${(2 * (24 + 14) + 16 * Math.PI).toFixed(1)} mm together.`],
  ])
  expectRight(volume - soft, cut(2) * (2 * (24 + 14) + 2 * Math.PI * (8 - middle(2))))
})

test('a round that runs into a wall stops at it, and one that fills a nook stops where the part does', async () => {
  const step: StepOf[] = [BOX, ['solid', { width: '10', depth: '30', height: '10', lift: '20', at: at('-15', '0'), how: 'add', parts: ['box'] }, 'wall']] // prettier-ignore
  const plain = await solidOf(...step)
  const foot = await solidOf(...step, round('foot', 4))
  expectRight(foot.volume - plain.volume, cut(4) * 30)
  expect([foot.problems, foot.genus]).toEqual([[], 0])
  const { max } = boxOf(foot.part.mesh.positions)
  expect(max[1]).toBeCloseTo(15, 4)
  // The long upper edge of the box ends at the wall.
  const of = [{ part: 'box', edge: { between: [facing(plain.part, [0, 0, 1], 20).name, facing(plain.part, [0, -1, 0]).name], near: [10, -15, 20], of: 1, run: 'piece' } }] // prettier-ignore
  const edge = await solidOf(...step, edges({ which: 'picked', of, radius: '3' }))
  expect([edge.problems, edge.genus]).toEqual([[], 0])
  expectRight(plain.volume - edge.volume, cut(3) * 30)
})

test('all edges of a prism of five sides, whose corners are not square, come to what rolling a ball inside it does', async () => {
  const prism = extruded([shape('polygon', { sides: '5', across: '30' })], 12)
  const plain = (await solidOf(...prism)).volume
  const r = 2
  const { volume, problems, genus } = await solidOf(...prism, round('outer', r))
  expect([problems, genus]).toEqual([[], 0])
  // Steiner again, about the prism that the ball's middle can be in.
  const [tan, high] = [Math.tan(Math.PI / 5), 12 - 2 * r]
  const [area, side] = [5 * (15 - r) ** 2 * tan, 2 * (15 - r) * tan]
  const bends = 10 * side * (Math.PI / 2) + 5 * high * ((2 * Math.PI) / 5)
  const whole = area * high + r * (2 * area + 5 * side * high) + (r * r * bends) / 2 + (4 / 3) * Math.PI * r ** 3
  expectRight(plain - volume, plain - whole)
})

test('where an edge stops at a wall concerns its end alone: the rest of it goes on behind that', async () => {
  // A block flush with the back of a plate: the edge of the plate runs from its one wall round to the other.
  const block: StepOf = ['solid', { width: '10', depth: '6', height: '5', lift: '6', at: at('0', '12'), how: 'add', parts: ['box'] }, 'block'] // prettier-ignore
  const steps = [...extruded(rounded(40, 30, 8), 6), block]
  const plain = await solidOf(...steps)
  const r = 2
  const { volume, problems, genus } = await solidOf(...steps, round('top', r))
  expect([problems, genus]).toEqual([[], 0])
  const plate = cut(r) * (2 * (24 + 14) + 2 * Math.PI * (8 - middle(r)) - 10)
  expectRight(plain.volume - volume, plate + cut(r) * 32 - 4 * (5 / 3 - Math.PI / 2) * r ** 3)
})

test('the foot of a flat face on a round one like it is a round about a line', async () => {
  const bar: StepOf[] = [['solid', { shape: 'cylinder', across: '20', height: '30' }, 'box'], ['solid', { width: '30', depth: '6', height: '30', how: 'add', parts: ['box'] }, 'fin']] // prettier-ignore
  const { part, problems } = await solidOf(...bar, round('nooks', 2))
  expect(problems).toEqual([])
  const rounds = part.mesh.surfaces.filter((s) => s.step === 'e').map((s) => s.shape)
  // Each touches the round from outside and a face of the fin.
  const [up, off] = [3 + 2, Math.sqrt(12 ** 2 - 5 ** 2)]
  expect(rounds).toHaveLength(4)
  for (const shape of rounds) {
    if (shape.kind !== 'cylinder') throw new Error(`It is ${shape.kind}.`)
    expect([shape.radius, shape.hole, Math.abs(shape.axis[2])]).toEqual([2, true, 1])
    expect(Math.abs(shape.point[0])).toBeCloseTo(off, 6)
    expect(Math.abs(shape.point[1])).toBeCloseTo(up, 6)
  }
})

test('one round after another: nooks, then the floor between them, then all that is left', async () => {
  const pocket: StepOf[] = [BOX, ['solid', { width: '30', depth: '20', height: '20', lift: '5', how: 'take', parts: ['box'] }, 'p']] // prettier-ignore
  const plain = (await solidOf(...pocket)).volume
  const nooks: StepOf = ['edges', { part: 'box', which: 'nooks', radius: '4' }, 'e']
  const floor: StepOf = ['edges', { part: 'box', which: 'foot', radius: '2' }, 'f']
  const one = await solidOf(...pocket, nooks)
  expectRight(one.volume - plain, 4 * 15 * cut(4))
  // What is filled in ends in the face round the mouth, and is of it.
  expect(one.part.mesh.surfaces.filter((s) => s.role === 'end')).toEqual([])
  const two = await solidOf(...pocket, nooks, floor)
  expect(two.problems).toEqual([])
  expectRight(two.volume - one.volume, cut(2) * (2 * (22 + 12) + 2 * Math.PI * (4 - middle(2))))
  const all = await solidOf(...pocket, nooks, floor, ['edges', { part: 'box', which: 'outer', radius: '1' }, 'g'])
  expect([all.problems, all.genus, all.notes.at(-1)]).toEqual([[], 0, '13 outer edges, 453.1 mm together.'])
})

test('where two round arms cross, the foot between them is one round without loose chips', async () => {
  const arms = (across: string): StepOf[] => [
    ['drawing', { on: { base: 'ground', off: '-30' }, shapes: [shape('circle', { across: '20' })] }, 'd'],
    ['extrude', { drawing: 'd', by: '60' }, 'box'],
    ['drawing', { on: { base: 'side', off: '0' }, shapes: [shape('circle', { across })] }, 'd2'],
  ]
  const joined: StepOf[] = [...arms('14'), ['extrude', { drawing: 'd2', by: '40', how: 'add', parts: ['box'] }, 'arm']]
  const plain = (await solidOf(...joined)).volume
  const foot = await solidOf(...joined, round('inner', 2))
  expect([foot.problems, foot.genus]).toEqual([[], 0])
  expect(foot.volume - plain).toBeGreaterThan(0.2 * 45 * cut(2))
  const bored: StepOf[] = [...arms('8'), ['extrude', { drawing: 'd2', reach: 'through', how: 'take', parts: ['box'] }, 'bore']] // prettier-ignore
  const rims = await solidOf(...bored, round('outer', 1))
  expect([rims.problems, rims.genus, rims.notes.at(-1)]).toEqual([[], 1, '4 outer edges, 176.5 mm together.'])
})

test('what does not fit names the largest that does, and that fits', async () => {
  const { problems } = await solidOf(BOX, round('upright', 17))
  expect(problems[0]).toMatchObject({ field: 'radius', would: { words: expect.stringContaining('take') } })
  const largest = Number(problems[0]!.would!.value)
  expect(largest / 15).toBeGreaterThan(0.99)
  expect(largest).toBeLessThanOrEqual(15)
  expect((await solidOf(BOX, round('upright', largest))).problems).toEqual([])
  const boss: StepOf[] = [BOX, ['solid', { shape: 'cylinder', across: '16', height: '12', lift: '20', how: 'add', parts: ['box'] }, 'boss']] // prettier-ignore
  const told = (await solidOf(...boss, round('foot', 9))).problems[0]!
  expect(Number(told.would!.value) / 7).toBeGreaterThan(0.985)
  expect(Number(told.would!.value)).toBeLessThanOrEqual(7.01)
})

test('what cannot be done is said, and the part stays as it was', async () => {
  const boss: StepOf[] = [BOX, ['solid', { width: '14', depth: '30', height: '8', lift: '20', how: 'add', parts: ['box'] }, 'boss']] // prettier-ignore
  const none = await solidOf(BOX, round('nooks', 2))
  expect(none.problems[0]).toMatchObject({ field: 'which', message: expect.stringContaining('no such edges') })
  const nothing = await solidOf(BOX, round('picked', 2))
  expect(nothing.problems[0]).toMatchObject({ field: 'of' })
  const plain = await solidOf(...boss)
  const of = [{ part: 'box', face: facing(plain.part, [0, 0, 1], 20) }]
  const both = await solidOf(...boss, edges({ which: 'picked', of, how: 'flat' }))
  expect(both.problems[0]).toMatchObject({ kind: 'mixed', field: 'of' })
  expect(both.volume).toBeCloseTo(plain.volume, 6)
})

test('an edge runs on over the seam of what was joined flush, straight and round a nook', async () => {
  const onto = (fields: Fields): StepOf[] => [BOX, ['solid', { depth: '30', how: 'add', parts: ['box'], ...fields }, 'more']] // prettier-ignore
  const longer = onto({ width: '25', height: '20', at: at('32.5', '0') })
  const plain = await solidOf(...longer)
  expect(plain.volume).toBeCloseTo(65 * 30 * 20, 3)
  const bar = await solidOf(...longer, round('top', 2))
  // Round a rectangle, as if it had been one solid from the beginning.
  expect([bar.problems, bar.genus, bar.notes.at(-1)]).toEqual([[], 0, '4 outer edges, 190.0 mm together.'])
  expectRight(plain.volume - bar.volume, cut(2) * 190 - 4 * (5 / 3 - Math.PI / 2) * 8)
  // Picked on one side of the seam it is all of it, unless that piece alone is meant.
  const edge = { between: [{ step: 'box', role: 'far' }, { step: 'box', role: 'side', segment: 'front' }], near: [0, -15, 20], of: 1 } // prettier-ignore
  const picked = (of: object) => solidOf(...longer, edges({ of: [{ part: 'box', ...of }], radius: '2' }))
  const front = await picked({ edge: { ...edge, run: 'smooth' } })
  expect([front.problems, front.notes.at(-1)]).toEqual([[], '1 outer edge, 65.0 mm together.'])
  expectRight(plain.volume - front.volume, cut(2) * 65)
  const piece = await picked({ edge: { ...edge, run: 'piece' } })
  expectRight(plain.volume - piece.volume, cut(2) * 40)
  const face = await picked({ face: facing(plain.part, [0, -1, 0]) })
  expect(face.notes.at(-1)).toBe('3 outer edges, 150.0 mm together.')
  const higher = onto({ width: '14', height: '8', lift: '20' })
  const { part, volume } = await solidOf(...higher)
  const of = [{ part: 'box', face: facing(part, [0, 0, 1], 20) }]
  const soft = await solidOf(...higher, edges({ of, radius: '1' }))
  expect([soft.problems, soft.genus]).toEqual([[], 0])
  const side = cut(1) * (12 + 7 + (Math.PI / 2) * (1 + middle(1)))
  expectRight(volume - soft.volume, 2 * side - 2 * (5 / 3 - Math.PI / 2))
})

describe('edges that go outwards and inwards at one corner', () => {
  /** An angle: a foot `long`, an upright so high, both of one thickness. */
  const angle = (long: number, high: number, thick: number, deep: number) =>
    extruded([shape('run', { through: [[0, 0], [long, 0], [long, thick], [thick, thick], [thick, high], [0, high]].map(([x, y]) => at(`${x}`, `${y}`)) })], deep).map((s, i): StepOf => (i === 0 ? ['drawing', { ...s[1], on: { base: 'front', off: '0' } }, 'd'] : s)) // prettier-ignore
  type Part = Awaited<ReturnType<typeof solidOf>>['part']
  const ofFaces = (part: Part, ...faces: [way: readonly number[], at?: number][]) => faces.map(([way, off]) => ({ part: 'box', face: facing(part, way, off) })) // prettier-ignore

  test('of one face of an angle: the nook is filled first, and what runs on over it goes round with it', async () => {
    const steps = angle(40, 30, 6, 20)
    const { part, volume } = await solidOf(...steps)
    const r = 1.5
    const soft = await solidOf(...steps, edges({ of: ofFaces(part, [[0, 0, 1], 6]), radius: `${r}` }))
    expect([soft.problems, soft.genus]).toEqual([[], 0])
    const path = 40 - 6 - r + (30 - 6 - r) + (Math.PI / 2) * r
    expect(soft.notes.at(-1)).toBe(`3 outer and 1 inner edges, ${(2 * path + 40).toFixed(1)} mm together.`)
    const side = cut(r) * (40 - 6 - r + (30 - 6 - r) + (Math.PI / 2) * (r + middle(r)))
    const both = (5 / 3 - Math.PI / 2) * r ** 3
    expectRight(volume - soft.volume, 2 * side + cut(r) * 20 - 2 * both - cut(r) * 20)
  })

  test('all of an angle: a ball rolled about inside, and one in the nook', async () => {
    const bend = fc.record({ long: fc.integer({ min: 20, max: 60 }), high: fc.integer({ min: 18, max: 50 }), thick: fc.integer({ min: 4, max: 9 }), deep: fc.integer({ min: 8, max: 40 }), tenths: fc.integer({ min: 8, max: 25 }) }) // prettier-ignore
    await fc.assert(
      fc.asyncProperty(bend, async ({ long, high, thick, deep, tenths }) => {
        const r = tenths / 10
        fc.pre(2.2 * r < thick)
        const steps = angle(long, high, thick, deep)
        const { part, volume } = await solidOf(...steps)
        const all = ofFaces(part, [[0, 0, 1], thick], [[0, 0, 1], high], [[1, 0, 0], thick], [[1, 0, 0], long], [[0, -1, 0]], [[0, 1, 0]], [[-1, 0, 0]], [[0, 0, -1]]) // prettier-ignore
        const soft = await solidOf(...steps, edges({ of: all, radius: `${r}` }))
        expect([soft.problems, soft.genus]).toEqual([[], 0])
        // Steiner, for what is left of it a radius in from everywhere.
        const [w, h, t, d] = [long - 2 * r, high - 2 * r, thick - 2 * r, deep - 2 * r]
        const area = w * t + t * (h - t) + cut(2 * r)
        const rim = 2 * (w + h) - 4 * r + Math.PI * r
        const wanted = area * d + r * (2 * area + rim * d) + Math.PI * r * r * (rim / 2 + d) + (4 / 3) * Math.PI * r ** 3 // prettier-ignore
        expect(Math.abs((volume - soft.volume) / (volume - wanted) - 1)).toBeLessThan(2 * CHORDS)
      }),
      { numRuns: 12 },
    )
  })

  test('what is filled in does not cover an edge that is asked for', async () => {
    // A ledge of 1 mm behind a block.
    const steps: StepOf[] = [BOX, ['solid', { width: '40', depth: '29', height: '7', lift: '20', at: at('0', '-0.5'), how: 'add', parts: ['box'] }, 'block']] // prettier-ignore
    const { part } = await solidOf(...steps)
    const of = ofFaces(part, [[0, 0, 1], 20])
    const { problems } = await solidOf(...steps, edges({ of, radius: '1' }))
    expect(problems[0]).toMatchObject({ kind: 'large', field: 'radius' })
    expect(Number(problems[0]!.would!.value)).toBeLessThanOrEqual(0.5)
    const does = await solidOf(...steps, edges({ of, radius: problems[0]!.would!.value }))
    expect([does.problems, does.genus]).toEqual([[], 0])
  })

  test('where a round would end in the open it is refused, and the part stays as it was', async () => {
    // A block that stands on a box and out over its back.
    const steps: StepOf[] = [BOX, ['solid', { width: '14', depth: '30', height: '8', lift: '20', at: at('0', '12'), how: 'add', parts: ['box'] }, 'over']] // prettier-ignore
    const { part, volume } = await solidOf(...steps)
    const soft = await solidOf(...steps, edges({ of: ofFaces(part, [[0, 0, 1], 20]), radius: '2' }))
    expect(soft.problems[0]).toMatchObject({ kind: 'mixed', field: 'of' })
    expect(soft.volume).toBeCloseTo(volume, 6)
  })

  test('what does not fit is told with what does; bevels are still done one after the other', async () => {
    const steps = angle(40, 30, 6, 20)
    const { part } = await solidOf(...steps)
    const of = ofFaces(part, [[0, 0, 1], 6])
    const large = await solidOf(...steps, edges({ of, radius: '9' }))
    expect(large.problems[0]).toMatchObject({ field: 'radius', would: { value: expect.any(String) } })
    const does = await solidOf(...steps, edges({ of, radius: large.problems[0]!.would!.value }))
    expect(does.problems).toEqual([])
    const flat = await solidOf(...steps, edges({ of, how: 'flat' }))
    expect(flat.problems[0]).toMatchObject({ kind: 'mixed', field: 'of' })
  })
})

const boxOf = (p: Float32Array) => {
  const max = [0, 1, 2].map((k) => Math.max(...p.filter((_, i) => i % 3 === k))) as [number, number, number]
  return { max }
}

test('random outlines, rounded on top: right or refused, never wrong', async () => {
  const corner = fc.integer({ min: 0, max: 9 })
  await fc.assert(
    fc.asyncProperty(
      fc.integer({ min: 12, max: 40 }),
      fc.integer({ min: 12, max: 40 }),
      corner,
      fc.integer({ min: 3, max: 60 }),
      async (w, h, c, tenths) => {
        const r = tenths / 10
        const radius = Math.min(c, Math.floor(Math.min(w, h) / 2 - 1))
        const steps = extruded(rounded(w, h, radius), 8)
        const plain = await solidOf(...steps)
        const { volume, problems, genus } = await solidOf(...steps, round('top', r))
        const fits = radius === 0 ? r < Math.min(w, h) / 2 : r < radius
        if (problems.length > 0) {
          expect([problems[0]!.kind, fits && r < 7.9]).toEqual(['large', false])
          return expect(volume).toBeCloseTo(plain.volume, 5)
        }
        const path = 2 * (w + h - 4 * radius) + 2 * Math.PI * (radius - middle(r))
        // Where two rounds meet in a mitre, what both cut off counts once.
        const wanted = radius > 0 ? cut(r) * path : cut(r) * 2 * (w + h) - 4 * (5 / 3 - Math.PI / 2) * r ** 3
        expect(genus).toBe(0)
        expect(Math.abs((plain.volume - volume) / wanted - 1)).toBeLessThan(2 * CHORDS)
      },
    ),
    { numRuns: 40 },
  )
})
