import { choiceField } from '../../../fields/choice'
import { lengthField } from '../../../fields/length'
import { namedShapesField } from '../../../fields/named-shapes'
import type { Drawn } from '../../../fields/drawn-shape'
import { chain } from '../../../outlines/chain'
import { convexHull, boundingRectangle } from '../../../profile/shapes'
import { offsetProfile } from '../../../profile/offset'
import type { Profile, Segment } from '../../../profile/segment'
import { expectOk, raise } from '../../../result'
import { cornered } from '../corners'
import { closedRegion, MEET, united } from '../../../profile/united'
import { farthestOut, onCorner } from './figure-places'
import { shapeKind } from './shape-kind'
import { roleField } from './role'

const MOST = 10_000

/** All that earlier shapes go round, as one region. */
export const areaOf = (of: readonly Drawn[]): Profile => {
  const joined = chain(
    of.flatMap((s) => s.open.flat()),
    MEET,
  )
  const region = expectOk(united([...of.flatMap((s) => s.regions), ...joined.closed.map(closedRegion)]))
  return region.loops.length === 0
    ? raise(
        'open',
        'None of these closes, so there is nothing to go round; a band can be made along an open line.',
        'of',
      )
    : region
}

export const shapeOf = (profile: Profile, id: string) => ({
  regions: [{ loops: profile.loops.map((loop, l) => loop.map((s, i): Segment => ({ ...s, id: `${id}.${s.id ?? `${l + 1}.${i + 1}`}` }))) }], // prettier-ignore
  open: [],
  points: {},
})

export const offsetShape = shapeKind({
  kind: 'offset',
  title: 'offset',
  findBy: ['clearance', 'gap', 'around', 'inside', 'parallel', 'bigger', 'smaller', 'shell'],
  about: 'The outline of earlier shapes at a distance: around it or inside, per side.',
  fields: {
    of: namedShapesField('What it goes along'),
    way: choiceField('Where it runs', 'around', { around: 'around it', inside: 'inside it' }),
    by: lengthField('The distance per side', '0.2', 0, MOST, 'per-side'),
    corners: choiceField('Its corners', 'round', { round: 'round', sharp: 'sharp' }),
    is: roleField(),
  },
  sentence: ['Offset of', { field: 'of', after: ',' }, { field: 'by' }, { field: 'way', before: 'per side', after: ',' }, { field: 'corners', before: 'corners', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  figuresAt: { by: farthestOut },
  ofPicked: { words: 'go round it at a distance', start: (of) => ({ of }), instead: true },
  make: ({ of, way, by, corners }, id) => {
    const found = expectOk(offsetProfile(areaOf(of), way === 'around' ? by : -by, corners))
    return found.loops.length === 0
      ? raise('too-narrow', `Nothing is left ${by.toFixed(2)} mm inside; a smaller distance would leave some.`, 'by')
      : shapeOf(found, id)
  },
})

export const cornersShape = shapeKind({
  kind: 'corners',
  title: 'round or bevel corners',
  findBy: ['fillet', 'chamfer', 'radius', 'corner', 'soft'],
  about: 'Earlier shapes with their corners rounded or bevelled: those that stand out, those that go in, or all.',
  fields: {
    of: namedShapesField('Whose corners'),
    how: choiceField('What becomes of them', 'round', { round: 'rounded', bevel: 'bevelled' }),
    by: lengthField('The radius, or how far a bevel goes along the edges', '2', 0.01, MOST),
    which: choiceField('Which corners', 'all', { all: 'all of them', out: 'those that stand out', in: 'those that go in' }), // prettier-ignore
    is: roleField(),
  },
  sentence: ['Corners of', { field: 'of' }, { field: 'how' }, { field: 'by', before: 'by', after: ',' }, { field: 'which', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  figuresAt: { by: onCorner },
  ofPicked: { words: 'round its corners', start: (of) => ({ of }), instead: true },
  make: ({ of, how, by, which }, id) => {
    const loops = areaOf(of).loops.map((loop) => cornered(loop, true, { how, by, which }, 'by'))
    return shapeOf({ loops }, id)
  },
})

export const hullShape = shapeKind({
  kind: 'hull',
  title: 'hull or box of several',
  findBy: ['wrap', 'rubber band', 'bounding box', 'frame', 'around'],
  about: 'The least outline without hollows round earlier shapes, or the least upright rectangle.',
  fields: {
    of: namedShapesField('What it goes round'),
    as: choiceField('What it is', 'hull', { hull: 'Hull', box: 'Box' }),
    is: roleField(),
  },
  sentence: [{ field: 'as' }, { field: 'of', before: 'round', after: ',' }, { field: 'is', after: '.' }],
  make: ({ of, as }, id) => {
    const all = { loops: of.flatMap((s) => [...s.regions.flatMap((r) => r.loops), ...s.open]) }
    return shapeOf(as === 'box' ? boundingRectangle(all) : convexHull(areaOf(of)), id)
  },
})
