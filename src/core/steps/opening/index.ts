import { choiceField } from '../../fields/choice'
import { itemField } from '../../fields/item'
import type { FieldSpecs, FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import { fromFrame, IDENTITY, invert, placePositions } from '../../geometry/placement'
import { type Box3, boxesMeet, boxOfPositions, type Vec2, type Vec3 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import { boundsOf } from '../../profile/measure'
import { offsetProfile } from '../../profile/offset'
import type { Loop, Profile } from '../../profile/segment'
import { namedByFacing } from '../../profile/segment-names'
import type { Side } from '../../references/board'
import { expectOk, raise } from '../../result'
import { ENCLOSURE, type Enclosure } from '../enclosure'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'
import { alignLoops } from './align'
import { facingOf } from './facing'
import { offerOpenings, startOpening } from './offers'
import { silhouette } from './silhouette'
import { DIRECTIONS, lastCrossing } from './wall'

export const openingFields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.base, e.lid]),
  item: itemField('Item', 'case'),
  side: choiceField('Wall', 'auto', {
    auto: 'the wall it faces',
    front: 'the front',
    back: 'the back',
    left: 'the left',
    right: 'the right',
  }),
  gap: lengthField('Gap around, per side', 'fit.loose', 0, 50, 'per-side'),
  bevel: lengthField('Bevel outside', '0', 0, 20),
} satisfies FieldSpecs

type Values = FieldValues<typeof openingFields>

/** How much of an item that stays behind the wall is looked at, mm. */
const NEAR_FACE = 1
/** Cutting away less than this meets no wall, mm3. */
const LEAST_CUT = 1e-6
/** Least material left above and below an opening, mm. */
const LEAST_RIM = 0.4

export const openingStep = stepKind({
  kind: 'opening',
  title: 'Open the wall for an item',
  findBy: ['opening', 'hole', 'cut-out', 'connector', 'socket', 'let out', 'window'],
  group: 'open',
  about: 'Opens the wall for an item; changes base and lid. Only the wall is cut, never what lies behind it.',
  fields: openingFields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    item: 'item id',
    side: '`auto` (the wall it faces), `front`, `back`, `left` or `right`',
    gap: 'gap around the item’s outline, per side',
    bevel: 'bevel at the outside',
  },
  sentence: [
    'Open', { field: 'side' }, 'for', { field: 'item', after: ',' }, { field: 'gap' }, 'around, bevel', { field: 'bevel' }, 'outside.',
  ], // prettier-ignore
  surfaces: {
    opening: { called: 'opening', moved: ['gap', 'the gap'] },
    bevel: { called: 'bevel', moved: ['bevel', 'the bevel'] },
  },
  start: startOpening,
  offers: offerOpenings,
  example: [
    { kind: 'case', fields: { over: { 'USB socket': 'out' } } },
    { kind: 'opening', fields: { item: 'USB socket', gap: '0.35' } },
  ],
  build: buildOpening,
})

function buildOpening(v: Values, context: StepContext): StepOutput {
  const { id, kernel } = context
  const { item } = v
  const e = v.case.data
  if (item.state === 'left-out')
    return { parts: [], rows: [], notes: [`${item.name} is left out, so it needs no opening.`] }
  const positions = e.stand === IDENTITY ? item.positions : placePositions(invert(e.stand), item.positions)
  const outline = openingOutline(v, kernel, e, { ...item, positions })
  const tool = openingTool(v, context, e, outline)
  const cut = [...v.case.parts].flatMap(([part, solid]) => {
    if (!boxesMeet(solid.bounds(), tool.bounds())) return []
    const less = kernel.subtract(solid, [tool])
    return less.volume() < solid.volume() - LEAST_CUT ? [{ id: part, solid: less }] : []
  })
  return {
    parts: cut,
    rows: [
      {
        id: `${id}:gap`,
        step: id,
        between: `${item.name} in its opening`,
        wanted: v.gap,
        tolerance: 0.05,
        rule: 'at-least',
        a: { of: 'items', reference: e.reference, items: [item.id] },
        b: { of: 'parts', parts: [e.base, e.lid], surfaces: { step: id, role: 'opening' } },
      },
    ],
    notes: cut.length === 0 ? [`The opening for ${item.name} meets no wall.`] : setBack(item.name, positions, outline),
  }
}

