import type { RowSpec } from '../../built/rows'
import { ENCLOSURE, type Enclosure, laidParts, lidRows, stood } from '../../enclosures/enclosure'
import { PAST, gapRow, wayRow } from '../../built/gap-row'
import { inOne, refuseHanging } from '../../enclosures/in-one'
import { comesBy } from '../../enclosures/way-row'
import { waysIn } from '../../enclosures/ways-in'
import { placesOnSides, wallFrame } from '../../enclosures/wall-places'
import { CLOSURE } from '../../enclosures/closure'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import { compose, translation } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import { difference } from '../../profile/combine'
import { boundsOf } from '../../profile/measure'
import { offsetProfile } from '../../profile/offset'
import { line, type Profile, type Segment } from '../../profile/segment'
import { axisAlong, lengthAlong, OUTWARDS } from '../../references/sides'
import { polygonProfile, rectangle } from '../../profile/shapes'
import { expectOk, raise } from '../../result'
import { sideField } from '../on-sides'
import { leaving, type StepContext, type StepOutput } from '../step-kind'

export const slideLidFields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.base, e.lid]),
  side: sideField('Where it slides out', 'right'),
  over: lengthField('How far the walls reach over it', '0.5', 0.2, 5),
  gap: lengthField('Gap in its rails', 'fit.sliding', 0.05, 2, 'per-side'),
  catch: lengthField('Height of the ridge that keeps it shut', '0.3', 0, 2),
}
export type SlideLidValues = FieldValues<typeof slideLidFields>

/** The roof over the room stays what it is: what is cut begins so far under it, mm. */
const UNDER = 0.002
/** A cut goes on past the top by this, mm. */
const PAST_TOP = 0.5
/** How wide a ridge is for its height. */
const RIDGE = 3
/** Round what comes in past the walls, mm. */
const LEAST_WAY = 0.35

export function buildSlideLid(v: SlideLidValues, context: StepContext): StepOutput {
  const { kernel, id, tolerance, printer } = context
  const e = v.case.data
  const parts = laidParts(e, kernel, v.case.parts)
  const way = runOf(v, e)
  const pad = Math.max(0, v.over + gapAside(v, e) + 2 * printer.line - e.wall)
  if (pad > 1e-6) raise('over', `A wall of ${e.wall.toFixed(2)} mm cannot hold a rail ${v.over.toFixed(2)} mm deep with its gap; ${pad.toFixed(2)} mm more wall, or rails up to ${Math.max(0, v.over - pad).toFixed(2)} mm, would do.`, 'over') // prettier-ignore
  const both = kernel.union(parts)
  refuseHanging(e, both, e.roof - UNDER, 'and would be in the way as the lid slides', kernel)
  const drawn = (profile: Profile, z0: number, z1: number) => kernel.extrude(profile, z0, z1, { names: { step: id, top: 'end', bottom: 'end', side: 'end' }, tolerance }) // prettier-ignore
  // What reaches into the walls comes in from above, through the rails.
  const slot = wedge(v, e, way, gapAside(v, e), 'slot', context)
  const plate = wedge(v, e, way, 0, 'rail', context)
  // What stands up from the roof goes with it.
  const above = drawn(way, e.top - UNDER, e.top + 50)
  const ridges = v.catch > 0 ? ridgeOf(v, e, context) : undefined
  // Over the walls it begins as high as the roof does over the room.
  const [low, high] = [e.roof - 1, e.roof]
  const under = kernel.subtract(drawn(expectOk(offsetProfile(way, 2 * e.wall)), low, high), [
    drawn(roomOf(e), low - 1, high + 1),
  ])
  const slid = kernel.subtract(kernel.intersect(both, kernel.union([plate, above])), [under])
  const { ways, opened } = waysIn(
    e,
    kernel.subtract(both, [slot, above]),
    e.top + 1,
    Math.max(v.gap, LEAST_WAY),
    context,
  )
  return {
    parts: [
      {
        id: e.base,
        solid: stood(
          e,
          kernel,
          kernel.subtract(inOne(e, parts, ways, context), [slot, above, ...(ridges ? [ridges.groove] : [])]),
        ),
      },
      { id: e.lid, solid: stood(e, kernel, ridges ? kernel.union([slid, ridges.ridge]) : slid) },
    ],
    published: v.catch > 0 ? [leaving(CLOSURE, true, e.reference)] : [],
    undone: lidRows(v.case.step, e),
    rows: rowsOf(v, e, id),
    notes: [
      ...(opened.length > 0 ? [`The wall is open above ${opened.join(', ')}: that is the way in.`] : []),
      ...(v.catch > 0 ? [] : ['Nothing keeps it from sliding out: without a ridge it is held by its gap alone.']),
    ],
  }
}

/** Seen from above, so that slanted rails have the gap that was asked for, mm. */
const gapAside = ({ gap, over }: SlideLidValues, { roof, top }: Enclosure): number => gap * Math.hypot(1, over / (top - roof)) // prettier-ignore

/** The room under the roof. */
const roomOf = ({ hollows, roof }: Enclosure): Profile => (hollows.find((h) => h.to >= roof - 1e-6) ?? hollows[0]!).outline // prettier-ignore

