import { turn } from '../geometry/placement'
import { dot, type Vec3 } from '../geometry/vec'
import type { ImportedItem, ImportedModel } from './model'
import { type ShapeFacts, shapeFacts } from './shape-facts'

/** How thick a circuit board may be, mm (flexible ones to thick backplanes). */
const THINNEST = 0.2
const THICKEST = 4
/** A board is at least this many times as wide as thick. */
const FLATNESS = 6
/** Share of the whole surface that top and underside have at least. */
const FLAT_SHARE = 0.6

/** A flat item as it lies in the file: its thickness and the direction square to it. */
export interface FlatItem {
  item: ImportedItem
  thickness: number
  /** Area of the larger of its two flat sides, mm2. */
  area: number
  /** Unit direction square to it, in the file's coordinates. */
  normal: Vec3
}

/** Flat, thin items, largest first: the first is proposed as the board. */
export function boardCandidates(model: ImportedModel): FlatItem[] {
  const flat = new Map<number, ReturnType<typeof flatness>>()
  const out: FlatItem[] = []
  for (const item of model.items) {
    if (!flat.has(item.shape)) flat.set(item.shape, flatness(shapeFacts(model.shapes[item.shape]!)))
    const found = flat.get(item.shape)
    if (found) out.push({ item, ...found, normal: turn(item.placement, found.normal) })
  }
  return out.sort((a, b) => b.area - a.area)
}

function flatness(facts: ShapeFacts): { thickness: number; area: number; normal: Vec3 } | undefined {
  const planes = facts.faces.filter((f) => f.kind === 'plane')
  const largest = planes.reduce<(typeof planes)[number] | undefined>(
    (best, f) => (best && best.area >= f.area ? best : f),
    undefined,
  )
  if (!largest) return undefined
  const normal = largest.normal
  const levels = planes
    .filter((f) => Math.abs(dot(f.normal, normal)) > 0.9999)
    .map((f) => ({ up: dot(f.normal, normal) > 0, at: dot(f.point, normal), area: f.area }))
  const top = levels.filter((l) => l.up)
  const under = levels.filter((l) => !l.up)
  if (top.length === 0 || under.length === 0) return undefined
  const main = (side: typeof levels) => side.reduce((best, l) => (l.area > best.area ? l : best)).at
  const thickness = main(top) - main(under)
  const areaAt = (side: typeof levels, at: number) =>
    side.filter((l) => Math.abs(l.at - at) < 1e-3).reduce((s, l) => s + l.area, 0)
  const [a, b] = [areaAt(top, main(top)), areaAt(under, main(under))]
  const area = Math.max(a, b)
  const thin = thickness >= THINNEST && thickness <= THICKEST && Math.sqrt(area) >= FLATNESS * thickness
  return thin && a + b >= FLAT_SHARE * facts.area ? { thickness, area, normal } : undefined
}
