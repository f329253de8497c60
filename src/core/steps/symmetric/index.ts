import { choiceField } from '../../fields/choice'
import { partField } from '../../fields/part'
import { planeField } from '../../fields/plane'
import { compose, FLIPPED } from '../../geometry/placement'
import { raise } from '../../result'
import { stepKind } from '../step-kind'
import { bothSides } from './mirrored'
import { offerSymmetric, startSymmetric } from './offers'
import { sameOnBothSides } from './still-same'

/** Less than this is no difference, mm3. */
const NOTHING = 0.01

/** A part that is the same on both sides of a plane: what steps before did on one side is done on the other. */
export const symmetricStep = stepKind({
  kind: 'symmetric',
  title: 'Keep a part the same on both sides',
  findBy: ['symmetry', 'symmetric', 'mirror', 'both sides', 'left and right', 'half', 'other side'],
  group: 'change',
  about:
    'Makes one side of a part the mirror image of the other: whatever the steps before do on that side is done on both. Steps after it that change one side alone are told of.',
  fields: {
    part: partField('The part', 'change'),
    at: planeField('The plane'),
    as: choiceField('The side that counts', 'front', { front: 'in front of it', behind: 'behind it' }),
  },
  fieldNotes: {
    part: 'id of the part',
    at: 'as in a drawing',
    as: 'the side that is kept: what lies in `front` of the plane, or `behind` it',
  },
  sentence: ['Keep', { field: 'part' }, 'the same on both sides of', { field: 'at', after: ',' }, 'as it is', { field: 'as', after: '.' }], // prettier-ignore
  start: startSymmetric,
  offers: offerSymmetric,
  checks: [sameOnBothSides],
  example: [
    { kind: 'solid', fields: { width: '40', depth: '24', height: '10' } },
    { kind: 'holes', fields: { on: { base: 'ground', off: '10' }, where: 'places', at: [{ along: '12', up: '4', from: '' }], for: 'plain', across: '5', parts: ['before1'] } }, // prettier-ignore
    { kind: 'symmetric', fields: { part: 'before1', at: { base: 'side', off: '0' } } },
  ],
  build: ({ part, at, as }, { kernel, id }) => {
    const frame = as === 'front' ? at.frame : compose(at.frame, FLIPPED)
    const solid = bothSides(kernel, part.solid, frame, id)
    if (solid.volume() < 1e-9 * part.solid.volume()) return raise('missed', `Nothing of ${part.name} lies ${as === 'front' ? 'in front of' : 'behind'} the plane; the other side may have something.`, 'as') // prettier-ignore
    const changed = kernel.subtract(solid, [part.solid]).volume() + kernel.subtract(part.solid, [solid]).volume()
    const pieces = kernel.bodies(solid).length
    return {
      parts: [{ id: part.id, solid }],
      rows: [],
      notes: [
        changed < NOTHING ? 'It was the same on both sides already.' : `${changed.toFixed(changed < 10 ? 2 : 0)} mm³ are otherwise on the other side now.`, // prettier-ignore
        ...(pieces > kernel.bodies(part.solid).length ? [`${part.name} is in ${pieces} pieces now.`] : []),
      ],
    }
  },
})
