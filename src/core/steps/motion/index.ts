import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField } from '../../fields/number'
import { partField } from '../../fields/part'
import { planeField } from '../../fields/plane'
import { maybePublicationField } from '../../fields/publication'
import { token } from '../../fields/field-kind'
import { turn } from '../../geometry/placement'
import { poseAt, type Travel } from '../../geometry/travel'
import { scale, type Vec3 } from '../../geometry/vec'
import { raise } from '../../result'
import { leaving, type StepContext, type StepOutput, stepKind } from '../step-kind'
import { offerMotion, startMotion } from './offers'

const MOST = 10_000
const TURNS = 3600

/** What a motion leaves for those that go with it. */
interface MotionLeft {
  /** The motion that all of a train go with. */
  train: string
  /** Where on its way it stands, 0 to 1. */
  share: number
}
const MOTION = token<MotionLeft>('motion', 'motion')

const fields = {
  part: partField('The part', 'change'),
  how: choiceField('How it moves', 'slide', { slide: 'slide', turn: 'turn' }),
  at: planeField('What it moves square to'),
  from: lengthField('Where its way begins', '0', -MOST, MOST),
  to: lengthField('Where its way ends', '10', -MOST, MOST),
  stands: lengthField('Where it stands', '0', -MOST, MOST),
  first: angleField('The angle it begins at', '0', -TURNS, TURNS),
  last: angleField('The angle it ends at', '90', -TURNS, TURNS),
  turned: angleField('The angle it stands at', '0', -TURNS, TURNS),
  with: maybePublicationField('The motion that it goes with', MOTION),
  goes: choiceField('What moves it', 'alone', { alone: 'by itself', coupled: 'together with' }),
  gap: lengthField('The gap that it keeps on its way', 'fit.sliding', 0, 1000),
}
type Values = FieldValues<typeof fields>

/** How a part moves: along a way or about an axis, between two ends, and where on the way it stands now. */
export const motionStep = stepKind({
  kind: 'motion',
  title: 'Let a part move',
  findBy: ['motion', 'move', 'slide', 'turn', 'hinge', 'rotate', 'travel', 'swing', 'open', 'lever', 'latch', 'drawer'],
  group: 'change',
  about:
    'Says how a part slides or turns once it is printed, from one end to the other; the part stands where it is put on that way, and the ledger has the least gap on all of it.',
  fields,
  fieldNotes: {
    at: 'what it slides square to, or turns about: the axis that stands on the plane at its datum; a round face gives its own',
    from: 'with `slide`: from where the steps before leave it',
    to: 'with `slide`: to here',
    stands: 'with `slide`: and there it stands now, between the two',
    first: 'with `turn`: degrees from where the steps before leave it, anticlockwise seen against the axis',
    last: 'with `turn`: to here',
    turned: 'with `turn`: and there it stands now',
    goes: '`alone`, or `coupled`: it stands at the same share of its way as another one',
    with: 'with `coupled`: id of a motion step before; empty: the nearest',
    gap: 'the least gap to everything else on the whole way; the ledger has a row for it',
  },
  sentence: [
    'Let', { field: 'part' }, { field: 'how' },
    { field: 'at', when: ['how', 'slide'], before: 'square to', after: ',' }, { field: 'at', when: ['how', 'turn'], before: 'about the middle of', after: ',' },
    { field: 'from', when: ['how', 'slide'], before: 'from' }, { field: 'to', when: ['how', 'slide'], before: 'to', after: ',' },
    { field: 'first', when: ['how', 'turn'], before: 'from' }, { field: 'last', when: ['how', 'turn'], before: 'to', after: ',' },
    { field: 'goes', rare: true }, { field: 'with', when: ['goes', 'coupled'], after: ',' },
    { field: 'gap', before: 'keeping', after: ' from everything.' },
    { field: 'stands', when: ['how', 'slide'], before: 'It stands at', after: '.' }, { field: 'turned', when: ['how', 'turn'], before: 'It stands at', after: '.' },
  ], // prettier-ignore
  slides: ({ how, goes }) =>
    goes === 'coupled' ? undefined : how === 'turn' ? ['turned', 'first', 'last'] : ['stands', 'from', 'to'],
  publishes: [MOTION],
  start: startMotion,
  offers: offerMotion,
  example: [
    { kind: 'solid', fields: { width: '30', depth: '30', height: '6' } },
    { kind: 'motion', fields: { part: 'before1', to: '12', stands: '4' } },
  ],
  build: (values, context) => moved(values, context),
})

function moved(values: Values, { id, kernel }: StepContext): StepOutput {
  const { part, goes, gap } = values
  const leader = goes === 'coupled' ? (values.with?.data ?? raise('no-motion', 'Choose the motion that it goes with; it has to come before this one.', 'with')) : undefined // prettier-ignore
  const { begin, travel } = wayOf(values, leader?.share)
  const solid = kernel.place(part.solid, poseAt({ ...travel, stands: begin }, travel.stands))
  const left: MotionLeft = { train: leader?.train ?? id, share: travel.stands }
  return {
    parts: [{ id: part.id, solid }],
    published: [leaving(MOTION, left)],
    rows: [
      {
        id: `${id}:way`,
        step: id,
        between: `${part.name} on its way`,
        wanted: gap,
        tolerance: 0.01,
        rule: 'at-least',
        a: { of: 'whole', part: part.id },
        b: { of: 'rest', but: [part.id] },
        travel: { train: left.train, way: travel },
      },
    ],
    notes: [],
  }
}

/** The way of the part where it stands on it; `begin` is the share at which the steps before leave it. */
function wayOf(values: Values, coupled: number | undefined): { begin: number; travel: Travel } {
  const { how, at } = values
  const [from, to, here, name] =
    how === 'slide'
      ? ([values.from, values.to, values.stands, 'stands'] as const)
      : ([values.first, values.last, values.turned, 'turned'] as const)
  const span = to - from
  if (Math.abs(span) < 1e-9) return raise('no-way', 'Its way ends where it begins; give it another end.', how === 'slide' ? 'to' : 'last') // prettier-ignore
  const stands = coupled ?? (here - from) / span
  if (stands < -1e-9 || stands > 1 + 1e-9)
    return raise('off-way', `It would stand off its way, which goes from ${from} to ${to}.`, name)
  const axis = turn(at.frame, [0, 0, 1])
  const point: Vec3 = [at.frame[3]!, at.frame[7]!, at.frame[11]!]
  const travel: Travel =
    how === 'slide'
      ? { kind: 'slide', by: scale(axis, span), stands }
      : { kind: 'turn', point, axis, over: (span * Math.PI) / 180, stands }
  return { begin: -from / span, travel }
}
