import { CLOSURE } from '../../enclosures/closure'
import { ENCLOSURE, type Enclosure, laidParts, stood } from '../../enclosures/enclosure'
import { gapRow, wayRow } from '../../built/gap-row'
import { inOne, refuseHanging } from '../../enclosures/in-one'
import { comesBy } from '../../enclosures/way-row'
import { waysIn } from '../../enclosures/ways-in'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import type { RowSpec } from '../../built/rows'
import { invert, turn } from '../../geometry/placement'
import { dot, type Vec3 } from '../../geometry/vec'
import { boundsOf } from '../../profile/measure'
import { raise } from '../../result'
import { printedSoFar } from '../../print/pause'
import { endOfLayer, type Layering } from '../../print/layering'
import { leaving, type StepContext, type StepOutput } from '../step-kind'

export const sealedFields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.base, e.lid]),
  over: lengthField('How far the print stays above what is laid in', '0.4', 0, 20),
  way: lengthField('Gap of the way in', 'fit.loose', 0.05, 5, 'per-side'),
}
type Values = FieldValues<typeof sealedFields>

export function buildSealed(v: Values, context: StepContext): StepOutput {
  const { kernel, id, printer } = context
  const e = v.case.data
  const parts = laidParts(e, kernel, v.case.parts)
  const { height, layers } = pauseOver(e, v.over, printer)
  const closed = inOne(e, parts, [], context)
  const { ways, opened } = waysIn(e, closed, height, v.way, context)
  const solid = ways.length > 0 ? inOne(e, parts, ways, context) : closed
  refuseHanging(e, solid, height, 'and would be begun in the air', kernel)
  const [x0, y0, x1, y1] = boundsOf(e.hollows[0]!.outline)
  return {
    parts: [{ id: e.base, name: 'Case', solid: stood(e, kernel, solid), print: invert(e.stand), pauses: [{ height: height - e.bottom, layers, to: 'lay the board in' }] }], // prettier-ignore
    gone: [e.lid],
    into: e.base,
    published: [leaving(CLOSURE, true, e.reference)],
    facts: { pause: height - e.bottom },
    rows: rowsOf(v, e, id, height),
    notes: [
      `The print pauses after ${layers} layers, at ${(height - e.bottom).toFixed(2)} mm, for what is laid in; then the roof closes over ${Math.min(x1 - x0, y1 - y0).toFixed(1)} mm.`, // prettier-ignore
      ...(opened.length > 0 ? [`The wall is open above ${opened.join(', ')}: that is the way in.`] : []),
    ],
  }
}

/** The lowest end of a layer at which all lies below the nozzle. Errors: over (what does not, with how much higher the roof has to be) */
function pauseOver(e: Enclosure, over: number, printer: Layering): { height: number; layers: number } {
  const [first, ...rest] = [...e.items].sort((a, b) => b.box.max[2] - a.box.max[2])
  const highest = Math.max(e.board.top, first?.box.max[2] ?? -Infinity)
  const { layers, height: up } = endOfLayer(highest + over - e.bottom, printer)
  const height = e.bottom + up
  if (height <= e.roof + 1e-6) return { height, layers }
  const more = (height - e.roof).toFixed(2)
  const poking = [first, ...rest].filter((i) => i && i.box.max[2] > e.top).map((i) => i!.name)
  return poking.length > 0
    ? raise('over', `${poking.join(' and ')} would stand out through the roof, and the print cannot go on over that. Left out, and put on afterwards, it can.`, 'case') // prettier-ignore
    : raise('over', `The print has to halt at the end of a layer above ${first?.name ?? 'the board'}, and the roof begins ${more} mm below that; ${more} mm more above it, or less than ${over.toFixed(2)} mm to stay above, would do.`, 'over') // prettier-ignore
}

function rowsOf(v: Values, e: Enclosure, id: string, height: number): RowSpec[] {
  const normal = turn(e.stand, [0, 0, 1])
  const middle: Vec3 = [e.stand[3]!, e.stand[7]!, e.stand[11]!]
  const lowest = Math.min(e.board.under, ...e.items.map((i) => i.box.min[2]))
  const up = printedSoFar(normal, dot(normal, middle) + height)
  return e.contents.flatMap(({ items, mark }): RowSpec[] => {
    const own = { ...items, own: true } as const
    const laidIn = wayRow(id, `in${mark}`, 'What is laid in, going into the half-printed case', own, { of: 'whole', part: e.base, up }) // prettier-ignore
    return [
      { ...laidIn, ...comesBy(e, [0, 0, height - lowest + 1]) },
      gapRow(id, `under${mark}`, 'What is laid in under the roof', v.over, 'at-least', own, { of: 'parts', parts: [e.base], surfaces: { step: v.case.step, role: 'roof' } }), // prettier-ignore
    ]
  })
}
