import { choiceField } from '../../../fields/choice'
import { namedShapesField } from '../../../fields/named-shapes'
import { placeField } from '../../../fields/place'
import type { Drawn } from '../../../fields/drawn-shape'
import type { Vec2 } from '../../../geometry/vec'
import { chain } from '../../../outlines/chain'
import { meetings } from '../../../profile/intersect'
import { distanceTo, gap2, lengthOf, portion, type Segment, shareAt } from '../../../profile/segment'
import { MEET } from '../../../profile/united'
import { raise } from '../../../result'
import { shapeKind } from './shape-kind'
import { roleField } from './role'

export const trimmedShape = shapeKind({
  kind: 'trimmed',
  title: 'trim at crossings',
  findBy: ['cut off', 'crossing', 'shorten', 'split line', 'remove piece', 'overhang'],
  about: 'Of earlier lines the piece between where others cross them: the longest, or the one at a place; or all but that one.', // prettier-ignore
  fields: {
    of: namedShapesField('What is trimmed'),
    by: namedShapesField('What it is trimmed at'),
    keep: choiceField('What is kept', 'longest', { longest: 'the longest piece', at: 'the piece at', but: 'all but the piece at' }), // prettier-ignore
    at: placeField('A place on it'),
    is: roleField(),
  },
  sentence: ['Of', { field: 'of', after: ',' }, 'trimmed at', { field: 'by', after: ',' }, { field: 'keep' }, { field: 'at', when: ['keep', 'at'], after: ',' }, { field: 'at', when: ['keep', 'but'], after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  ofPicked: { words: 'trim it at the others', start: ([first, ...by]) => ({ of: [first], by }), instead: true, least: 2 }, // prettier-ignore
  make: ({ of, by, keep, at }, id) => {
    const others = by.flatMap(piecesOf)
    const runs = of.flatMap((s) => parted(chain(piecesOf(s), MEET), others))
    if (runs.length < 2) return raise('no-crossing', 'Nothing crosses it, so there is nothing to trim; let them cross, or choose others.', 'by') // prettier-ignore
    const meant = runs.reduce((best, run) => (better(keep, at)(run, best) ? run : best))
    const kept = keep === 'but' ? runs.filter((r) => r !== meant) : [meant]
    const named = kept.map((run, k) => run.map((s, i): Segment => ({ ...s, id: `${id}.${k + 1}.${s.id ?? i + 1}` })))
    const ends = named[0]!
    return { regions: [], open: named, points: { from: ends[0]!.a, to: ends.at(-1)!.b } }
  },
})

const piecesOf = (s: Drawn): Segment[] => [...s.open.flat(), ...s.regions.flatMap((r) => r.loops.flat())]

const long = (run: readonly Segment[]): number => run.reduce((sum, s) => sum + lengthOf(s), 0)
const off = (run: readonly Segment[], p: Vec2): number => Math.min(...run.map((s) => distanceTo(s, p)))
const better = (keep: string, at: Vec2) => (run: readonly Segment[], best: readonly Segment[]) =>
  keep === 'longest' ? long(run) > long(best) : off(run, at) < off(best, at)

/** Runs parted where others meet them. */
function parted({ open, closed }: ReturnType<typeof chain>, others: readonly Segment[]): Segment[][] {
  const cutUp = (run: readonly Segment[]): Segment[][] => {
    const out: Segment[][] = [[]]
    for (const s of run) {
      const shares = others.flatMap((t) => meetings(s, t).map((p) => shareAt(s, p)))
      const cuts = [0, ...shares.sort((a, b) => a - b), 1].filter((t, i, all) => i === 0 || t - all[i - 1]! > 1e-9)
      for (let k = 1; k < cuts.length; k++) {
        const piece = portion(s, cuts[k - 1]!, cuts[k]!)
        if (lengthOf(piece) > 1e-7) out.at(-1)!.push(piece)
        if (cuts[k]! < 1 - 1e-9 || shares.some((t) => Math.abs(t - 1) < 1e-9)) out.push([])
      }
    }
    return out.filter((r) => r.length > 0)
  }
  return [
    ...open.flatMap(cutUp),
    ...closed.flatMap((loop) => {
      const runs = cutUp(loop)
      const [first, last] = [runs[0]!, runs.at(-1)!]
      // What begins and ends at the seam of a closed line is one piece.
      const seamless = runs.length > 1 && gap2(last.at(-1)!.b, first[0]!.a) < MEET && !others.some((t) => distanceTo(t, first[0]!.a) < 1e-9) // prettier-ignore
      return seamless ? [[...last, ...first], ...runs.slice(1, -1)] : runs
    }),
  ]
}
