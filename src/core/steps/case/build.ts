import { compose, invert, quarterTurn, turn } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import type { FieldValues } from '../../fields/kinds'
import type { Solid } from '../../kernel/kernel'
import type { Profile } from '../../profile/segment'
import type { Board } from '../../references/board'
import type { Reference } from '../../references/resolve'
import { raise } from '../../result'
import { ENCLOSURE, type Enclosure, type Hollow, laidFlat, stood } from '../../enclosures/enclosure'
import { leaving, type StepContext, type StepOutput } from '../step-kind'
import type { caseFields } from './fields'
import { hollowsOf, type TakenIn, widened } from './hollows'
import { casedItems } from '../../enclosures/cased-items'
import { itemOutline } from '../../enclosures/item-outline'
import { caseOutlines, type CaseOutlines, itemsById, wrappedOutline } from './outlines'
import { putTogetherRows } from './put-together'
import { caseRows } from './rows'

type Values = FieldValues<typeof caseFields>

/** Faces that must join overlap by this much, mm. */
const OVERLAP = 0.01
/** Room above the lip in its groove, mm. */
const GROOVE_ROOM = 0.2

export function buildCase(v: Values, context: StepContext): StepOutput {
  const { id, printer, kernel } = context
  const { reference } = v
  const board =
    reference.board ??
    raise('no-board', `${reference.name} has no board to wrap: no item in it is thin and flat.`, 'reference')
  const takenIn = board.overhangs.filter((o) => (v.over[o.item] ?? 'in') === 'in').map((o) => o.item)
  const { gap } = v.fit
  const heights = caseHeights(board, v)
  const items = flatPositions(reference, takenIn)
  const seen = seenInFile(reference)
  const outline = (within: readonly TakenIn[]) => wrappedOutline(board, v.outline, within, seen)
  const each = { withAll: outline, of: (item: TakenIn) => itemOutline(item, seen) }
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
    base: hollowsOf(wide.base, { from: heights.floor, to: lipTop }, v.clear, each),
    lid: hollowsOf(wide.lid, { from: heights.parting, to: heights.roof }, v.clear, each),
  }
  const enclosure: Enclosure = {
    reference: reference.id,
    base: `${id}.base`,
    lid: `${id}.lid`,
    board: {
      item: board.item,
      outline: board.outline,
      under: board.under,
      top: board.top,
      bounds: board.bounds,
      sides: Object.fromEntries(board.overhangs.map((o) => [o.item, o.side])),
    },
    hollows: [...hollows.base, ...hollows.lid],
    outer: outlines.outer,
    shut: { lip: outlines.lip, groove: outlines.groove, gap, high: v.lip, deep: v.lip + GROOVE_ROOM },
    items: casedItems(reference, board.item),
    ...heights,
    wall: v.wall,
    clear: v.clear,
    stand: reference.stand,
  }
  const lay = invert(reference.stand)
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
    published: [leaving(ENCLOSURE, enclosure, reference.id)],
    rows: [
      ...caseRows(id, v, enclosure, board, reference, takenIn, gap),
      ...putTogetherRows(id, enclosure, reference, gap),
    ],
    notes: [],
  }
}

/** Item positions in the frame in which the board lies flat. */
function flatPositions(reference: Reference, ids: readonly string[]): TakenIn[] {
  return itemsById(reference.items, ids).map(({ id, positions }) => ({ id, positions: laidFlat(reference.stand, positions) })) // prettier-ignore
}

/** Takes a direction seen from above the board to the two axes of the file that the board lies along. */
function seenInFile({ placement, stand }: Reference): (d: Vec2) => Vec2 {
  const back = compose(invert(placement), stand)
  const up = turn(back, [0, 0, 1]).map(Math.abs)
  const across = up.indexOf(Math.max(...up))
  return ([x, y]) => turn(back, [x, y, 0]).filter((_, axis) => axis !== across) as unknown as Vec2
}

function caseHeights(board: Board, v: Values) {
  const floor = board.lowest.z - v.clearBelow
  const roof = board.tallest.z + v.clearAbove
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
