import { type Alike, bordersLike, isEdge } from '../../blend/alike'
import { blended, fitted } from '../../blend/blend'
import type { Blending } from '../../blend/fits'
import { type Chain, chainsOf, chainWords } from '../../blend/chains'
import { largest } from '../../blend/largest'
import { wholeFace, wholeRegions } from '../../blend/whole-face'
import type { Form } from '../../blend/section'
import { blendedInTurn, isMixed } from '../../blend/in-turn'
import type { Pointable } from '../../faces/resolve'
import { acrossSeams } from '../../faces/wholes'
import type { Solid } from '../../kernel/kernel'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField } from '../../fields/number'
import { partField } from '../../fields/part'
import { maybeRimField } from '../../fields/rim'
import { ProblemError, raise } from '../../result'
import { type StepContext, type StepOutput, stepKind } from '../step-kind'
import { offerEdges, startEdges } from './offers'

const fields = {
  part: partField('The part', 'change'),
  which: choiceField<'picked' | Alike>('Which edges', 'picked', {
    picked: 'these:',
    upright: 'its upright outer ones',
    nooks: 'its upright inner ones',
    top: 'the outer ones of faces that look up',
    under: 'the outer ones of faces that look down',
    foot: 'those where something stands on it',
    outer: 'all its outer ones',
    inner: 'all its inner ones',
  }),
  of: maybeRimField('The edges'),
  how: choiceField('What becomes of them', 'round', { round: 'rounded', flat: 'bevelled', slanted: 'bevelled at an angle', one: 'and it replaced by one round' }), // prettier-ignore
  radius: lengthField('The radius', '2', 0.01, 1000),
  size: lengthField('How wide', '1', 0.01, 1000),
  other: lengthField('How wide on the other face', '1', 0.01, 1000),
  angle: angleField('The angle to the first face', '45', 1, 89),
  first: choiceField('The first face', 'level', { level: 'the more level face', steep: 'the steeper face' }),
}
type Values = FieldValues<typeof fields>

/** The middle of a round in a square corner moves so much less than its radius grows. */
const radiusAlong = ({ how, which }: Readonly<Record<string, unknown>>): number =>
  how !== 'round' ? 0 : (['nooks', 'foot', 'inner'].includes(String(which)) ? 1 : -1) / (Math.SQRT2 - 1)

/** Edges rounded by a ball that rolls along them, or bevelled; outer ones are cut off, inner ones filled in. */
export const edgesStep = stepKind({
  kind: 'edges',
  title: 'Round or bevel edges',
  findBy: ['fillet', 'chamfer', 'radius', 'bevel', 'soften', 'lead-in', 'corner', 'foot', 'blend'],
  group: 'change',
  about:
    'Rounds edges of a part, or bevels them: outer ones are cut off, inner ones filled in. Where both meet at a corner the inner ones are rounded first, and outer ones then go round over what they filled in; bevels of both need steps of their own.',
  fields,
  fieldNotes: {
    part: 'id of the part',
    which: '`picked` (those of `of`), or all that are like that: `upright` (outer) and `nooks` (inner) lead straight up; `top` and `under` are outer edges of level faces; `foot` are inner edges of level faces that look up; `outer`, `inner`: all', // prettier-ignore
    of: 'with `picked`: as in a panel; `"run": "smooth"` of an edge takes what goes on from it without a corner',
    how: '`round` by `radius`; `flat`: by `size` along the first face and `other` along the other; `slanted`: by `size` along the first face, at an `angle` to it; `one`: each face that `of` picks, between two edges, is replaced by the one round that touches it and both its neighbours', // prettier-ignore
    first: 'with `flat` and `slanted`: which of the two faces of an edge is the first',
  },
  sentence: [
    'Edges of', { field: 'part', after: ',' }, { field: 'which' }, { field: 'of', when: ['which', 'picked'], after: ',' }, { field: 'how' },
    { field: 'radius', when: ['how', 'round'], before: 'by', after: '.' },
    { field: 'size', when: ['how', 'flat', 'slanted'], before: 'by' },
    { field: 'other', when: ['how', 'flat'], before: 'and', after: '.' },
    { field: 'angle', when: ['how', 'slanted'], before: 'at', after: '.' },
    { field: 'first', rare: true, when: ['how', 'flat', 'slanted'], before: 'The first is along', after: '.' },
  ], // prettier-ignore
  surfaces: {
    blend: { called: 'rounded or bevelled edge', moved: ['radius', 'its radius'], along: radiusAlong },
    corner: { called: 'rounded corner', moved: ['radius', 'its radius'], along: () => 0 },
  },
  unsupported: ({ how, radius }) => (how === 'round' ? { words: 'bevel its edges instead of rounding them', fields: { how: 'flat', size: String(radius), other: String(radius) } } : undefined), // prettier-ignore
  start: startEdges,
  offers: offerEdges,
  example: [
    { kind: 'solid', fields: { width: '40', depth: '24', height: '10' } },
    { kind: 'edges', fields: { part: 'before1', which: 'upright', radius: '4' } },
  ],
  build: (values, context) => {
    const { part } = values
    const on = part.pointable()
    const borders = bordersOf(values, on)
    if (values.how === 'one') return overWhole(values, on, borders, context)
    const chains = chainsOf(on, values.which === 'picked' ? edgesAmong(on, borders) : borders)
    const { solid, done } = result(values, on, chains, context)
    return { parts: [{ id: part.id, solid }], rows: [], notes: [`${chainWords(done)}.`] }
  },
})

