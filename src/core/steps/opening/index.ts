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
  const d = DIRECTIONS[side]
  const z: Vec3 = [d[0], d[1], 0]
  const x: Vec3 = [-d[1], d[0], 0]
  const { inside, outside, start } = wallSpan(e, box, d)
  const frame = invert(fromFrame(x, [0, 0, 1], z, [0, 0, 0]))
  const reach = Math.max(box.max[0] * d[0] + box.max[1] * d[1], box.min[0] * d[0] + box.min[1] * d[1])
  const seen = silhouette(kernel, item.positions, item.indices, frame, Math.min(inside, reach - NEAR_FACE))
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

/** Where the wall is, looking from the item's middle along the direction; the widest reading over the item's width. */
function wallSpan(e: Enclosure, box: Box3, d: Vec2): { inside: number; outside: number; start: number } {
  const middle: Vec2 = [(box.min[0] + box.max[0]) / 2, (box.min[1] + box.max[1]) / 2]
  const half = Math.abs(d[0]) > 0.5 ? (box.max[1] - box.min[1]) / 2 : (box.max[0] - box.min[0]) / 2
  const along = middle[0] * d[0] + middle[1] * d[1]
  let [inside, outside] = [Infinity, -Infinity]
  for (const share of [-0.95, -0.5, 0, 0.5, 0.95]) {
    const from: Vec2 = [middle[0] - d[1] * half * share, middle[1] + d[0] * half * share]
    const [a, b] = [lastCrossing(e.cavity, from, d), lastCrossing(e.outer, from, d)]
    if (a !== undefined) inside = Math.min(inside, along + a)
    if (b !== undefined) outside = Math.max(outside, along + b)
  }
  if (!Number.isFinite(inside) || !Number.isFinite(outside))
    return raise('no-wall', 'There is no wall on that side of the item.', 'side')
  return { inside, outside, start: Math.min(along, inside) - 0.5 }
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
  const inside = kernel.extrude(e.cavity, e.bottom - 1, e.top + 1, { tolerance, names: names('inside') })
  const tool = kernel.subtract(placed, [inside])
  return e.stand === IDENTITY ? tool : kernel.place(tool, e.stand)
}
