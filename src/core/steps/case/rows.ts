import type { RowSpec, Selector } from '../../built/rows'
import { turn } from '../../geometry/placement'
import type { Vec3 } from '../../geometry/vec'
import type { Board } from '../../references/board'
import type { Reference } from '../../references/resolve'
import { type Enclosure, LID_ROWS } from '../../enclosures/enclosure'
import { gapRow } from '../../built/gap-row'

const SIDES: readonly [string, Vec3][] = [
  ['front', [0, 1, 0]],
  ['back', [0, -1, 0]],
  ['left', [1, 0, 0]],
  ['right', [-1, 0, 0]],
]

/** Rows a case writes: the board on each side, above and below, items taken in, lip in groove. */
export function caseRows(
  id: string,
  v: { clear: number; clearAbove: number; clearBelow: number },
  e: Enclosure,
  board: Board,
  reference: Reference,
  takenIn: readonly string[],
  gap: number,
): RowSpec[] {
  const parts = [e.base, e.lid]
  const cavity = (facing?: Vec3): Selector => ({
    of: 'parts',
    parts,
    surfaces: { step: id, role: 'cavity' },
    ...(facing ? { facing: turn(e.stand, facing) } : {}),
  })
  const items = (ids: readonly string[]): Selector => ({ of: 'items', reference: reference.id, items: ids })
  const fitted = reference.items.filter((i) => i.state === 'fitted').map((i) => i.id)
  const row = (name: string, between: string, wanted: number, a: Selector, b: Selector, rule: RowSpec['rule']) =>
    gapRow(id, name, between, wanted, rule, a, b)
  return [
    ...SIDES.map(([side, facing]) =>
      row(side, `Board in case, ${side}`, v.clear, items([board.item]), cavity(facing), 'at-least'),
    ),
    row(
      'above',
      `${board.tallest.name} under the roof`,
      v.clearAbove,
      items(fitted),
      { of: 'parts', parts: [e.lid], surfaces: { step: id, role: 'roof' } },
      'at-least',
    ),
    row(
      'below',
      `${board.lowest.name} above the floor`,
      v.clearBelow,
      items(fitted),
      { of: 'parts', parts: [e.base], surfaces: { step: id, role: 'floor' } },
      'at-least',
    ),
    ...board.overhangs
      .filter((o) => takenIn.includes(o.item))
      .map((o) => row(`in:${o.item}`, `${o.name} in case`, v.clear, items([o.item]), cavity(), 'at-least')),
    row(
      LID_ROWS.lip,
      'Lip in groove',
      gap,
      { of: 'parts', parts: [e.base], surfaces: { step: id, role: 'lip:side' } },
      { of: 'parts', parts: [e.lid], surfaces: { step: id, role: 'groove:side' } },
      'exact',
    ),
  ]
}
