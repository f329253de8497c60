import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { countField } from '../../fields/number'
import { placeField } from '../../fields/place'
import { translation } from '../../geometry/placement'
import { DISAGREE, type Learnt, learntFrom, lessonOf } from '../../print/learnt'
import { circle, rectangle } from '../../profile/shapes'
import { raise } from '../../result'
import { figureLetIn } from '../figure-let-in'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'

const fields = {
  across: lengthField('Diameter of the pin', '8', 2, 60),
  count: countField('How many holes', '11', 2, 40),
  first: lengthField('Room in the first, per side', '0.04', -0.3, 2),
  each: lengthField('More room in each', '0.04', 0.01, 0.5),
  high: lengthField('How high', '8', 2, 100),
  at: placeField('Where its first hole is'),
  force: lengthField('Room from which on it goes in by force', '0', 0, 3),
  slides: lengthField('Room from which on it slides in by itself', '0', 0, 3),
}
type Values = FieldValues<typeof fields>

/** Least wall round a hole, and round the block, mm. */
const WALL = 3
/** Height of the figures, and room round them, mm. */
const [FIGURES, ROUND] = [3.5, 1.5]
/** How thick the grip of the pin is, and how much wider than the pin, mm. */
const [GRIP, WIDER] = [3, 3]
/** How much farther than the holes are deep the pin reaches, mm. */
const FARTHER = 4
/** Wide bevels at the ends of a pin, mm: the first layer spreads. */
const LEAD = 0.5

/** A block with a row of holes and a pin to try in them, from which a printer learns how its gaps come out. */
export const testStep = stepKind({
  kind: 'test',
  title: 'Print a test of gaps',
  findBy: ['test', 'calibrate', 'tolerance', 'clearance', 'try', 'learn', 'too tight', 'too loose', 'gap', 'fit', 'printer', 'pin', 'gauge'], // prettier-ignore
  group: 'make',
  about:
    'A block with a row of holes, each with a little more room than the one before, and a pin that is tried in them. What it is found to do there tells how much tighter this printer’s gaps come out than they are drawn.',
  fields,
  fieldNotes: {
    first: 'per side; each hole has its room in hundredths of a millimetre written in front of it',
    force: 'per side, of the tightest hole that the printed pin goes into by force; 0 as long as it is not tried',
    slides: 'per side, of the tightest hole that it slides into by itself; 0 as long as it is not tried',
  },
  sentence: [
    'A block', { field: 'high' }, 'high with', { field: 'count' }, 'holes for a pin of Ø', { field: 'across', after: ',' }, 'the first with', { field: 'first' }, 'of room per side, each with', { field: 'each' }, 'more, at', { field: 'at', after: '.' },
    'Printed, the pin goes in by force from', { field: 'force' }, 'on, and slides in by itself from', { field: 'slides' }, 'on.',
  ], // prettier-ignore
  printer: ['line', 'layer'],
  surfaces: {
    hole: { called: 'hole of the test' },
    pin: { called: 'pin of the test', moved: ['across', 'the diameter of the pin'], along: () => 2 },
    top: { called: 'top of the block', moved: ['high', 'how high it is'], along: () => 1 },
    figure: { called: 'side of a figure', shallow: true },
  },
  start: () => ({}),
  learns: {
    said: 'force',
    from: (values) => {
      const learnt = learntFrom({
        force: Number(values.force),
        slides: Number(values.slides),
        each: Number(values.each),
      })
      return learnt && lessonOf(learnt)
    },
  },
  example: [{ kind: 'test', fields: { count: '5', force: '0.12', slides: '0.28' } }],
  build: buildTest,
})

function buildTest(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance } = context
  const gaps = Array.from({ length: v.count }, (_, i) => v.first + i * v.each)
  const widest = v.across / 2 + gaps.at(-1)!
  const narrowest = v.across / 2 + gaps[0]!
  if (narrowest < 0.5) raise('first', `The first hole would have a diameter of ${(2 * narrowest).toFixed(2)} mm; from 1 mm on it can be tried.`, 'first') // prettier-ignore
  const pitch = 2 * widest + WALL
  const [left, front] = [-widest - WALL, -widest - 2 * ROUND - FIGURES]
  const block = kernel.extrude(rectangle(left, front, (v.count - 1) * pitch - left, widest + WALL), 0, v.high, { names: { step: id, top: 'top', bottom: 'under', side: 'side' }, tolerance }) // prettier-ignore
  const holes = gaps.map((gap, i) =>
    kernel.extrude(circle([i * pitch, 0], v.across / 2 + gap), -1, v.high + 1, {
      names: { step: id, top: 'mouth', bottom: 'mouth', side: 'hole', copy: [`${i + 1}`] },
      tolerance,
    }),
  )
  // The room of each hole in hundredths, in front of it.
  const figures = gaps.map((gap, i) => figureLetIn(String(Math.round(100 * gap)), { at: [i * pitch, -widest - ROUND - FIGURES], top: v.high, height: FIGURES, nth: `${i + 1}` }, context)) // prettier-ignore
  const place = translation([v.at[0], v.at[1], 0])
  const beside = translation([v.at[0], v.at[1] + front - WALL - v.across / 2 - WIDER, 0])
  return {
    parts: [
      { id, name: 'Test of gaps', solid: kernel.place(kernel.subtract(block, [...holes, ...figures]), place) },
      { id: `${id}.pin`, name: 'Pin of the test', color: '#c99a5b', solid: kernel.place(pinOf(v, context), beside) },
    ],
    rows: [],
    notes: [...said(learntFrom(v)), ...endsEarly(v)],
  }
}

/** Stands on a grip; its end is bevelled. */
function pinOf({ across, high }: Values, { kernel, id, tolerance }: StepContext) {
  const [r, long] = [across / 2, GRIP + high + FARTHER]
  const lead = Math.min(LEAD, r / 2)
  const cylinder = (radius: number, from: number, to: number, side: string) =>
    kernel.extrude(circle([0, 0], radius), from, to, { names: { step: id, top: `${side}:end`, bottom: `${side}:foot`, side }, tolerance }) // prettier-ignore
  const tip = kernel.taper(circle([0, 0], r).loops[0]!, circle([0, 0], r - lead).loops[0]!, long - lead, long, { names: { step: id, top: 'pin:end', bottom: 'pin:foot', side: 'pin:tip' }, tolerance }) // prettier-ignore
  return kernel.union([cylinder(r + WIDER, 0, GRIP, 'grip'), cylinder(r, 0, long - lead, 'pin'), tip])
}

function said(learnt: Learnt | undefined): string[] {
  if (!learnt) return ['Print it, try the pin in every hole, and say here from which figure on it goes in by force, and slides in by itself.'] // prettier-ignore
  const { tighter, within } = learnt
  const come = Math.abs(tighter) < 0.005 ? 'as they are drawn' : `${Math.abs(tighter).toFixed(2)} mm ${tighter > 0 ? 'tighter' : 'wider'} per side than they are drawn` // prettier-ignore
  return [
    `Gaps of this printer come out ${come}, within ${within.toFixed(2)} mm.`,
    ...(within > DISAGREE ? ['Force and sliding say different things: a seam, a burr or a first layer that has spread may have held the pin.'] : []), // prettier-ignore
  ]
}

/** The tightest hole tells nothing if there is none that is tighter. */
const endsEarly = ({ force, first }: Values): string[] =>
  force > 0 && force < first + 1e-6 ? ['It goes into the first hole already: what it would do in a tighter one is not known. Begin with less room.'] : [] // prettier-ignore
