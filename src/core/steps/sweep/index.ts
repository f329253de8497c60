import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { publicationField } from '../../fields/publication'
import { apply, turn } from '../../geometry/placement'
import { normalize, sub } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import type { SurfaceTag } from '../../kernel/surface'
import { type Sculpt, sweptRings } from '../../lofts/swept'
import { sweptShape } from '../../lofts/swept-shape'
import { toPolygons } from '../../profile/polygon'
import { raise } from '../../result'
import { DRAWING } from '../drawn'
import { JOINING_NOTES, joinedOutput, joiningFields, joiningWords } from '../joining'
import type { Situation } from '../offer'
import { cornersOf, longOf, type Path, pathOf, piecesOf } from '../path'
import { SCULPT_NOTES, sculptFields, sculptOf, sculptWords } from './sculpt'
import { type StepContext, stepKind } from '../step-kind'
import { WALLED_NOTES, walled, walledFields, walledWords, wallRows } from '../walled'

const fields = {
  section: publicationField('The section', DRAWING, () => []),
  path: publicationField('The path', DRAWING, () => []),
  stands: choiceField('How the section stands', 'square', { square: 'square to it', upright: 'always the same way' }),
  ...sculptFields,
  ...walledFields,
  ...joiningFields,
}
type Values = FieldValues<typeof fields>

/** A drawing that goes along a line of another one. */
export const sweepStep = stepKind({
  kind: 'sweep',
  title: 'Sweep a drawing along a path',
  findBy: ['pipe', 'tube', 'hose', 'rail', 'moulding', 'handle', 'along', 'bend', 'gutter', 'twist', 'nozzle', 'horn'],
  group: 'make',
  about:
    'Moves a drawing along a line of another one: a bar, a pipe, a rail, growing, turning and leaving its plane on the way if wished, evenly or as lines say.',
  fields,
  fieldNotes: {
    section: 'id of a drawing step before; its datum goes along the path, its up away from the path’s plane',
    path: 'id of a drawing step before: its one run of lines that does not close, or its guide, or what it goes round; bends by the radii that it is drawn with', // prettier-ignore
    ...SCULPT_NOTES,
    ...WALLED_NOTES,
    ...JOINING_NOTES,
  },
  sentence: [
    'Sweep', { field: 'section' }, { field: 'path', before: 'along', after: ',' }, { field: 'stands', after: ',' },
    ...sculptWords, ...walledWords, ...joiningWords,
  ], // prettier-ignore
  surfaces: { side: { called: 'swept side' }, start: { called: 'beginning' }, end: { called: 'end' }, inside: { called: 'inside of the wall', moved: ['wall', 'the wall'], along: () => 1 }, edge: { called: 'rim' } }, // prettier-ignore
  printer: ['line'],
  start: (at: Situation) => {
    const drawings = at.left.filter((l) => l.token === DRAWING.name)
    const [section, path] = drawings.slice(-2)
    return section && path && { section: section.step, path: path.step }
  },
  example: [
    { kind: 'drawing', fields: { on: { base: 'front', off: '0' }, shapes: [{ id: 'hose', kind: 'circle', fields: { across: '12' } }] } }, // prettier-ignore
    { kind: 'drawing', fields: { shapes: [{ id: 'way', kind: 'run', fields: { through: [{ along: '0', up: '0', from: '' }, { along: '0', up: '40', from: '' }, { along: '30', up: '60', from: '' }] } }] } }, // prettier-ignore
    { kind: 'sweep', fields: { section: 'before1', path: 'before2', as: 'in', wall: '1.6' } },
  ],
  build: (values, context) => {
    const path = pathOf(values.path.data, 'path')
    const ends = path.closed ? [] : ['start', 'end']
    const output = joinedOutput(walled(sweptTool(values, path, context), values, ends, context), { ...values, name: 'Part' }, context) // prettier-ignore
    return {
      ...output,
      rows: wallRows(values, 'side', context.id),
      notes: [`${longOf(path).toFixed(1)} mm along.`, ...output.notes],
    }
  },
})

