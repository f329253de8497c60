import type { RowSpec, Selector } from '../../built/rows'
import { ENCLOSURE, type Enclosure, stood } from '../../enclosures/enclosure'
import { PAST, gapRow, wayRow } from '../../built/gap-row'
import { placesOnSides, wallFrame } from '../../enclosures/wall-places'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField, countField } from '../../fields/number'
import { publicationField } from '../../fields/publication'
import { apply, compose, type Placement, translation, turn } from '../../geometry/placement'
import type { Vec2, Vec3 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import { copied } from '../../kernel/retagged'
import { loopArea } from '../../profile/measure'
import { directionAt, pointAt } from '../../profile/segment'
import { OUTWARDS } from '../../references/sides'
import { circle, polygonProfile } from '../../profile/shapes'
import { raise } from '../../result'
import { sideField } from '../on-sides'
import type { StepContext, StepOutput } from '../step-kind'

export const hingeFields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.base, e.lid]),
  side: sideField('The side', 'back'),
  shift: lengthField('Moved along the wall by', '0', -1000, 1000),
  wide: lengthField('Length of the hinge', '30', 4, 500),
  count: countField('How many knuckles', '5', 3, 31),
  pin: lengthField('Diameter of the pin', '2', 1, 20),
  gap: lengthField('Gap round it in the lid', 'fit.sliding', 0.02, 2, 'per-side'),
  hold: lengthField('Gap round it in the base', 'fit.press', -0.1, 2, 'per-side'),
  play: lengthField('Play between knuckles', 'fit.loose', 0.1, 5),
  round: lengthField('Wall round the pin', '1.6', 0.6, 20),
  opens: angleField('How far it opens', '120', 10, 180),
}
export type HingeValues = FieldValues<typeof hingeFields>

/** Knuckles stand so deep in the wall, mm. */
const ROOT = 0.2
/** Narrower knuckles break, mm. */
const NARROWEST = 2
/** Its way is looked at from where it is open by so much, degrees: closed, it lies on the rim. */
const AJAR = 1

/** Of a hinge, in the frame of its wall: x outwards, y up, z along it. */
interface Axis {
  /** Takes its own frame, z along the pin, to where the case lies flat. */
  frame: Placement
  /** From the wall to the axis, and of a knuckle, mm. */
  off: number
  radius: number
}

export function buildHinge(v: HingeValues, context: StepContext): StepOutput {
  const { kernel, id } = context
  const e = v.case.data
  const radius = v.pin / 2 + Math.max(v.gap, v.hold) + v.round
  refuseLip(v, e, radius + v.play)
  const [place] = placesOnSides(e, { sides: v.side, count: 1, shift: v.shift }, v.wide, 'side')
  const low = Math.min(e.parting - e.bottom, e.top - e.parting)
  if (radius > low) raise('round', `A knuckle of Ø ${(2 * radius).toFixed(1)} mm reaches farther from the seam than the case does, ${low.toFixed(1)} mm; a thinner pin or wall would do.`, 'round') // prettier-ignore
  const axis: Axis = { frame: compose(wallFrame(place!), translation([0, e.parting, 0])), off: radius + v.play, radius }
  const each = (v.wide - (v.count - 1) * v.play) / v.count
  if (each < NARROWEST) raise('count', `${v.count} knuckles of ${each.toFixed(1)} mm each would break; fewer, or a hinge from ${(v.count * NARROWEST + (v.count - 1) * v.play).toFixed(1)} mm on, would do.`, 'count') // prettier-ignore
  const [base, lid] = ([-1, 1] as const).map((way) => knuckles(v, e, axis, each, way, context))
  const part = (of: string, own: readonly Solid[], gap: number) => ({
    id: of,
    solid: kernel.subtract(kernel.union([v.case.parts.get(of)!, ...own.map((s) => stood(e, kernel, s))]), [
      stood(e, kernel, bore(v, axis, v.pin / 2 + gap, context)),
    ]),
  })
  return {
    parts: [part(e.base, base!, v.hold), part(e.lid, lid!, v.gap)],
    rows: rowsOf(v, e, id, axis),
    notes: [`A pin of Ø ${v.pin.toFixed(1)} mm, ${v.wide.toFixed(1)} mm long.`],
  }
}

/** Where along its pieces a lip is looked at. */
const LOOKS = [0, 0.25, 0.5, 0.75, 1]

