import type { BuiltPart } from '../built/built'
import type { Project } from '../document/schema'
import { add, type Box3, boxOfPositions, boxSize, scale, type Vec3 } from '../geometry/vec'
import { filamentNamed, type Material, massOf } from '../units/materials'

/** A part in the list of parts. Lengths mm, volumes mm3, masses g: each of one of them, printed solid. */
export interface ListedPart {
  id: string
  name: string
  group: string
  count: number
  size: Vec3
  volume: number
  /** What it is printed of; unknown where nobody said and the printer's filament is none whose density is known. */
  material: Material | undefined
  mass: number | undefined
  /** Its middle of mass. */
  middle: Vec3
}

/** All of them together; each as often as it is printed. */
export interface PartsTotal {
  count: number
  volume: number
  /** Unknown if that of one of them is. */
  mass: number | undefined
  /** The middle of mass of one of each, as they belong together. */
  middle: Vec3 | undefined
}

type Listable = Pick<BuiltPart, 'id' | 'name' | 'volume' | 'middle'> & { bounds: Box3 }

/** The material that the printer has in, if its name is one whose density is known. */
export const filamentOf = ({ printer }: Pick<Project, 'printer'>): Material | undefined =>
  filamentNamed(printer.filament)

/** How many of each part are printed, by its id. */
export const countsOf = ({ parts }: Pick<Project, 'parts'>): Record<string, number> =>
  Object.fromEntries(Object.entries(parts).flatMap(([id, { count }]) => (count === undefined ? [] : [[id, count]])))

/** The same of parts as they are built. */
export const builtPartList = (project: Pick<Project, 'parts' | 'printer'>, parts: readonly BuiltPart[]) =>
  partList(project, parts.map((p) => ({ ...p, bounds: boxOfPositions(p.mesh.positions) }))) // prettier-ignore

/** The parts with what a maker wants to know of them, and the sums. */
export function partList(
  project: Pick<Project, 'parts' | 'printer'>,
  parts: readonly Listable[],
): { parts: ListedPart[]; total: PartsTotal } {
  const listed = parts.map(({ id, name, volume, middle, bounds }): ListedPart => {
    const { count = 1, material = filamentOf(project), group = '' } = project.parts[id] ?? {}
    const mass = material && massOf(volume, material)
    return { id, name, group, count, size: boxSize(bounds), volume, material, mass, middle }
  })
  const sum = (of: (p: ListedPart) => number) => listed.reduce((s, p) => s + of(p), 0)
  const known = listed.every((p) => p.mass !== undefined)
  const single = sum((p) => p.mass ?? 0)
  return {
    parts: listed,
    total: {
      count: sum((p) => p.count),
      volume: sum((p) => p.count * p.volume),
      mass: known ? sum((p) => p.count * p.mass!) : undefined,
      middle:
        known && single > 0
          ? scale(
              listed.reduce((m, p) => add(m, scale(p.middle, p.mass!)), [0, 0, 0] as Vec3),
              1 / single,
            )
          : undefined,
    },
  }
}
