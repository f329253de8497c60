import { pickBeside } from '../../../tests/support/picked'
import { at, built, shape, sheetOf, type StepOf } from '../../../tests/support/drawn'
import type { BuiltPart } from '../built/built'
import type { Project } from '../document/schema'
import { pointable } from '../faces/resolve'
import type { Pick } from '../fit/picks'
import type { Vec3 } from '../geometry/vec'
import type { SurfaceShape } from '../kernel/surface'
import { offersAt, takeOffer } from './offers'

const BLOCK: StepOf[] = [
  ['solid', { shape: 'box', width: '40', depth: '30', height: '12' }, 'block'],
  ['drawing', { shapes: [shape('circle', { across: '10', at: at('6', '0') }, 'bore')] }, 'd'],
  ['extrude', { drawing: 'd', reach: 'through', how: 'take', parts: ['block'] }, 'cut'],
]

/** What would be picked on the face that is meant, beside the edge nearest to a place. */
function pickOn(part: BuiltPart, isMeant: (shape: SurfaceShape) => boolean, place: Vec3): Pick {
  const on = pointable(part.mesh)
  const { surfaceOf, borders } = on.topology
  const region = surfaceOf.findIndex((s) => isMeant(part.mesh.surfaces[s]!.shape))
  const off = (v: number) => Math.hypot(...[0, 1, 2].map((k) => part.mesh.positions[3 * v + k]! - place[k]!))
  const own = borders.flatMap((b, i) =>
    b.regions.includes(region) ? [{ i, off: Math.min(...b.vertices.map(off)) }] : [],
  )
  const border = own.reduce((best, b) => (b.off < best.off ? b : best)).i
  return pickBeside(part, region, border, place)
}

const faces = (way: Vec3) => (s: SurfaceShape) =>
  s.kind === 'plane' && s.normal.every((v, k) => Math.abs(v - way[k]!) < 1e-6)
const isBore = (s: SurfaceShape) => s.kind === 'cylinder'

const offered = (...meant: [(s: SurfaceShape) => boolean, Vec3][]) => offeredOn(BLOCK, ...meant)

async function offeredOn(steps: readonly StepOf[], ...meant: [(s: SurfaceShape) => boolean, Vec3][]) {
  const project = sheetOf(...steps)
  const { build } = await built(project)
  const picks = meant.map(([is, place]) => pickOn(build.parts[0]!, is, place))
  let ids = 0
  const offers = offersAt({ document: project, references: [], parts: build.parts, left: build.left, picks, newId: () => `new${(ids += 1)}` }) // prettier-ignore
  const after = (words: string): Project => {
    const offer = offers.find((o) => o.words === words)
    if (!offer) throw new Error(`${words} is not offered, but ${offers.map((o) => o.words).join('; ')}`)
    return takeOffer(offer)(project)
  }
  return { words: offers.filter((o) => o.picked).map((o) => o.words), after, whole: build.parts[0]!.volume }
}

const TOP: [(s: SurfaceShape) => boolean, Vec3] = [faces([0, 0, 1]), [11, 0, 12]]

test('all that is offered for a flat face, a round one and two faces builds', async () => {
  for (const picks of [[TOP], [[isBore, [11, 0, 6]]], [TOP, [faces([0, 0, -1]), [11, 0, 0]]]] as (typeof TOP)[][]) {
    const { words, after } = await offered(...picks)
    expect(words.length).toBeGreaterThan(0)
    for (const word of words) {
      const { problems } = await built(after(word), 'view')
      expect([word, problems]).toEqual([word, []])
    }
  }
})

test('a picked face drawn out adds its area, less its holes, times the length', async () => {
  const { after, whole } = await offered(TOP)
  const { volumes, problems } = await built(after('extrude this face'))
  expect(problems).toEqual([])
  expect((volumes['block']! - whole) / (5 * (40 * 30 - 25 * Math.PI))).toBeCloseTo(1, 3)
})

test('a round face offers the plane square to its axis, an edge the plane square to it, two faces the one midway', async () => {
  const bore = await offered([isBore, [11, 0, 12]])
  expect(bore.words).toContain('draw square to its axis')
  expect(bore.words).toContain('draw square to this edge')
  const both = await offered(TOP, [faces([0, 0, -1]), [11, 0, 0]])
  expect(both.words).toContain('draw midway between these')
  const { build } = await built(both.after('draw midway between these'))
  const plane = build.steps.at(-1)!.values['on'] as { frame: number[] }
  expect(plane.frame[11]).toBeCloseTo(6, 6)
})

test('the run of edges beside the pick is filled: the bore’s rim beside it, the outline beside a corner', async () => {
  const rim = await offered(TOP)
  const words = 'fill the run of edges with a panel'
  const panel = async (of: Awaited<ReturnType<typeof offered>>) => (await built(of.after(words))).build.parts.find((p) => p.name === 'Panel')!.volume / 3 // prettier-ignore
  expect((await panel(rim)) / (25 * Math.PI)).toBeCloseTo(1, 2)
  expect(await panel(await offered([TOP[0], [-20, 15, 12]]))).toBeCloseTo(1200, 2)
})

test('what has no room on a small face is not offered there, and what is begun on a narrow one or a short round fits', async () => {
  const NEEDS_ROOM = ['vents in it', 'recesses for rubber feet in it', 'keyholes in it', 'clip it onto a mounting rail']
  const strip: StepOf[] = [['solid', { width: '40', depth: '3', height: '30' }, 'part']]
  const { words, after } = await offeredOn(strip, [faces([0, 0, 1]), [0, 1.5, 30]])
  expect(words.filter((w) => NEEDS_ROOM.includes(w))).toEqual([])
  for (const word of ['round all edges of this face', 'round this edge', 'bevel this edge'])
    expect([word, (await built(after(word), 'view')).problems]).toEqual([word, []])
  const wall = await offeredOn(strip, [faces([0, -1, 0]), [0, -1.5, 15]])
  expect(wall.words.filter((w) => NEEDS_ROOM.includes(w)).toSorted()).toEqual(NEEDS_ROOM.toSorted())
  for (const word of NEEDS_ROOM.slice(0, 3))
    expect([word, (await built(wall.after(word), 'view')).problems]).toEqual([word, []])
  const disc: StepOf[] = [['solid', { shape: 'cylinder', across: '30', height: '5' }, 'part']]
  const round = await offeredOn(disc, [(s) => s.kind === 'cylinder', [15, 0, 2.5]])
  expect((await built(round.after('put a ring on it'), 'view')).problems).toEqual([])
})
