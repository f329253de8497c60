import { gapRow } from '../../built/gap-row'
import { fingered } from '../../divide/fingers'
import { choiceField } from '../../fields/choice'
import { lengthField } from '../../fields/length'
import { countField } from '../../fields/number'
import { partsField } from '../../fields/part'
import { boxSize } from '../../geometry/vec'
import { raise } from '../../result'
import { newStep, type Offer, type Situation } from '../offer'
import { stepKind } from '../step-kind'

/** Panels that lie in each other, locked by fingers. */
export const fingersStep = stepKind({
  kind: 'fingers',
  title: 'Lock panels with fingers',
  findBy: ['finger', 'tab', 'slot', 'box joint', 'panel', 'wall', 'interlock', 'crate', 'planter', 'corner', 'plywood', 'shelf'], // prettier-ignore
  group: 'divide',
  about: 'Where flat panels lie in each other, at a corner or with the edge of one in the middle of another, each keeps every other piece of it: fingers of one go into the notches of the other, with the same gap everywhere.', // prettier-ignore
  fields: {
    parts: partsField('The panels', 'change'),
    wide: lengthField('About how wide each finger is', '12', 1, 1000),
    tabs: countField('How many tabs at each edge', '0', 0, 200),
    ends: choiceField('Whose fingers are at the ends', 'first', { first: 'the first panel’s', second: 'the second panel’s' }), // prettier-ignore
    gap: lengthField('Gap all round them', 'fit.snug', 0, 2, 'per-side'),
    relief: lengthField('Radius of a hole in inner corners', '0', 0, 10),
  },
  fieldNotes: {
    parts: 'ids of the panels: every two of them that lie in each other are locked, in the order of the list',
    wide: 'an odd number of fingers fills each edge, so that they are about as wide as this; tabs are as wide as this',
    tabs: 'of the panel that is not at the ends, evenly along each edge; 0: as many as fill it',
    ends: 'of every two panels the `first` in the list or the `second` has the fingers at both ends of the edge',
    gap: 'between what was one place of both panels, everywhere',
    relief: '0: none',
  },
  sentence: [
    'Lock', { field: 'parts' }, { field: 'wide', before: 'with fingers about', after: ' wide,' }, { field: 'ends', after: ' at the ends,' },
    { field: 'gap', before: 'with a gap of', after: '.' }, { field: 'tabs', rare: true, before: 'Each edge has', after: ' tabs (0: as many as fill it).' }, { field: 'relief', rare: true, before: 'Holes of radius', after: ' in their inner corners.' },
  ], // prettier-ignore
  surfaces: {
    notch: { called: 'side of a notch' },
    'notch end': { called: 'end of a notch' },
  },
  start: ({ parts }: Situation) => (parts.length > 1 ? { parts: parts.map((p) => p.id) } : undefined),
  offers: offerFingers,
  example: [
    { kind: 'solid', fields: { width: '60', depth: '40', height: '4' } },
    { kind: 'solid', fields: { width: '60', depth: '4', height: '30', at: { along: '0', up: '-18', from: '' } } },
    { kind: 'fingers', fields: { parts: ['before1', 'before2'] } },
  ],
  build: ({ parts, wide, tabs, ends, gap, relief }, { kernel, id, tolerance }) => {
    if (parts.length < 2) return raise('no-part', 'Choose two panels or more.', 'parts')
    const solids = parts.map((p) => p.solid)
    const rows = []
    const told: string[] = []
    for (const [j, second] of parts.entries())
      for (const [i, first] of parts.slice(0, j).entries()) {
        const panels = [first, second].map(({ name, pointable }, k) => ({ name, solid: solids[k === 0 ? i : j]!, on: pointable() })) // prettier-ignore
        const figures = { wide, tabs, gap, relief, firstAtEnds: ends === 'first' }
        const made = fingered(
          kernel,
          [panels[0]!, panels[1]!],
          figures,
          { step: id, pair: `${first.id} ${second.id}` },
          tolerance,
        )
        if (made.counts.length === 0) continue
        ;[solids[i], solids[j]] = made.solids
        told.push(`${first.name} and ${second.name}: ${made.counts.join(' and ')}`)
        rows.push(gapRow(id, `${first.id} ${second.id}`, `${first.name} locked with ${second.name}`, gap, 'exact', { of: 'whole', part: first.id, each: true }, { of: 'whole', part: second.id, each: true })) // prettier-ignore
      }
    if (told.length === 0) return raise('apart', 'None of these panels lie in each other; let their edges overlap by the whole thickness.', 'parts') // prettier-ignore
    return {
      parts: parts.map((p, i) => ({ id: p.id, solid: solids[i]! })),
      rows,
      notes: [`Fingers of ${told.join('; ')}.`],
    }
  },
})

/** A part whose box is this much thinner than it is wide may be a panel. */
const FLAT = 0.3

/** Two panels that cut into each other. */
function offerFingers({ clash, parts, newId }: Situation): Offer[] {
  const isPanel = (id: string) => {
    const box = parts.find((p) => p.id === id)?.bounds
    const [least, next] = box ? [...boxSize(box)].sort((a, b) => a - b) : []
    return least !== undefined && least < FLAT * next!
  }
  if (!clash?.every(isPanel)) return []
  return [{ key: 'fingers clash', words: 'lock them with fingers', mends: 'collision', steps: [newStep({ newId }, 'fingers', { parts: [...clash] })] }] // prettier-ignore
}
