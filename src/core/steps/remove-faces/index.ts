import type { Feature } from '../../alter/plan'
import { reshaped } from '../../alter/reshape'
import { featuresAt, smallFeatures, withoutEdges, withoutFeatures } from '../../alter/take-off'
import { choiceField } from '../../fields/choice'
import { lengthField } from '../../fields/length'
import { facesField, partField } from '../../fields/part'
import { attempted } from '../../blend/largest'
import type { Solid } from '../../kernel/kernel'
import { raise } from '../../result'
import { someFaces } from '../by-hand'
import { stepKind } from '../step-kind'
import { offerRemoveFaces } from './offers'

/** Holes, bosses, signs, rounded and bevelled edges taken off a part as if they had never been there. */
export const removeFacesStep = stepKind({
  kind: 'remove-faces',
  title: 'Remove a hole, a boss, a rounded edge',
  findBy: ['delete', 'fill', 'close', 'text', 'logo', 'sign', 'defeature', 'fillet', 'chamfer', 'pocket', 'plug', 'edit a mesh'], // prettier-ignore
  group: 'alter',
  about: 'Takes what stands on a part or is sunk in it off again, however it was made; the place closes.',
  fields: {
    part: partField('The part', 'change'),
    what: choiceField('What goes', 'feature', {
      feature: 'all that stands there or is sunk there, with',
      edge: 'these rounded or bevelled edges:',
      small: 'all that is no longer than',
    }),
    faces: facesField('The faces', 'part'),
    size: lengthField('The size', '3', 0.01, 1000),
  },
  fieldNotes: {
    part: 'id of the part',
    what: '`feature`: holes, bosses, pockets, letters that `faces` belong to; `edge`: rounded and bevelled edges, of rounds with all that runs on from them; `small`: every feature up to `size` long', // prettier-ignore
    faces: 'kept faces of the part',
  },
  sentence: [
    'Remove from', { field: 'part', after: ',' }, { field: 'what' },
    { field: 'faces', when: ['what', 'feature', 'edge'], after: '.' }, { field: 'size', when: ['what', 'small'], after: '.' },
  ], // prettier-ignore
  start: ({ parts }) => (parts.length > 0 ? { part: parts.at(-1)!.id, what: 'small' } : undefined),
  offers: offerRemoveFaces,
  example: [
    { kind: 'solid', fields: {} },
    { kind: 'edges', fields: { part: 'before1', which: 'upright', radius: '3' } },
    { kind: 'remove-faces', fields: { part: 'before1', what: 'edge', faces: [{ name: { step: 'before2', role: 'blend' }, near: [19.12, 14.12, 5], of: 4 }] } }, // prettier-ignore
  ],
  build: ({ part, what, faces, size }, { kernel }) => {
    const on = part.pointable()
    const regions = () => someFaces(faces).map((f) => f.region)
    if (what === 'edge')
      return { parts: [{ id: part.id, solid: reshaped(kernel, on, withoutEdges(on, regions())) }], rows: [], notes: [] }
    const goes = (...list: Feature[]) => reshaped(kernel, on, withoutFeatures(list))
    const alone = new Map<Feature, Solid | undefined>()
    const can = (f: Feature) => {
      if (!alone.has(f)) alone.set(f, attempted(() => goes(f))) // prettier-ignore
      return alone.get(f) !== undefined
    }
    const meant = what === 'small' ? smallFeatures(on, size) : featuresAt(on, regions(), can)
    const all = what === 'small' ? attempted(() => goes(...meant)) : undefined
    const features = what === 'small' && !all ? meant.filter(can) : meant
    const [first, more] = features
    if (!first) return raise('none', `${part.name} has nothing on it that is so small and could go.`, 'size')
    const solid = all ?? (more ? undefined : alone.get(first)) ?? goes(...features)
    const left = meant.length - features.length
    const notes = [
      ...(features.length > 1 ? [`${features.length} go.`] : []),
      ...(left > 0
        ? [`${left} as small as that cannot go: the faces round ${left > 1 ? 'them' : 'it'} do not meet.`]
        : []),
    ]
    return { parts: [{ id: part.id, solid }], rows: [], notes }
  },
})