/** Where a lip looks away from the hinge it comes out of its groove on an arc, the tighter the nearer. Errors: lip (with the gap that would let it out) */
function refuseLip(v: HingeValues, e: Enclosure, off: number): void {
  const [ox, oy] = OUTWARDS[v.side]
  const over = ([x, y]: Vec2) => x * ox + y * oy
  const axis = Math.max(...e.outer.loops[0]!.map((s) => over(s.a))) + off
  const [loop] = e.shut.lip.loops
  const way = Math.sign(loopArea(loop!))
  // How far it looks away, by how far it is.
  const bends = loop!.flatMap((s) => LOOKS.map((t) => {
    const [dx, dy] = directionAt(s, t)
    return (-way * (dy * ox - dx * oy)) / (axis - over(pointAt(s, t)))
  })) // prettier-ignore
  const bend = Math.max(...bends) / 2
  const needed = e.shut.high * e.shut.high * bend + PAST
  if (e.shut.gap < needed) raise('lip', `On its arc the lid needs ${needed.toFixed(2)} mm of gap between lip and groove, and the case has ${e.shut.gap.toFixed(2)}; a looser lip, or one up to ${Math.sqrt(Math.max(0, e.shut.gap - PAST) / bend).toFixed(1)} mm high, would do.`, 'side') // prettier-ignore
}

/** Knuckles of the base (way down) or of the lid (up), every second of them; slopes under them print without supports. */
function knuckles(
  v: HingeValues,
  e: Enclosure,
  { frame, off, radius }: Axis,
  each: number,
  way: 1 | -1,
  { kernel, id, tolerance }: StepContext,
): Solid[] {
  const names = { step: id, top: 'knuckle:end', bottom: 'knuckle:end', side: 'knuckle' }
  const limit = way < 0 ? e.parting - e.bottom : e.top - e.parting
  const arm = armOutline(off, radius, limit).map(([x, y]): Vec2 => [x, way * y])
  const turned = way < 0 ? [...arm].reverse() : arm
  const profiles = [circle([off, 0], radius), polygonProfile(turned, turned.map((_, i) => `arm ${i + 1}`))] // prettier-ignore
  const from = -v.wide / 2
  return Array.from({ length: v.count }, (_, i) => i)
    .filter((i) => (i % 2 === 0) === way < 0)
    .map((i) => {
      const z0 = from + i * (each + v.play)
      const one = kernel.union(profiles.map((p) => kernel.extrude(p, z0, z0 + each, { names, tolerance })))
      return copied(kernel, one, frame, `${i + 1}`)
    })
}

/** What holds a knuckle to its wall, on the side of its part: from the seam along the wall, and by 45 degrees to the knuckle. */
function armOutline(off: number, radius: number, limit: number): Vec2[] {
  const [tx, ty] = [off + radius * Math.SQRT1_2, radius * Math.SQRT1_2]
  // Where the slope meets the wall, or the end of the part before that.
  const meets = ty + tx + ROOT
  const end: Vec2[] = meets <= limit ? [[-ROOT, meets]] : [[tx - (limit - ty), limit], [-ROOT, limit]] // prettier-ignore
  return [[-ROOT, 0], [off, 0], [tx, ty], ...end]
}

const bore = (
  { wide }: HingeValues,
  { frame, off }: Axis,
  radius: number,
  { kernel, id, tolerance }: StepContext,
): Solid =>
  kernel.place(
    kernel.extrude(circle([off, 0], radius), -wide / 2 - 1, wide / 2 + 1, {
      names: { step: id, top: 'bore', bottom: 'bore', side: 'bore' },
      tolerance,
    }),
    frame,
  )

function rowsOf(v: HingeValues, e: Enclosure, id: string, { frame, off }: Axis): RowSpec[] {
  const stands = compose(e.stand, frame)
  const pin: Selector = { of: 'drawn', profile: circle([off, 0], v.pin / 2), frame: stands, span: [-v.wide / 2, v.wide / 2] } // prettier-ignore
  const bores = (part: string) => ({ of: 'parts', parts: [part], surfaces: { step: id, role: 'bore' } }) as const
  // Opening turns what points inwards up.
  const over = (v.opens * Math.PI) / 180
  const way = { kind: 'turn', point: apply(stands, [off, 0, 0]), axis: turn(stands, [0, 0, -1]) as Vec3, over, stands: -AJAR / v.opens } as const // prettier-ignore
  const opening = (name: string, between: string, b: Selector): RowSpec => ({ ...wayRow(id, name, between, { of: 'whole', part: e.lid, firm: true }, b), travel: { train: `${id} ${name}`, way } }) // prettier-ignore
  return [
    ...(v.hold > 0 ? [gapRow(id, 'base', 'Pin of the hinge in the base', v.hold, 'exact', pin, bores(e.base))] : []),
    gapRow(id, 'lid', 'Pin of the hinge in the lid', v.gap, 'exact', pin, bores(e.lid)),
    opening('opens', 'Lid opening on its hinge', { of: 'whole', part: e.base }),
    ...e.contents.map(({ items, mark }) => opening(`past${mark}`, 'Lid opening over what is inside', items)),
  ]
}
