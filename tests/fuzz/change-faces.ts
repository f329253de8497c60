import type { BuiltPart } from '../../src/core/built/built'
import { pointable } from '../../src/core/faces/resolve'
import type { Kernel, Solid } from '../../src/core/kernel/kernel'
import type { SurfaceShape } from '../../src/core/kernel/surface'
import { Builder } from '../../src/core/sheet/builder'
import { at, type Fields, sheetOf, type StepOf } from '../support/drawn'
import { kept } from '../support/facing'
import { Random } from './random'
import type { Failure } from './read-files'

/** A plate or block by its figures, mm: what stands on it and is sunk in it in the project's coordinates. */
interface Body {
  min: [number, number, number]
  max: [number, number, number]
  holes: { x: number; y: number; across: number }[]
  boss?: { x: number; y: number; wide: number; deep: number; to: number }
  /** Of its upright edges; none if 0. */
  round: number
}

/** A change by hand, the body that it should come to, and on which face it is done. */
interface Change {
  what: string
  kind: string
  fields: Fields
  face: (shape: SurfaceShape, step: string) => boolean
  wanted: Body
}

/** What figures are taken to, so that sums of them are exact. */
const rounded = (v: number) => Math.round(v * 100) / 100

export interface Changed {
  failures: Failure[]
  /** Changes that were refused although the body that they should come to can be built. */
  refused: number
}

/** Random bodies changed at random by hand: what comes out is what is built of the changed figures, and there and back is the start. */
export async function changeRandomFaces(from: number, count: number, kernel: Kernel): Promise<Changed> {
  const out: Changed = { failures: [], refused: 0 }
  for (let seed = from; seed < from + count; seed++) {
    const r = new Random(seed)
    const body = randomBody(r)
    const change = randomChange(r, body)
    try {
      const why = await wrongWith(kernel, body, change)
      if (why === 'refused') out.refused += 1
      else if (why) out.failures.push({ seed, what: `${change.what} of ${JSON.stringify(body)}`, why })
    } catch (error) {
      out.failures.push({ seed, what: change.what, why: String(error instanceof Error ? error.stack : error) })
    }
  }
  return out
}

function randomBody(r: Random): Body {
  const size = (least: number, most: number) => rounded(least + (most - least) * r.next())
  const max: Body['max'] = [size(12, 40), size(10, 30), size(4, 25)]
  const round = r.next() < 0.4 ? size(0.8, 4) : 0
  const spots = [[-0.5, -0.45], [0.5, -0.4], [0, 0.5]] as const // prettier-ignore
  const holes = spots.flatMap(([u, v]) => (r.next() < 0.5 ? [{ x: rounded(u * max[0]), y: rounded(v * max[1]), across: size(1.5, 6) }] : [])) // prettier-ignore
  const boss = r.next() < 0.5 ? { x: rounded(-0.1 * max[0]), y: 0, wide: size(2, 5), deep: size(2, 4), to: rounded(max[2] + size(1, 8)) } : undefined // prettier-ignore
  return { min: [-max[0], -max[1], 0], max, holes, ...(boss ? { boss } : {}), round }
}

const WAYS = [[0, 1], [0, -1], [1, 1], [1, -1], [2, 1], [2, -1]] as const // prettier-ignore

