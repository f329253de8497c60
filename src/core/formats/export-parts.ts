import type { BuiltPart } from '../built/built'
import { placePositions } from '../geometry/placement'
import { type Box3, boxOfPositions } from '../geometry/vec'
import { arrange, type Arrangement } from '../print/arrange'
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
}

export interface ExportedFile {
  name: string
  bytes: Uint8Array
}

/** What an export will hold: names, sizes and volumes, before any file is written. */
export function listExport(
  parts: readonly BuiltPart[],
  projectName: string,
  arrangement: Arrangement,
  bed: readonly [number, number, number],
): ExportedPart[] {
  const placements = arrange(parts, arrangement, bed)
  const files = uniqueNames(parts.map((p) => safeFileName(projectName, p.name)))
  return parts.map((part, i) => ({
    id: part.id,
    name: part.name,
    file: `${files[i]}.stl`,
    triangles: part.mesh.indices.length / 3,
    closed: isClosed(part.mesh.positions, part.mesh.indices),
    volume: part.volume,
    bounds: boxOfPositions(placePositions(placements[i]!, part.mesh.positions)),
  }))
}

/** Binary STL for each part and one 3MF for all. */
export function exportFiles(
  parts: readonly BuiltPart[],
  projectName: string,
  arrangement: Arrangement,
  bed: readonly [number, number, number],
): ExportedFile[] {
  const placements = arrange(parts, arrangement, bed)
  const list = listExport(parts, projectName, arrangement, bed)
  const stl = parts.map((part, i) => ({
    name: list[i]!.file,
    bytes: writeStl(
      { positions: placePositions(placements[i]!, part.mesh.positions), indices: part.mesh.indices },
      `${projectName}, ${part.name}`,
    ),
  }))
  const objects = parts.map((part, i) => ({
    name: part.name,
    color: part.color,
    positions: part.mesh.positions,
    indices: part.mesh.indices,
    placement: placements[i]!,
  }))
  return [...stl, { name: `${safeFileName(projectName)}.3mf`, bytes: write3mf(objects, projectName) }]
}
