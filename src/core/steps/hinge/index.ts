import type { Side } from '../../references/board'
import { axisAlong, lengthAlong } from '../../references/sides'
import { caseAt, cases, worksOnCase } from '../cases'
import { clearShift } from '../clear-places'
import { newStep, type Offer, type OfferedReference, type Situation } from '../offer'
import { stepKind } from '../step-kind'
import { buildHinge, hingeFields } from './build'

/** Knuckles on base and lid, and a pin through all of them. */
export const hingeStep = stepKind({
  kind: 'hinge',
  title: 'Hinge the lid with a pin',
  findBy: ['hinge', 'hinged', 'pin', 'knuckle', 'flap', 'door', 'swing', 'open', 'lid', 'turn'],
  bought: true,
  group: 'hold',
  about:
    'Knuckles on one side of a case, by turns on base and lid, and a bore for a pin through all of them; the ledger has the lid on all of its way.',
  fields: hingeFields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    side: 'in the middle of its straight wall',
    shift: 'from the middle, to the right or to the back',
    count: 'on the base the first, the third and so on',
    gap: 'where the lid turns on it',
    hold: 'where the base holds it',
    round: 'least wall round its bores',
    opens: 'degrees',
  },
  sentence: [
    'Hinge the lid at', { field: 'side', after: ',' }, { field: 'wide', after: ' long,' }, { field: 'count' }, 'knuckles, with a pin', { field: 'pin', before: 'of Ø', after: ';' },
    'it has', { field: 'gap', after: ' in the lid and' }, { field: 'hold', after: ' in the base.' }, 'It opens by', { field: 'opens', after: '.' },
    { field: 'play', rare: true, before: 'Between knuckles are', after: '.' }, { field: 'round', rare: true, before: 'The wall round the pin is', after: '.' }, { field: 'shift', rare: true, before: 'Moved along the wall by', after: '.' },
  ], // prettier-ignore
  surfaces: {
    knuckle: { called: 'knuckle', moved: ['round', 'the wall round the pin'] },
    bore: { called: 'bore for the pin', moved: ['gap', 'the gap round the pin'] },
  },
  start: (at) => startHinge(at),
  // A hinge lets it open: at the other side something has to keep it shut.
  offers: (at): Offer[] =>
    cases(at).flatMap(
      ({ step }): Offer[] =>
      worksOnCase(at, 'hinge', step) ? [] : [{ key: `hinge ${step}`, words: 'hinge the lid, with a snap arm at its other side', goal: 'hinge', mends: 'lid-held', about: step, steps: [newStep(at, 'hinge', startHinge(at, step)!), newStep(at, 'snaps', armAcross(at, step))] }], // prettier-ignore
    ),
  example: [
    { kind: 'case', fields: {} },
    { kind: 'hinge', fields: { wide: '26', count: '3' } },
  ],
  build: buildHinge,
})

/** How long it is at most as it is begun, the longest that there is room for; and how wide a snap arm with its pocket is, mm. */
const LENGTHS = [30, 20, 14] as const
const ARM = 12

/** As long as half of its wall, up to the usual, on a side that has room for it. */
function startHinge(at: Situation, of?: string): Record<string, unknown> | undefined {
  const found = caseAt(at, of)
  if (!found) return undefined
  const { side, shift, usual } = hingeSide(found.reference)
  const along = axisAlong(side) === 1 ? 'depth' : 'width'
  return { case: found.step, side, wide: `min(${usual}, board.${along} / 2)`, count: '3', ...shiftField(shift) }
}

/** A snap arm at the other side. */
function armAcross(at: Situation, step: string): Record<string, unknown> {
  const { reference } = caseAt(at, step)!
  const side = ACROSS[hingeSide(reference).side]
  return { case: step, sides: side, long: 'min(12, case.top - case.bottom - 6)', overlap: '0.4', ...shiftField(clearShift(reference, [side], ARM)) } // prettier-ignore
}

const ACROSS: Readonly<Record<Side, Side>> = { back: 'front', front: 'back', left: 'right', right: 'left' }
const SIDES = Object.keys(ACROSS) as Side[]

/** The side that has room for it nearest to its middle, and for an arm across from it, the back first; a shorter one where none has for the usual. */
function hingeSide(reference: OfferedReference): { side: Side; shift: number | undefined; usual: number } {
  const bounds = reference.board?.bounds ?? ([0, 0, 0, 0] as const)
  const found = LENGTHS.flatMap((usual) =>
    SIDES.map((side) => {
      const wide = Math.min(usual, lengthAlong(bounds, axisAlong(side)) / 2)
      return { side, usual, shift: clearShift(reference, [side], wide) }
    }),
  )
  const all = found.filter((f) => f.shift !== undefined)
  const closed = all.filter((f) => clearShift(reference, [ACROSS[f.side]], ARM) !== undefined)
  const free = closed.length > 0 ? closed : all
  const longest = free.filter((f) => f.usual === free[0]!.usual)
  return longest.sort((a, b) => Math.abs(a.shift!) - Math.abs(b.shift!))[0] ?? found[0]!
}

const shiftField = (shift: number | undefined) => (shift ? { shift: String(shift) } : {})
