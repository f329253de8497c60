import { areasOf } from '../../alter/bulges'
import { withDivided } from '../../alter/divide-face'
import { isSame } from '../../alter/one-name'
import { carriedOn } from '../../divide/cut-line'
import { type Pointable, pointable } from '../../faces/resolve'
import { choiceField } from '../../fields/choice'
import { facesField, type FaceValue, partField } from '../../fields/part'
import { publicationField } from '../../fields/publication'
import { invert, apply } from '../../geometry/placement'
import { boxMiddle, boxSize, length, type Vec2 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import { nameKey } from '../../kernel/surface'
import { toPolygon, toPolygons } from '../../profile/polygon'
import { raise } from '../../result'
import { someFaces } from '../by-hand'
import { type Drawing, DRAWING } from '../drawn'
import { offerDivideFace } from './offers'
import { pathOf } from '../path'
import { stepKind } from '../step-kind'

/** Flat faces divided by what is drawn, so that one side can be treated apart. */
export const divideFaceStep = stepKind({
  kind: 'divide-face',
  title: 'Divide a face by a drawn line',
  findBy: ['split', 'imprint', 'area', 'patch', 'two faces', 'part of a face', 'edit a mesh'],
  group: 'alter',
  about: 'Divides flat faces by a line or an outline that is drawn: what lies on one side is a face of its own, which can be moved, leant, coloured, drawn on.', // prettier-ignore
  fields: {
    part: partField('The part', 'change'),
    faces: facesField('The faces', 'part'),
    drawing: publicationField('The drawing', DRAWING, () => []),
    by: choiceField('What divides', 'line', { line: 'the line of', outline: 'what is drawn in' }),
  },
  fieldNotes: {
    part: 'id of the part',
    faces: 'kept flat faces of it',
    drawing: 'id of a drawing step before, which is carried onto the faces square to its plane; empty: the nearest',
    by: 'its open `line`, carried on past its ends, or the `outline` of what is material in it',
  },
  sentence: [
    'Divide', { field: 'faces' }, { field: 'part', before: 'of' }, { field: 'by', before: 'by' }, { field: 'drawing', after: '.' },
  ], // prettier-ignore
  surfaces: { side: { called: 'side of the drawn line' } },
  offers: offerDivideFace,
  example: [
    { kind: 'solid', fields: {} },
    { kind: 'drawing', fields: { on: { part: 'before1', face: { name: { step: 'before1', role: 'far' }, near: [0, 0, 10], of: 1 }, datum: 'middle', off: '0' }, shapes: [{ id: 'l', kind: 'line', fields: { from: { along: '0', up: '-8', from: '' }, to: { along: '3', up: '8', from: '' } } }] } },
    { kind: 'divide-face', fields: { part: 'before1', faces: [{ name: { step: 'before1', role: 'far' }, near: [0, 0, 10], of: 1 }] } },
  ], // prettier-ignore
  build: ({ part, faces, drawing: { data: drawing }, by }, { kernel, id, tolerance }) => {
    const within = by === 'outline' ? outlineOf(drawing, tolerance) : leftOf(drawing, part.solid, tolerance)
    let solid = part.solid
    for (const [nth, face] of someFaces(faces).entries()) {
      const on = nth === 0 ? part.pointable() : pointable(kernel.read(solid))
      const called = { step: id, role: 'side', ...(nth === 0 ? {} : { segment: `${nth + 1}` }) }
      solid = withDivided(kernel, on, nth === 0 ? face.region : sameFace(face, on), within, drawing.plane.frame, called)
    }
    return { parts: [{ id: part.id, solid }], rows: [], notes: [] }
  },
})

/** The face as it is once another one has been divided: nothing of it has changed. */
function sameFace({ on: before, region }: FaceValue, on: Pointable): number {
  const was = before.mesh.surfaces[before.topology.surfaceOf[region]!]!
  const area = areasOf(before)[region]!
  return on.topology.surfaceOf.findIndex((s, r) => nameKey(on.mesh.surfaces[s]!) === nameKey(was) && isSame(on.mesh.surfaces[s]!.shape, was.shape) && Math.abs(areasOf(on)[r]! - area) < 1e-6 * area) // prettier-ignore
}

/** Errors: no-region */
function outlineOf({ profile }: Drawing, tolerance: number): Vec2[][] {
  if (profile.loops.length === 0) return raise('no-region', 'There is nothing in this drawing that is gone round; divide by its line.', 'drawing') // prettier-ignore
  return toPolygons(profile, tolerance).map((p) => p.points)
}

/** Corners by which what is far away is gone round. */
const ROUND = 12

/** All that lies to the left of the one line of a drawing. Errors: no-path, several, closed */
function leftOf(drawing: Drawing, solid: Solid, tolerance: number): Vec2[][] {
  const path = pathOf(drawing, 'drawing')
  if (path.closed) return [toPolygon(path.segments as Drawing['open'][number], tolerance).points]
  const bounds = solid.bounds()
  const [x, y] = apply(invert(drawing.plane.frame), boxMiddle(bounds))
  const far = 4 * length(boxSize(bounds)) + Math.hypot(x, y)
  const run = carriedOn(path.segments, [x, y], far)
  const points = toPolygon(run, tolerance).points
  const [start, end] = [run[0]!.a, run.at(-1)!.b]
  // From its end round what is far away, anticlockwise, to its start.
  const angle = (p: Vec2) => Math.atan2(p[1] - y, p[0] - x)
  const turn = (angle(start) - angle(end) + 4 * Math.PI) % (2 * Math.PI)
  const radius = 2 * Math.max(Math.hypot(start[0] - x, start[1] - y), Math.hypot(end[0] - x, end[1] - y))
  const round = Array.from({ length: ROUND + 1 }, (_, i): Vec2 => {
    const at = angle(end) + (turn * i) / ROUND
    return [x + radius * Math.cos(at), y + radius * Math.sin(at)]
  })
  return [[...points, end, ...round]]
}
