import { placesField } from '../../fields/place'
import { planeField } from '../../fields/plane'
import { settledField } from '../../fields/settled'
import { shapesField } from '../../fields/shapes'
import { someMeet } from '../../profile/cells'
import { areaOf, boundsOf, middleOf, perimeterOf } from '../../profile/measure'
import type { Profile } from '../../profile/segment'
import { raise } from '../../result'
import type { Drawn } from '../../fields/drawn-shape'
import type { Spot } from '../../fields/spots'
import { type Drawing, DRAWING } from '../drawn'
import { leaving, stepKind } from '../step-kind'
import { leftovers } from './leftovers'
import { offerDrawings, startDrawing } from './offers'
import { regionOf, SLIVER } from '../../fields/region'
import { chain } from '../../outlines/chain'
import { MEET, piecesOf } from '../../profile/united'
import { SHAPE_KINDS } from './shapes'

/** Shapes on a plane; what is made of them is the matter of other steps. */
export const drawingStep = stepKind({
  kind: 'drawing',
  title: 'Draw on a plane',
  findBy: ['drawing', 'draw', 'flat', 'outline', 'shape', 'line', 'circle', 'plate', 'new part', 'bracket'],
  group: 'make',
  about: 'Shapes on a plane, each a sentence. Material is what lies in a shape that is material and in no hole.',
  fields: {
    on: planeField('The plane'),
    settled: settledField('What its free numbers were solved with'),
    shapes: shapesField('The shapes', SHAPE_KINDS),
    switched: placesField('Regions that are switched', 0),
  },
  fieldNotes: {
    on: [
      '`{"base": "ground" \\| "front" \\| "side", "off": formula}`',
      'or a face: `{"part": id, "face": kept face, "off": formula}`, `{"reference": id, "face": face of an item, "off"}`',
      '`"datum"`: `middle`, `corner` (lower left), `low-right`, `up-left`, `up-right`, or the middle of the `low`, `right`, `up` or `left` edge of what the face covers; or `other`, the middle or axis of the face `"of"` (`{"part", "face"}`)',
      '`"and"` (`{"part", "face"}`) for the plane midway to another face',
      '`"edge": "low" \\| "right" \\| "up" \\| "left"` and `"angle"` to turn it about an edge of what the face covers',
      'of a round face it is the plane square to its axis, or with `"touch": angle` the one that touches its outside at that angle about the axis (degrees from the right, or from the back where the axis leads to the right, anticlockwise), and of an edge, `{"part": id, "along": kept edge, "off"}`, square to that: `"at": "start" \\| "middle" \\| "end"`, or with `"angle"` through it, turned by so many degrees into the part from the `"from": "first" \\| "second"` of the faces that it lies between',
    ].join('; '),
    settled:
      'by `shape.field`, the figures that its free numbers were last solved with; left out, they are taken as they are',
    switched: 'places in regions that are the other than their shapes say: no material where there was some, material in a hole or between outlines; a region ends at every outline', // prettier-ignore
    shapes: 'a list of `{"id", "kind", "fields"}`; the kinds are listed below',
  },
  sentence: [
    'Drawing on',
    { field: 'on', after: '.' },
    { field: 'switched', given: true, before: 'Switched at', after: '.' },
    { field: 'shapes' },
  ],
  publishes: [DRAWING],
  facts: { width: 'from left to right', height: 'from the lowest to the highest point' },
  checks: [leftovers],
  start: startDrawing,
  offers: offerDrawings,
  example: [
    {
      kind: 'drawing',
      fields: { shapes: [{ id: 'plate', kind: 'rectangle', fields: { width: '40', height: '24' } }, { id: 'bore', kind: 'circle', fields: { across: '8', is: 'hole' } }] }, // prettier-ignore
    },
  ],
  build: ({ on, shapes, switched }) => {
    const first = shapes.problems[0]
    if (first) return raise(first.problem.kind, `${first.letter}: ${first.problem.message}`, 'shapes')
    const region = regionOf(shapes.drawn, switched)
    if (!region.ok) return raise(region.problem.kind, region.problem.message, 'shapes')
    const { profile, all, open } = region.value
    const lost = region.value.switched.indexOf(undefined)
    if (lost >= 0) return raise('no-region', `Place ${lost + 1} of what is switched lies in no shape that goes round it.`, 'switched') // prettier-ignore
    const [x0, y0, x1, y1] = profile.loops.length > 0 ? boundsOf(profile) : [0, 0, 0, 0]
    return {
      parts: [],
      rows: [],
      facts: { width: x1 - x0, height: y1 - y0 },
      published: [
        leaving(DRAWING, {
          plane: on,
          profile,
          areas: someMeet(all) ? all : [],
          open,
          guides: guidesOf(shapes.drawn),
          lines: linesOf(shapes.drawn),
          middles: middlesOf(shapes.drawn),
        }),
      ],
      notes: [
        ...notesOf(shapes.drawn.length, profile, open.length, piecesOf(profile).length),
        ...sliversNote(region.value.slivers),
      ],
    }
  },
})

