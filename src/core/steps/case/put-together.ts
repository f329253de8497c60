import type { Check, Finding } from '../../checks/finding'
import type { RowSpec } from '../../built/rows'
import { type Enclosure, LID_ROWS } from '../../enclosures/enclosure'
import { PAST, wayRow } from '../../built/gap-row'
import { comesBy, tiltingBy } from '../../enclosures/way-row'
import { turn } from '../../geometry/placement'
import { dot, sub, type Vec3 } from '../../geometry/vec'
import type { LedgerRow } from '../../fit/ledger'
import type { Reference } from '../../references/resolve'

/** Beyond what it has to clear a thing is looked at for so far, mm. */
const CLEAR = 1

/**
 * Each board goes into the base from above, tilted if it has to, and the lid onto all: nothing is in the way of either. A lip that is pressed
 * in has no way on without touching.
 */
export function putTogetherRows(id: string, e: Enclosure): RowSpec[] {
  const lowest = Math.min(e.board.under, ...e.items.map((i) => i.box.min[2]))
  const highest = Math.max(e.board.top, ...e.items.map((i) => i.box.max[2]))
  const rim = e.parting + e.shut.high
  const row = (key: string, between: string, a: RowSpec['a'], b: RowSpec['b'], far: number, by = comesBy): RowSpec => ({ ...wayRow(id, key, between, a, b), ...by(e, [0, 0, far + CLEAR]) }) // prettier-ignore
  const lid = { of: 'whole', part: e.lid, firm: true } as const
  return [
    ...e.contents.map(({ items, mark, name }) => row(`in${mark}`, `${name} going into the base`, { ...items, own: true }, { of: 'whole', part: e.base, firm: true }, rim - lowest, tiltingBy)), // prettier-ignore
    ...(e.shut.gap > 2 * PAST ? [row(LID_ROWS.on, 'Lid going onto the base', lid, { of: 'whole', part: e.base }, rim - e.parting)] : []), // prettier-ignore
    ...e.contents.map(({ items, mark, name }) => row(`${LID_ROWS.over}${mark}`, `Lid going over ${name}`, lid, { ...items, own: true }, Math.max(rim, highest) - e.parting)), // prettier-ignore
  ]
}

/** What cannot be put together, or only tilted: which item is in the way, and where. */
export const goesTogether: Check = ({ build, ledger, project }) =>
  build.rows.flatMap((row): Finding[] => {
    const measured = ledger.find((r) => r.id === row.id)
    const opens = row.travel && row.a.of === 'whole' && row.a.firm
    if ((!row.comes && !opens) || !row.step || !measured?.at) return []
    const { tilted } = measured
    if (measured.verdict !== 'tight' && !tilted) return []
    const [own, other] = measured.at
    const item = itemAt(row, own, build.references) ?? itemAt({ ...row, a: row.b }, other, build.references)
    const opened =
      item &&
      project.steps.find(
        (s) =>
          s.kind === 'opening' &&
          !s.off &&
          (s.fields.item === item.id || (s.fields.others as string[] | undefined)?.includes(item.id)),
      )
    const wider = opened?.fields.way === 'open' && opens ? roomOnArc(row, other, build.references) : undefined
    const where = `near x ${own[0].toFixed(1)}, y ${own[1].toFixed(1)}, z ${own[2].toFixed(1)} mm`
    const what = row.between.includes(' going ') ? row.between.replace(' going ', tilted ? ' only goes ' : ' does not go ') : `${row.between}: something is in the way` // prettier-ignore
    return [
      {
        check: 'put-together',
        weight: tilted ? 'look' : 'stop',
        title: `${what}${tilted ? ' tilted' : ''}.`,
        text: `${tilted ? `${tiltedIn(row, tilted)} Straight down, ` : ''}${item ? `${item.name} is` : 'Something is'} in the way ${where}.${wider !== undefined ? ` On its arc the lid needs ${wider.toFixed(2)} mm round it.` : opened ? ' An opening that is open towards the parting lets it by.' : ' More room there, a smaller post or an opening would let it by.'}`, // prettier-ignore
        parts: [row.a, row.b].flatMap((s) => (s.of === 'whole' ? [s.part] : [])),
        place: own,
        ...(opened && wider !== undefined ? { mend: { of: opened.id, field: 'gap', value: wider.toFixed(2), words: 'widen its opening' } } : {}), // prettier-ignore
        ...(opened && opened.fields.way !== 'open' ? { mend: { of: opened.id, field: 'way', value: 'open', words: 'open it towards the parting' } } : {}), // prettier-ignore
      },
    ]
  })

/** So much more than it needs is asked for, mm: rounds of the opening, and chords. */
const MORE = 0.1

/**
 * How far from an item's side the wall over it has to be, so that it goes by it on its arc, mm: what lies as far from the
 * axis as its upper corner does.
 */
function roomOnArc({ travel, b }: RowSpec, corner: Vec3, references: readonly Reference[]): number | undefined {
  const stand = b.of === 'items' ? references.find((r) => r.id === b.reference)?.stand : undefined
  if (!stand || travel?.way.kind !== 'turn') return undefined
  const { point, axis } = travel.way
  const off = sub(corner, point)
  const high = dot(off, turn(stand, [0, 0, 1]))
  const along = dot(off, axis)
  const away = Math.sqrt(Math.max(0, dot(off, off) - along ** 2 - high ** 2))
  return Math.hypot(away, high) - away + MORE
}

/** How it goes in. */
function tiltedIn({ comes }: RowSpec, { side, tilt }: NonNullable<LedgerRow['tilted']>): string {
  const [right, back] = (comes?.tilts ?? []).map((t) => dot(t, side)) as [number, number]
  const called = Math.abs(right) > Math.abs(back) ? (right > 0 ? 'right' : 'left') : back > 0 ? 'back' : 'front'
  return `Its ${called} side goes in first, tilted by up to ${tilt.toFixed(0)} degrees; then it is laid down.`
}

/** The item of a side that a place on its way belongs to: the one over or under which it lies. */
function itemAt({ a, comes }: RowSpec, at: Vec3, references: readonly Reference[]) {
  if (a.of !== 'items') return undefined
  // What comes straight is over or under where it is met; what is met on an arc is met where it is.
  const along = comes ? comes.by.findIndex((v) => Math.abs(v) > 1e-6) : -1
  const items = references.find((r) => r.id === a.reference)?.items.filter((i) => a.items.includes(i.id)) ?? []
  const near = items.filter(({ own }) => at.every((v, k) => k === along || (v > own.min[k]! - SLACK && v < own.max[k]! + SLACK))) // prettier-ignore
  return near.sort((p, q) => p.volume - q.volume)[0]
}

/** Places lie this far beside what they are on, at most, mm. */
const SLACK = 0.02
