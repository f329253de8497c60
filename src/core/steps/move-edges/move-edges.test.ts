import { at, built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import type { BuiltPart } from '../../built/built'
import { keepEdge, pointable, seen } from '../../faces/resolve'

const BOX: StepOf = ['solid', { width: '40', depth: '30', height: '20' }, 'box']
const [W, D, H] = [40, 30, 20]

/** The edge of a part nearest to a place, as it would be picked there. */
function edgeAt(part: BuiltPart, point: readonly [number, number, number]) {
  const on = pointable(part.mesh)
  const borders = on.topology.borders.map((b) =>
    b.vertices.map((v) => [0, 1, 2].map((k) => on.mesh.positions[3 * v + k]!)),
  )
  const off = borders.map((run) =>
    run.slice(1).reduce((least, q, i) => Math.min(least, toSpan(point, run[i]!, q)), Infinity),
  )
  return keepEdge(seen(on), off.indexOf(Math.min(...off)), [...point])
}
function toSpan(p: readonly number[], a: readonly number[], b: readonly number[]): number {
  const d = b.map((v, k) => v - a[k]!)
  const t = Math.max(
    0,
    Math.min(1, d.reduce((s, v, k) => s + v * (p[k]! - a[k]!), 0) / d.reduce((s, v) => s + v * v, 0)),
  )
  return Math.hypot(...d.map((v, k) => a[k]! + t * v - p[k]!))
}

async function dragged(
  steps: readonly StepOf[],
  places: readonly (readonly [number, number, number])[],
  fields: Fields,
) {
  const part = (await built(sheetOf(...steps))).build.parts[0]!
  const edges = places.map((p) => edgeAt(part, p))
  const out = await built(sheetOf(...steps, ['move-edges', { part: 'box', edges, up: '0', ...fields }, 'm']))
  return { ...out, before: part.volume, volume: out.volumes['box']!, part: out.build.parts[0]! }
}
const facesOf = (part: BuiltPart) => pointable(part.mesh).topology.surfaceOf.length

test('an edge that is raised makes a slope: the faces at it lean and stay flat', async () => {
  const up = await dragged([BOX], [[20, 0, 20]], { up: '6' })
  expect([up.problems, up.volume, facesOf(up.part)]).toEqual([[], expect.closeTo(W * D * H + (W * D * 6) / 2, 3), 6])
  const out = await dragged([BOX], [[20, 0, 20]], { right: '-10' })
  expect([out.volume, facesOf(out.part)]).toEqual([expect.closeTo(W * D * H - (10 * H * D) / 2, 3), 6])
  // Its faces keep their names: the slope is still the top of the box.
  expect(up.part.mesh.surfaces.some((s) => s.role === 'far' && s.shape.kind === 'plane' && s.shape.normal[0] < -0.1)).toBe(true) // prettier-ignore
})

test('a corner that is raised bends the top between the corners beside it, or across', async () => {
  const corner = [[20, 0, 20], [0, 15, 20]] as const // prettier-ignore
  const beside = await dragged([BOX], corner, { what: 'corner', up: '6' })
  expect([beside.problems, beside.volume, facesOf(beside.part)]).toEqual([[], expect.closeTo(W * D * H + (W * D * 6) / 6, 3), 7]) // prettier-ignore
  const across = await dragged([BOX], corner, { what: 'corner', up: '6', crease: 'across' })
  expect([across.problems, across.volume, facesOf(across.part)]).toEqual([[], expect.closeTo(W * D * H + (W * D * 6) / 3, 3), 7]) // prettier-ignore
  const near = await dragged([BOX], [[20, 12, 20]], { what: 'ends', up: '6' })
  expect(near.volume).toBeCloseTo(beside.volume, 3)
  // Where it would lie outside of all three faces, those that stay flat do, and the other two bend.
  const aside = await dragged([BOX], corner, { what: 'corner', right: '5', back: '5', up: '5' })
  expect([aside.problems, aside.volume > W * D * H]).toEqual([[], true])
})

test('opposite moves give the body as it was', async () => {
  const first: StepOf = ['move-edges', { part: 'box', edges: [edgeAt((await built(sheetOf(BOX))).build.parts[0]!, [20, 0, 20])], right: '3', up: '4' }, 'a'] // prettier-ignore
  const back = await dragged([BOX, first], [[23, 0, 24]], { right: '-3', up: '-4' })
  expect([back.problems, back.volume]).toEqual([[], expect.closeTo(W * D * H, 3)])
})

test('a hole in a face stays where the face bends beside it, and stops what would run over it', async () => {
  const bore: StepOf = ['solid', { shape: 'cylinder', across: '6', height: '40', lift: '-5', at: at('-10', '-6'), how: 'take', parts: ['box'] }, 'b'] // prettier-ignore
  const corner = [[20, 0, 20], [0, 15, 20]] as const // prettier-ignore
  const far = await dragged([BOX, bore], corner, { what: 'corner', up: '6' })
  expect([far.problems, far.volume]).toEqual([[], expect.closeTo(far.before + (W * D * 6) / 6, 3)])
  // At the other end of the diagonal the hole lies within what would bend.
  const over = await dragged([BOX, bore], [[-20, 0, 20], [0, -15, 20]], { what: 'corner', up: '6' }) // prettier-ignore
  expect([over.problems.length, over.volume]).toEqual([1, far.before])
  // A whole slope takes the rim of the bore along.
  const slope = await dragged([BOX, bore], [[20, 0, 20]], { up: '6' })
  const share = (far.before - W * D * H) / H
  expect([slope.problems, slope.volume]).toEqual([[], expect.closeTo(W * D * H + (W * D * 6) / 2 + share * (H + 6 * 0.25), 2)]) // prettier-ignore
})

test('how far it can go is said, and what cannot be dragged', async () => {
  const down = await dragged([BOX], [[20, 0, 20]], { up: '-25' })
  expect(down.problems[0]).toMatchObject({ field: 'up', message: expect.stringContaining('-19.') })
  const round: StepOf = ['edges', { part: 'box', which: 'upright', radius: '3' }, 'r']
  const soft = await dragged([BOX, round], [[20, 0, 20]], { up: '3' })
  expect(soft.problems[0]!.message).toContain('not flat')
  const apart = await dragged([BOX], [[20, 0, 20], [-20, 0, 20]], { what: 'corner', up: '3' }) // prettier-ignore
  expect(apart.problems[0]).toMatchObject({ kind: 'no-corner', field: 'edges' })
})
