import { pointable } from '../core/faces/resolve'
import type { LedgerRow } from '../core/fit/ledger'
import { placePositions, translation } from '../core/geometry/placement'
import { type Box3, boxOfPositions, emptyBox, joinBoxes, type Vec3 } from '../core/geometry/vec'
import type { ListedPart, PartsTotal } from '../core/print/part-list'
import type { VariantBuild } from '../core/sheet/compare-variants'
import { buffersOfEffect, effectView } from './make-views'
import { buffersOf, type ShownMesh, shownMesh } from './shown-mesh'
import type { EffectView } from './views'

/** A variant for the table and the scene. */
export interface VariantView {
  /** Empty for the project as it is drawn. */
  id: string
  name: string
  listed: ListedPart[]
  total: PartsTotal
  ledger: LedgerRow[]
  problems: number
  /** Its parts where they stand when all variants lie side by side. */
  beside: { id: string; color: string; shown: ShownMesh }[]
  /** In front of it, where its name can stand. */
  label: Vec3
  differs?: EffectView
}

/** Room between variants that lie side by side, as a share of the widest. */
const APART = 0.3

/** Variants as the page has them; side by side from left to right, as far apart as the widest is wide and a third. */
export function variantViews(builds: readonly VariantBuild[]): VariantView[] {
  const boxes = builds.map(({ parts }) => parts.reduce((box: Box3, p) => joinBoxes(box, boxOfPositions(p.mesh.positions)), emptyBox())) // prettier-ignore
  const widths = boxes.map((b) => Math.max(0, b.max[0] - b.min[0])).filter(Number.isFinite)
  const pitch = (1 + APART) * Math.max(0, ...widths)
  return builds.map(({ id, name, parts, listed, total, ledger, problems, differs }, i) => {
    const box = boxes[i]!
    const off: Vec3 = [i * pitch, 0, 0]
    return {
      id,
      name,
      listed,
      total,
      ledger,
      problems,
      label: [(box.min[0] + box.max[0]) / 2 + off[0], box.min[1], box.min[2]],
      beside: parts.map((part) => {
        const { mesh, topology } = pointable(part.mesh)
        const positions = placePositions(translation(off), mesh.positions)
        return { id: part.id, color: part.color, shown: shownMesh(positions, mesh.indices, topology.regionOf) }
      }),
      ...(differs ? { differs: effectView(differs) } : {}),
    }
  })
}

/** What of them changes hands when they are sent. */
export const buffersOfVariants = (views: readonly VariantView[]): ArrayBuffer[] =>
  views.flatMap((v) => [...v.beside.flatMap((b) => buffersOf(b.shown)), ...(v.differs ? buffersOfEffect(v.differs) : [])]) // prettier-ignore