/** Errors: none, no-edge, other-part */
function bordersOf({ which, of, part }: Values, on: Pointable): number[] {
  if (which !== 'picked') {
    const found = bordersLike(on, which)
    return found.length > 0 ? found : raise('none', `${part.name} has no such edges.`, 'which')
  }
  if (of.length === 0) return raise('no-edge', 'Pick the edges in the scene.', 'of')
  const other = of.find(({ owner }) => !('part' in owner) || owner.part !== part.id)
  if (other) return raise('other-part', `An edge that is picked is of ${other.owner.name}, not of ${part.name}.`, 'of')
  const numbered = (pieces: Values['of']) => pieces.map((p) => on.topology.borders.indexOf(p.border))
  // All round a face its edges are meant as they are seen; a piece that was picked may be meant up to a seam.
  const round = acrossSeams(on, numbered(of.filter((p) => p.out)))
  return [...new Set([...round, ...numbered(of.filter((p) => !p.out))])]
}

/** Errors: smooth (none of them is an edge) */
function edgesAmong(on: Pointable, borders: readonly number[]): number[] {
  const edges = borders.filter((b) => isEdge(on, b))
  return edges.length > 0 ? edges : raise('smooth', 'The faces beside these edges run into each other without a corner; there is nothing to round.', 'of') // prettier-ignore
}

/** Picked faces, each replaced by one round. Errors: no-face, those of a whole face and of rounding */
function overWhole({ part }: Values, on: Pointable, borders: readonly number[], context: StepContext): StepOutput {
  const regions = wholeRegions(on, new Set(borders))
  if (regions.length === 0) return raise('no-face', 'Pick the narrow face in the scene, not its edges: all that goes round it.', 'of') // prettier-ignore
  const faces = regions.map((r) => wholeFace(on, r))
  const wanted = faces.flatMap(({ chains, radius }) => chains.map((chain): Blending => ({ chain, form: { kind: 'round', radius } }))) // prettier-ignore
  const solid = blended(part.solid, on, wanted, context)
  const notes = faces.map(({ radius, wide }) => `A face ${wide.toFixed(2)} mm wide becomes a round of a radius of ${radius.toFixed(2)} mm.`) // prettier-ignore
  return { parts: [{ id: part.id, solid }], rows: [], notes }
}

/** The form at each chain: of a bevel the first size is along the face that was chosen. */
function formAt({ how, radius, size, other, angle, first }: Values, chain: Chain): Form {
  if (how === 'round') return { kind: 'round', radius }
  const { sides, at } = chain.stations[Math.floor(chain.stations.length / 2)]!
  const [left, right] = sides.map((s) => Math.abs(s.out(at)[2])) as [number, number]
  const isLeft = left >= right === (first === 'level')
  if (how === 'flat') return isLeft ? { kind: 'flat', a: size, b: other } : { kind: 'flat', a: other, b: size }
  return { kind: 'slanted', a: size, angle: (angle * Math.PI) / 180, along: isLeft ? 0 : 1 }
}

/** The solid, and the edges that were done: more than were asked for where these run on over what was filled in first. */
function result(
  values: Values,
  on: Pointable,
  chains: readonly Chain[],
  context: StepContext,
): { solid: Solid; done: readonly Chain[] } {
  const { kernel } = context
  const wanted = (share: number): Blending[] => {
    const { radius, size, other } = values
    const sized = { ...values, radius: radius * share, size: size * share, other: other * share }
    return chains.map((chain) => ({ chain, form: formAt(sized, chain) }))
  }
  const inTurn = values.how === 'round' && isMixed(chains)
  const built = (share: number) =>
    inTurn
      ? blendedInTurn(values.part.solid, on, chains, { kind: 'round', radius: values.radius * share }, context)
      : { solid: blended(values.part.solid, on, wanted(share), context), done: chains }
  try {
    return built(1)
  } catch (error) {
    if (!(error instanceof ProblemError) || error.problem.kind !== 'large') throw error
    // What the faces have room for is soon seen; only what is seen there alone has to be built to be known.
    const fits = (s: number) => {
      kernel.goOn()
      fitted(on, wanted(s), context.tolerance)
    }
    const room = largest(fits)
    const does = (s: number) => kernel.scoped(() => void built(s), () => []) // prettier-ignore
    const within = room && largest((s) => does(s * room))
    const share = room && within && room * within
    const field = values.how === 'round' ? 'radius' : 'size'
    if (share === undefined) throw error
    const figure = Math.floor(values[field] * share * 100) / 100
    if (figure < 0.01) throw error
    const value = String(figure)
    const also = values.how === 'flat' ? `, with ${Number((values.other * share).toFixed(2))} on the other face` : ''
    const problem = { ...error.problem, field, message: `${error.problem.message} ${value} mm${also} is the largest that does.`, ...(values.how === 'flat' && values.other !== values.size ? {} : { would: { value, words: `take ${value} mm` } }) } // prettier-ignore
    throw new ProblemError(problem)
  }
}
