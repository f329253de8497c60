import type { BuiltPart, Pause } from '../built/built'
import type { Project } from '../document/schema'
import { variantInHand } from '../document/variants'
import { pointable } from '../faces/resolve'
import { placePositions } from '../geometry/placement'
import { type Box3, boxOfPositions } from '../geometry/vec'
import { arrange, type Arrangement } from '../print/arrange'
import { countsOf } from '../print/part-list'
import { pauseSaid } from '../print/pause'
import { isClosed } from '../mesh/facts'
import { safeFileName, uniqueNames } from './file-names'
import { writeStl } from './stl/write-stl'
import { write3mf } from './threemf/write-3mf'

/** One part's entry in an export. Lengths mm, volume mm3. */
export interface ExportedPart {
  id: string
  name: string
  file: string
  triangles: number
  closed: boolean
  volume: number
  bounds: Box3
  /** Where its print is to be halted. */
  pauses: readonly Pause[]
}

export interface ExportedFile {
  name: string
  bytes: Uint8Array
}

/** What is exported, and how it stands. */
export interface ExportWishes {
  /** What the files are called after. */
  title: string
  arrangement: Arrangement
  bed: readonly [number, number, number]
  /** How many of a part there are on the bed, by its id. */
  counts?: Readonly<Record<string, number>>
}

/** A project is exported under its name and that of its variant in hand. */
export const exportWishes = (project: Project, arrangement: Arrangement): ExportWishes => {
  const variant = variantInHand(project)
  const title = variant ? `${project.name} ${variant.name}` : project.name
  return { title, arrangement, bed: project.printer.bed, counts: countsOf(project) }
}

/** What an export will hold: names, sizes and volumes, before any file is written. */
export function listExport(
  parts: readonly BuiltPart[],
  { title, arrangement, bed, counts }: ExportWishes,
): ExportedPart[] {
  const placements = arrange(parts, arrangement, bed, counts)
  const files = uniqueNames(parts.map((p) => safeFileName(title, p.name)))
  return parts.map((part, i) => ({
    id: part.id,
    name: part.name,
    file: `${files[i]}.stl`,
    triangles: part.mesh.indices.length / 3,
    closed: isClosed(part.mesh.positions, part.mesh.indices),
    volume: part.volume,
    bounds: boxOfPositions(placePositions(placements[i]![0]!, part.mesh.positions)),
    pauses: part.pauses ?? [],
  }))
}

/** The colours of painted faces, and for each triangle which of them it has, counted from 1; 0 is the part's own. */
function paintOf({ mesh, painted }: BuiltPart): { paint?: { colors: string[]; ofTriangle: Uint16Array } } {
  if (!painted?.regions.length) return {}
  const { regionOf } = pointable(mesh).topology
  const colors = [...new Set(painted.regions.map((r) => r.color))]
  const color = new Map(painted.regions.map((r) => [r.region, colors.indexOf(r.color) + 1]))
  return { paint: { colors, ofTriangle: Uint16Array.from(regionOf, (r) => color.get(r) ?? 0) } }
}

/** What the print of a part is halted for: `Base: pause at 16.4 mm, after 82 layers, and lay the board in.` */
const pausesSaid = ({ name, pauses = [] }: BuiltPart): string[] => pauses.map((p) => `${name}: ${pauseSaid(p)}.`)

/** Binary STL for each part and one 3MF for all, in which each stands as often as it is printed. */
export function exportFiles(parts: readonly BuiltPart[], wishes: ExportWishes): ExportedFile[] {
  const { title, arrangement, bed, counts } = wishes
  const placements = arrange(parts, arrangement, bed, counts)
  const list = listExport(parts, wishes)
  const stl = parts.map((part, i) => ({
    name: list[i]!.file,
    bytes: writeStl(
      { positions: placePositions(placements[i]![0]!, part.mesh.positions), indices: part.mesh.indices },
      `${title}, ${part.name}`,
    ),
  }))
  const objects = parts.map((part, i) => ({
    name: part.name,
    color: part.color,
    positions: part.mesh.positions,
    indices: part.mesh.indices,
    placements: placements[i]!,
    ...paintOf(part),
  }))
  return [...stl, { name: `${safeFileName(title)}.3mf`, bytes: write3mf(objects, title, parts.flatMap(pausesSaid)) }]
}
