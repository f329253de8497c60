import type { Manifold } from 'manifold-3d'
import type { Box3 } from '../geometry/vec'
import type { SurfaceTag, TagTable } from './surface'

/**
 * A closed solid whose faces remember what they are. It is counted: whoever makes it or keeps it owns it once, and it
 * goes when the last owner has disposed of it.
 */
export class Solid {
  private owners = 1

  constructor(
    /** For this room only. */
    readonly handle: Manifold,
    readonly tags: TagTable,
  ) {}

  /** Volume in mm3. */
  volume(): number {
    return this.handle.volume()
  }

  triangleCount(): number {
    return this.handle.numTri()
  }

  isEmpty(): boolean {
    return this.handle.isEmpty()
  }

  bounds(): Box3 {
    return this.handle.boundingBox()
  }

  /** One more owner. */
  keep(): this {
    this.owners += 1
    return this
  }

  /** One owner less; the last one gives the memory back. @throws if nobody owns it any more */
  dispose(): void {
    if (this.owners <= 0) throw new Error('A solid was given back twice.')
    this.owners -= 1
    if (this.owners === 0) this.handle.delete()
  }
}

/** The surfaces of several solids, by the kernel's numbers. */
export function mergeTags(solids: readonly Solid[]): TagTable {
  const all = new Map<number, readonly SurfaceTag[]>()
  for (const solid of solids) for (const [id, tags] of solid.tags) all.set(id, tags)
  return all
}
