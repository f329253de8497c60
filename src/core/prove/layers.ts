import type { Vec2 } from '../geometry/vec'
import type { Kernel } from '../kernel/kernel'
import type { Layering } from '../print/layering'
import { bridgedBy } from './bridge'
import { awayFrom, flatArea, type FlatPiece, flatPieces, isIn, lengthRound, middleOf } from './flat-pieces'
import { leansBetween } from './leans-between'
import type { Lying } from './lying'
import { slices } from './slices'

/** A layer as it will be printed, seen from above on the bed. Lengths mm. */
export interface Layer {
  /** From 1. */
  nth: number
  /** Its lower and upper side, above the bed. */
  from: number
  to: number
  /** Outsides anticlockwise, holes clockwise, cut half way up. */
  outlines: Vec2[][]
  /** mm2, and the length of all outlines. */
  area: number
  round: number
  /** What leans out over the layer below by more than 45 degrees would. */
  free: Vec2[][]
  /** Pieces that begin in the air: nothing of them lies over the layer below. */
  islands: FreePlace[]
  /** What spans from one side to another. */
  bridges: FreePlace[]
  /** What is held at one side alone. */
  hangs: FreePlace[]
}

export interface FreePlace {
  at: Vec2
  /** Of a bridge how long it is, of what hangs how far it reaches out, of an island how large it is, mm or mm2. */
  size: number
}

/** Slivers that are narrower than twice this are none, mm. */
const SLIVER = 0.02
/** Outlines are chords: this much farther out than 45 degrees is none, mm. */
const CHORDS = 0.01
/** What reaches out over the layer below by less than this stays up by itself, mm. */
export const STAYS = 1

/** What stands over a layer by less than this share of one is none of its own. */
const DUST = 0.05

/** The lower and upper sides of all layers of what is so high. */
export function layerHeights(height: number, { layer, first = layer }: Layering): [number, number][] {
  const out: [number, number][] = []
  for (let k = 0, from = 0; from < height - DUST * layer; k++) {
    const to = first + k * layer
    out.push([from, to])
    from = to
  }
  return out
}

/**
 * Slices a part that stands on the bed, from below. Layers are held against each other only where a face between them leans
 * out, or something begins.
 * @param pause lets others in, and throws where the work is to end
 */
export async function layersOf(
  kernel: Kernel,
  lies: Lying,
  layering: Layering,
  pause: () => Promise<void> | undefined = () => undefined,
): Promise<Layer[]> {
  const top = lies.size[2]
  const heights = layerHeights(top, layering)
  const middles = heights.map(([from, to]) => (from + Math.min(to, top)) / 2)
  const sliced = slices(lies, middles)
  const leans = leansBetween(lies, middles)
  const out: Layer[] = []
  for (const [k, [from, to]] of heights.entries()) {
    const outlines = sliced[k]!
    const below = out.at(-1)
    const free = below && leans[k] ? kernel.flatBeyond(outlines, below.outlines, to - from + CHORDS, SLIVER) : []
    const places = free.length > 0 ? freePlaces(kernel, outlines, below!.outlines, free) : NONE
    out.push({
      nth: k + 1,
      from,
      to,
      outlines,
      area: flatArea(outlines),
      round: lengthRound(outlines),
      free,
      ...places,
    })
    await pause()
  }
  return out
}

const NONE = { islands: [], bridges: [], hangs: [] } as const satisfies Pick<Layer, 'islands' | 'bridges' | 'hangs'>

function freePlaces(kernel: Kernel, layer: Vec2[][], below: Vec2[][], free: Vec2[][]) {
  const places = { islands: [] as FreePlace[], bridges: [] as FreePlace[], hangs: [] as FreePlace[] }
  const whole = flatPieces(layer)
  const own = whole.filter((p) => kernel.flatCombined(p, below, 'common').length === 0)
  for (const piece of own) places.islands.push({ at: middleOf(piece), size: flatArea(piece) })
  const far = below.length === 0 ? [] : flatPieces(kernel.flatBeyond(layer, below, STAYS, SLIVER)).map(middleOf)
  for (const piece of flatPieces(free)) {
    const at = far.find((p) => isIn(piece, p))
    if (!at || own.some((o) => isIn(o, at))) continue
    const span = bridgedBy(piece, layer, below)
    if (span !== undefined) places.bridges.push({ at: middleOf(piece), size: span })
    else places.hangs.push({ at, size: reach(piece, below) })
  }
  return places
}

/** Of so many corners at most it is told how far they are off. */
const CORNERS = 240

/** How far something reaches out over the layer below, mm. */
function reach(piece: FlatPiece, below: Vec2[][]): number {
  const corners = piece.flat()
  const every = Math.ceil(corners.length / CORNERS)
  return corners.reduce((most, p, i) => (i % every ? most : Math.max(most, awayFrom(below, p))), 0)
}
