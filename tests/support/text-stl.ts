import type { Vec3 } from '../../src/core/geometry/vec'
import type { ImportedModel } from '../../src/core/references/model'
import { makeReference } from '../../src/core/document/schema'
import { readFile } from '../../src/core/formats/read-file'
import { built, type Fields, sheetOf } from './drawn'
import { noTools } from './tools'

export type Facet = readonly [Vec3, Vec3, Vec3]

/** Facets as a text STL has them. */
export function textStl(facets: readonly Facet[]): Buffer {
  const vertex = (p: Vec3) => `vertex ${p.map((v) => v.toFixed(6)).join(' ')}`
  const facet = (f: Facet) => `facet normal 0 0 0\nouter loop\n${f.map(vertex).join('\n')}\nendloop\nendfacet`
  return Buffer.from(`solid made\n${facets.map(facet).join('\n')}\nendsolid made\n`)
}

/** The facets of a box, seen from outside or, of a room, from inside. */
export function boxFacets([x, y, z]: Vec3, [w, d, h]: Vec3, inside = false): Facet[] {
  const at = (k: number): Vec3 => [x + (k & 1 ? w : 0), y + (k & 2 ? d : 0), z + (k & 4 ? h : 0)]
  const sides = [[0, 2, 3, 1], [4, 5, 7, 6], [0, 1, 5, 4], [2, 6, 7, 3], [0, 4, 6, 2], [1, 3, 7, 5]] as const // prettier-ignore
  return sides.flatMap(([a, b, c, d4]) => {
    const both: Facet[] = [[at(a), at(b), at(c)], [at(a), at(c), at(d4)]] // prettier-ignore
    return inside ? both.map(([p, q, r]): Facet => [p, r, q]) : both
  })
}

const SHA = 'e'.repeat(64)

/** A text STL taken over as the part `it`. */
export async function takenOver(facets: readonly Facet[], fields: Fields = {}) {
  const read = await readFile(textStl(facets), 'made.stl', noTools)
  if (!read.ok || read.value.holds !== 'solids') throw new Error('it cannot be read')
  const { model }: { model: ImportedModel } = read.value
  const reference = makeReference({ id: 'h', name: 'Made', kind: 'stl', file: SHA, fileName: 'made.stl' })
  const items = model.items.map((i) => i.id)
  const project = { ...sheetOf(['item', { reference: 'h', item: items[0]!, ...fields }, 'it']), references: [reference] } // prettier-ignore
  const { build, problems, notes } = await built(project, 'export', new Map([[SHA, model]]))
  const part = build.parts[0]
  return { part, problems, notes, build, project, items, volume: part?.volume }
}
