import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { placeField } from '../../fields/place'
import { translation } from '../../geometry/placement'
import type { Solid } from '../../kernel/kernel'
import type { Lesson } from '../../print/learnt'
import { sizesLearnt } from '../../print/sizes-learnt'
import { circle, rectangle } from '../../profile/shapes'
import { figureLetIn } from '../figure-let-in'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'

/** What is read, mm across. */
const HOLES = [4, 6, 8, 12] as const
const POSTS = [6, 10] as const
type HoleField = `hole${(typeof HOLES)[number]}`
type PostField = `post${(typeof POSTS)[number]}`

const read = (what: string) => lengthField(`What the ${what} reads`, '0', 0, 30)
const fields = {
  at: placeField('Where it stands'),
  hole4: read('hole of 4'),
  hole6: read('hole of 6'),
  hole8: read('hole of 8'),
  hole12: read('hole of 12'),
  post6: read('post of 6'),
  post10: read('post of 10'),
}
type Values = FieldValues<typeof fields>

/** The plate: how thick it is, and how much is left round what is in it, mm. */
const [PLATE, RIM] = [6, 4]
/** How high posts stand over it, and the figures, mm. */
const [HIGH, FIGURES] = [10, 4]
/** Posts go so deep into the plate that they are one with it, mm. */
const SUNK = 0.01

/** A plate with holes and posts of known sizes, from which a printer learns how much smaller and larger they come out. */
export const testSizesStep = stepKind({
  kind: 'test-sizes',
  title: 'Print a test of holes and outsides',
  findBy: ['test', 'calibrate', 'size', 'diameter', 'hole too small', 'shrink', 'too large', 'calipers', 'learn', 'printer', 'allowance'], // prettier-ignore
  group: 'make',
  about:
    'A plate with holes and posts of known sizes. What calipers read on it tells how much smaller than drawn the holes of this printer come out, and how much larger its outsides; holes are drawn so much larger from then on.',
  fields,
  fieldNotes: Object.fromEntries([...HOLES.map((n) => [`hole${n}`, `the printed hole of ${n}, by calipers; 0 as long as it is not read`]), ...POSTS.map((n) => [`post${n}`, `the printed post of ${n}; 0 as long as it is not read`])]), // prettier-ignore
  sentence: [
    'A plate with holes of 4, 6, 8 and 12 and posts of 6 and 10, at', { field: 'at', after: '.' },
    'Printed, the holes read', { field: 'hole4', after: ',' }, { field: 'hole6', after: ',' }, { field: 'hole8', after: ',' }, { field: 'hole12', after: ',' }, 'the posts', { field: 'post6' }, { field: 'post10', before: 'and', after: '.' },
  ], // prettier-ignore
  printer: ['line', 'layer'],
  surfaces: {
    plate: { called: 'plate of the test' },
    hole: { called: 'hole of the test' },
    post: { called: 'post of the test' },
    figure: { called: 'side of a figure', shallow: true },
  },
  start: () => ({}),
  learns: { said: 'hole4', from: (values) => lessonOf(values as unknown as Values) },
  example: [{ kind: 'test-sizes', fields: { hole8: '7.8', post10: '10.1' } }],
  build,
})

const holesOf = (v: Values) => HOLES.map((drawn) => ({ drawn, read: Number(v[`hole${drawn}` as HoleField]) }))
const postsOf = (v: Values) => POSTS.map((drawn) => ({ drawn, read: Number(v[`post${drawn}` as PostField]) }))

function lessonOf(v: Values): Lesson | undefined {
  const { holes, outsides } = sizesLearnt(holesOf(v), postsOf(v)) ?? {}
  if (!holes && !outsides) return undefined
  const says = [
    ...(holes ? [`Holes are drawn ${Math.abs(holes.by)} mm ${holes.by < 0 ? 'smaller' : 'larger'} then.`] : []),
    ...(outsides ? [`In figures allow.outside is ${outsides.by} then, for what fits into something.`] : []),
  ]
  return { printer: { ...(holes ? { holes: holes.by } : {}), ...(outsides ? { outsides: outsides.by } : {}) }, says: says.join(' ') } // prettier-ignore
}

function build(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance } = context
  const all = [...HOLES.map((across) => ({ across, is: 'hole' as const })), ...POSTS.map((across) => ({ across, is: 'post' as const }))] // prettier-ignore
  const widest = Math.max(...all.map((o) => o.across))
  const places: number[] = []
  let along = 0
  for (const { across } of all) {
    places.push(along + across / 2)
    along += across + RIM
  }
  const front = -widest / 2 - RIM - FIGURES - RIM / 2
  const names = (role: string, copy?: string) => ({ step: id, top: `${role}:end`, bottom: `${role}:foot`, side: role, ...(copy ? { copy: [copy] } : {}) }) // prettier-ignore
  const plate = kernel.extrude(rectangle(-RIM, front, along, widest / 2 + RIM), 0, PLATE, { names: { step: id, top: 'plate', bottom: 'plate', side: 'plate' }, tolerance }) // prettier-ignore
  const rounds = (is: 'hole' | 'post', from: number, to: number): Solid[] =>
    all.flatMap((o, i) => (o.is === is ? [kernel.extrude(circle([places[i]!, 0], o.across / 2), from, to, { names: names(is, `${o.across}`), tolerance })] : [])) // prettier-ignore
  const figures = all.map(({ across }, i) => figureLetIn(`${across}`, { at: [places[i]!, -widest / 2 - RIM / 2 - FIGURES], top: PLATE, height: FIGURES, nth: `${i + 1}` }, context)) // prettier-ignore
  const solid = kernel.subtract(kernel.union([plate, ...rounds('post', PLATE - SUNK, PLATE + HIGH)]), [...rounds('hole', -1, PLATE + 1), ...figures]) // prettier-ignore
  const learnt = sizesLearnt(holesOf(v), postsOf(v))
  return {
    parts: [{ id, name: 'Test of sizes', solid: kernel.place(solid, translation([v.at[0], v.at[1], 0])) }],
    rows: [],
    notes: learnt?.says ?? ['Print it, read its holes and posts across with calipers, over the first layers, and say here what they read.'], // prettier-ignore
  }
}
