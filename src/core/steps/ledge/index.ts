import { roomFor } from '../../enclosures/beside'
import { boardOf, ENCLOSURE, type Enclosure, stood } from '../../enclosures/enclosure'
import { gapRow } from '../../built/gap-row'
import { POSTS } from '../../enclosures/posts'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import type { Solid } from '../../kernel/kernel'
import { difference } from '../../profile/combine'
import { boundsOf } from '../../profile/measure'
import { offsetProfile } from '../../profile/offset'
import type { Profile } from '../../profile/segment'
import { rectangle } from '../../profile/shapes'
import { expectOk, raise } from '../../result'
import { boardName, enclosures, heldByEdges, startOnCase } from '../cases'
import { newStep, type Offer } from '../offer'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'

const fields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.base, e.lid]),
  where: choiceField('Where', 'corners', { corners: 'at its corners', round: 'all round' }),
  size: lengthField('Size of each corner', '6', 1, 500),
  wide: lengthField('How far under the edge', '1.5', 0.3, 100),
  hold: choiceField('From above', 'held', { held: 'held down from the lid', free: 'free above' }),
  gap: lengthField('Gap above the board', 'fit.snug', 0, 5),
  beside: lengthField('Room beside items', 'fit.loose', 0, 20, 'per-side'),
}
type Values = FieldValues<typeof fields>

/** Ledges stand so deep in wall, floor and roof, mm. */
const ROOT = 0.2

/** A ledge that a board rests on by its edge, and one of the lid that keeps it down: for boards without holes. */
export const ledgeStep = stepKind({
  kind: 'ledge',
  title: 'Rest the board on a ledge',
  findBy: ['ledge', 'rest', 'corner', 'edge', 'shelf', 'without holes', 'hold the board', 'support', 'clip'],
  group: 'hold',
  about:
    'A ledge under the edge of the board, and one above it that holds it down; both keep clear of what stands on the board. Changes base and lid.',
  fields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    where: '`corners` or `round`',
    wide: 'from the edge of the board inwards',
    hold: '`held` (a ledge of the lid above it) or `free`',
    beside: 'what items at the edge are to have, per side',
  },
  sentence: [
    'Rest the board on a ledge', { field: 'where', after: ',' }, { field: 'size', when: ['where', 'corners'], after: ' long,' }, { field: 'wide', after: ' under its edge,' }, { field: 'hold' },
    { field: 'gap', when: ['hold', 'held'], before: 'with', after: ' above it.' }, { field: 'beside', rare: true, before: 'Items beside it have', after: ' of room.' },
  ], // prettier-ignore
  surfaces: {
    rest: { called: 'ledge' },
    press: { called: 'ledge of the lid', moved: ['gap', 'the gap above the board'] },
    ledge: { called: 'side of the ledge', moved: ['wide', 'how far it goes under the edge'], along: () => 1 },
    cut: { called: 'cut for what stands there', moved: ['beside', 'the room beside items'] },
  },
  start: startOnCase,
  offers: (at): Offer[] =>
    enclosures(at).flatMap(({ step, reference }): Offer[] => {
      const held = heldByEdges(at, step) || at.left.some((l) => l.token === POSTS.name && l.reference === reference.id)
      if (held || !reference.board) return []
      const name = boardName(at, reference)
      return [
        { key: `ledge ${step}`, words: `Rest ${name} on a ledge`, goal: 'rest', steps: [newStep(at, 'ledge', { case: step })] },
        { key: `free-ledge ${step}`, words: `Rest ${name} on a ledge, free above`, goal: 'rest free', steps: [newStep(at, 'ledge', { case: step, hold: 'free' })] },
      ] // prettier-ignore
    }),
  example: [
    { kind: 'case', fields: {} },
    { kind: 'ledge', fields: {} },
  ],
  build: buildLedge,
})

function buildLedge(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance } = context
  const e = v.case.data
  const { under, top } = e.board
  if (under - e.floor < 0.2) raise('no-room', 'There is no room for a ledge between the floor and the board; more clearance below would make some.', 'case') // prettier-ignore
  const [over, inner] = [top + v.gap, expectOk(offsetProfile(e.board.outline, -v.wide))]
  const drawn = (wall: Profile, z0: number, z1: number, ends: { top: string; bottom: string }): Solid =>
    kernel.extrude(expectOk(difference(wall, inner)), z0, z1, {
      names: { step: id, ...ends, side: 'ledge' },
      tolerance,
    })
  const shaped = (solids: Solid[], span: readonly [number, number]) => {
    const whole = kernel.union(solids)
    const kept = v.where === 'corners' ? kernel.intersect(whole, corners(e, v.size, span, context)) : whole
    return kernel.subtract(kept, roomFor(e.items, span, v.beside, id, context))
  }
  const outline = (h: Enclosure['hollows'][number] | undefined, by: number) => expectOk(offsetProfile(h!.outline, by))
  const base = e.hollows.find((h) => h.from === e.floor)
  const lid = e.hollows.find((h) => h.to === e.roof)
  const rest = shaped([drawn(outline(base, ROOT), e.floor - ROOT, under, { top: 'rest', bottom: 'root' })], [e.floor - ROOT, under]) // prettier-ignore
  if (rest.isEmpty()) raise('blocked', 'Something stands everywhere along the edge under the board. A wider ledge, or one all round, may find room.', 'where') // prettier-ignore
  const parts = [{ id: e.base, solid: kernel.union([v.case.parts.get(e.base)!, stood(e, kernel, rest)]) }]
  if (v.hold === 'free') return { parts, rows: [], notes: [] }
  if (e.roof - over < 0.2) raise('no-room', 'There is no room for a ledge between the board and the roof; more clearance above would make some.', 'case') // prettier-ignore
  // Beside the lip it keeps off it.
  const deep = Math.max(over, e.parting + e.shut.deep)
  const ends = { top: 'root', bottom: 'press' }
  const pads = [
    ...(deep < e.roof ? [drawn(outline(lid, ROOT), deep - 1e-3, e.roof + ROOT, ends)] : []),
    drawn(outline(lid, -Math.max(0.1, v.gap)), over, Math.min(e.roof + ROOT, deep), ends),
  ]
  const press = shaped(pads, [over, e.roof + ROOT])
  if (press.isEmpty()) return { parts, rows: [], notes: ['Nothing holds it down: something stands everywhere along the edge above the board.'] } // prettier-ignore
  return {
    parts: [...parts, { id: e.lid, solid: kernel.union([v.case.parts.get(e.lid)!, stood(e, kernel, press)]) }],
    rows: [gapRow(id, 'press', 'Board under the ledge of the lid', v.gap, 'exact', boardOf(e), { of: 'parts', parts: [e.lid], surfaces: { step: id, role: 'press' } })], // prettier-ignore
    notes: [],
  }
}

/** What stands at the corners of the board's box. */
function corners(
  e: Enclosure,
  size: number,
  [z0, z1]: readonly [number, number],
  { kernel, id, tolerance }: StepContext,
): Solid {
  const [x0, y0, x1, y1] = boundsOf(e.board.outline)
  const far = 100
  const names = { step: id, top: 'root', bottom: 'root', side: 'ledge' }
  const boxes = [
    rectangle(x0 - far, y0 - far, x0 + size, y0 + size),
    rectangle(x1 - size, y0 - far, x1 + far, y0 + size),
    rectangle(x1 - size, y1 - size, x1 + far, y1 + far),
    rectangle(x0 - far, y1 - size, x0 + size, y1 + far),
  ]
  return kernel.union(boxes.map((box) => kernel.extrude(box, z0 - 1, z1 + 1, { names, tolerance })))
}
