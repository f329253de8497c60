import { bodiesField } from '../../../fields/bodies'
import { cornersOf } from '../../../fields/fixed-marks'
import { chain } from '../../../outlines/chain'
import { nested } from '../../../outlines/drawing'
import type { Profile, Segment } from '../../../profile/segment'
import { united } from '../../../profile/united'
import { expectOk, raise } from '../../../result'
import { roleField } from './role'
import { shapeKind } from './shape-kind'

/** Meshes are kept to this, so pieces of one outline meet to this, mm. */
const MEET = 2e-3

/** The outlines of several bodies as one region; each piece is named by the body and by what it is the rim of. */
function together(outlines: readonly (readonly Segment[])[], id: string): Profile | undefined {
  const regions = outlines.map((segments, body) => {
    const named = segments.map((s, i) => ({ ...s, id: `${id}.${body + 1}.${s.id ?? i + 1}` }))
    return nested(chain(named, MEET).closed)
  })
  const there = regions.filter((r) => r.loops.length > 0)
  return there.length > 0 ? expectOk(united(there)) : undefined
}

export const sectionShape = shapeKind({
  kind: 'section',
  title: 'section of parts',
  findBy: ['cut', 'slice', 'cross section', 'walls', 'outline at a height', 'intersect'],
  about: 'The outlines of parts and items where the drawing’s plane, or one parallel to it, cuts them; they follow these.', // prettier-ignore
  fixed: true,
  fields: { of: bodiesField('What is cut, and where', 'cut'), is: roleField() },
  sentence: ['Section of', { field: 'of', after: ',' }, { field: 'is', after: '.' }],
  make: ({ of }, id) => {
    const cut = together(of, id)
    if (!cut) return raise('nothing-cut', 'There the plane runs past the parts; at another height it would cut them.', 'of') // prettier-ignore
    return { regions: [cut], open: [], points: cornersOf(cut.loops, [], id) }
  },
})

export const silhouetteShape = shapeKind({
  kind: 'silhouette',
  title: 'silhouette of parts',
  findBy: ['shadow', 'outline', 'contour', 'seen from above', 'pocket', 'tray', 'foam'],
  about: 'The outlines of parts and items as they are seen from the drawing, with the holes one can look through; they follow these.', // prettier-ignore
  fixed: true,
  fields: { of: bodiesField('What is seen', 'seen'), is: roleField() },
  sentence: ['Silhouette of', { field: 'of', after: ',' }, { field: 'is', after: '.' }],
  make: ({ of }, id) => {
    const seen = together(of, id)
    if (!seen) return raise('nothing-seen', 'Nothing of these shows from there.', 'of')
    return { regions: [seen], open: [], points: cornersOf(seen.loops, [], id) }
  },
})
