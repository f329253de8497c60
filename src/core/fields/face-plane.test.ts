import { at, built, shape, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { facing } from '../../../tests/support/facing'
import { keepEdge, keepFace, pointable, seen } from '../faces/resolve'
import { setField } from '../document/edits'
import type { Project } from '../document/schema'

const BOX = ['solid', { shape: 'box', width: '30', depth: '20', height: '10' }, 'box'] as const
const HOLE = [
  ['drawing', { shapes: [shape('circle', { across: '6', at: at('8', '-3') }, 'disc')] }, 'h'],
  ['extrude', { drawing: 'h', reach: 'through', how: 'take', parts: ['box'] }, 'cut'],
] as const

async function facesOf(project: Project) {
  const { build } = await built(project)
  const part = build.parts[0]!
  const on = pointable(part.mesh)
  const region = on.topology.surfaceOf.findIndex((s) => part.mesh.surfaces[s]!.shape.kind === 'cylinder')
  return {
    way: (...normal: [number, number, number]) => ({ part: 'box', face: facing(part, normal) }),
    round: () => ({ part: 'box', face: keepFace(seen(on), region, [11, -3, 5]) }),
  }
}

/** A plate of 4 by 2, 1 thick, drawn on a plane; where its box begins and ends. */
async function plateOn(
  on: object,
  steps: readonly (readonly [string, object, string])[] = [BOX],
  change = (p: Project) => p,
) {
  const plate = shape('rectangle', { width: '4', height: '2', by: 'corner', at: at('0', '0') })
  const project = change(sheetOf(...(steps as readonly StepOf[]), ['drawing', { on, shapes: [plate] }, 'd'], ['extrude', { drawing: 'd', by: '1' }, 'plate'])) // prettier-ignore
  const { build, problems } = await built(project)
  const part = build.parts.find((p) => p.id === 'plate')
  const range = [0, 1, 2].map((k) => (part?.mesh.positions ?? []).filter((_, i) => i % 3 === k))
  return { problems, low: range.map((r) => Math.min(...r)), high: range.map((r) => Math.max(...r)) }
}

const near = (got: readonly number[], wanted: readonly number[]) => wanted.forEach((v, k) => expect(got[k]).toBeCloseTo(v, 4)) // prettier-ignore

test('midway between two faces of a box is its middle, and stays it when the box grows', async () => {
  const faces = await facesOf(sheetOf(BOX))
  const on = { ...faces.way(0, 0, 1), and: faces.way(0, 0, -1), off: '0', datum: 'middle' }
  const first = await plateOn(on)
  near(first.low, [0, 0, 5])
  near(first.high, [4, 2, 6])
  near((await plateOn(on, [BOX], setField('box', 'height', '24'))).low, [0, 0, 12])
  const square = await plateOn({ ...on, and: faces.way(1, 0, 0) })
  expect(square.problems[0]).toMatchObject({ field: 'on', message: expect.stringContaining('not parallel') })
})

test('a datum on the axis of a hole goes where the hole goes', async () => {
  const steps = [BOX, ...HOLE]
  const faces = await facesOf(sheetOf(...steps))
  const on = { ...faces.way(0, 0, 1), off: '0', datum: 'other', of: faces.round() }
  near((await plateOn(on, steps)).low, [8, -3, 10])
  near((await plateOn(on, steps, setField('disc', 'at', at('-5', '4') as never))).low, [-5, 4, 10])
  const gone = await plateOn(on, steps, (p) => ({ ...p, steps: p.steps.filter((s) => s.id !== 'cut') }))
  expect(gone.problems[0]?.field).toBe('on')
})

test('turned about an edge of the face: at 90 degrees it stands on that edge, square to the face', async () => {
  const { way } = await facesOf(sheetOf(BOX))
  const on = (edge: string, angle?: string) => ({ ...way(0, 0, 1), off: '0', datum: 'middle', edge, ...(angle ? { angle } : {}) }) // prettier-ignore
  // On the front edge of the top: along to the right, up out of the part, and its own front towards the maker.
  const stands = await plateOn(on('low'))
  near(stands.low, [0, -11, 10])
  near(stands.high, [4, -10, 12])
  const lies = await plateOn(on('low', '0'))
  near(lies.low, [0, -10, 10])
  near(lies.high, [4, -8, 11])
  const right = await plateOn(on('right'))
  near([right.low[2]!, right.high[2]!], [10, 12])
  near([right.low[0]!], [15])
  const slanted = await plateOn(on('low', '30'))
  expect(slanted.high[2]! - 10).toBeCloseTo(2 * Math.sin(Math.PI / 6) + Math.cos(Math.PI / 6), 4)
})

test('a datum is any corner of what the face covers, or the middle of any edge of it', async () => {
  const faces = await facesOf(sheetOf(BOX))
  const at = async (datum: string) => (await plateOn({ ...faces.way(0, 0, 1), off: '0', datum })).low
  near(await at('up-right'), [15, 10, 10])
  near(await at('low-right'), [15, -10, 10])
  near(await at('left'), [-15, 0, 10])
  near(await at('up'), [0, 10, 10])
})

test('a round face is drawn on square to its axis: at its beginning, middle or end, wherever that goes', async () => {
  const steps = [BOX, ...HOLE]
  const faces = await facesOf(sheetOf(...steps))
  const on = (at: string, off = '0') => ({ ...faces.round(), off, at })
  near((await plateOn(on('start'), steps)).low, [8, -3, 0])
  near((await plateOn(on('middle', '1.5'), steps)).low, [8, -3, 6.5])
  near((await plateOn(on('end'), steps, setField('box', 'height', '24'))).low, [8, -3, 24])
  near((await plateOn(on('end'), steps, setField('disc', 'at', at('-5', '4') as never))).low, [-5, 4, 10])
})

describe('a plane square to an edge', () => {
  /** The border of a part nearest to a place. */
  async function edgeBeside(project: Project, place: [number, number, number]) {
    const { build } = await built(project)
    const part = build.parts[0]!
    const on = pointable(part.mesh)
    const { positions } = part.mesh
    const off = (v: number) => Math.hypot(...[0, 1, 2].map((k) => positions[3 * v + k]! - place[k]!))
    const middle = ({ vertices }: { vertices: number[] }) => Math.min(...vertices.map(off))
    const borders = on.topology.borders
    const best = borders.reduce((b, border, i) => (middle(border) < middle(borders[b]!) ? i : b), 0)
    return { part: 'box', along: keepEdge(seen(on), best, place), off: '0' }
  }

  test('stands at the beginning, middle or end of a straight one and goes along as the part grows', async () => {
    // Of the edges at this corner the first that is found is taken; it is told by where its planes come to lie.
    const edge = await edgeBeside(sheetOf(BOX), [15, 10, 10])
    const lows = await Promise.all(['start', 'end'].map(async (where) => (await plateOn({ ...edge, at: where })).low))
    const axis = [0, 1, 2].find((k) => Math.abs(lows[1]![k]! - lows[0]![k]!) > 9)!
    expect(lows[1]![axis]! - lows[0]![axis]!).toBeCloseTo([30, 20, 10][axis]!, 3)
    const size = ['width', 'depth', 'height'][axis]!
    const grown = await plateOn({ ...edge, at: 'end' }, [BOX], setField('box', size, '50'))
    expect(grown.low[axis]! - lows[1]![axis]!).toBeCloseTo(axis === 2 ? 40 : (50 - [30, 20][axis]!) / 2, 3)
  })

  test('of a round one is square to it where it was picked', async () => {
    const edge = await edgeBeside(sheetOf(BOX, ...HOLE), [11, -3, 10])
    // At its rightmost point the rim runs to the back: along is to the left or right, up upwards.
    const { low, high } = await plateOn(edge, [BOX, ...HOLE])
    expect(low[1]).toBeCloseTo(-3, 3)
    expect(high[1]! - low[1]!).toBeCloseTo(1, 3)
    expect(low[2]).toBeCloseTo(10, 3)
  })
})
