import { compose, invert, quarterTurn } from '../../geometry/placement'
import type { FieldValues } from '../../fields/kinds'
import type { Solid } from '../../kernel/kernel'
import type { Profile } from '../../profile/segment'
import { raise } from '../../result'
import { ENCLOSURE, type Enclosure, type Hollow, stood } from '../../enclosures/enclosure'
import { leaving, type StepContext, type StepOutput } from '../step-kind'
import type { caseFields } from './fields'
import { hollowsOf, type TakenIn, widened } from './hollows'
import { casedItems, contentOf, otherItems } from '../../enclosures/cased-items'
import { boardIn, type CasedBoard, casedBoards, reachOf, seenInFile } from './boards'
import { caseOutlines, type CaseOutlines, followedOutline, wrappedOutline } from './outlines'
import { putTogetherRows } from './put-together'
import { caseRows, lipRow } from './rows'

type Values = FieldValues<typeof caseFields>

/** Faces that must join overlap by this much, mm. */
const OVERLAP = 0.01
/** Room above the lip in its groove, mm. */
const GROOVE_ROOM = 0.2

export function buildCase(v: Values, context: StepContext): StepOutput {
  const { id, printer, kernel } = context
  const boards = casedBoards(v.reference, v.also, v.over)
  const [own] = boards as [CasedBoard]
  const { gap } = v.fit
  const heights = caseHeights(reachOf(boards), v)
  const items = boards.flatMap((b) => b.takenIn)
  const followed = followedOutline(boards.map((b) => b.outline), v.outline, seenInFile(own.reference)) // prettier-ignore
  const outline = (within: readonly TakenIn[]) => wrappedOutline(followed, within)
  const lipTop = heights.parting + v.lip
  const wide = widened(items, { ...heights, lipTop, clear: v.clear })
  const rim = outline(wide.base.map((w) => w.item))
  const outlines = caseOutlines(outline(items), rim, {
    clear: v.clear,
    wall: v.wall,
    corner: v.corner,
    gap,
    leastWall: Math.min(v.wall, 2 * printer.line) - 1e-3,
  })
  const hollows = {
    base: hollowsOf(wide.base, { from: heights.floor, to: lipTop }, v.clear, outline),
    lid: hollowsOf(wide.lid, { from: heights.parting, to: heights.roof }, v.clear, outline),
  }
  const enclosures = boards.map((first): Enclosure => {
    const others = boards.filter((other) => other !== first)
    return {
      reference: first.reference.id,
      base: `${id}.base`,
      lid: `${id}.lid`,
      board: boardIn(first),
      hollows: [...hollows.base, ...hollows.lid],
      outer: outlines.outer,
      shut: { lip: outlines.lip, groove: outlines.groove, gap, high: v.lip, deep: v.lip + GROOVE_ROOM },
      items: [...casedItems(first.reference), ...others.flatMap((o) => otherItems(o.reference))],
      contents: [first, ...others].map(({ reference }) => contentOf(reference, reference === own.reference)),
      ...heights,
      wall: v.wall,
      clear: v.clear,
      stand: own.reference.stand,
    }
  })
  const [enclosure] = enclosures as [Enclosure]
  const lay = invert(own.reference.stand)
  return {
    parts: [
      {
        id: enclosure.base,
        name: 'Base',
        color: '#9db096',
        solid: stood(enclosure, kernel, baseSolid(v, context, enclosure, outlines, hollows.base)),
        print: lay,
      },
      {
        id: enclosure.lid,
        name: 'Lid',
        color: '#b7a98a',
        solid: stood(enclosure, kernel, lidSolid(v, context, enclosure, outlines, hollows.lid)),
        print: compose(quarterTurn('x', 2), lay),
      },
    ],
    facts: {
      floor: heights.floor,
      roof: heights.roof,
      top: heights.top,
      bottom: heights.bottom,
      parting: heights.parting,
    },
    published: enclosures.map((e) => leaving(ENCLOSURE, e, e.reference, e === enclosure ? undefined : e.reference)),
    rows: [
      ...boards.flatMap((b, i) => caseRows(id, v, enclosures[i]!, b)),
      lipRow(id, enclosure),
      ...putTogetherRows(id, enclosure),
    ],
    notes: [],
  }
}

function caseHeights({ lowest, tallest }: ReturnType<typeof reachOf>, v: Values) {
  const floor = lowest - v.clearBelow
  const roof = tallest + v.clearAbove
  const [bottom, top] = [floor - v.floor, roof + v.roof]
  const [least, most] = [floor + 0.2, top - Math.min(0.4, v.roof / 2) - v.lip - GROOVE_ROOM]
  if (most < least)
    raise(
      'lip',
      `A ${v.lip.toFixed(1)} mm lip is too high for this case; up to ${Math.max(0, v.lip + most - least).toFixed(1)} mm would do.`,
      'lip',
    )
  if (v.parting < least - 1e-9 || v.parting > most + 1e-9)
    raise(
      'parting',
      `The case cannot part at ${v.parting.toFixed(2)} mm: with this lip it can between ${least.toFixed(2)} and ${most.toFixed(2)} mm.`,
      'parting',
    )
  return { bottom, floor, roof, top, parting: v.parting }
}

function baseSolid(
  v: Values,
  context: StepContext,
  e: Enclosure,
  { outer, lip }: CaseOutlines,
  hollows: readonly Hollow[],
): Solid {
  const { kernel } = context
  const draw = drawer(context)
  const body = draw(outer, e.bottom, e.parting, { top: 'rim', bottom: 'floor:under', side: 'wall' })
  const tongue = draw(lip, e.parting - Math.min(0.1, (e.parting - e.bottom) / 2), e.parting + v.lip, {
    top: 'lip:top',
    bottom: 'inside',
    side: 'lip:side',
  })
  const [whole, ...bays] = hollows
  const hollow = draw(whole!.outline, e.floor, whole!.to + 1, { top: 'inside', bottom: 'floor', side: 'cavity' })
  const bay = (h: Hollow) => draw(h.outline, h.from, h.to + 1, { top: 'inside', bottom: 'ledge', side: 'cavity' })
  return kernel.subtract(kernel.union([body, tongue]), [hollow, ...bays.map(bay)])
}

function lidSolid(
  v: Values,
  context: StepContext,
  e: Enclosure,
  { outer, groove }: CaseOutlines,
  hollows: readonly Hollow[],
): Solid {
  const { kernel } = context
  const draw = drawer(context)
  const body = draw(outer, e.parting, e.top, { top: 'roof:top', bottom: 'rim', side: 'wall' })
  const [whole, ...bays] = hollows
  const hollow = draw(whole!.outline, whole!.from - 1, e.roof, { top: 'roof', bottom: 'inside', side: 'cavity' })
  const bay = (h: Hollow) => draw(h.outline, h.from - 1, h.to, { top: 'ledge', bottom: 'inside', side: 'cavity' })
  const slot = draw(groove, e.parting - 1 - OVERLAP, e.parting + v.lip + GROOVE_ROOM, {
    top: 'groove:top',
    bottom: 'inside',
    side: 'groove:side',
  })
  return kernel.subtract(body, [hollow, ...bays.map(bay), slot])
}

/** Extrudes with roles. */
function drawer({ kernel, id, tolerance }: StepContext) {
  return (profile: Profile, z0: number, z1: number, roles: { top: string; bottom: string; side: string }) =>
    kernel.extrude(profile, z0, z1, { tolerance, names: { step: id, ...roles } })
}
