import { cornersOf } from '../../../fields/fixed-marks'
import { choiceField } from '../../../fields/choice'
import { takenEdgesField } from '../../../fields/taken-edges'
import { chain } from '../../../outlines/chain'
import { nested } from '../../../outlines/drawing'
import { withoutDoubles } from '../../../outlines/doubles'
import { loopArea } from '../../../profile/measure'
import type { Profile } from '../../../profile/segment'
import { shapeKind } from './shape-kind'
import { roleField } from './role'

/** Meshes are kept to this, so ends of edges of one face meet to this, mm. */
const MEET = 2e-3

export const edgesShape = shapeKind({
  kind: 'edges',
  title: 'edges of faces',
  findBy: ['project', 'face', 'outline of a part', 'convert', 'copy edges', 'floor', 'fill'],
  about: 'The edges of faces, or edges by themselves, of parts and items, laid flat onto the drawing’s plane; they follow these.', // prettier-ignore
  fixed: true,
  fields: {
    of: takenEdgesField('The faces and edges'),
    holes: choiceField('Holes in them', 'with', { with: 'with their holes', without: 'without their holes' }),
    is: roleField(),
  },
  sentence: ['Edges of', { field: 'of', after: ',' }, { field: 'holes', after: ',' }, { field: 'is', after: '.' }],
  make: ({ of, holes }, id) => {
    const { segments } = withoutDoubles(of.map((s, i) => ({ ...s, id: `${id}.${s.id ?? i + 1}` })))
    const { closed, open } = chain(segments, MEET)
    const profile: Profile = nested(closed)
    const loops = holes === 'with' ? profile.loops : profile.loops.filter((l) => loopArea(l) > 0)
    return { regions: loops.length > 0 ? [{ loops }] : [], open, points: cornersOf(loops, open, id) }
  },
})
