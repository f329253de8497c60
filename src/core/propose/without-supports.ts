import type { BuiltPart } from '../built/built'
import { pointable } from '../faces/resolve'
import { outOfBase, planeAcross } from '../fields/plane'
import type { Box3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { lying } from '../prove/lying'
import { overhangs } from '../prove/overhangs'
import type { Builder } from '../sheet/builder'
import { type CutPlane, cutAll, cutOff, type Outcome, type Printing, supportOf } from './cut-and-lie'
import { overhanging } from './planes-about'
import { type Joint, type Proposal, Proposing, type Tried, type Wishes } from './proposing'

/** Loose dowels, so that every piece can lie on its cut; a tongue or a pin would stand out of it. */
const DOWELS: readonly Tried[] = [
  { kind: 'dowels', called: 'dowels', fields: { what: 'dowels' } },
  { kind: 'dowels', called: 'short dowels', fields: { what: 'dowels', across: '4', long: '4' } },
  { kind: 'dowels', called: 'one short dowel', fields: { what: 'dowels', across: '3', long: '2.5', count: '1' } },
]
const TRIED: Readonly<Record<Joint, readonly Tried[]>> = { tongue: DOWELS, dowels: DOWELS, none: [] }

/** More cuts than this are not proposed. */
const MOST_CUTS = 4
/** What is no more needs no mention, mm3, or as a share of what the whole needs. */
const [NOTHING, NOTHING_SHARE] = [2, 0.02]
/** So much is hardly any, mm3. */
const HARDLY = 100
/** A cut is worth its while if no more than this share of the supports is left. */
const WORTH = 0.6
/** So many planes square to each axis are looked at, and so often one is moved by half as much as before to where less is needed. */
const [ACROSS, FINER] = [9, 4]
/** Of parts of more triangles coarser ones are looked at, to within so much, mm. */
const [COARSE_FROM, COARSE] = [2000, 0.05]
/** So many of the best cuts are tried. */
const TRIES = 6

/** Proposes cuts after which the pieces of a part need no supports, or far less; each is built as it would be. */
export async function withoutSupports(builder: Builder, kernel: Kernel, wishes: Wishes): Promise<Proposal> {
  const proposing = await Proposing.begin(builder, kernel, wishes)
  const { layer, lean } = wishes.project.printer
  const printingOf = ({ print }: BuiltPart): Printing => ({ print, layer, lean })
  const needsOf = (part: BuiltPart) => kernel.scoped(() => supportOf(kernel, proposing.solidOf(part.id), printingOf(part)), () => []) // prettier-ignore
  const [whole] = proposing.pieces()
  if (!whole) return proposing.outcome()
  // Measured as they come off: the short roofs over holes for dowels are bridged.
  const known = new Map<string, number>()
  const measured = () =>
    proposing.pieces().map((part) => {
      const needs = known.get(part.id) ?? needsOf(part)
      known.set(part.id, needs)
      return { part, needs }
    })
  const [{ needs: before } = { needs: 0 }] = measured()
  const enough = Math.max(NOTHING, NOTHING_SHARE * before)
  if (before <= NOTHING) return { ...proposing.outcome(), says: `${whole.name} needs no supports the way it lies.` }
  const given = new Set<string>()
  for (let cuts = 0; cuts < MOST_CUTS; cuts++) {
    const [needy] = measured().filter((p) => !given.has(p.part.id)).sort((a, b) => b.needs - a.needs) // prettier-ignore
    if (!needy || needy.needs <= enough) break
    const { part, needs } = needy
    const printing = printingOf(part)
    const found = await outcomesOf(kernel, proposing.solidOf(part.id), part, printing, needs, enough, wishes.pause)
    const cut = await firstThatWorks(proposing, part.id, found, wishes.joint)
    if (!cut) given.add(part.id)
    else {
      measured()
      await proposing.join(cut, part.name, TRIED[wishes.joint])
    }
  }
  const left = measured().reduce((sum, p) => sum + p.needs, 0)
  return { ...proposing.outcome(), says: said(whole.name, before, left, proposing.steps.length > 0, enough) }
}

const inCm3 = (mm3: number): string => `${(mm3 / 1000).toFixed(mm3 < 1000 ? 2 : 1)} cm³`

function said(name: string, before: number, left: number, cut: boolean, enough: number): string {
  const now = `As it lies ${name} needs ${inCm3(before)} of supports`
  if (!cut) return `${now}. No cut was found that leaves little of it; another way to lie may do, in Prove.`
  if (left <= Math.min(enough, HARDLY)) return `${now}, its pieces ${left <= NOTHING ? 'none' : 'hardly any'}.`
  return `${now}, its pieces still ${inCm3(left)}.`
}

/** Takes the first cut that has no problem. */
async function firstThatWorks(
  proposing: Proposing,
  part: string,
  found: readonly Outcome[],
  joint: Joint,
): Promise<string | undefined> {
  for (const { fields } of found.slice(0, TRIES)) {
    const cut = await proposing.cut({ part, ...fields, ...(joint === 'none' ? {} : { gap: '0.1' }) })
    if ('id' in cut) return cut.id
  }
  return undefined
}

/** Cuts that are worth their while, the best first: along faces where that does, else square to the axes. */
async function outcomesOf(
  kernel: Kernel,
  solid: Solid,
  part: BuiltPart,
  printing: Printing,
  needs: number,
  enough: number,
  pause: Wishes['pause'],
): Promise<Outcome[]> {
  // Held on to: the builder may be asked for something else meanwhile.
  const held = [solid.keep()]
  const out: Outcome[] = []
  const look = async (of: () => Outcome | undefined): Promise<Outcome | undefined> => {
    const outcome = kernel.scoped(of, () => [])
    await pause?.()
    return outcome
  }
  const put = (outcome: Outcome | undefined) => {
    if (outcome && outcome.needs <= WORTH * needs) out.push(outcome)
  }
  try {
    const { leans } = overhangs(lying(part), printing.layer / 2, printing.lean)
    const seen = new Set<string>()
    for (const { place, face, planes } of overhanging(part.id, pointable(part.mesh), leans))
      for (const plane of planes) {
        put(await look(() => cutOff(kernel, solid, plane, { place, face }, printing)))
        const key = [...plane.normal, plane.offset].map((v) => v.toFixed(4)).join(' ')
        if (seen.has(key)) continue
        seen.add(key)
        put(await look(() => cutAll(kernel, solid, plane, printing)))
      }
    if (!out.some((o) => o.needs <= enough)) {
      const coarse = solid.triangleCount() > COARSE_FROM ? kernel.simplified(solid, COARSE) : solid.keep()
      held.push(coarse)
      for (const axis of [2, 0, 1] as const) put(await bestAcross(axis, coarse.bounds(), (plane) => look(() => cutAll(kernel, coarse, plane, printing)))) // prettier-ignore
    }
  } finally {
    for (const one of held) one.dispose()
  }
  const largest = Math.max(1e-9, ...out.map((o) => o.area))
  const cost = (o: Outcome) => Math.max(o.needs, enough) / needs + 0.03 * (o.pieces - 2) + 0.05 * (o.area / largest)
  return out.sort((a, b) => cost(a) - cost(b))
}

/** The plane square to an axis that leaves the least to support. */
async function bestAcross(
  axis: 0 | 1 | 2,
  { min, max }: Box3,
  look: (plane: CutPlane) => Promise<Outcome | undefined>,
): Promise<Outcome | undefined> {
  let best: { at: number; outcome: Outcome } | undefined
  const tried = async (exact: number) => {
    const at = Math.round(exact * 10) / 10
    const outcome = await look(acrossAt(axis, at))
    if (outcome && (!best || outcome.needs < 0.99 * best.outcome.needs)) best = { at, outcome }
  }
  let step = (max[axis] - min[axis]) / (ACROSS + 1)
  for (let k = 1; k <= ACROSS; k++) await tried(min[axis] + k * step)
  for (let k = 0; k < FINER && best; k++) {
    step /= 2
    const { at } = best
    for (const by of [-step, step]) await tried(at + by)
  }
  return best?.outcome
}

function acrossAt(axis: 0 | 1 | 2, at: number): CutPlane {
  const plane = planeAcross(axis, at)
  return { normal: outOfBase(plane.base), offset: Number(plane.off), at: plane }
}
