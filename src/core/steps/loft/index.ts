import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { angleField } from '../../fields/number'
import { maybePublicationField, publicationField } from '../../fields/publication'
import { apply, compose, FLIPPED, invert, type Placement, turn } from '../../geometry/placement'
import { dot, scale, sub, type Vec2, type Vec3 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import { ringsBetween } from '../../lofts/between'
import { matched } from '../../lofts/matched'
import { moved } from '../../profile/moved'
import { distanceTo, type Loop } from '../../profile/segment'
import { raise } from '../../result'
import { type Drawing, DRAWING } from '../drawn'
import { JOINING_NOTES, joinedOutput, joiningFields, joiningWords } from '../joining'
import { type StepContext, stepKind } from '../step-kind'
import { offerLoft, startLoft } from './offers'
import { WALLED_NOTES, walled, walledFields, walledWords, wallRows } from '../walled'

const fields = {
  from: publicationField('The drawing it begins at', DRAWING, () => []),
  through: maybePublicationField('A drawing on the way', DRAWING),
  second: maybePublicationField('The next drawing on the way', DRAWING),
  third: maybePublicationField('The last drawing on the way', DRAWING),
  passes: choiceField('Through how many others it passes', 'none', { none: 'through nothing else', one: 'through', two: 'through two,', three: 'through three,' }), // prettier-ignore
  to: publicationField('The drawing it ends at', DRAWING, () => []),
  run: choiceField('How it runs', 'straight', { straight: 'straight', smooth: 'smoothly, square to its ends' }),
  turned: angleField('How far the end is turned', '0', -360, 360),
  ...walledFields,
  ...joiningFields,
}
type Values = FieldValues<typeof fields>

/** A skin drawn from one drawing to another, of any shapes. */
export const loftStep = stepKind({
  kind: 'loft',
  title: 'Loft from drawing to drawing',
  findBy: ['funnel', 'transition', 'adapter', 'blend', 'square to round', 'hopper', 'spout', 'between'],
  group: 'make',
  about: 'Draws a skin from one drawing to another, or through others between, as a solid or a wall of one thickness.',
  fields,
  fieldNotes: {
    from: 'id of a drawing step before, of one outline',
    to: 'id of another one; empty: the nearest',
    passes: '`one`, `two` or `three`: through the drawings `through`, `second` and `third` on the way, in this order',
    run: '`straight` from each to the next, or `smooth`: square to the first and the last',
    turned: 'which point goes to which: those in the same direction from the middles, the end turned by this',
    ...WALLED_NOTES,
    ...JOINING_NOTES,
  },
  sentence: [
    'Loft', { field: 'from', before: 'from' }, { field: 'passes', rare: true }, { field: 'through', when: ['passes', 'one', 'two', 'three'] }, { field: 'second', when: ['passes', 'two', 'three'], before: 'then' }, { field: 'third', when: ['passes', 'three'], before: 'then' }, { field: 'to', before: 'to', after: ',' }, { field: 'run', after: ',' },
    { field: 'turned', rare: true, before: 'its end turned by', after: ',' }, ...walledWords, ...joiningWords,
  ], // prettier-ignore
  surfaces: { skin: { called: 'lofted skin' }, start: { called: 'beginning' }, end: { called: 'end' }, inside: { called: 'inside of the wall', moved: ['wall', 'the wall'], along: () => 1 }, edge: { called: 'rim' } }, // prettier-ignore
  printer: ['line'],
  start: startLoft,
  offers: offerLoft,
  example: [
    { kind: 'drawing', fields: { shapes: [{ id: 'rim', kind: 'rectangle', fields: { width: '40', height: '30' } }] } },
    { kind: 'drawing', fields: { on: { base: 'ground', off: '30' }, shapes: [{ id: 'spout', kind: 'circle', fields: { across: '14' } }] } }, // prettier-ignore
    { kind: 'loft', fields: { from: 'before1', to: 'before2', as: 'out', wall: '1.6' } },
  ],
  build: (values, context) => {
    const { solid, note } = skinOf(values, context)
    const made = walled(solid, values, ['start', 'end'], context)
    const output = joinedOutput(made, { ...values, name: 'Part' }, context)
    return { ...output, rows: wallRows(values, 'skin', context.id), notes: [...note, ...output.notes] }
  },
})

/** Between so many rings a smooth skin runs straight; a straight one is parted too, for it may be bent across. */
const STEPS = { coarse: 8, fine: 24 }

/** How many of the drawings on the way are meant. */
const PASSES: Readonly<Record<Values['passes'], number>> = { none: 0, one: 1, two: 2, three: 3 }

/** The drawings in their order, with the field that names each. Errors: no-step, same (one is named twice) */
function drawingsOf({ from, to, passes, through, second, third }: Values): [Drawing, string][] {
  const ways = Object.entries({ through, second, third }).slice(0, PASSES[passes])
  const missing = ways.find(([, drawing]) => !drawing)
  if (missing) return raise('no-step', 'Choose the drawing that it passes through.', missing[0])
  const all = [['from', from], ...ways, ['to', to]] as [string, Values['from']][]
  const twice = all.findLast(([, d], k) => all.findIndex(([, other]) => other.step === d.step) < k)
  if (twice) return raise('same', all.length === 2 ? 'It begins and ends at the same drawing; choose another one to end at.' : 'It passes one drawing twice; choose another one.', twice[0]) // prettier-ignore
  return all.map(([field, d]) => [d.data, field])
}

function skinOf(values: Values, { kernel, id, tolerance }: StepContext): { solid: Solid; note: string[] } {
  const { run, turned } = values
  const drawings = drawingsOf(values)
  const facing = drawings.map(([drawing, field]) => facedLike(drawings[0]![0], drawing, outlineOf(drawing, field)))
  const middles = drawings.map(([d]) => apply(d.plane.frame, [0, 0, 0]))
  aheadOf(drawings[0]![0], middles)
  const turns = facing.map(({ turned: own }, k) => own + ((k / (drawings.length - 1)) * turned * Math.PI) / 180)
  const { points, by } = matched(facing.map((f) => f.loop), turns, tolerance) // prettier-ignore
  const sections = facing.map(({ frame }, k) => ({ points: points[k]!, frame }))
  const rings = ringsBetween(sections, run, tolerance > 0.01 ? STEPS.coarse : STEPS.fine)
  const { faces, names } = partedAt(points, facing.map((f) => f.loop)) // prettier-ignore
  const solid = kernel.through({
    sections: rings.map((ring) => [ring]),
    caps: [[points[0]!], [points.at(-1)!]],
    faces: (_, __, i) => faces[i]!,
    tags: [
      { step: id, role: 'start', shape: planeOf(drawings[0]![0], -1) },
      { step: id, role: 'end', shape: planeOf(drawings.at(-1)![0], 1) },
      ...names.map((segment) => ({ step: id, role: 'skin', ...(segment ? { segment } : {}), shape: { kind: 'free' } as const })), // prettier-ignore
    ],
  })
  const note = by === 'length' ? ['One of the outlines has hollows, so points go to points by their share of the way round.'] : [] // prettier-ignore
  return { solid, note }
}

/** Where an outline turns by more, the skin has an edge (radians). */
const EDGE = 0.35

/** The skin, parted where an outline has a corner; its parts are named by the pieces of the first outline that has corners. */
function partedAt(points: readonly (readonly Vec2[])[], loops: readonly Loop[]): { faces: number[]; names: string[] } {
  const count = points[0]!.length
  const turnAt = (ring: readonly Vec2[], i: number): number => {
    const [o, p, q] = [ring[(i + count - 1) % count]!, ring[i]!, ring[(i + 1) % count]!]
    const [u, v] = [[p[0] - o[0], p[1] - o[1]], [q[0] - p[0], q[1] - p[1]]] as const // prettier-ignore
    return Math.abs(Math.atan2(u[0] * v[1] - u[1] * v[0], u[0] * v[0] + u[1] * v[1]))
  }
  const isCorner = Array.from({ length: count }, (_, i) => points.some((ring) => turnAt(ring, i) > EDGE))
  const first = isCorner.indexOf(true)
  if (first < 0) return { faces: points[0]!.map(() => 2), names: [''] }
  const own = points.findIndex((ring) => ring.some((_, i) => turnAt(ring, i) > EDGE))
  const faces = new Array<number>(count)
  const names: string[] = []
  for (let k = 0; k < count; k++) {
    const i = (first + k) % count
    if (isCorner[i]) names.push(nameAt(loops[own]!, points[own]![i]!, points[own]![(i + 1) % count]!, names))
    faces[i] = 1 + names.length
  }
  return { faces, names }
}

/** The piece of an outline that lies between two points of it; a second part of the same piece is told by a stroke. */
function nameAt(loop: Loop, p: Vec2, q: Vec2, taken: readonly string[]): string {
  const middle: Vec2 = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2]
  const nearest = loop.reduce((best, s) => (distanceTo(s, middle) < distanceTo(best, middle) ? s : best))
  let name = nearest.id ?? String(loop.indexOf(nearest) + 1)
  while (taken.includes(name)) name = `${name}'`
  return name
}