function randomChange(r: Random, body: Body): Change {
  const size = (least: number, most: number) => rounded(least + (most - least) * r.next())
  const copy = structuredClone(body)
  const hole = copy.holes.length > 0 ? r.below(copy.holes.length) : -1
  const kinds = ['face', 'face', ...(hole >= 0 ? ['hole', 'shift', 'fill'] : []), ...(body.boss ? ['boss', 'boss top'] : []), ...(body.round ? ['round', 'sharp'] : [])] // prettier-ignore
  const bore = (shape: SurfaceShape, step: string) => step === `hole${hole}` && shape.kind === 'cylinder'
  const what = r.from(kinds)
  switch (what) {
    case 'face': {
      const [axis, way] = r.from(WAYS)
      const by = size(-4, 6)
      const ends = way > 0 ? copy.max : copy.min
      ends[axis] = rounded(ends[axis]! + way * by)
      const face = (shape: SurfaceShape, step: string) => step === 'body' && shape.kind === 'plane' && shape.normal[axis]! * way > 0.999 // prettier-ignore
      return {
        what: `face ${axis} ${way} by ${by}`,
        kind: 'move-faces',
        fields: { by: String(by) },
        face,
        wanted: copy,
      }
    }
    case 'hole': {
      const across = size(1, 8)
      copy.holes[hole]!.across = across
      return { what: `hole ${hole} to ${across}`, kind: 'round-size', fields: { size: String(across) }, face: bore, wanted: copy } // prettier-ignore
    }
    case 'shift': {
      const [right, back] = [size(-3, 3), size(-3, 3)]
      const own = copy.holes[hole]!
      ;[own.x, own.y] = [rounded(own.x + right), rounded(own.y + back)]
      return { what: `hole ${hole} by ${right} ${back}`, kind: 'move-feature', fields: { right: String(right), back: String(back) }, face: bore, wanted: copy } // prettier-ignore
    }
    case 'fill':
      copy.holes.splice(hole, 1)
      return { what: `hole ${hole} gone`, kind: 'remove-faces', fields: {}, face: bore, wanted: copy }
    case 'boss':
      delete copy.boss
      return { what: 'boss gone', kind: 'remove-faces', fields: {}, face: (s, step) => step === 'boss' && s.kind === 'plane' && s.normal[2] > 0.99, wanted: copy } // prettier-ignore
    case 'boss top': {
      const by = size(-2, 4)
      copy.boss!.to = rounded(copy.boss!.to + by)
      return { what: `boss by ${by}`, kind: 'move-faces', fields: { by: String(by) }, face: (s, step) => step === 'boss' && s.kind === 'plane' && s.normal[2] > 0.99, wanted: copy } // prettier-ignore
    }
    case 'round': {
      copy.round = size(0.3, 5)
      return { what: `round to ${copy.round}`, kind: 'round-size', fields: { how: 'radius', size: String(copy.round), also: 'alike' }, face: (s, step) => step === 'soft' && s.kind === 'cylinder', wanted: copy } // prettier-ignore
    }
    default:
      copy.round = 0
      return { what: 'rounds gone', kind: 'remove-faces', fields: { what: 'edge' }, face: (s, step) => step === 'soft' && s.kind === 'cylinder', wanted: copy } // prettier-ignore
  }
}

function stepsOf({ min, max, holes, boss, round }: Body): StepOf[] {
  const [w, d, h] = max.map((m, k) => rounded(m - min[k]!)) as [number, number, number]
  const middle = at(String((min[0] + max[0]) / 2), String((min[1] + max[1]) / 2))
  return [
    ['solid', { width: `${w}`, depth: `${d}`, height: `${h}`, lift: `${min[2]}`, at: middle }, 'body'],
    ...(round > 0 ? [['edges', { part: 'body', which: 'upright', radius: `${round}` }, 'soft'] as StepOf] : []),
    ...holes.map(({ x, y, across }, i): StepOf => ['solid', { shape: 'cylinder', across: `${across}`, height: '100', lift: '-40', at: at(`${x}`, `${y}`), how: 'take', parts: ['body'] }, `hole${i}`]), // prettier-ignore
    ...(boss ? [['solid', { width: `${boss.wide}`, depth: `${boss.deep}`, height: `${rounded(boss.to - max[2] + 0.5)}`, lift: `${rounded(max[2] - 0.5)}`, at: at(`${boss.x}`, `${boss.y}`), how: 'add', parts: ['body'] }, 'boss'] as StepOf] : []), // prettier-ignore
  ]
}

/** Chords of what is built anew and of what was changed differ by so much of the area that is round, a mm of height each. */
const CHORDS = 8e-4

