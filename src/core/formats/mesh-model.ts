import { IDENTITY, type Placement } from '../geometry/placement'
import { boxOfPositions, boxSize, emptyBox, joinBoxes, type Vec3 } from '../geometry/vec'
import { mend, mendingNotes, type Mending } from '../mesh/mend'
import type { IndexedMesh } from '../mesh/weld'
import { facesOfMesh } from '../recognise/mesh-faces'
import { guessUnit } from '../units/guess-unit'
import { type ImportedItem, type ImportedModel, type ImportedShape } from '../references/model'
import { FILE_UNITS, type FileUnit, type UnitName } from '../units/file-unit'
import { type EarlyMesh, earlyMesh } from './early-mesh'

/** Triangles as a reader finds them, in the file's own numbers. */
export interface RawShape {
  positions: Float64Array
  indices: Uint32Array
  /** Where the reader knows the faces, their first triangles; such shapes are taken as they are. */
  faceStarts?: Uint32Array
}
export interface RawItem {
  name: string
  path: string[]
  color?: string
  shape: number
  /** In the file's own numbers. */
  placement?: Placement
}
/** What a reader of meshes finds. */
export interface RawModel {
  shapes: RawShape[]
  items: RawItem[]
  notes: string[]
}

/** Makes a model of what a reader found: in millimetres, mended, its faces recognised. */
export function meshModel(
  format: ImportedModel['format'],
  raw: RawModel,
  fallback: string,
  declared: FileUnit | undefined,
  onShare: (share: number) => void = () => {},
  onMesh?: (mesh: EarlyMesh) => void,
): ImportedModel {
  const size = rawSize(raw)
  const unit = declared ?? guessUnit(size)
  const mm = FILE_UNITS[unit.name as UnitName]
  const total: Mending[] = []
  const placed = raw.items.map((i) => ({ shape: i.shape, placement: inMm(i.placement ?? IDENTITY, mm) }))
  const sized = raw.shapes.map((s) => (mm === 1 ? s : { ...s, positions: s.positions.map((v) => v * mm) }))
  onMesh?.(earlyMesh(sized, placed))
  const mended = sized.map((shape) => mendShape(shape, total))
  const shapes = mended.map((mesh, i): ImportedShape => {
    const { faceStarts } = raw.shapes[i]!
    const made = faceStarts ? { ...mesh, positions: Float32Array.from(mesh.positions), faceStarts } : facesOfMesh(mesh)
    onShare((i + 1) / mended.length)
    return made
  })
  const ids = new Map<string, number>()
  const items = raw.items.map((item, i): ImportedItem => {
    const name = item.name || fallback
    const base = [...item.path, name].join('/')
    const count = (ids.get(base) ?? 0) + 1
    ids.set(base, count)
    return {
      id: count === 1 ? base : `${base}~${count}`,
      name,
      path: item.path,
      ...(item.color ? { color: item.color } : {}),
      shape: item.shape,
      placement: placed[i]!.placement,
    }
  })
  return { format, unit, shapes, items, notes: [...raw.notes, ...sizeNotes(size, mm), ...mendingNotes(sum(total))] }
}

/** Nobody prints things of this size, or holds them against a print, m. */
const HUGE = 50

function sizeNotes(size: Vec3, mm: number): string[] {
  const largest = (Math.max(...size) * mm) / 1000
  return largest > HUGE
    ? [`It is ${Number(largest.toPrecision(3))} m long: its unit, or its scale, can hardly be right.`]
    : []
}

const inMm = (placement: Placement, mm: number): Placement => placement.map((v, k) => (k % 4 === 3 ? v * mm : v))

/** Those of a reader that knows the faces are sound already. */
function mendShape({ positions, indices, faceStarts }: RawShape, total: Mending[]): IndexedMesh {
  if (faceStarts) return { positions, indices }
  const { mesh, mending } = mend(positions, indices)
  total.push(mending)
  return mesh
}

function rawSize(raw: RawModel): Vec3 {
  return boxSize(raw.shapes.reduce((box, s) => joinBoxes(box, usedBox(s)), emptyBox()))
}

function usedBox({ positions, indices }: RawShape) {
  const used = new Float64Array(3 * indices.length)
  for (const [i, v] of indices.entries()) used.set(positions.subarray(3 * v, 3 * v + 3), 3 * i)
  return boxOfPositions(used)
}

const sum = (list: readonly Mending[]): Mending =>
  list.reduce(
    (a, b) =>
      Object.fromEntries(Object.entries(a).map(([k, v]) => [k, v + b[k as keyof Mending]])) as unknown as Mending,
    { joined: 0, empty: 0, doubled: 0, flipped: 0, filledHoles: 0, filledFacets: 0, open: 0, tangled: 0 },
  )
