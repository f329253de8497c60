import { choiceField } from '../../fields/choice'
import { partField } from '../../fields/part'
import { compose, translation, turnAbout } from '../../geometry/placement'
import { boxMiddle } from '../../geometry/vec'
import { raise } from '../../result'
import { stepKind } from '../step-kind'
import { offerReplace } from './offers'
import { renamedLike } from './renamed-like'

const QUARTERS = { '0': 'as it is', '1': 'turned by 90°', '2': 'turned by 180°', '3': 'turned by 270°' } as const
const TIPPED = { '0': 'upright', '1': 'tipped by 90°', '2': 'tipped by 180°', '3': 'tipped by 270°' } as const

/** A plain body of a first layout gives way to the part that was designed for its place. */
export const replaceStep = stepKind({
  kind: 'replace',
  title: 'Put a part in the place of another one',
  findBy: ['swap', 'substitute', 'stand-in', 'placeholder', 'layout', 'exchange', 'mock-up'],
  group: 'change',
  about: 'A part that was laid out as a plain body becomes another part, which comes to stand in its place: what hangs on it in later steps goes on, with the faces that are most like those that it was picked on.', // prettier-ignore
  fields: {
    part: partField('The part as it was laid out', 'change'),
    by: partField('The part that takes its place', 'change'),
    tipped: choiceField('How it is tipped', '0', TIPPED),
    turned: choiceField('How it is turned', '0', QUARTERS),
  },
  fieldNotes: {
    part: 'id of the part; it keeps its id, so that later steps work on it',
    by: 'id of the part that it becomes, which is used up; the middle of its foot comes to where that of the other was',
    tipped: 'quarters about x, before it is turned',
    turned: 'quarters about z',
  },
  sentence: [{ field: 'by' }, { field: 'part', before: 'takes the place of', after: ',' }, { field: 'tipped', rare: true, after: ',' }, { field: 'turned', after: '.' }], // prettier-ignore
  offers: offerReplace,
  example: [
    { kind: 'solid', fields: {} },
    { kind: 'solid', fields: { shape: 'cylinder', across: '14', at: { along: '40', up: '0', from: '' } } },
    { kind: 'replace', fields: { part: 'before1', by: 'before2' } },
  ],
  build: ({ part, by, tipped, turned }, { kernel }) => {
    if (part.id === by.id) return raise('same-part', 'A part cannot take its own place; choose another one.', 'by')
    const quarter = Math.PI / 2
    const lies = compose(turnAbout([0, 0, 1], Number(turned) * quarter), turnAbout([1, 0, 0], Number(tipped) * quarter))
    const own = kernel.place(by.solid, lies).bounds()
    const there = part.solid.bounds()
    const [a, b] = [boxMiddle(own), boxMiddle(there)]
    const onto = translation([b[0] - a[0], b[1] - a[1], there.min[2] - own.min[2]])
    const placed = kernel.place(by.solid, compose(onto, lies))
    const faces = new Set(part.pointable().topology.surfaceOf).size
    const { solid, found } = renamedLike(kernel, placed, part.pointable())
    const lost = faces - found
    const notes = lost > 0 ? [`${lost} of the ${faces} faces of ${part.name} have none like them on ${by.name}: what hangs on those is told.`] : [] // prettier-ignore
    return { parts: [{ id: part.id, solid }], gone: [by.id], into: part.id, rows: [], notes }
  },
})
