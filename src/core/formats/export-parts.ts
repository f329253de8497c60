import type { BuiltPart, Pause } from '../built/built'
import type { Project } from '../document/schema'
import { variantInHand } from '../document/variants'
import { pointable } from '../faces/resolve'
import { type Placement, placePositions } from '../geometry/placement'
import { type Box3, boxOfPositions } from '../geometry/vec'
import { arrange, type Arranged, type Arrangement } from '../print/arrange'
import type { PlateWishes } from '../print/plates/plates'
import { plateWishes } from '../print/plates/wishes'
import { pauseSaid } from '../print/pause'
import { type Bevelled, bevelledFoot, type FootBevel } from '../print/foot-bevel'
import { isClosed } from '../mesh/facts'
import type { ExportFormat } from './export-formats'
import { safeFileName, uniqueNames } from './file-names'
import { type ObjObject, writeObj } from './obj/write-obj'
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
  /** It was to be bevelled at its foot, but something there is too thin for it. */
  unbevelled?: true
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
  /** What lies on plates is bevelled at its foot by so much. */
  bevel?: FootBevel
}

/** A project is exported under its name and that of its variant in hand. */
export const exportWishes = (project: Project, arrangement: Arrangement): ExportWishes => {
  const variant = variantInHand(project)
  const title = variant ? `${project.name} ${variant.name}` : project.name
  const { bevel, layer, first = layer } = project.printer
  return { title, arrangement, ...plateWishes(project), ...(bevel ? { bevel: { by: bevel, high: first } } : {}) }
}

/** The triangles of a part that are exported, and which of the part's each of them is of. */
function exported(
  part: BuiltPart,
  { arrangement, bevel }: ExportWishes,
): Partial<Pick<Bevelled, 'from'>> & Pick<BuiltPart['mesh'], 'positions' | 'indices'> {
  return (arrangement === 'bed' && bevel && bevelledFoot(part, bevel)) || part.mesh
}

/** What an export will hold: names, sizes and volumes, before any file is written. */
export function listExport(parts: readonly BuiltPart[], wishes: ExportWishes): ExportedPart[] {
  return listed(parts, wishes, arrange(parts, wishes.arrangement, wishes))
}

function listed(parts: readonly BuiltPart[], wishes: ExportWishes, placed: readonly Arranged[][]): ExportedPart[] {
  const files = stlNames(parts, wishes)
  return parts.map((part, i) => ({
    id: part.id,
    name: part.name,
    file: files[i]!,
    ...meshOf(part, wishes),
    volume: part.volume,
    bounds: boxOfPositions(placePositions(placed[i]![0]!.placement, part.mesh.positions)),
    plates: [...new Set(placed[i]!.map((p) => p.plate))],
    pauses: part.pauses ?? [],
  }))
}

const stlNames = (parts: readonly BuiltPart[], { title }: ExportWishes): string[] =>
  uniqueNames(parts.map((p) => safeFileName(title, p.name))).map((name) => `${name}.stl`)

function meshOf(part: BuiltPart, wishes: ExportWishes): Pick<ExportedPart, 'triangles' | 'closed' | 'unbevelled'> {
  const { positions, indices, from } = exported(part, wishes)
  const isPlain = wishes.bevel && wishes.arrangement === 'bed' && !from
  return {
    triangles: indices.length / 3,
    closed: isClosed(positions, indices),
    ...(isPlain ? { unbevelled: true } : {}),
  }
}

/** The colours of painted faces, and for each triangle which of them it has, counted from 1; 0 is the part's own. */
function paintOf(
  { mesh, painted }: BuiltPart,
  from?: Uint32Array,
): { paint?: { colors: string[]; ofTriangle: Uint16Array } } {
  if (!painted?.regions.length) return {}
  const { regionOf } = pointable(mesh).topology
  const colors = [...new Set(painted.regions.map((r) => r.color))]
  const color = new Map(painted.regions.map((r) => [r.region, colors.indexOf(r.color) + 1]))
  const regions = from ? Array.from(from, (t) => regionOf[t]!) : regionOf
  return { paint: { colors, ofTriangle: Uint16Array.from(regions, (r) => color.get(r) ?? 0) } }
}

/** What the print of a part is halted for: `Base: pause at 16.4 mm, after 82 layers, and lay the board in.` */
const pausesSaid = ({ name, pauses = [] }: BuiltPart): string[] => pauses.map((p) => `${name}: ${pauseSaid(p)}.`)

/**
 * Binary STL for each part; and for each plate a 3MF, or an OBJ with its materials beside it, in which each part stands as
 * often as it is printed there.
 */
export function exportFiles(
  parts: readonly BuiltPart[],
  wishes: ExportWishes,
  formats: readonly ExportFormat[] = ['stl', '3mf'],
): ExportedFile[] {
  const { title, arrangement } = wishes
  const placed = arrange(parts, arrangement, wishes)
  const names = stlNames(parts, wishes)
  const meshes = new Map(parts.map((part) => [part, exported(part, wishes)]))
  const stl = (formats.includes('stl') ? parts : []).map((part, i) => ({
    name: names[i]!,
    bytes: writeStl(
      { positions: placePositions(placed[i]![0]!.placement, meshes.get(part)!.positions), indices: meshes.get(part)!.indices }, // prettier-ignore
      `${title}, ${part.name}`,
    ),
  }))
  const most = Math.max(1, ...placed.flat().map((p) => p.plate))
  const plates = Array.from({ length: most }, (_, n): ExportedFile[] => {
    const here = parts.flatMap((part, i) => {
      const placements = placed[i]!.filter((p) => p.plate === n + 1).map((p) => p.placement)
      return placements.length > 0 ? [{ part, placements }] : []
    })
    const called = most > 1 ? `${title} plate ${n + 1}` : title
    const objects = here.map(({ part, placements }) => ({
      name: part.name,
      color: part.color,
      ...(part.pauses?.length ? { said: part.pauses.map((p) => `${pauseSaid(p)}.`).join('\n') } : {}),
      positions: meshes.get(part)!.positions,
      indices: meshes.get(part)!.indices,
      placements,
      ...paintOf(part, meshes.get(part)!.from),
    }))
    const file = safeFileName(called)
    const said = here.flatMap(({ part }) => pausesSaid(part))
    return [
      ...(formats.includes('3mf') ? [{ name: `${file}.3mf`, bytes: write3mf(objects, called, said) }] : []),
      ...(formats.includes('obj') ? objFiles(objects, called, file) : []),
    ]
  })
  return [...stl, ...plates.flat()]
}

/** Each thing where it stands, with its materials in a file of their own. */
function objFiles(
  objects: readonly (ObjObject & { placements: readonly Placement[] })[],
  title: string,
  file: string,
): ExportedFile[] {
  const standing = objects.flatMap(
    ({ placements, ...object }) =>
    placements.map((placement, k) => ({ ...object, name: k === 0 ? object.name : `${object.name} (${k + 1})`, positions: placePositions(placement, object.positions) })), // prettier-ignore
  )
  const { obj, mtl } = writeObj(standing, title, `${file}.mtl`)
  return [{ name: `${file}.obj`, bytes: obj }, { name: `${file}.mtl`, bytes: mtl }] // prettier-ignore
}
