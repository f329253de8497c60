import { insideFace } from '../faces/inside-face'
import { keepFace, type Pointable, seen } from '../faces/resolve'
import { nameKey, type TaggedMesh } from '../kernel/surface'
import { ProblemError } from '../result'
import { isSame } from './one-name'

/**
 * Faces of a part that nothing is left of in another shape of it, besides those that were changed.
 * Errors: vanishes, with the faces
 */
export function checkVanished(on: Pointable, after: TaggedMesh, changed: ReadonlyMap<number, unknown>, part: string) {
  const left = new Map<string, (typeof after.surfaces)[number][]>()
  for (const s of new Set(after.triangleSurface)) {
    const tag = after.surfaces[s]!
    const key = nameKey(tag)
    left.set(key, [...(left.get(key) ?? []), tag])
  }
  const gone = on.topology.surfaceOf.flatMap((s, region) => {
    const tag = on.mesh.surfaces[s]!
    return changed.has(region) || left.get(nameKey(tag))?.some((t) => isSame(t.shape, tag.shape)) ? [] : [region]
  })
  if (gone.length === 0) return
  const faces = gone.map((r) => ({ part, face: keepFace(seen(on), r, insideFace(on, r)) }))
  const [what, them] = gone.length > 1 ? [`${gone.length} faces`, 'them'] : ['A face', 'it']
  throw new ProblemError({ kind: 'vanishes', message: `${what} would vanish.`, or: { field: 'gone', value: 'go', words: `let ${them} go`, faces } }) // prettier-ignore
}
