import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { rimField } from '../../fields/rim'
import { apply, invert } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import { offsetProfile } from '../../profile/offset'
import { boundsOf } from '../../profile/measure'
import { polygonArea, toPolygons } from '../../profile/polygon'
import type { Profile } from '../../profile/segment'
import { polygonProfile } from '../../profile/shapes'
import { expectOk, raise } from '../../result'
import { JOINING_NOTES, joinedOutput, joiningFields, joiningWords } from '../joining'
import { type StepContext, stepKind } from '../step-kind'
import { closedRun, exactOutline, FLAT, type Run } from '../closed-run'
import { bentPanel } from './bent'
import { offerPanel } from './offers'

const fields = {
  of: rimField('The edges'),
  thick: lengthField('The thickness', '3', 0.05, 1000),
  side: choiceField('Where it lies to them', 'in', { in: 'behind them', out: 'in front of them', both: 'half to each side' }), // prettier-ignore
  gap: lengthField('The gap round it, per side', '0', 0, 100, 'per-side'),
  gaps: lengthField('Gaps between edges that count as closed', '0', 0, 100),
  ...joiningFields,
}
type Values = FieldValues<typeof fields>

/** A panel that fills a closed run of edges, flat or bent. */
export const panelStep = stepKind({
  kind: 'panel',
  title: 'Fill edges with a panel',
  findBy: ['patch', 'lid', 'cover', 'floor', 'sheet', 'close a hole', 'fill', 'plate', 'window', 'membrane'],
  group: 'make',
  about: 'A panel of one thickness that fills a closed run of edges; where the run is not flat, it is bent to it.',
  fields,
  fieldNotes: {
    of: 'a list of `{"part", "face"}` (all edges of a face), `{"part", "edge"}`, `{"part", "face", "round": kept edge}` (all the way round a face through that edge) or `{"reference", "face"}`; together one closed run',
    side: '`out` is where the picked face looks; with edges alone upwards, else to the front, else to the right; `in` is behind, `both` half and half',
    gap: 'how much smaller it is all round, per side',
    gaps: 'ends of edges that are no farther apart are joined by a straight line',
    ...JOINING_NOTES,
  },
  sentence: ['Fill', { field: 'of' }, { field: 'thick', before: 'with a panel', after: ' thick,' }, { field: 'side', after: ',' }, { field: 'gap', before: 'with a gap of', after: ' round it,' }, { field: 'gaps', rare: true, before: 'gaps up to', after: ' closed,' }, ...joiningWords], // prettier-ignore
  surfaces: {
    far: {
      called: 'front',
      moved: ['thick', 'its thickness'],
      along: ({ side }) => ({ in: 0, out: 1, both: 2 })[String(side)] ?? 0,
    },
    near: {
      called: 'back',
      moved: ['thick', 'its thickness'],
      along: ({ side }) => ({ in: 1, out: 0, both: 2 })[String(side)] ?? 0,
    },
    side: { called: 'edge', moved: ['gap', 'its gap'], along: () => -1 },
  },
  start: ({ parts, references }) => (parts.length + references.length > 0 ? {} : undefined),
  offers: offerPanel,
  example: [
    { kind: 'solid', fields: {} },
    { kind: 'panel', fields: { of: [{ part: 'before1', face: { name: { step: 'before1', role: 'far' }, near: [0, 0, 10] } }], side: 'out', gap: '0.2' } }, // prettier-ignore
  ],
  build: (values, context) => joinedOutput(toolOf(values, context), { ...values, name: 'Panel' }, context),
})

function toolOf(values: Values, context: StepContext): Solid {
  const { of, thick, side, gaps } = values
  const run = closedRun(of, gaps)
  const span: [number, number] = side === 'both' ? [-thick / 2, thick / 2] : side === 'out' ? [0, thick] : [-thick, 0]
  const { kernel } = context
  const solid = run.off < FLAT ? flatPanel(values, run, span, context) : bentOver(values, run, span, context)
  return kernel.place(solid, run.frame)
}

function flatPanel(
  { of, gap, gaps }: Values,
  { frame }: Run,
  [z0, z1]: [number, number],
  { kernel, id, tolerance }: StepContext,
): Solid {
  const profile = smaller(exactOutline(of, invert(frame), gaps), gap)
  return kernel.extrude(profile, z0, z1, { names: { step: id, top: 'far', bottom: 'near', side: 'side' }, tolerance })
}

function smaller(profile: Profile, gap: number): Profile {
  if (gap === 0) return profile
  const inside = expectOk(offsetProfile(profile, -gap))
  return inside.loops.length > 0 ? inside : raise('gap', `Nothing is left with a gap of ${gap.toFixed(2)} mm all round.`, 'gap') // prettier-ignore
}

/** Edges of a bent panel are no longer than this share of its size, so that it is smooth. */
const FINEST = 1 / 40

function bentOver(
  { gap }: Values,
  { points, frame }: Run,
  span: [number, number],
  { kernel, id, tolerance }: StepContext,
): Solid {
  const back = invert(frame)
  const there = points.map((p) => apply(back, p))
  const flat = there.map(([x, y]): Vec2 => [x, y])
  const anticlockwise = polygonArea(flat) > 0
  const [outline, heights] = [flat, there.map((p) => p[2])].map((list) => (anticlockwise ? list : list.toReversed())) as [Vec2[], number[]] // prettier-ignore
  const covered = smaller(polygonProfile(outline), gap)
  const [only, ...others] = toPolygons(covered, tolerance)
  if (others.length > 0) return raise('gap', 'With that gap the panel falls into pieces.', 'gap')
  const [x0, y0, x1, y1] = boundsOf(covered)
  const longest = Math.max(x1 - x0, y1 - y0) * FINEST
  return bentPanel(kernel, only!.points, { outline, heights }, { span, longest, step: id })
}
