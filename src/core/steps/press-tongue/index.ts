import { columnSolid, level } from '../../enclosures/column'
import { ENCLOSURE, laidFlat, stood } from '../../enclosures/enclosure'
import { strainOf } from '../../enclosures/snap'
import { gapRow } from '../../built/gap-row'
import { itemField } from '../../fields/item'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import { compose, FLIPPED, translation } from '../../geometry/placement'
import { boxOfPositions, type Vec2 } from '../../geometry/vec'
import { difference } from '../../profile/combine'
import { contains } from '../../profile/measure'
import { movedProfile } from '../../profile/moved'
import { rectangle } from '../../profile/shapes'
import { OUTWARDS } from '../../references/sides'
import { expectOk, raise } from '../../result'
import { armsBear, type Bending, pressNote } from '../bent-arms'
import { sideField } from '../on-sides'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'
import { offerThroughLid, startThroughLid } from '../through-lid'
import { tongueSide, USUAL_LONG } from './side'

const fields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.lid]),
  item: itemField('Button', 'case'),
  side: sideField('Its root', 'back'),
  long: lengthField('Length from the root to the button', String(USUAL_LONG), 3, 200),
  wide: lengthField('Width', '7', 1.5, 60),
  thick: lengthField('Thickness', 'min(1.2, case.top - case.roof)', 0.4, 20),
  slit: lengthField('Width of the slit', '0.5', 0.2, 5),
  post: lengthField('Diameter of its post', '3', 0.8, 30),
  play: lengthField('Play over the button', '0.2', 0, 5),
  give: lengthField('How far it gives', '0.5', 0.05, 5),
}
type Values = FieldValues<typeof fields>

/** It lies in the roof and bends in its layers. */
const LEVEL: Bending = {
  called: 'tongue in the lid',
  breaks: 'breaks',
  closing: 'Pressing it',
  share: 1,
  along: ' along its layers',
  long: (v) => v.long,
  by: 'give',
}

/** A tongue that is slit free in the lid, with a post under it that presses a button. */
export const pressTongueStep = stepKind({
  kind: 'press-tongue',
  title: 'Tongue in the lid that presses a button',
  findBy: ['button', 'press', 'push', 'switch', 'reset', 'flex', 'tongue', 'spring', 'bend', 'slit'],
  group: 'open',
  about:
    'A tongue that a slit leaves free in the lid, over a button; pressed, it bends and its post presses that. Nothing loose, but the slit is open. Changes the lid.',
  fields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    item: 'id of the button',
    side: 'where the tongue grows from the lid, seen from the button: `left`, `right`, `front`, `back`',
    thick: 'less than the roof: it is let in from below',
    play: 'between the post and the button at rest',
    give: 'the travel of the button; the strain is said for this and the play',
  },
  sentence: [
    'A tongue of the lid over', { field: 'item', after: ',' }, 'its root to', { field: 'side', after: ',' }, { field: 'long' }, 'off,', { field: 'wide', after: ' wide' }, 'and', { field: 'thick', after: ' thick;' },
    'a slit of', { field: 'slit' }, 'round it.', { field: 'post', rare: true, before: 'Its post is Ø', after: '.' }, 'It has', { field: 'play' }, 'of play and gives', { field: 'give', after: '.' },
  ], // prettier-ignore
  facts: { strain: 'strain at its root as it is pressed, %' },
  printer: ['filament'],
  surfaces: {
    slit: { called: 'slit round the tongue', moved: ['slit', 'the slit'] },
    under: { called: 'underside of the tongue', moved: ['thick', 'the thickness'] },
    post: { called: 'post of the tongue', moved: ['post', 'the diameter'] },
    foot: { called: 'end of the post', moved: ['play', 'the play'] },
  },
  start: startThroughLid,
  offers: (at) =>
    offerThroughLid(at, 'press-tongue', (reference, item) => {
      const side = tongueSide(reference, item)
      return side ? [['press it by a tongue of the lid', { side }]] : []
    }),
  example: [
    { kind: 'case', fields: {} },
    { kind: 'press-tongue', fields: { item: 'Buttons/Button up' } },
  ],
  checks: [(at) => armsBear(at, 'tongue', LEVEL)],
  build: buildTongue,
})

