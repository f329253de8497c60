import { dot, length, normalize, type Vec3 } from '../geometry/vec'
import { doubledNormal } from '../mesh/doubled-normal'
import type { BuiltPart } from '../built/built'
import type { Printer, Project } from '../document/schema'
import { isWithin } from '../print/on-bed'
import type { TaggedMesh } from '../kernel/surface'
import { downOf, printWith } from '../print/lay'
import { cleanTriangles, scarred } from './clean-faces'
import { supportFor } from './columns'
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
  /** Of the columns under what leans out too far. */
  support: number
  /** What of faces that are to stay clean leans out too far. */
  scars: number
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
export const asPrinted = (part: BuiltPart, project: Asked): Direction =>
  directionOf(part.mesh, downOf(part.print), project.printer, cleanTriangles(part, project))

type Asked = Pick<Project, 'parts'> & { printer: Pick<Printer, 'layer' | 'bed' | 'lean'> }

/** What there is to choose from, the best first: what needs least under it, then the lowest. */
export async function directions(
  part: BuiltPart,
  project: Asked,
  pause: () => Promise<void> | undefined = () => undefined,
): Promise<Direction[]> {
  const out: Direction[] = []
  const isClean = cleanTriangles(part, project)
  for (const down of candidates(part.mesh)) {
    out.push(directionOf(part.mesh, down, project.printer, isClean))
    await pause()
  }
  const fit = out.some((d) => d.fits) ? out.filter((d) => d.fits) : out
  const stood = fit.filter((d) => d.foot >= LEAST_FOOT)
  return (stood.length > 0 ? stood : fit).sort((a, b) => cost(a) - cost(b))
}

/** Whether a way to lie is worth turning the part for. */
export const isBetter = (way: Direction, now: Direction): boolean =>
  (way.fits && !now.fits) || (way.fits === now.fits && cost(way) < 0.9 * cost(now) - 1)

/** A mm2 of a scarred face counts as so many mm3 of support. */
const SCARRED = 50

/** What a direction costs, as mm3 of support: what it needs, what it scars, and more the higher it stands on the less foot. */
const cost = ({ support, height, foot, scars }: Direction): number =>
  support + SCARRED * scars + (10 * height * height) / (foot + height)

function directionOf(
  mesh: TaggedMesh,
  down: Vec3,
  { layer, bed, lean }: Asked['printer'],
  isClean: (triangle: number) => boolean,
): Direction {
  const lies = lying({ mesh, print: printWith(down) })
  const out = overhangs(lies, layer / 2, lean)
  return {
    down,
    fits: isWithin(lies.size, bed),
    height: lies.size[2],
    foot: footOf(lies),
    support: supportFor(lies, out, lean),
    scars: scarred(lies, out, isClean).area,
  }
}

/** The area of flat faces that lie on the bed. */
function footOf({ positions, indices }: Lying): number {
  let sum = 0
  for (let t = 0; t < indices.length / 3; t++) {
    if ([0, 1, 2].some((k) => positions[3 * indices[3 * t + k]! + 2]! > ON_BED)) continue
    sum += Math.max(0, -doubledNormal(positions, indices, t)[2]) / 2
  }
  return sum
}

/** The six ways of its frame, its largest flat faces, and the ways between the six. */
function candidates({ positions, indices, triangleSurface, surfaces }: TaggedMesh): Vec3[] {
  const areas = new Float64Array(surfaces.length)
  for (let t = 0; t < triangleSurface.length; t++)
    areas[triangleSurface[t]!]! += length(doubledNormal(positions, indices, t)) / 2
  const flat = [...surfaces.entries()].flatMap(([i, { shape }]) => (shape.kind === 'plane' ? [{ normal: shape.normal, area: areas[i]! }] : [])) // prettier-ignore
  const out: Vec3[] = []
  const put = (way: Vec3) => out.every((o) => dot(o, way) < SAME) && out.push(way)
  for (const axis of [[0, 0, -1], [0, 0, 1], [0, -1, 0], [0, 1, 0], [-1, 0, 0], [1, 0, 0]] as const) put(axis) // prettier-ignore
  for (const { normal } of flat.sort((a, b) => b.area - a.area).slice(0, FACES)) put(normalize(normal))
  for (const x of [-1, 0, 1]) for (const y of [-1, 0, 1]) for (const z of [-1, 0, 1]) if (Math.abs(x) + Math.abs(y) + Math.abs(z) > 1) put(normalize([x, y, z])) // prettier-ignore
  return out
}
