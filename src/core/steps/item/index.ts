import { trued } from '../../alter/trued'
import { choiceField } from '../../fields/choice'
import { itemField } from '../../fields/item'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { referenceField } from '../../fields/reference'
import type { Solid } from '../../kernel/kernel'
import { welded } from '../../mesh/weld'
import { expectOk, ProblemError, raise } from '../../result'
import { formatCubed, formatLength } from '../../units/length'
import { JOINING_NOTES, joinedOutput, joiningFields, joiningWords } from '../joining'
import { type StepContext, stepKind } from '../step-kind'
import { inOne } from './in-one'
import { throughItself } from './through-itself'
import { offerItem, startItem } from './offers'
import { isSheet, solidOfSheet, solidOfShape } from './solid-of-item'

const fields = {
  reference: referenceField('What was gathered'),
  item: itemField('The item', 'reference'),
  what: choiceField('What of it', 'itself', {
    itself: 'itself',
    room: 'with the room it moves in',
    sheet: 'an open sheet',
  }),
  thick: lengthField('How thick the sheet is made', '2', 0.05, 1000),
  way: choiceField('To which side', 'both', { both: 'half to each side', front: 'to its front', back: 'to its back' }),
  gap: lengthField('The gap round it, per side', '0', 0, 100, 'per-side'),
  ...joiningFields,
}

/** An item that was gathered, as a part to work on or as a tool. */
export const itemStep = stepKind({
  kind: 'item',
  title: 'Take over an item',
  findBy: [
    'board',
    'connector',
    'stl',
    'step',
    'imported',
    'mesh',
    'tool',
    'room',
    'pocket',
    'cut out',
    'edit an stl',
    'open sheet',
  ],
  group: 'make',
  about: 'An item of what was gathered, larger by a gap all round: a part of its own to work on, or something added to or taken from parts.', // prettier-ignore
  fields,
  fieldNotes: {
    reference: 'id of a reference; empty: the first',
    item: 'id of one of its items',
    what: 'the item `itself`; with the `room` that it moves in; or, of a mesh that does not close, the `sheet`, made `thick`',
    way: 'with `sheet`: half to each side, or to where its facets look (`front`), or the other way (`back`)',
    gap: 'how much larger it is made all round; shapes of over 600 triangles are then wrapped first, hollows closed',
    ...JOINING_NOTES,
  },
  sentence: [
    { field: 'item' }, { field: 'reference', before: 'of', after: ',' }, { field: 'what', after: ',' },
    { field: 'thick', when: ['what', 'sheet'], after: ' thick,' }, { field: 'way', when: ['what', 'sheet'], after: ',' }, { field: 'gap', when: ['what', 'itself', 'room'], before: 'with a gap of', after: ' round it,' }, ...joiningWords,
  ], // prettier-ignore
  surfaces: {
    face: { called: 'face' },
    front: {
      called: 'front',
      moved: ['thick', 'the thickness'],
      along: ({ way }) => ({ both: 2, front: 1 })[String(way)] ?? 0,
    },
    back: {
      called: 'back',
      moved: ['thick', 'the thickness'],
      along: ({ way }) => ({ both: 2, back: 1 })[String(way)] ?? 0,
    },
    rim: { called: 'rim' },
    grown: { called: 'gap', moved: ['gap', 'the gap round it'] },
  },
  checks: [throughItself],
  start: startItem,
  offers: offerItem,
  example: [{ kind: 'item', fields: { item: 'Front connectors/Knob', gap: '0.3' } }],
  build: (values, context) => {
    const { solid, notes } = solidOf(values, context)
    const made = joinedOutput(solid, { ...values, name: values.item.name }, context)
    return { ...made, notes: [...notes, ...made.notes] }
  },
})

/** That corners were off their faces is told from here on, mm. */
const TOLD = 5e-4

/** Finer shapes are wrapped before they are made larger. */
const FINE = 600

type Values = FieldValues<typeof fields>
interface Told {
  solid: Solid
  notes: string[]
}

function solidOf(values: Values, context: StepContext): Told {
  const { item, what, gap } = values
  const { kernel, id } = context
  if (what === 'sheet') return sheetOf(values, context)
  const room = what === 'room' && item.moves
  const { solid: whole, notes } = room ? roomOf(values, context) : itself(values, context)
  if (gap === 0) {
    const { solid, by } = room ? { solid: whole, by: 0 } : trued(kernel, whole)
    const told = by < TOLD ? [] : [`Its corners lay up to ${formatLength(by)} mm off the faces that they belong to, and have been put onto them.`] // prettier-ignore
    return { solid, notes: [...notes, ...told] }
  }
  const wrapped = whole.triangleCount() > FINE
  const grown = kernel.grown(wrapped ? kernel.wrapped(whole) : whole, gap, { step: id, role: 'grown', shape: { kind: 'free' } }) // prettier-ignore
  return { solid: grown, notes: [...notes, ...(wrapped ? [`${item.name} has many faces, so the gap runs round its hull; hollows in it are filled.`] : [])] } // prettier-ignore
}

function sheetOf({ item, thick, way }: Values, { kernel, id }: StepContext): Told {
  if (!isSheet(item.solid)) return raise('closed', `${item.name} closes by itself; “hollow” gives it a wall, “thicken” a skin of some of its faces.`, 'what') // prettier-ignore
  const [front, back] = { both: [thick / 2, thick / 2], front: [thick, 0], back: [0, thick] }[way] as [number, number]
  return { solid: kernel.place(solidOfSheet(kernel, item.solid, { front, back }, id), item.stands), notes: [] }
}

function roomOf({ item }: Values, { kernel, id }: StepContext): Told {
  const { positions, indices } = welded(item.positions, item.indices)
  return { solid: expectOk(kernel.fromTriangles(positions, indices, { step: id, role: 'face', segment: '1', shape: { kind: 'free' } })), notes: [] } // prettier-ignore
}

function itself({ item }: Values, { kernel, id }: StepContext): Told {
  if (isSheet(item.solid))
    throw new ProblemError({ kind: 'not-closed', message: `${item.name} has open edges, so it is no solid: a sheet that encloses nothing.`, field: 'what', would: { value: 'sheet', words: 'give it a thickness' } }) // prettier-ignore
  const { solid, twice, bodies } = inOne(kernel, expectOk(solidOfShape(kernel, item.solid, id)))
  const notes = twice === 0 ? [] : [`Its ${bodies} bodies lay in each other; they are one now, and the ${formatCubed(twice)} that was there more than once counts once.`] // prettier-ignore
  return { solid: kernel.place(solid, item.stands), notes }
}
