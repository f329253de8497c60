import { boardOf, type Enclosure, stood } from '../../enclosures/enclosure'
import { strainOf } from '../../enclosures/snap'
import { gapRow } from '../../built/gap-row'
import { outFrame, placesOnSides } from '../../enclosures/wall-places'
import type { Solid } from '../../kernel/kernel'
import { copied } from '../../kernel/retagged'
import { raise } from '../../result'
import { armsBear, type Bending, springNote } from '../bent-arms'
import { boardName, enclosures, heldByEdges, startOnCase, worksOnCase } from '../cases'
import { clearSides } from '../clear-places'
import { newStep, type Offer, type OfferedReference } from '../offer'
import { ON_SIDES_NOTES, onSidesWords } from '../on-sides'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'
import { clipsFields, type ClipsValues } from './fields'
import { clipSizes, inTheWay } from './places'
import { clipSolids, ROOT_LONG } from './solids'

/** They lie along the wall and bend in their layers. */
const LEVEL: Bending = {
  called: 'arms that hold the board',
  breaks: 'break',
  closing: 'The board going in',
  share: 1,
  along: ' along its layers',
  long: ({ long, catch: wide }) => (long && wide ? long - wide / 2 : undefined),
  by: 'overlap',
}

/** Arms along the walls that give way as the board goes in, and catch over its edge. */
export const clipsStep = stepKind({
  kind: 'clips',
  title: 'Clip the board in by its edges',
  findBy: ['clip', 'snap', 'hold the board', 'edge', 'without holes', 'spring', 'catch', 'arm', 'without screws'],
  group: 'hold',
  about:
    'Arms in the base that lie along its walls, give way as the board is pressed in, and catch over its edge; each with a rest under it. The floor is slit beside them, so that they print from the bed; a wall that leaves them no room is let in there up to the rim, and thickened outside.',
  fields: clipsFields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    ...ON_SIDES_NOTES,
    long: 'from its root to its end; the catch is at the end',
    overlap: 'so far an arm bends as the board goes in',
    lead: 'degrees between the slope and the way in',
    gap: 'between arm and board',
    play: 'between the board and the catch over it',
    under: 'how far the rest reaches under the board',
  },
  sentence: [
    'Clip the board in at', ...onSidesWords, 'by arms', { field: 'long', after: ' long' }, 'and', { field: 'thick', after: ' thick,' },
    'whose catches', { field: 'catch', rare: true, after: ' wide' }, 'reach', { field: 'overlap' }, 'over it.', { field: 'lead', rare: true, before: 'Led in by', after: '.' },
    { field: 'gap', before: 'They keep', after: ' off its edge' }, 'and', { field: 'play', after: ' over it;' }, { field: 'under', before: 'it rests on', after: ' under its edge.' },
  ], // prettier-ignore
  facts: { strain: 'strain at the roots of the arms as the board goes in, %' },
  printer: ['line', 'filament'],
  surfaces: {
    arm: { called: 'arm', moved: ['thick', 'the thickness'] },
    catch: { called: 'catch', moved: ['play', 'the play'] },
    rest: { called: 'rest', moved: ['under', 'how far it goes under the edge'] },
    slit: { called: 'slit beside an arm' },
    pad: { called: 'thickened wall' },
  },
  start: (at) => {
    const begun = startOnCase(at)
    const found = begun && enclosures(at).find((e) => e.step === begun.case)
    return found && startClips(found)
  },
  offers: (at): Offer[] =>
    enclosures(at).flatMap((found): Offer[] => {
      const { step, reference } = found
      if (!reference.board || heldByEdges(at, step) || worksOnCase(at, 'posts', step)) return []
      return [{ key: `clips ${step}`, words: `Clip ${boardName(at, reference)} in by its edges`, steps: [newStep(at, 'clips', startClips(found))] }] // prettier-ignore
    }),
  checks: [(at) => armsBear(at, 'spring', LEVEL)],
  example: [
    { kind: 'case', fields: {} },
    { kind: 'clips', fields: { sides: 'long' } },
  ],
  build: buildClips,
})

/** How wide a place with its root is as it is begun, mm. */
const USUAL = 20

const startClips = ({ step, reference }: { step: string; reference: OfferedReference }) => ({ case: step, ...clearSides(reference, USUAL, 'long') }) // prettier-ignore

function buildClips(v: ClipsValues, context: StepContext): StepOutput {
  const { kernel, id, printer } = context
  const e = v.case.data
  if (e.board.under - e.floor < 0.2) raise('no-room', 'There is no room for a rest between the floor and the board; more clearance below would make some.', 'case') // prettier-ignore
  if (v.catch > v.long - 1) raise('catch', `A catch ${v.catch.toFixed(1)} mm wide leaves nothing of an arm ${v.long.toFixed(1)} mm long to bend; up to ${(v.long / 2).toFixed(1)} mm would.`, 'catch') // prettier-ignore
  const places = placesOnSides(e, v, v.long + 2 * ROOT_LONG)
  const made = places.map((place) => {
    const sizes = clipSizes(v, e, place, printer.line)
    const frame = outFrame(place, -sizes.wall)
    inTheWay(e, place, frame, sizes, v)
    const solids = clipSolids(sizes, v, e, context)
    const stand = (solid: Solid) => stood(e, kernel, copied(kernel, solid, frame, place.name))
    return { pads: solids.pads.map(stand), cuts: solids.cuts.map(stand), arms: solids.arms.map(stand) }
  })
  const all = (key: 'pads' | 'cuts' | 'arms') => made.flatMap((m) => m[key])
  const open = kernel.subtract(kernel.union([v.case.parts.get(e.base)!, ...all('pads')]), all('cuts'))
  const arm = { thick: v.thick, wide: clipHigh(v, e), long: v.long - v.catch / 2, overlap: v.overlap, lead: v.lead }
  return {
    parts: [{ id: e.base, solid: kernel.union([open, ...all('arms')]) }],
    facts: { strain: 100 * strainOf(arm) },
    rows: rowsOf(v, e, id),
    notes: [
      springNote(arm, printer.filament, `Each of ${places.length} arms bends as the board goes in`, LEVEL),
      'The floor is slit through beside the arms.',
    ],
  }
}

/** How high an arm is, from the bed, mm. */
const clipHigh = (v: ClipsValues, e: Enclosure): number => e.board.top + v.play - e.bottom

const rowsOf = (v: ClipsValues, e: Enclosure, id: string): StepOutput['rows'] => {
  const of = (role: string) => ({ of: 'parts', parts: [e.base], surfaces: { step: id, role } }) as const
  const bends = (role: string) => ({ bends: { step: id, role } })
  return [
    { ...gapRow(id, 'catch', 'Board under its catches', v.play, 'exact', boardOf(e), of('catch')), ...bends('catch') },
    { ...gapRow(id, 'spring', 'Board beside its arms', v.gap, 'exact', boardOf(e), of('arm')), ...bends('arm') },
  ]
}