function buildTongue(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance, printer } = context
  const e = v.case.data
  const { item } = v
  if (item.state === 'left-out') return { parts: [], rows: [], notes: [`${item.name} is left out, so it needs no tongue.`] } // prettier-ignore
  const { min, max } = boxOfPositions(laidFlat(e.stand, item.positions))
  const at: Vec2 = [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2]
  const roof = e.top - e.roof
  if (v.thick > roof + 1e-9) raise('thick', `The roof is ${roof.toFixed(2)} mm thick; the tongue is cut out of that.`, 'thick') // prettier-ignore
  const [under, end] = [e.top - v.thick, max[2] + v.play]
  if (under - end < 0.2) raise('no-room', `${item.name} ends ${(under - max[2]).toFixed(2)} mm under the tongue, which leaves its post no room. More clearance above, or less play, would do; so would a plunger.`, 'play') // prettier-ignore
  if (v.post > v.wide) raise('post', `Its post is wider than the tongue; up to ${v.wide.toFixed(1)} mm fit.`, 'post')
  // x from the button to the root.
  const [dx, dy] = OUTWARDS[v.side]
  const out = ([x, y]: Vec2): Vec2 => [at[0] + dx * x - dy * y, at[1] + dy * x + dx * y]
  const [half, tip] = [v.wide / 2, -v.wide / 2]
  const corners: Vec2[] = [[v.long, half + v.slit], [v.long, -half - v.slit], [tip - v.slit, half + v.slit], [tip - v.slit, -half - v.slit]] // prettier-ignore
  const inside = e.hollows.find((h) => h.to === e.roof) ?? e.hollows[0]!
  if (!corners.every((c) => contains(inside.outline, out(c)))) raise('off-roof', 'The tongue would reach past the inside of the lid. A shorter or narrower one, or its root at another side, would do.', 'side') // prettier-ignore
  const slit = expectOk(difference(rectangle(tip - v.slit, -half - v.slit, v.long, half + v.slit), rectangle(tip, -half, v.long + 1, half))) // prettier-ignore
  const cut = (profile: typeof slit, z0: number, z1: number, names: { side: string; top: string }) => stood(e, kernel, kernel.extrude(movedProfile(profile, out), z0, z1, { names: { step: id, bottom: 'slit', ...names }, tolerance })) // prettier-ignore
  const cuts = [
    cut(slit, e.roof - 0.01, e.top + 1, { side: 'slit', top: 'slit' }),
    ...(v.thick < roof - 1e-6 ? [cut(rectangle(tip - v.slit / 2, -half - v.slit / 2, v.long, half + v.slit / 2), e.roof - 0.01, under, { side: 'slit', top: 'under' })] : []), // prettier-ignore
  ]
  const column = columnSolid({ radius: v.post / 2, height: under - end, foot: 0, top: [level([0, under - end], 'foot', 1)] }, { step: id, copy: [] }, context) // prettier-ignore
  const post = stood(e, kernel, kernel.place(column, compose(translation([...at, under]), FLIPPED)))
  const arm = { thick: v.thick, wide: v.wide, long: v.long, overlap: v.give + v.play, lead: 0 }
  return {
    parts: [{ id: e.lid, solid: kernel.union([kernel.subtract(v.case.parts.get(e.lid)!, cuts), post]) }],
    facts: { strain: 100 * strainOf(arm) },
    rows: [gapRow(id, 'tongue', `Tongue over ${item.name}`, v.play, 'exact', { of: 'parts', parts: [e.lid], surfaces: { step: id, role: 'foot' } }, { of: 'items', reference: e.reference, items: [item.id] })], // prettier-ignore
    notes: [pressNote(arm, printer.filament, 'Pressing it bends it', LEVEL)],
  }
}
