import type { BuiltPart } from '../built/built'
import { planeAcross } from '../fields/plane'
import { turn } from '../geometry/placement'
import type { Vec3 } from '../geometry/vec'
import type { Kernel } from '../kernel/kernel'
import { isWithin, lyingSize } from '../print/on-bed'
import type { Builder } from '../sheet/builder'
import { formatLength } from '../units/length'
import { COARSE, coarser } from './coarser'
import { type Joint, type Proposal, Proposing, type Tried, type Wishes } from './proposing'
import { whereToCut } from './where-to-cut'

/** Joints in the order in which they are tried, each where the one before finds no room. */
const TONGUE = { kind: 'tongue', called: 'a tongue', fields: {} }
const PINS = { kind: 'dowels', called: 'pins instead', fields: {} }
const BANDED = { kind: 'tongue', called: 'a tongue in walls that are thicker at the cut', fields: { band: '1.2' } }
const TRIED: Readonly<Record<Joint, readonly Tried[]>> = { tongue: [TONGUE, PINS, BANDED], dowels: [PINS, TONGUE, BANDED], none: [] } // prettier-ignore

/** More cuts than this are not proposed. */
const MOST_CUTS = 40
/** What stands out of a piece at a joint may take so much of the bed, mm; and so much is kept free at its edges. */
const STANDS_OUT = 12
const FREE = 0.5

/**
 * Proposes cuts until every piece of a part lies on the bed; each is built as it would be, or, where there are a great many
 * triangles, on a copy that has fewer.
 */
export async function fitToBed(builder: Builder, kernel: Kernel, wishes: Wishes): Promise<Proposal> {
  const proposing = await Proposing.begin(builder, kernel, wishes)
  const part = proposing.pieces().find((p) => p.id === wishes.part)
  const copy = part && coarser(kernel, part, proposing.solidOf(part.id), wishes)
  if (!copy) return fitted(proposing, wishes)
  try {
    const found = await fitted(await Proposing.begin(copy.builder, kernel, copy.wishes), wishes)
    if (found.steps.length > 0) found.notes.push(`Found on a copy of ${part.name} that is within ${COARSE} mm of it; once it is taken, all is built on the part itself.`) // prettier-ignore
    return found
  } finally {
    copy.builder.dispose()
  }
}

async function fitted(proposing: Proposing, wishes: Wishes): Promise<Proposal> {
  const { joint } = wishes
  const { kernel } = proposing
  const { notes } = proposing
  const { bed } = wishes.project.printer
  for (let cuts = 0; cuts < MOST_CUTS; cuts++) {
    const large = proposing.pieces().find((p) => !isWithin(lyingSize(p), bed))
    if (!large) return proposing.outcome()
    const where = kernel.scoped(() => whereToCut(kernel, proposing.solidOf(large.id), limitsFor(large, bed), joint === 'none' ? 0 : STANDS_OUT), () => []) // prettier-ignore
    if (!where) {
      notes.push(`${large.name} fits the bed only if it is turned: it is ${lyingSize(large).map((v) => formatLength(v)).join(' x ')} mm as it is printed.`) // prettier-ignore
      return proposing.outcome()
    }
    const cut = await proposing.cut({ part: large.id, at: planeAcross(where.axis, where.at), ...(joint === 'none' ? {} : { gap: '0.1' }) }) // prettier-ignore
    if ('problem' in cut) {
      notes.push(`${large.name} could not be cut where it is best: ${cut.problem}`)
      return proposing.outcome()
    }
    await proposing.join(cut.id, large.name, TRIED[joint])
  }
  notes.push(`More than ${MOST_CUTS} cuts would be needed; a larger bed, or a smaller part, would do.`)
  return proposing.outcome()
}

/** How long a piece may be along the axes of the project, the way it is printed. */
function limitsFor({ print, mesh }: Pick<BuiltPart, 'print' | 'mesh'>, bed: readonly [number, number, number]): Vec3 {
  const [width, depth, height] = bed.map((b) => b - FREE) as [number, number, number]
  const [x, y] = lyingSize({ print, mesh })
  // Turned by a quarter where that makes fewer pieces.
  const pieces = (w: number, d: number) => Math.ceil(x / w) * Math.ceil(y / d)
  const [along, across] = pieces(width, depth) <= pieces(depth, width) ? [width, depth] : [depth, width]
  const axes = ([[1, 0, 0], [0, 1, 0], [0, 0, 1]] as const).map((axis) => turn(print, axis)) // prettier-ignore
  const square = axes.every((a) => Math.max(...a.map(Math.abs)) > 1 - 1e-6)
  if (!square) return Array<number>(3).fill(Math.min(along, across, height)) as unknown as Vec3
  return axes.map((a) => [along, across, height][a.findIndex((v) => Math.abs(v) > 0.5)]!) as unknown as Vec3
}
