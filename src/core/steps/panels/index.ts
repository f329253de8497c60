import { choiceField } from '../../fields/choice'
import { lengthField } from '../../fields/length'
import { placeField } from '../../fields/place'
import { planeField } from '../../fields/plane'
import { apply, compose, translation, turn, turnOnto } from '../../geometry/placement'
import type { Vec3 } from '../../geometry/vec'
import { rectangle } from '../../profile/shapes'
import { raise } from '../../result'
import { newStep, type Offer, type Situation } from '../offer'
import { type PartOutput, stepKind } from '../step-kind'

const MOST = 5000
const PANELS = ['floor', 'front', 'back', 'left', 'right', 'top'] as const

/** A box of panels that lie in each other at their edges, to be locked there. */
export const panelsStep = stepKind({
  kind: 'panels',
  title: 'Put up a box of panels',
  findBy: ['crate', 'tray', 'drawer', 'planter', 'box of walls', 'plywood', 'flat', 'new part'],
  group: 'make',
  about: 'A floor and four walls, with or without a top, each a flat part of a thickness of its own that goes out to the outside of the box: where they lie in each other they can be locked by fingers. Each is printed lying.', // prettier-ignore
  fields: {
    width: lengthField('Its width outside', '120', 2, MOST),
    depth: lengthField('Its depth outside', '80', 2, MOST),
    height: lengthField('Its height outside', '60', 2, MOST),
    floor: lengthField('How thick the floor is', '3', 0.2, 200),
    long: lengthField('How thick front and back are', '3', 0.2, 200),
    short: lengthField('How thick left and right are', '3', 0.2, 200),
    top: choiceField('What is on top', 'open', { open: 'open', closed: 'with a top as thick as the floor' }),
    on: planeField('The plane it stands on'),
    at: placeField('Where it stands'),
  },
  fieldNotes: {
    on: 'as in a drawing',
    at: 'its middle, from the plane’s datum',
    top: '`open`, or `closed` by a top',
  },
  sentence: [
    'A box of panels', { field: 'width' }, { field: 'depth', before: 'by' }, { field: 'height', before: 'by', after: ',' }, { field: 'top', after: ';' },
    { field: 'floor', before: 'floor', after: ',' }, { field: 'long', before: 'front and back', after: ',' }, { field: 'short', before: 'left and right', after: ' thick,' },
    { field: 'on', before: 'on' }, { field: 'at', before: 'at', after: '.' },
  ], // prettier-ignore
  surfaces: Object.fromEntries(PANELS.flatMap((key) => [[`${key} side`, { called: 'edge' }], [`${key} inside`, { called: 'inside' }], [`${key} outside`, { called: 'outside' }]])), // prettier-ignore
  start: () => ({}),
  offers: offerPanels,
  example: [{ kind: 'panels', fields: { width: '90', top: 'closed' } }],
  build: ({ width, depth, height, floor, long, short, top, on, at }, { kernel, id, tolerance }) => {
    const [x, y] = [width / 2, depth / 2]
    if (2 * long >= depth - 1 || 2 * short >= width - 1 || (top === 'closed' ? 2 : 1) * floor >= height - 1) return raise('no-room', 'The walls would fill the box; make it larger or them thinner.', 'width') // prettier-ignore
    /** From corner to corner, and which way each looks out. */
    const all: readonly [string, string, Vec3, Vec3, Vec3][] = [
      ['floor', 'Floor', [-x, -y, 0], [x, y, floor], [0, 0, -1]],
      ['front', 'Front', [-x, -y, 0], [x, -y + long, height], [0, -1, 0]],
      ['back', 'Back', [-x, y - long, 0], [x, y, height], [0, 1, 0]],
      ['left', 'Left', [-x, -y, 0], [-x + short, y, height], [-1, 0, 0]],
      ['right', 'Right', [x - short, -y, 0], [x, y, height], [1, 0, 0]],
      ...(top === 'closed' ? [['top', 'Top', [-x, -y, height - floor], [x, y, height], [0, 0, 1]] as [string, string, Vec3, Vec3, Vec3]] : []), // prettier-ignore
    ]
    const stands = compose(on.frame, translation([at[0], at[1], 0]))
    const parts = all.map(([key, name, min, max, out]): PartOutput => {
      // Drawn lying on its outer face, so that both faces have names of their own, and turned up.
      const lies = turnOnto(out, [0, 0, -1])
      const [p, q] = [apply(lies, min), apply(lies, max)]
      const [lo, hi] = [p.map((v, k) => Math.min(v, q[k]!)), p.map((v, k) => Math.max(v, q[k]!))] as [number[], number[]] // prettier-ignore
      const names = { step: id, side: `${key} side`, top: `${key} inside`, bottom: `${key} outside` }
      const flat = kernel.extrude(rectangle(lo[0]!, lo[1]!, hi[0]!, hi[1]!), lo[2]!, hi[2]!, { names, tolerance })
      const up = turnOnto([0, 0, -1], out)
      const solid = kernel.place(flat, compose(stands, up))
      return { id: `${id}.${key}`, solid, name, print: turnOnto(turn(stands, out), [0, 0, -1]) }
    })
    return { parts, rows: [], notes: [] }
  },
})

/** A box of panels with the fingers that lock it. */
function offerPanels({ newId }: Situation): Offer[] {
  const box = newStep({ newId }, 'panels', {})
  const parts = PANELS.slice(0, 5).map((key) => `${box.id}.${key}`)
  return [{ key: 'panels locked', words: 'Put up a box of panels that lock with fingers', steps: [box, newStep({ newId }, 'fingers', { parts })] }] // prettier-ignore
}
