import { dot, normalize, type Vec3 } from '../geometry/vec'
import type { BuiltPart } from '../built/built'
import type { Printer } from '../document/schema'
import { isWithin } from '../print/on-bed'
import type { TaggedMesh } from '../kernel/surface'
import { downOf, printWith } from '../print/lay'
import { columns } from './columns'
import { type Lying, lying } from './lying'
import { overhangs } from './overhangs'

/** A way to lay a part on the bed. Lengths mm, areas mm2, volumes mm3. */
export interface Direction {
  /** The way of the part's own frame that looks at the bed. */
  down: Vec3
  /** Whether the bed takes it so. */
  fits: boolean
  height: number
  foot: number
  /** What leans out too far. */
  overhang: number
  /** Of the columns under it. */
  support: number
}

/** So many of a part's flat faces, the largest first, are tried as the foot. */
const FACES = 10
/** Directions that are nearer than this to one that is tried are not (cosine). */
const SAME = 0.999
/** A foot under this is none, mm2. */
const LEAST_FOOT = 12
/** Of a layer, mm: what begins no higher lies on the bed. */
const ON_BED = 0.05

/** The part as it is printed. */
export const asPrinted = (part: BuiltPart, { layer, bed }: Pick<Printer, 'layer' | 'bed'>): Direction =>
  directionOf(part.mesh, downOf(part.print), layer, bed)

/** What there is to choose from, the best first: what needs least under it, then the lowest. */
export async function directions(
  part: BuiltPart,
  { layer, bed }: Pick<Printer, 'layer' | 'bed'>,
  pause: () => Promise<void> | undefined = () => undefined,
): Promise<Direction[]> {
  const out: Direction[] = []
  for (const down of candidates(part.mesh)) {
    out.push(directionOf(part.mesh, down, layer, bed))
    await pause()
  }
  const fit = out.some((d) => d.fits) ? out.filter((d) => d.fits) : out
  const stood = fit.filter((d) => d.foot >= LEAST_FOOT)
  return (stood.length > 0 ? stood : fit).sort((a, b) => cost(a) - cost(b))
}

/** Whether a way to lie is worth turning the part for. */
export const isBetter = (way: Direction, now: Direction): boolean =>
  (way.fits && !now.fits) || (way.fits === now.fits && cost(way) < 0.9 * cost(now) - 1)

/** What a direction costs: support, and a tenth of a cubic millimetre of it for each millimetre over each square one of foot. */
const cost = ({ support, height, foot }: Direction): number => support + (10 * height * height) / (foot + height)

function directionOf(mesh: TaggedMesh, down: Vec3, layer: number, bed: Printer['bed']): Direction {
  const lies = lying({ mesh, print: printWith(down) })
  const { area } = overhangs(lies, layer / 2)
  return {
    down,
    fits: isWithin(lies.size, bed),
    height: lies.size[2],
    foot: footOf(lies),
    overhang: area,
    support: area > 0 ? columns(lies) : 0,
  }
}

/** The area of flat faces that lie on the bed. */
function footOf({ positions, indices }: Lying): number {
  let sum = 0
  for (let t = 0; t < indices.length; t += 3) {
    const [i, j, k] = [3 * indices[t]!, 3 * indices[t + 1]!, 3 * indices[t + 2]!]
    if (Math.max(positions[i + 2]!, positions[j + 2]!, positions[k + 2]!) > ON_BED) continue
    const area = ((positions[j]! - positions[i]!) * (positions[k + 1]! - positions[i + 1]!) - (positions[j + 1]! - positions[i + 1]!) * (positions[k]! - positions[i]!)) / 2 // prettier-ignore
    // Seen from above what looks down runs the other way round.
    if (area < 0) sum -= area
  }
  return sum
}

/** The six ways of its frame, its largest flat faces, and the ways between the six. */
function candidates({ positions, indices, triangleSurface, surfaces }: TaggedMesh): Vec3[] {
  const areas = new Float64Array(surfaces.length)
  for (let t = 0; t < triangleSurface.length; t++) {
    const [a, b, c] = [0, 1, 2].map((k) => 3 * indices[3 * t + k]!) as [number, number, number]
    const [u, v] = [b, c].map((p) => [0, 1, 2].map((k) => positions[p + k]! - positions[a + k]!)) as [
      number[],
      number[],
    ]
    areas[triangleSurface[t]!]! += Math.hypot(u[1]! * v[2]! - u[2]! * v[1]!, u[2]! * v[0]! - u[0]! * v[2]!, u[0]! * v[1]! - u[1]! * v[0]!) / 2 // prettier-ignore
  }
  const flat = [...surfaces.entries()].flatMap(([i, { shape }]) => (shape.kind === 'plane' ? [{ normal: shape.normal, area: areas[i]! }] : [])) // prettier-ignore
  const out: Vec3[] = []
  const put = (way: Vec3) => out.every((o) => dot(o, way) < SAME) && out.push(way)
  for (const axis of [[0, 0, -1], [0, 0, 1], [0, -1, 0], [0, 1, 0], [-1, 0, 0], [1, 0, 0]] as const) put(axis) // prettier-ignore
  for (const { normal } of flat.sort((a, b) => b.area - a.area).slice(0, FACES)) put(normalize(normal))
  for (const x of [-1, 0, 1]) for (const y of [-1, 0, 1]) for (const z of [-1, 0, 1]) if (Math.abs(x) + Math.abs(y) + Math.abs(z) > 1) put(normalize([x, y, z])) // prettier-ignore
  return out
}
