import { choiceField, yesNoField } from '../../src/core/fields/choice'
import { token } from '../../src/core/fields/field-kind'
import type { FieldSpecs } from '../../src/core/fields/kinds'
import { lengthField } from '../../src/core/fields/length'
import { countField } from '../../src/core/fields/number'
import { edgesField, facesField, partField, partsField } from '../../src/core/fields/part'
import { publicationField } from '../../src/core/fields/publication'
import { emptyProject, type Project, type ProjectStep } from '../../src/core/document/schema'
import { translation } from '../../src/core/geometry/placement'
import { circle, rectangle } from '../../src/core/profile/shapes'
import { registerStepKind } from '../../src/core/steps/registry'
import { leaving, stepKind } from '../../src/core/steps/step-kind'

/** Kinds of steps made up for tests: plain blocks, and what may be done to them. */
export const SLAB = token<{ part: string; width: number }>('slab', 'slab')

const slabFields = {
  width: lengthField('Width', '40', 0.1, 500),
  depth: lengthField('Depth', '20', 0.1, 500),
  height: lengthField('Height', '5', 0.1, 500),
  x: lengthField('Left edge at', '0', -500, 500),
} satisfies FieldSpecs

/** Makes a block with its front left corner at x, on the ground. */
export const slabStep = stepKind({
  kind: 'slab',
  title: 'Lay a slab',
  findBy: ['slab', 'plank', 'bed'],
  group: 'make',
  about: 'Lays a slab on the ground.',
  fields: slabFields,
  sentence: ['Lay a slab', { field: 'width' }, 'by', { field: 'depth', after: ',' }, { field: 'height' }, 'high, from', { field: 'x', after: '.' }], // prettier-ignore
  publishes: [SLAB],
  facts: { width: 'its width', top: 'height of its top' },
  surfaces: { top: { called: 'top of the slab', moved: ['height', 'the height of the slab'] } },
  start: () => ({ width: '30' }),
  offers: (at) =>
    at.picks[0]?.name?.step
      ? [{ key: 'slab beside', words: 'lay a slab beside it', picked: true, steps: [{ id: at.newId(), kind: 'slab', off: false, fields: { x: '60' } }] }] // prettier-ignore
      : [],
  example: [{ kind: 'slab', fields: { width: '12' } }],
  build: (v, { id, kernel, tolerance }) => {
    const outline = rectangle(v.x, 0, v.x + v.width, v.depth)
    const names = { step: id, top: 'top', bottom: 'under', side: 'side' }
    const part = `${id}.slab`
    return {
      parts: [{ id: part, name: 'Slab', color: '#9db096', solid: kernel.extrude(outline, 0, v.height, { tolerance, names }) }], // prettier-ignore
      facts: { width: v.width, top: v.height },
      published: [leaving(SLAB, { part, width: v.width })],
      rows: [],
      notes: [],
    }
  },
})

/** Makes a part as wide as a slab that another step has left. */
const copyStep = stepKind({
  kind: 'echo',
  title: 'Echo a slab',
  findBy: ['echo'],
  group: 'make',
  about: 'Makes a strip as wide as a slab.',
  fields: { slab: publicationField('Slab', SLAB, () => []), height: lengthField('Height', 'slab.top', 0.1, 500) },
  sentence: ['Echo it', { field: 'height' }, 'high.'],
  example: [],
  build: (v, { id, kernel, tolerance }) => ({
    parts: [{ id: `${id}.echo`, name: 'Echo', solid: kernel.extrude(rectangle(0, 100, v.slab.data.width, 105), 0, v.height, { tolerance, names: { step: id, top: 'top', bottom: 'under', side: 'side' } }) }], // prettier-ignore
    rows: [],
    notes: [],
  }),
})

