import type { RowSpec, Selector } from '../../built/rows'
import { turn } from '../../geometry/placement'
import type { Vec3 } from '../../geometry/vec'
import { boardOf, type Content, type Enclosure, LID_ROWS } from '../../enclosures/enclosure'
import { gapRow } from '../../built/gap-row'
import type { CasedBoard } from './boards'

const SIDES: readonly [string, Vec3][] = [
  ['front', [0, 1, 0]],
  ['back', [0, -1, 0]],
  ['left', [1, 0, 0]],
  ['right', [-1, 0, 0]],
]

/** Rows a case writes about a board in it: on each side, above and below, and the items taken in. */
export function caseRows(
  id: string,
  v: { clear: number; clearAbove: number; clearBelow: number },
  e: Enclosure,
  { board, takenIn }: CasedBoard,
): RowSpec[] {
  const [{ items: all, mark, name }] = e.contents as [Content]
  const called = mark === '' ? 'Board' : name
  const cavity = (facing?: Vec3): Selector => ({
    of: 'parts',
    parts: [e.base, e.lid],
    surfaces: { step: id, role: 'cavity' },
    ...(facing ? { facing: turn(e.stand, facing) } : {}),
  })
  const row = (key: string, between: string, wanted: number, a: Selector, b: Selector) =>
    gapRow(id, `${key}${mark}`, between, wanted, 'at-least', a, b)
  const flat = (part: string, role: string): Selector => ({ of: 'parts', parts: [part], surfaces: { step: id, role } })
  const overEdge = (item: string) => board.overhangs.find((o) => o.item === item)!.name
  return [
    ...SIDES.map(([side, facing]) => row(side, `${called} in case, ${side}`, v.clear, boardOf(e), cavity(facing))),
    row('above', `${board.tallest.name} under the roof`, v.clearAbove, all, flat(e.lid, 'roof')),
    row('below', `${board.lowest.name} above the floor`, v.clearBelow, all, flat(e.base, 'floor')),
    ...takenIn.map(({ item }) => row(`in:${item}`, `${overEdge(item)} in case`, v.clear, { ...all, items: [item] }, cavity())), // prettier-ignore
  ]
}

/** The lip of the base in the groove of the lid. */
export const lipRow = (id: string, e: Enclosure): RowSpec =>
  gapRow(id, LID_ROWS.lip, 'Lip in groove', e.shut.gap, 'exact', { of: 'parts', parts: [e.base], surfaces: { step: id, role: 'lip:side' } }, { of: 'parts', parts: [e.lid], surfaces: { step: id, role: 'groove:side' } }) // prettier-ignore
