import type { KeptFace } from '../document/pick-schema'
import { findFace, type Pointable } from '../faces/resolve'
import { type FaceAt, faceAt } from '../alter/grown'

/** Where a kept face lies: on the first of some parts that has it; none where it is gone from all. @param parts by id */
export function keptAt(
  parts: Iterable<readonly [id: string, on: Pointable]>,
  kept: KeptFace,
): (FaceAt & { part: string }) | undefined {
  for (const [part, on] of parts) {
    const found = findFace(on, kept)
    if (found.ok) return { part, ...faceAt(on, found.value) }
  }
  return undefined
}