/** The room as seen from above, and from its middle out through the wall. Errors: no-wall (a side that is not straight) */
function runOf(v: SlideLidValues, e: Enclosure): Profile {
  const room = roomOf(e)
  const [x0, y0, x1, y1] = boundsOf(room)
  const [w, d] = [x1 - x0, y1 - y0]
  const along = axisAlong(v.side) === 1
  // Its rails are straight: the walls beside them are as well.
  for (const side of along ? (['front', 'back'] as const) : (['left', 'right'] as const)) placesOnSides(e, { sides: side, count: 1, shift: 0 }, 0.6 * (along ? w : d), 'side') // prettier-ignore
  const [mx, my, far] = [(x0 + x1) / 2, (y0 + y1) / 2, w + d + 20]
  const ways: Readonly<Record<SlideLidValues['side'], { rest: Profile; by: Vec2 }>> = {
    right: { rest: rectangle(mx, y0 - 1, x1 + 1, y1 + 1), by: [far, 0] },
    left: { rest: rectangle(x0 - 1, y0 - 1, mx, y1 + 1), by: [-far, 0] },
    back: { rest: rectangle(x0 - 1, my, x1 + 1, y1 + 1), by: [0, far] },
    front: { rest: rectangle(x0 - 1, y0 - 1, x1 + 1, my), by: [0, -far] },
  }
  const { rest, by } = ways[v.side]
  const half = expectOk(difference(room, rest))
  // Where it was cut it goes on, straight out.
  const onCut = ([x, y]: Vec2) => Math.abs(along ? x - mx : y - my) < 1e-6
  const out = ([x, y]: Vec2): Vec2 => [x + by[0], y + by[1]]
  return {
    loops: half.loops.map((loop) =>
      loop.flatMap((s): Segment[] => {
        if (!onCut(s.a) || !onCut(s.b)) return [s]
        return [line(s.a, out(s.a), 'rail 1'), line(out(s.a), out(s.b), 'out'), line(out(s.b), s.b, 'rail 2')]
      }),
    ),
  }
}

/** Wider underneath than on top, so that it slides and does not lift; within the outside of the case, if it is the lid. */
function wedge(
  v: SlideLidValues,
  e: Enclosure,
  way: Profile,
  gap: number,
  side: string,
  { kernel, id, tolerance }: StepContext,
): Solid {
  const [z0, z1] = [e.roof - UNDER, e.top + PAST_TOP]
  // From the narrowest of it outwards, so that all corners are round at all heights.
  const within = (v.over * PAST_TOP) / (e.top - e.roof) + PAST
  const narrow = expectOk(offsetProfile(way, -within))
  const wide = (z: number) => within + v.over * (1 - (z - e.roof) / (e.top - e.roof)) + gap
  const [lower, upper] = [z0, z1].map((z) => expectOk(offsetProfile(narrow, wide(z))).loops[0]!)
  if (lower!.length !== upper!.length) raise('corner', 'The corners of this room are too sharp for rails; a clearance of more than the rails reach over would do.', 'over') // prettier-ignore
  const names = { step: id, top: 'end', bottom: side === 'slot' ? 'seat' : 'under', side }
  const solid = kernel.taper(lower!, upper!, z0, z1, { names, tolerance })
  if (side === 'slot') return solid
  const outside = kernel.extrude(e.outer, e.bottom, e.top, { names: { step: id, top: 'end', bottom: 'end', side: 'end' }, tolerance }) // prettier-ignore
  return kernel.intersect(solid, outside)
}

/** A ridge under the lid where it lies on the wall it slides out over, and the groove for it. Errors: catch */
function ridgeOf(
  v: SlideLidValues,
  e: Enclosure,
  { kernel, id, tolerance }: StepContext,
): { ridge: Solid; groove: Solid } {
  const half = (RIDGE * v.catch) / 2
  if (2 * (half + v.gap) > e.wall) raise('catch', `A ridge ${v.catch.toFixed(2)} mm high is wider than the wall; up to ${Math.max(0, (e.wall - 2 * v.gap) / RIDGE).toFixed(2)} mm would do.`, 'catch') // prettier-ignore
  const long = 0.6 * lengthAlong(boundsOf(e.hollows[0]!.outline), axisAlong(v.side))
  const [place] = placesOnSides(e, { sides: v.side, count: 1, shift: 0 }, long, 'side')
  const frame = compose(wallFrame(place!), translation([-e.wall / 2, e.roof - UNDER, 0]))
  const made = (by: number, role: string) => {
    const points: Vec2[] = [[half + by, 0.05], [-half - by, 0.05], [-half - by, 0], [0, -v.catch - by], [half + by, 0]] // prettier-ignore
    const names = { step: id, top: role, bottom: role, side: role }
    return kernel.place(kernel.extrude(polygonProfile(points, ['in', 'left', 'slope', 'slope', 'right']), -long / 2 - by, long / 2 + by, { names, tolerance }), frame) // prettier-ignore
  }
  return { ridge: made(0, 'ridge'), groove: made(v.gap, 'groove') }
}

function rowsOf(v: SlideLidValues, e: Enclosure, id: string): RowSpec[] {
  const [x, y] = OUTWARDS[v.side]
  const far = lengthAlong(boundsOf(e.outer), axisAlong(v.side) === 0 ? 1 : 0) + 1
  const sliding = (name: string, between: string, b: RowSpec['b']): RowSpec => ({ ...wayRow(id, name, between, { of: 'whole', part: e.lid, firm: true }, b), ...comesBy(e, [x * far, y * far, 0]) }) // prettier-ignore
  const rail = gapRow(id, 'rail', 'Lid in its rails', v.gap, 'exact', { of: 'parts', parts: [e.lid], surfaces: { step: id, role: 'rail' } }, { of: 'parts', parts: [e.base], surfaces: { step: id, role: 'slot' } }) // prettier-ignore
  return [
    { ...rail, bends: { step: id, role: 'ridge' } },
    sliding('slides', 'Lid sliding on', { of: 'whole', part: e.base }),
    ...e.contents.map(({ items, mark }) =>
      sliding(`past${mark}`, 'Lid sliding over what is inside', { ...items, own: true }),
    ),
  ]
}