/** Guides as runs that something can go along. */
function guidesOf(drawn: readonly Drawn[]): Drawing['guides'] {
  const own = drawn.filter((d) => d.is === 'guide')
  const { open, closed } = chain(own.flatMap((d) => d.open.flat()), MEET) // prettier-ignore
  const round = own.flatMap((d) => d.regions.flatMap((r) => r.loops))
  return { open, closed: [...closed, ...round].map((loop) => [...loop]) }
}

const linesOf = (drawn: readonly Drawn[]): Drawing['lines'] =>
  Object.fromEntries(drawn.flatMap(({ id, kind, open: [run] }) => (kind === 'line' && run?.[0] ? [[id, [run[0].a, run[0].b]]] : []))) // prettier-ignore

/** The middles of round things, and of copies of shapes that have one. */
function middlesOf(drawn: readonly Drawn[]): Spot[] {
  const found = new Map<string, Spot>()
  for (const { id, points, round } of drawn) {
    const copied = Object.entries(points).flatMap(([name, at]) => (/^\d+\..*\.middle$/.test(name) ? [{ at, name: `${id}.${name}` }] : [])) // prettier-ignore
    for (const spot of [...(round ? [{ at: round.centre, name: id }] : []), ...copied]) {
      const key = spot.at.map((v) => v.toFixed(6)).join(' ')
      if (!found.has(key)) found.set(key, spot)
    }
  }
  return [...found.values()]
}

function sliversNote(slivers: readonly Profile[]): string[] {
  const places = slivers.map((s) => middleOf(s).map((v) => Number(v.toFixed(2))).join(', ')) // prettier-ignore
  if (places.length === 0) return []
  return [`Left out, as thinner than ${SLIVER} mm: ${places.length === 1 ? 'a sliver' : `${places.length} slivers`} at ${places.slice(0, 3).join(' and ')}.`] // prettier-ignore
}

function notesOf(shapes: number, profile: Parameters<typeof areaOf>[0], open: number, pieces: number): string[] {
  if (shapes === 0) return []
  const loose = open === 0 ? [] : [`${open === 1 ? 'One line does' : `${open} lines do`} not close, so nothing is made of ${open === 1 ? 'it' : 'them'}: let the ends meet, make ${open === 1 ? 'it a guide' : 'them guides'}, or sweep something along ${open === 1 ? 'it' : 'one'}.`] // prettier-ignore
  if (pieces === 0) return open > 0 ? loose : ['Nothing closed is drawn yet.']
  const regions = pieces === 1 ? 'One region' : `${pieces} regions`
  return [`${regions}, ${areaOf(profile).toFixed(1)} mm², ${perimeterOf(profile).toFixed(1)} mm of edge.`, ...loose]
}
