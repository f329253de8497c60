import { withFaces } from '../../alter/move-faces'
import { alikeRounds, isHollow, radiusOf, sizedRounds } from '../../alter/sizes'
import type { Pointable } from '../../faces/resolve'
import { choiceField } from '../../fields/choice'
import { lengthField } from '../../fields/length'
import { facesField, partField } from '../../fields/part'
import { formatLength } from '../../units/length'
import { asFar, passNotes, someFaces } from '../by-hand'
import { stepKind } from '../step-kind'
import { offerRoundSize } from './offers'
import { sizedRows } from './rows'

/** The size of holes, pegs, slots and rounded edges, however the part was made. */
export const roundSizeStep = stepKind({
  kind: 'round-size',
  title: 'Give holes and rounds a size',
  findBy: ['hole', 'bore', 'diameter', 'radius', 'enlarge', 'resize', 'peg', 'boss', 'fillet', 'slot', 'wider', 'ream', 'edit a mesh'], // prettier-ignore
  group: 'alter',
  about:
    'Gives round faces of a part another size, however it was made: holes, pegs, balls, the ends of slots with all their walls, rounded edges with all that runs on from them.',
  fields: {
    part: partField('The part', 'change'),
    faces: facesField('The round faces', 'part'),
    also: choiceField('Which else', 'these', { these: 'alone', alike: 'and all like them' }),
    how: choiceField('What is given', 'across', { across: 'a diameter of', radius: 'a radius of', wider: 'so much more all round:' }), // prettier-ignore
    size: lengthField('The size', '5', 0.01, 2000),
    by: lengthField('How much more all round', '0.2', -1000, 1000),
    gap: lengthField('The gap to what is round or in it, per side', '0', 0, 10, 'per-side'),
  },
  fieldNotes: {
    part: 'id of the part',
    faces: 'kept round faces of it',
    also: '`these` alone, or with all of the same size and kind (`alike`)',
    how: '`across` (diameter `size`), `radius` (`size`), or `wider`: `by` more all round than each is',
    gap: 'with `across` and `radius`: what is hollow becomes larger by it, what stands out smaller',
  },
  sentence: [
    'Give', { field: 'faces' }, { field: 'part', before: 'of', after: ',' }, { field: 'also', after: ',' }, { field: 'how' },
    { field: 'size', when: ['how', 'across', 'radius'] }, { field: 'gap', when: ['how', 'across', 'radius'], before: 'with a gap of', after: '.' },
    { field: 'by', when: ['how', 'wider'], after: '.' },
  ], // prettier-ignore
  offers: offerRoundSize,
  example: [
    { kind: 'solid', fields: { shape: 'cylinder', across: '8' } },
    { kind: 'round-size', fields: { part: 'before1', faces: [{ name: { step: 'before1', role: 'side' }, near: [4, 0, 5], of: 1 }], size: '9.4' } }, // prettier-ignore
  ],
  build: ({ part, faces, also, how, size, by, gap }, { kernel, id }) => {
    const on = part.pointable()
    const picked = someFaces(faces).map((f) => f.region)
    const regions = also === 'alike' ? [...new Set(picked.flatMap((r) => alikeRounds(on, r)))] : picked
    const before = radiusOf(on, picked[0]!)
    const halves = how === 'across' ? 2 : 1
    const asked = (region: number, was: number, share: number): number => {
      if (how === 'wider') return was + share * by
      const radius = before + share * (size / halves - before)
      return radius + (isHollow(on, region) ? gap : -gap)
    }
    const attempt = (share: number) =>
      withFaces(
        kernel,
        part.solid,
        on,
        sizedRounds(on, regions, (r, was) => asked(r, was, share)),
      )
    const figure = how === 'wider' ? { field: 'by', value: by, unit: 'mm' as const } : { field: 'size', value: size, from: halves * before, unit: 'mm' as const } // prettier-ignore
    const made = asFar(kernel, attempt, figure)
    const notes = [
      ...(also === 'alike' ? [`${regions.length} are like ${picked.length === 1 ? 'it' : 'them'}.`] : []),
      ...passNotes(made),
      ...told(on, regions, halves),
    ]
    const rows = how === 'wider' ? [] : sizedRows(id, part, on, regions, { across: (2 / halves) * size, gap })
    return { parts: [{ id: part.id, solid: made.solid }], facts: { was: halves * before }, rows, notes }
  },
  facts: { was: 'the size that the first had before' },
})

function told(on: Pointable, regions: readonly number[], halves: number): string[] {
  const sizes = [...new Set(regions.map((r) => formatLength(halves * radiusOf(on, r))))]
  return sizes.length === 1 ? [`${regions.length > 1 ? 'Each' : 'It'} was ${sizes[0]} mm.`] : [`They were ${sizes.join(', ')} mm.`] // prettier-ignore
}
