import type { PartSettings, Printer, Project } from '../document/schema'
import { massOf, type Material } from '../units/materials'
import { filamentOf } from './part-list'

/** How a part is sliced; a wall is so many lines, fill a share in percent. */
export type Slicing = { [K in keyof Said]-?: Exclude<Said[K], undefined> }
type Said = NonNullable<PartSettings['slicing']>

/** What is usual where nobody says. */
export const USUAL: Slicing = { walls: 2, fill: 15, supports: 'none', temperature: 0, note: '' }

export const slicingOf = ({ slicing = {} }: Pick<PartSettings, 'slicing'> = {}): Slicing => ({
  walls: slicing.walls ?? USUAL.walls,
  fill: slicing.fill ?? USUAL.fill,
  supports: slicing.supports ?? USUAL.supports,
  temperature: slicing.temperature ?? USUAL.temperature,
  note: slicing.note ?? USUAL.note,
})

/** What an estimate needs of a layer: mm and mm2. */
export interface EstimatedLayer {
  from: number
  to: number
  area: number
  /** The length of all its outlines. */
  round: number
}

/** What one of a part comes to. */
export interface Estimate {
  /** Filament, mm3, and g where its density is known. */
  volume: number
  mass: number | undefined
  seconds: number
}

/** So many layers are solid under and over what is filled. */
const SKINS = 4
/** What a printer melts at its ease, mm3 in a second, and what it takes besides for each layer, s. */
export const USUAL_FLOW = 8
const PER_LAYER = 4

/** What the estimate takes for granted, for the maker. */
export const assumptions = ({ flow = USUAL_FLOW }: Pick<Printer, 'flow'>): string =>
  `${SKINS} solid layers over and under what is filled, ${flow} mm³ of filament a second and ${PER_LAYER} s besides for each layer; no supports, no brim.`

/**
 * What one of a part takes: walls along all outlines, solid layers where nothing lies over or under, and the rest filled as
 * is said. An estimate: no path of the nozzle is laid.
 */
export function estimate(
  layers: readonly EstimatedLayer[],
  { walls, fill }: Pick<Slicing, 'walls' | 'fill'>,
  { line, flow = USUAL_FLOW }: Pick<Printer, 'line' | 'flow'>,
  material: Material | undefined,
): Estimate {
  const core = layers.map(({ area, round }) => area - Math.min(area, round * walls * line))
  const volume = layers.reduce((sum, { from, to, area }, k) => {
    const shell = area - core[k]!
    // What the layers a little above and below do not cover is closed by solid ones.
    const covered = Math.min(layers[k - SKINS]?.area ?? 0, layers[k + SKINS]?.area ?? 0)
    const solid = Math.min(core[k]!, Math.max(0, area - covered))
    return sum + (to - from) * (shell + solid + ((core[k]! - solid) * fill) / 100)
  }, 0)
  return { volume, mass: material && massOf(volume, material), seconds: volume / flow + layers.length * PER_LAYER }
}

/** What one of a part of a project takes. */
export function estimateOf(
  project: Pick<Project, 'parts' | 'printer'>,
  id: string,
  layers: readonly EstimatedLayer[],
): Estimate {
  const own = project.parts[id]
  return estimate(layers, slicingOf(own), project.printer, own?.material ?? filamentOf(project))
}

/** `1 h 20 min`; of less than an hour the minutes alone. */
export function timeSaid(seconds: number): string {
  const minutes = Math.max(1, Math.round(seconds / 60))
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`
}

/** `3 lines, 40 %, supports from the bed, brim`: what is not as usual. */
export const slicingSaid = ({ walls, fill, supports, temperature, note }: Slicing): string =>
  [
    walls === USUAL.walls ? '' : `walls of ${walls} lines`,
    fill === USUAL.fill ? '' : `filled ${fill} %`,
    supports === 'none' ? '' : supports === 'bed' ? 'supports from the bed' : 'supports everywhere',
    temperature === 0 ? '' : `at ${temperature} °C`,
    note,
  ]
    .filter((s) => s)
    .join(', ')