/** An outline on its plane as it is seen from where the first drawing is looked at, and how far that is turned to it. */
function facedLike(first: Drawing, { plane }: Drawing, loop: Loop): { loop: Loop; frame: Placement; turned: number } {
  const isBehind = dot(turn(plane.frame, [0, 0, 1]), outOf(first)) < -1e-9
  const frame = isBehind ? compose(plane.frame, FLIPPED) : plane.frame
  const [x, y] = turn(invert(frame), turn(first.plane.frame, [1, 0, 0]))
  const turned = Math.hypot(x, y) < 1e-6 ? 0 : Math.atan2(y, x)
  return { frame, turned, loop: isBehind ? loop.map((s) => moved(s, ([u, v]) => [u, -v], true)) : loop }
}

const outOf = ({ plane }: Drawing): Vec3 => turn(plane.frame, [0, 0, 1])
const planeOf = (drawing: Drawing, side: 1 | -1) =>
  ({ kind: 'plane', normal: scale(outOf(drawing), side), point: apply(drawing.plane.frame, [0, 0, 0]) }) as const

function outlineOf({ profile, open }: Drawing, field: string): Loop {
  const [loop, more] = profile.loops
  if (!loop) return raise('open', open.length > 0 ? 'Nothing in this drawing closes yet: its lines have open ends.' : 'There is nothing in this drawing yet.', field) // prettier-ignore
  if (more) return raise('several', 'A loft goes between drawings of one outline each; this one has more. Holes can be lofted by a step of their own, taken from it.', field) // prettier-ignore
  return loop
}

/** Errors: flat (the drawings lie in one plane) */
function aheadOf(first: Drawing, middles: readonly Vec3[]): void {
  const off = Math.max(...middles.map((m) => Math.abs(dot(sub(m, middles[0]!), outOf(first)))))
  if (off < 1e-3) raise('flat', 'The drawings lie in one plane, so there is nothing between them.', 'to')
}
