import { nameKey } from '../kernel/surface'
import type { Pointable } from './resolve'

/** What a piece of an outline that is read off a part is called, by the regions that it is the rim of. */
export function pieceName({ mesh, topology }: Pointable, ...regions: readonly number[]): string {
  const names = regions.map((r) => nameKey(mesh.surfaces[topology.surfaceOf[r]!]!).replaceAll('\n', ' '))
  return [...new Set(names)].sort().join('&')
}