/** Behind the inside of the wall by more than this counts as set back, mm. */
const SET_BACK = 0.5

/** An item that ends before the wall has a wide gap in its opening; what matters then is how far a plug must reach. */
function setBack(name: string, positions: ArrayLike<number>, { inside, outside, z }: WallOutline): string[] {
  let reach = -Infinity
  for (let i = 0; i < positions.length; i += 3)
    reach = Math.max(reach, positions[i]! * z[0] + positions[i + 1]! * z[1] + positions[i + 2]! * z[2])
  if (reach > inside - SET_BACK) return []
  return [
    `${name} ends ${(outside - reach).toFixed(1)} mm behind the outside of the wall: a plug has to reach that far in.`,
  ]
}

interface WallOutline {
  /** The opening in the wall's plane: x along the wall, y up. */
  opening: Profile
  /** The same grown by the bevel, segment for segment; none without a bevel. */
  bevelled: Profile | undefined
  /** Where the wall begins and ends along the direction, mm from the origin. */
  inside: number
  outside: number
  /** Where the cut starts: inside the case, in front of any other wall. */
  start: number
  /** x along the wall, y up, z outwards. */
  x: Vec3
  z: Vec3
}

function openingOutline(
  v: Values,
  kernel: StepContext['kernel'],
  e: Enclosure,
  item: { name: string; positions: ArrayLike<number>; indices: Uint32Array; id: string },
): WallOutline {
  const box = boxOfPositions(item.positions)
  const side = v.side === 'auto' ? (e.board.sides[item.id] ?? nearestSide(box, e.board.bounds)) : v.side
  const d =
    v.side === 'auto' ? facingOf(item.positions, item.indices, DIRECTIONS[side], outOf(box, e)) : DIRECTIONS[side]
  const span = spanOf(item.positions, d)
  const z: Vec3 = [d[0], d[1], 0]
  const x: Vec3 = [-d[1], d[0], 0]
  const { inside, outside, start } = wallSpan(e, span, d, v.gap)
  const frame = invert(fromFrame(x, [0, 0, 1], z, [0, 0, 0]))
  const seen = silhouette(kernel, item.positions, item.indices, frame, Math.min(inside, span.reach - NEAR_FACE))
  if (seen.loops.length === 0) raise('no-outline', `${item.name} shows no outline towards the ${side}.`, 'item')
  const opening = namedByFacing(expectOk(offsetProfile(seen, v.gap)))
  const [, low, , high] = boundsOf(opening)
  if (low < e.bottom + LEAST_RIM || high > e.top - LEAST_RIM)
    raise(
      'rim',
      `The opening for ${item.name} would reach from ${low.toFixed(2)} to ${high.toFixed(2)} mm, past the ${low < e.bottom + LEAST_RIM ? 'floor' : 'roof'} of the case (${e.bottom.toFixed(2)} to ${e.top.toFixed(2)} mm). More clearance ${low < e.bottom + LEAST_RIM ? 'below' : 'above'} would make room.`,
      'gap',
    )
  return { opening, bevelled: bevelOutline(opening, v.bevel, e.wall), inside, outside, start, x, z }
}

function bevelOutline(opening: Profile, bevel: number, wall: number): Profile | undefined {
  if (bevel < 1e-6) return undefined
  if (bevel > wall)
    raise(
      'bevel',
      `A ${bevel.toFixed(2)} mm bevel is deeper than the ${wall.toFixed(2)} mm wall; up to ${wall.toFixed(2)} mm would do.`,
      'bevel',
    )
  const grown = expectOk(offsetProfile(opening, bevel))
  const loops = opening.loops.map((loop, i) => {
    const other = grown.loops[i]
    return other && grown.loops.length === opening.loops.length ? alignLoops(loop, other) : undefined
  })
  if (loops.some((l) => l === undefined))
    raise(
      'bevel',
      `A ${bevel.toFixed(2)} mm bevel runs into itself on this outline; a smaller one, or none, would do.`,
      'bevel',
    )
  return { loops: loops as Loop[] }
}

/** From the middle of the board to an item. */
const outOf = ({ min, max }: Box3, { board: { bounds } }: Enclosure): Vec2 => [
  (min[0] + max[0] - bounds[0] - bounds[2]) / 2,
  (min[1] + max[1] - bounds[1] - bounds[3]) / 2,
]