async function wrongWith(
  kernel: Kernel,
  body: Body,
  { kind, fields, face, wanted }: Change,
): Promise<string | undefined> {
  // prettier-ignore
  const builder = new Builder(kernel)
  const build = (steps: readonly StepOf[]) => builder.build(sheetOf(...steps), new Map(), 'export')
  try {
    const before = await build(stepsOf(body))
    const part = before.parts[0]!
    if (before.steps.some((s) => s.problems.length > 0) || !isPlain(part, body)) return undefined
    const on = pointable(part.mesh)
    const regions = on.topology.surfaceOf.flatMap((s, i) => (face(part.mesh.surfaces[s]!.shape, part.mesh.surfaces[s]!.step) ? [i] : [])) // prettier-ignore
    const faces = (kind === 'remove-faces' && fields['what'] === 'edge' ? regions : [regions[0]!]).map((r) => kept(part, on, r)) // prettier-ignore
    const after = await build([...stepsOf(body), [kind, { part: 'body', faces, ...fields }, 'change']])
    const refused = after.steps.at(-1)!.problems.length > 0
    const passes = after.steps.at(-1)!.notes.some((n) => n.includes('passes'))
    const made = after.parts[0]!
    const own = [...builder.lastParts().values()][0]!.solid
    const wrong = refused ? undefined : notSound(kernel, own)
    if (wrong) return wrong
    const right = await build(stepsOf(wanted))
    if (right.steps.some((s) => s.problems.length > 0) || !isPlain(right.parts[0]!, wanted)) return undefined
    if (refused) return 'refused'
    const high = wanted.max[2] - wanted.min[2]
    const off = Math.abs(made.volume - right.parts[0]!.volume)
    // A round that grows keeps its chords, which are coarser for it.
    const grown = (is: number, was = is) => Math.max(1, is / was)
    const rounds = wanted.holes.reduce((sum, h, i) => sum + h.across ** 2 * grown(h.across, body.holes[i]?.across), 4 * wanted.round ** 2 * grown(wanted.round, body.round || undefined)) // prettier-ignore
    // What passes something joins with it: a boss that a face has gone over is inside.
    if (!passes && off > 1e-2 + CHORDS * rounds * high) return `${made.volume} for ${right.parts[0]!.volume}`
    return undefined
  } finally {
    builder.dispose()
  }
}

/** Whether as many faces are there as the figures say: holes that have broken out or run into each other change more than they ask. */
const isPlain = ({ mesh }: BuiltPart, { holes, boss, round }: Body): boolean =>
  pointable(mesh).topology.surfaceOf.length === 6 + holes.length + (boss ? 5 : 0) + (round ? 4 : 0)

/** What an independent look at a solid says: it is one body, and its slices add up to its volume. */
function notSound(kernel: Kernel, solid: Solid): string | undefined {
  return kernel.scoped(
    () => {
      const bodies = kernel.bodies(solid).length
      if (bodies !== 1) return `${bodies} bodies`
      const { min, max } = solid.bounds()
      const step = (max[2] - min[2]) / SLICES
      let [sum, largest] = [0, 0]
      for (let i = 0; i < SLICES; i++) {
        const area = kernel.slice(solid, min[2] + (i + 0.5) * step).reduce((all, loop) => all + areaOf(loop), 0)
        sum += area * step
        largest = Math.max(largest, area)
      }
      // Where a level face lies a slice is too much or too little; there are a few of those.
      const off = Math.abs(sum - solid.volume())
      return off > 3 * largest * step ? `slices add up to ${sum}, volume is ${solid.volume()}` : undefined
    },
    () => [],
  )
}
const SLICES = 300

const areaOf = (loop: readonly (readonly [number, number])[]): number =>
  loop.reduce((sum, [x, y], i) => {
    const [u, v] = loop[(i + 1) % loop.length]!
    return sum + (x * v - u * y) / 2
  }, 0)