/** Cuts round holes along a part's length, or a trench across it. */
const cutStep = stepKind({
  kind: 'cut',
  title: 'Cut into a part',
  findBy: ['cut', 'hole', 'trench'],
  group: 'change',
  about: 'Cuts into a part.',
  fields: {
    part: partField('Part', 'change'),
    what: choiceField('What', 'holes', { holes: 'holes', trench: 'a trench across', nothing: 'nothing' }),
    count: countField('How many', '1', 0, 50),
    size: lengthField('Size', '4', 0.1, 100),
    at: lengthField('From the left', '10', -500, 500),
    deep: lengthField('Depth of the trench', '2', 0.1, 100),
  },
  sentence: ['Cut', { field: 'count' }, { field: 'what' }, 'of', { field: 'size' }, 'into', { field: 'part', after: '.' }], // prettier-ignore
  example: [],
  build: (v, { id, kernel, tolerance }) => {
    const names = (copy: string) => ({ step: id, top: 'end', bottom: 'floor', side: 'wall', copy: [copy] })
    const top = v.part.solid.bounds().max[2]
    const tools = Array.from({ length: v.what === 'nothing' ? 0 : v.count }, (_, i) => {
      const at = v.at + i * 2 * v.size
      return v.what === 'holes'
        ? kernel.extrude(circle([at, 10], v.size / 2), -1, top + 1, { tolerance, names: names(`hole ${i + 1}`) })
        : kernel.extrude(rectangle(at, -50, at + v.size, 90), top - v.deep, top + 1, { tolerance, names: names(`trench ${i + 1}`) }) // prettier-ignore
    })
    return { parts: [{ id: v.part.id, solid: kernel.subtract(v.part.solid, tools) }], rows: [], notes: [] }
  },
})

/** Puts a peg on a face that was picked. */
const pegStep = stepKind({
  kind: 'peg',
  title: 'Stand a peg on a face',
  findBy: ['peg'],
  group: 'change',
  about: 'Stands a peg on a face.',
  fields: { part: partField('Part', 'change'), on: facesField('Faces', 'part'), along: edgesField('Edges', 'part'), tall: lengthField('Height', '3', 0.1, 100) }, // prettier-ignore
  sentence: ['Stand a peg on', { field: 'on', after: ',' }, { field: 'tall' }, 'tall.'],
  example: [],
  build: (v, { id, kernel, tolerance }) => {
    const pegs = v.on.flatMap(({ tag }) => {
      if (tag.shape.kind !== 'plane') return []
      const [x, y, z] = tag.shape.point
      const peg = kernel.extrude(circle([0, 0], 1), -0.2, v.tall, { tolerance, names: { step: id, top: 'end', bottom: 'foot', side: 'peg' } }) // prettier-ignore
      return [kernel.place(peg, translation([x + 5, y + 5, z]))]
    })
    return {
      parts: [{ id: v.part.id, solid: kernel.union([v.part.solid, ...pegs]) }],
      rows: [],
      notes: [`on ${v.on.map((f) => f.tag.role).join()}, along ${v.along.map((e) => e.borders.length).join()}`],
    }
  },
})

/** Makes one part of several. */
const joinStep = stepKind({
  kind: 'join',
  title: 'Join parts',
  findBy: ['join'],
  group: 'change',
  about: 'Makes one part of several.',
  fields: { parts: partsField('Parts', 'change'), keep: yesNoField('Keep them', false, 'kept', 'used up') },
  sentence: ['Join', { field: 'parts', after: ',' }, 'which are', { field: 'keep', after: '.' }],
  example: [],
  build: (v, { id, kernel }) => ({
    parts: [{ id: `${id}.whole`, name: 'Whole', solid: kernel.union(v.parts.map((p) => p.solid)) }],
    gone: v.keep ? [] : v.parts.map((p) => p.id),
    rows: [],
    notes: [],
  }),
})

let registered = false
/** Makes them known, once a test file. */
export function registerTestKinds(): void {
  if (registered) return
  registered = true
  for (const kind of [slabStep, copyStep, cutStep, pegStep, joinStep]) registerStepKind(kind)
}

export const step = (id: string, kind: string, fields: Record<string, unknown> = {}): ProjectStep => ({
  id,
  kind,
  off: false,
  fields: fields as ProjectStep['fields'],
})

export const sheet = (...steps: ProjectStep[]): Project => ({ ...emptyProject('Beds'), steps })