/** How far an item reaches along a direction seen from above, and from left to right across it. */
interface Span {
  rear: number
  reach: number
  left: number
  right: number
}

function spanOf(positions: ArrayLike<number>, d: Vec2): Span {
  const span = { rear: Infinity, reach: -Infinity, left: Infinity, right: -Infinity }
  for (let i = 0; i < positions.length; i += 3) {
    const along = positions[i]! * d[0] + positions[i + 1]! * d[1]
    const across = positions[i + 1]! * d[0] - positions[i]! * d[1]
    span.rear = Math.min(span.rear, along)
    span.reach = Math.max(span.reach, along)
    span.left = Math.min(span.left, across)
    span.right = Math.max(span.right, across)
  }
  return span
}

/** So many places over an item's width are looked at for where the wall is. */
const LOOKS = 16

/**
 * Where the wall is, looking from the item's middle along the direction, over the width of its opening: from where it
 * comes furthest in to where it goes furthest out. Where a bent wall has ended beside the item, the cut starts behind it.
 */
function wallSpan(e: Enclosure, span: Span, d: Vec2, gap: number): { inside: number; outside: number; start: number } {
  const along = (span.rear + span.reach) / 2
  let [inside, outside, start] = [Infinity, -Infinity, along]
  for (let i = 0; i <= LOOKS; i++) {
    const across = span.left - gap + (i / LOOKS) * (span.right - span.left + 2 * gap)
    const from: Vec2 = [along * d[0] - across * d[1], along * d[1] + across * d[0]]
    const b = lastCrossing(e.outer, from, d)
    const walls = e.hollows.flatMap(({ outline }) => lastCrossing(outline, from, d) ?? [])
    if (walls.length > 0) inside = Math.min(inside, along + Math.min(...walls))
    else start = span.rear - gap
    if (b !== undefined) outside = Math.max(outside, along + b)
  }
  if (!Number.isFinite(inside) || !Number.isFinite(outside))
    return raise('no-wall', 'There is no wall on that side of the item.', 'side')
  return { inside, outside, start: Math.min(start, inside) - 0.5 }
}

function nearestSide(box: Box3, [x0, y0, x1, y1]: Enclosure['board']['bounds']): Side {
  const room: [Side, number][] = [
    ['front', box.min[1] - y0],
    ['back', y1 - box.max[1]],
    ['left', box.min[0] - x0],
    ['right', x1 - box.max[0]],
  ]
  return room.reduce((a, b) => (b[1] < a[1] ? b : a))[0]
}

/** The cut begins so far inside the wall, mm: cut along its very face it would leave a film here and there. */
const BITE = 0.005

/** What the opening takes away: only the wall between cavity and outside, never what lies behind it. */
function openingTool(v: Values, { kernel, id, tolerance }: StepContext, e: Enclosure, o: WallOutline): Solid {
  const names = (side: string) => ({ step: id, top: 'outside', bottom: 'inside', side })
  const solids = [kernel.extrude(o.opening, o.start, o.outside + 1, { tolerance, names: names('opening') })]
  for (const [i, upper] of (o.bevelled?.loops ?? []).entries()) {
    solids.push(
      kernel.taper(o.opening.loops[i]!, upper, o.outside - v.bevel, o.outside, { tolerance, names: names('bevel') }),
    )
    solids.push(
      kernel.extrude({ loops: [upper] }, o.outside - 1e-4, o.outside + 1, { tolerance, names: names('bevel') }),
    )
  }
  const placed = kernel.place(kernel.union(solids), fromFrame(o.x, [0, 0, 1], o.z, [0, 0, 0]))
  // Neither floor nor roof is cut.
  const inside = e.hollows.map(({ outline, from, to }) =>
    kernel.extrude(
      expectOk(offsetProfile(outline, -BITE)),
      from <= e.floor ? e.bottom - 1 : from,
      to >= e.roof ? e.top + 1 : to,
      { tolerance, names: names('inside') },
    ),
  )
  const tool = kernel.subtract(placed, inside)
  return e.stand === IDENTITY ? tool : kernel.place(tool, e.stand)
}
