import { at, built, shape, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { facing } from '../../../tests/support/facing'
import { keepFace, pointable, seen } from '../faces/resolve'
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
