import { withDragged } from '../../alter/drag-corners'
import { type Pointable, straightRun } from '../../faces/resolve'
import { choiceField } from '../../fields/choice'
import { lengthField } from '../../fields/length'
import { type EdgeValue, edgesField, partField } from '../../fields/part'
import { distance, placeAt, scale, add, type Vec3 } from '../../geometry/vec'
import { raise } from '../../result'
import { asFar } from '../by-hand'
import { newStep, type Offer, type Situation } from '../offer'
import { stepKind } from '../step-kind'

const MOST = 1000

/** Edges and corners of plain bodies raised, leant, dragged elsewhere. */
export const moveEdgesStep = stepKind({
  kind: 'move-edges',
  title: 'Drag an edge or a corner',
  findBy: ['raise', 'vertex', 'slope', 'taper', 'skew', 'pull', 'wedge', 'roof', 'edit a mesh'],
  group: 'alter',
  about: 'Puts edges and corners between flat faces elsewhere: faces lean along, or bend where they cannot stay flat.',
  fields: {
    part: partField('The part', 'change'),
    what: choiceField('What is dragged', 'edge', { edge: 'all of', corner: 'the corner of', ends: 'the nearer end of' }), // prettier-ignore
    edges: edgesField('The edges', 'part'),
    right: lengthField('To the right', '0', -MOST, MOST),
    back: lengthField('To the back', '0', -MOST, MOST),
    up: lengthField('Upwards', '2', -MOST, MOST),
    crease: choiceField('How faces bend', 'beside', { beside: 'between the corners beside it', across: 'from it to the corner across' }), // prettier-ignore
  },
  fieldNotes: {
    part: 'id of the part',
    what: 'all of the `edge`s; the `corner` that several edges have in common; of each edge the `ends` that is nearer to where it was picked',
    edges: 'kept edges of it, straight, between flat faces',
    crease:
      'of faces that do not stay flat: `beside`, the crease runs between the corners beside what is dragged; `across`, creases run from it to all other corners',
  },
  sentence: [
    'Drag', { field: 'what' }, { field: 'edges' }, { field: 'part', before: 'of', after: ',' },
    { field: 'right', after: ' to the right,' }, { field: 'back', after: ' to the back,' }, { field: 'up', after: ' up;' }, { field: 'crease', rare: true, before: 'faces bend', after: '.' },
  ], // prettier-ignore
  surfaces: { bent: { called: 'bent face' } },
  drag: { by: ['right', 'back', 'up'], called: 'where it is dragged to' },
  offers: offerMoveEdges,
  example: [
    { kind: 'solid', fields: {} },
    { kind: 'move-edges', fields: { part: 'before1', edges: [{ between: [{ step: 'before1', role: 'far' }, { step: 'before1', role: 'side', segment: 'right' }], near: [10, 0, 10], of: 1, run: 'piece' }], up: '3' } },
  ], // prettier-ignore
  build: ({ part, what, edges, right, back, up, crease }, { kernel, id }) => {
    if (edges.length === 0) return raise('no-edge', 'Pick the edges in the scene.', 'edges')
    const on = part.pointable()
    const corners = what === 'edge' ? endsOf(on, edges) : what === 'corner' ? commonEnd(on, edges) : nearerEnds(on, edges) // prettier-ignore
    const by: Vec3 = [right, back, up]
    const attempt = (share: number) => withDragged(kernel, on, corners, scale(by, share), crease, id)
    const [first, second] = Object.entries({ right, back, up }).filter(([, v]) => v !== 0)
    // Of several figures none alone says how far it can go.
    const asked = first && { field: first[0], value: second ? 0 : first[1], unit: second ? ('share' as const) : ('mm' as const) } // prettier-ignore
    const solid = asked ? asFar(kernel, attempt, asked) : part.solid
    const notes = asked ? [] : ['Nothing moves.']
    return { parts: [{ id: part.id, solid }], rows: [], notes, draggedFrom: middleOf(on, corners) }
  },
})

/** The corners at the ends of edges. Errors: not-straight */
function endsOf(on: Pointable, edges: readonly EdgeValue[]): Set<number> {
  const out = new Set<number>()
  for (const edge of edges) for (const v of endsOfOne(on, edge)) out.add(v)
  return out
}

function endsOfOne(on: Pointable, { borders }: EdgeValue): [number, number] {
  const [first] = borders
  const border = on.topology.borders[first!]!
  const straight = !border.closed && straightRun(on, borders, placeAt(on.mesh.positions, border.vertices[0]!))
  if (!straight || borders.length > 1) return raise('not-straight', 'Only straight edges between flat faces can be dragged; pick another one.', 'edges') // prettier-ignore
  return [border.vertices[0]!, border.vertices.at(-1)!]
}

/** Errors: no-corner */
function commonEnd(on: Pointable, edges: readonly EdgeValue[]): Set<number> {
  const [first, ...more] = edges.map((e) => endsOfOne(on, e))
  const common = first!.filter((v) => more.every((ends) => ends.includes(v)))
  if (more.length === 0 || common.length !== 1) return raise('no-corner', 'Pick two edges that meet in the corner.', 'edges') // prettier-ignore
  return new Set(common)
}

function nearerEnds(on: Pointable, edges: readonly EdgeValue[]): Set<number> {
  const at = (v: number) => placeAt(on.mesh.positions, v)
  return new Set(
    edges.map((edge) => {
      const [a, b] = endsOfOne(on, edge)
      return distance(at(a), edge.point) <= distance(at(b), edge.point) ? a : b
    }),
  )
}

function middleOf(on: Pointable, corners: ReadonlySet<number>): Vec3 {
  const all = [...corners].map((v) => placeAt(on.mesh.positions, v))
  return scale(all.reduce(add), 1 / all.length)
}

/** Edges of one part that picks lie by: dragged, or the corner where two of them meet. */
function offerMoveEdges({ picks, newId }: Situation): Offer[] {
  const [first] = picks
  if (
    !first ||
    picks.some((p) => p.reference !== undefined || p.owner !== first.owner || !p.edge?.kept || !p.edge.flat)
  )
    return []
  const edges = picks.map((p) => ({ ...p.edge!.kept!, run: 'piece' as const }))
  const many = picks.length > 1
  const offer = (words: string, what: string): Offer => ({ key: `move-edges ${words}`, words, picked: true, of: 'edge', steps: [newStep({ newId }, 'move-edges', { part: first.owner, edges, what })] }) // prettier-ignore
  return [
    offer(many ? 'drag these edges' : 'drag this edge', 'edge'),
    ...(many ? (picks.length === 2 ? [offer('drag the corner where they meet', 'corner')] : []) : [offer('drag the nearer corner', 'ends')]), // prettier-ignore
  ]
}
