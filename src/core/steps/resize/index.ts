import { resized } from '../../alter/resized'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { ratioField } from '../../fields/number'
import { partField } from '../../fields/part'
import { type Box3, boxSize, type Vec3 } from '../../geometry/vec'
import { raise } from '../../result'
import { formatLength } from '../../units/length'
import { newStep, type Offer, type Situation } from '../offer'
import { stepKind } from '../step-kind'

const fields = {
  part: partField('The part', 'change'),
  how: choiceField('How', 'size', { size: 'to a size', times: 'by a factor' }),
  along: choiceField('Which way the size is measured', 'wide', { wide: 'from left to right', deep: 'from front to back', high: 'from below to above', long: 'along its longest side' }), // prettier-ignore
  size: lengthField('The size', '50', 0.01, 100_000),
  factor: ratioField('The factor', '1', 0.001, 1000),
  which: choiceField('What grows', 'all', { all: 'evenly', one: 'only that way' }),
  stays: choiceField('What stays where it is', 'foot', { foot: 'the middle of its underside', middle: 'its middle', origin: 'the origin' }), // prettier-ignore
}
type Values = FieldValues<typeof fields>

/** A part made larger or smaller as a whole, or one way only. */
export const resizeStep = stepKind({
  kind: 'resize',
  title: 'Resize a part',
  findBy: ['scale', 'larger', 'smaller', 'stretch', 'shrinkage', 'inch', 'units', 'factor', 'percent'],
  group: 'alter',
  about: 'Makes a part larger or smaller, evenly or along one direction, by a factor or to a size.',
  fields,
  fieldNotes: {
    part: 'id of the part',
    how: '`size`: so that it is `size` long along `along`; `times`: by `factor`',
    along: '`wide` (x), `deep` (y), `high` (z), or `long`: whichever of them is the longest',
    which: '`all` directions evenly, or `one`: along `along` alone; what is round is oval then',
    stays: '`foot`, `middle` of the part’s box, or the project’s `origin`',
  },
  sentence: [
    'Resize', { field: 'part', after: ',' }, { field: 'how' },
    { field: 'size', when: ['how', 'size'], before: 'of' }, { field: 'factor', when: ['how', 'times'], before: 'of', after: ',' }, { field: 'along', after: ',' }, { field: 'which', after: '.' },
    { field: 'stays', rare: true, before: 'What stays is', after: '.' },
  ], // prettier-ignore
  start: startResize,
  offers: offerResize,
  example: [
    { kind: 'solid', fields: {} },
    { kind: 'resize', fields: { part: 'before1', size: '62' } },
  ],
  build: (values, { kernel }) => {
    const { part } = values
    const box = part.solid.bounds()
    const by = factors(values, box)
    const solid = resized(kernel, part.pointable(), by, fixed(values, box))
    const [was, is] = [box, solid.bounds()].map((b) => boxSize(b).map((v) => formatLength(v)).join(' × ')) // prettier-ignore
    const notes = [`It was ${was} mm and is ${is} mm.`]
    if (by.some((b) => b !== 1)) notes.push('Fits that its steps before have made grow along with it: the ledger says which do not hold any more.') // prettier-ignore
    return { parts: [{ id: part.id, solid }], rows: [], notes }
  },
})

const AXES = { wide: 0, deep: 1, high: 2 } as const

function factors({ how, along, size, factor, which }: Values, box: Box3): Vec3 {
  const sizes = boxSize(box)
  const axis = along === 'long' ? sizes.indexOf(Math.max(...sizes)) : AXES[along]
  const times = how === 'times' ? factor : size / sizes[axis]!
  if (!(times > 1e-4 && times < 1e4)) return raise('range', 'That is too far from the size it has: up to ten thousand times would do.', 'size') // prettier-ignore
  return which === 'all' ? [times, times, times] : ([0, 1, 2].map((k) => (k === axis ? times : 1)) as unknown as Vec3)
}

function fixed({ stays }: Values, { min, max }: Box3): Vec3 {
  if (stays === 'origin') return [0, 0, 0]
  const [x, y, z] = [0, 1, 2].map((k) => (min[k]! + max[k]!) / 2) as [number, number, number]
  return stays === 'foot' ? [x, y, min[2]] : [x, y, z]
}

/** Begun at the size that a part has. */
const atItsSize = ({ id, bounds }: Situation['parts'][number]): Record<string, unknown> => ({
  part: id,
  along: 'long',
  ...(bounds ? { size: String(Math.round(100 * Math.max(...boxSize(bounds))) / 100) } : {}),
})

function startResize({ parts }: Situation): Record<string, unknown> | undefined {
  const last = parts.at(-1)
  return last && atItsSize(last)
}

function offerResize(at: Situation): Offer[] {
  const [pick, more] = at.picks
  const part = pick && !more && pick.reference === undefined && at.parts.find((p) => p.id === pick.owner)
  return part ? [{ key: 'resize', words: 'resize the part', picked: true, of: 'part', steps: [newStep(at, 'resize', atItsSize(part))] }] : [] // prettier-ignore
}
