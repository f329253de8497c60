import type { BuiltPart, Pause } from '../built/built'
import type { Project } from '../document/schema'
import { variantInHand } from '../document/variants'
import { pointable } from '../faces/resolve'
import { placePositions } from '../geometry/placement'
import { type Box3, boxOfPositions } from '../geometry/vec'
import { arrange, type Arranged, type Arrangement } from '../print/arrange'
import type { PlateWishes } from '../print/plates/plates'
import { plateWishes } from '../print/plates/wishes'
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
  /** On which plates it stands, from 1. */
  plates: number[]
  /** Where its print is to be halted. */
  pauses: readonly Pause[]
}

export interface ExportedFile {
  name: string
  bytes: Uint8Array
}

/** What is exported, and how it stands. */
export interface ExportWishes extends PlateWishes {
  /** What the files are called after. */
  title: string
  arrangement: Arrangement
}

/** A project is exported under its name and that of its variant in hand. */
export const exportWishes = (project: Project, arrangement: Arrangement): ExportWishes => {
  const variant = variantInHand(project)
  const title = variant ? `${project.name} ${variant.name}` : project.name
  return { title, arrangement, ...plateWishes(project) }
}

/** What an export will hold: names, sizes and volumes, before any file is written. */
export function listExport(
  parts: readonly BuiltPart[],
  { title, arrangement, ...plates }: ExportWishes,
): ExportedPart[] {
  return listed(parts, title, arrange(parts, arrangement, plates))
}

function listed(parts: readonly BuiltPart[], title: string, placed: readonly Arranged[][]): ExportedPart[] {
  const files = uniqueNames(parts.map((p) => safeFileName(title, p.name)))
  return parts.map((part, i) => ({
    id: part.id,
    name: part.name,
    file: `${files[i]}.stl`,
    triangles: part.mesh.indices.length / 3,
    closed: isClosed(part.mesh.positions, part.mesh.indices),
    volume: part.volume,
    bounds: boxOfPositions(placePositions(placed[i]![0]!.placement, part.mesh.positions)),
    plates: [...new Set(placed[i]!.map((p) => p.plate))],
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

/** Binary STL for each part, and for each plate a 3MF, in which each part stands as often as it is printed there. */
export function exportFiles(parts: readonly BuiltPart[], wishes: ExportWishes): ExportedFile[] {
  const { title, arrangement, ...plates } = wishes
  const placed = arrange(parts, arrangement, plates)
  const list = listed(parts, title, placed)
  const stl = parts.map((part, i) => ({
    name: list[i]!.file,
    bytes: writeStl(
      { positions: placePositions(placed[i]![0]!.placement, part.mesh.positions), indices: part.mesh.indices },
      `${title}, ${part.name}`,
    ),
  }))
  const most = Math.max(1, ...placed.flat().map((p) => p.plate))
  const packages = Array.from({ length: most }, (_, n) => {
    const here = parts.flatMap((part, i) => {
      const placements = placed[i]!.filter((p) => p.plate === n + 1).map((p) => p.placement)
      return placements.length > 0 ? [{ part, placements }] : []
    })
    const called = most > 1 ? `${title} plate ${n + 1}` : title
    const objects = here.map(({ part, placements }) => ({
      name: part.name,
      color: part.color,
      ...(part.pauses?.length ? { said: part.pauses.map((p) => `${pauseSaid(p)}.`).join('\n') } : {}),
      positions: part.mesh.positions,
      indices: part.mesh.indices,
      placements,
      ...paintOf(part),
    }))
    return { name: `${safeFileName(called)}.3mf`, bytes: write3mf(objects, called, here.flatMap(({ part }) => pausesSaid(part))) } // prettier-ignore
  })
  return [...stl, ...packages]
}
