import { sectionField } from '../../../fields/section'
import { chain } from '../../../outlines/chain'
import { nested } from '../../../outlines/drawing'
import { expectOk, raise } from '../../../result'
import { united } from '../../../profile/united'
import { shapeKind } from './shape-kind'
import { roleField } from './role'

/** Meshes are kept to this, so pieces of one cut meet to this, mm. */
const MEET = 2e-3

export const sectionShape = shapeKind({
  kind: 'section',
  title: 'section of parts',
  findBy: ['cut', 'slice', 'cross section', 'walls', 'outline at a height', 'intersect'],
  about: 'The outlines of parts where the drawing’s plane, or one parallel to it, cuts them; they follow the parts.',
  fields: { of: sectionField('The parts and where they are cut'), is: roleField() },
  sentence: ['Section of', { field: 'of', after: ',' }, { field: 'is', after: '.' }],
  make: ({ of }, id) => {
    const regions = of.map((segments, part) => {
      const named = segments.map((s, i) => ({ ...s, id: `${id}.${part + 1}.${s.id ?? i + 1}` }))
      return nested(chain(named, MEET).closed)
    })
    const cut = regions.filter((r) => r.loops.length > 0)
    if (cut.length === 0) return raise('nothing-cut', 'There the plane runs past the parts; at another height it would cut them.', 'of') // prettier-ignore
    return { regions: [expectOk(united(cut))], open: [], points: {} }
  },
})