const UNCHANGED: Sculpt = { scale: () => 1, turn: () => 0, lift: () => 0 }

function sweptTool(values: Values, path: Path, { kernel, id, tolerance }: StepContext): Solid {
  const { section, path: way, stands } = values
  const { profile, open } = section.data
  if (section.step === way.step) return raise('same', 'The section and the path are the same drawing; choose another one.', 'path') // prettier-ignore
  if (profile.loops.length === 0) return raise('open', open.length > 0 ? 'Nothing in the section closes yet: its lines have open ends.' : 'There is nothing in the section yet.', 'section') // prettier-ignore
  const polygons = toPolygons(profile, tolerance)
  const sculpt = sculptOf(values)
  const isSculpted = sculpt !== undefined
  if (isSculpted && path.closed) return raise('closed', 'On a path that closes it has to come back as it began: of the same size, in its plane and not turned.', 'path') // prettier-ignore
  const corners = isSculpted ? denser(cornersOf(path, tolerance), tolerance > 0.01 ? 40 : 160) : cornersOf(path, tolerance) // prettier-ignore
  const loops = polygons.map((p) => p.points)
  const rings = sweptRings(
    loops,
    { corners, closed: path.closed, frame: path.frame },
    sculpt ?? UNCHANGED,
    stands === 'upright',
  )
  const tags: SurfaceTag[] = [endTag(id, 'start', path, corners, true), endTag(id, 'end', path, corners, false)]
  const pieces = isSculpted || stands === 'upright' ? undefined : piecesOf(path, tolerance)
  const known = new Map<string, number>()
  const faces = (k: number, l: number, i: number): number => {
    const own = profile.loops[l]![polygons[l]!.segment[i]!]!
    const piece = pieces?.[k]
    const name = own.id ?? `${l + 1}.${polygons[l]!.segment[i]! + 1}`
    const key = `${name} ${piece ?? ''}`
    const shape = piece === undefined ? FREE : sweptShape(own, path.segments[piece]!, path.frame)
    const copy = piece === undefined || path.segments.length === 1 ? {} : { copy: [path.segments[piece]!.id ?? `${piece + 1}`] } // prettier-ignore
    const found = known.get(key) ?? tags.push({ step: id, role: 'side', segment: name, ...copy, shape }) - 1
    known.set(key, found)
    return found
  }
  return kernel.through({ sections: rings, caps: [loops, loops], faces, closed: path.closed, tags })
}

const FREE = { kind: 'free' } as const

/** The flat face at an end of a path. */
function endTag(
  step: string,
  role: string,
  { frame }: Path,
  corners: readonly (readonly [number, number])[],
  first: boolean,
): SurfaceTag {
  const [p, q] = first ? [corners[0]!, corners[1]!] : [corners.at(-1)!, corners.at(-2)!]
  const out = normalize(sub([p[0], p[1], 0], [q[0], q[1], 0]))
  return { step, role, shape: { kind: 'plane', normal: turn(frame, out), point: apply(frame, [p[0], p[1], 0]) } }
}

/** A path in chords short enough to grow and turn along them. */
function denser(corners: readonly (readonly [number, number])[], steps: number): [number, number][] {
  const long = corners.slice(1).reduce((sum, p, i) => sum + Math.hypot(p[0] - corners[i]![0], p[1] - corners[i]![1]), 0)
  return corners.flatMap((p, i): [number, number][] => {
    const q = corners[i + 1]
    if (!q) return [[p[0], p[1]]]
    const count = Math.max(1, Math.ceil((Math.hypot(q[0] - p[0], q[1] - p[1]) / long) * steps))
    return Array.from({ length: count }, (_, k) => [p[0] + ((q[0] - p[0]) * k) / count, p[1] + ((q[1] - p[1]) * k) / count]) // prettier-ignore
  })
}
