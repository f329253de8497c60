import type { BuiltPart } from '../core/built/built'
import type { Project } from '../core/document/schema'
import { compose, invert, placePositions, type Placement } from '../core/geometry/placement'
import type { TaggedMesh } from '../core/kernel/surface'
import { layPlates, type OnPlate } from '../core/print/plates/plates'
import { silhouetteOf } from '../core/print/plates/silhouette'
import { plateWishes } from '../core/print/plates/wishes'

/** One of a part on a plate, as it is drawn. */
export interface OnPlateView extends Omit<OnPlate, 'part' | 'placement'> {
  id: string
  name: string
  color: string
  /** Its outline as SVG path data, mm as it is printed, and what takes it to the bed: a b c d e f of an SVG matrix. */
  path: string
  matrix: readonly number[]
}

export interface PlateView {
  lies: OnPlateView[]
  /** What comes too close, and what reaches over the edge, by places in `lies`. */
  close: [number, number][]
  over: number[]
}

/** The plates of a project. */
export function plateViews(parts: readonly BuiltPart[], project: Project): PlateView[] {
  return layPlates(parts, plateWishes(project)).map(({ lies, ...plate }) => ({
    ...plate,
    lies: lies.map(({ part, placement, ...l }) => {
      const of = parts[part]!
      const m = compose(placement, invert(of.print))
      return { ...l, id: of.id, name: of.name, color: of.color, path: pathOf(of), matrix: [m[0]!, m[4]!, m[1]!, m[5]!, m[3]!, m[7]!] } // prettier-ignore
    }),
  }))
}

/** Paths that were drawn, for as long as their meshes are there: of the way a part lies. */
const paths = new WeakMap<TaggedMesh, { print: string; path: string }>()

function pathOf({ print, mesh }: Pick<BuiltPart, 'print' | 'mesh'>): string {
  const lies = print.join(' ')
  const known = paths.get(mesh)
  if (known?.print === lies) return known.path
  const path = drawn(print, mesh)
  paths.set(mesh, { print: lies, path })
  return path
}

const drawn = (print: Placement, { positions, indices }: TaggedMesh): string =>
  silhouetteOf(placePositions(print, positions), indices)
    .map((loop) => `M${loop.map(([x, y]) => `${x.toFixed(2)} ${y.toFixed(2)}`).join('L')}Z`)
    .join('')
