import { z } from 'zod'
import { contentKey } from '../content-key'
import type { Pointable } from '../faces/resolve'
import { type Border, trianglesOf } from '../faces/topology'
import { add, cross, length, normalize, placeAt, sub, type Vec3 } from '../geometry/vec'
import { fail, ok } from '../result'
import type { FieldBase, FieldKind, Scope } from './field-kind'
import { type SavedTaken, swappedTaken, takenBorders, takenSchema } from './taken-edges'

/** A piece of a run of edges in space: a border of a part or an item, and its points in order, mm. */
export interface RimPiece {
  /** The part or item that it is of, and what that is called. */
  owner: { part: string; name: string } | { reference: string; item: string; name: string }
  on: Pointable
  border: Border
  points: readonly Vec3[]
  /** Which way the face looks there that was picked with it, if one was. */
  out?: Vec3
}

/** Edges of parts that stand before the step and of items, where they are in space. */
export interface RimField extends FieldBase<'rim', readonly RimPiece[]> {
  /** It may be left out: where nothing is picked, it comes to nothing. */
  optional?: true
}
export const rimField = (label: string): RimField => ({ type: 'rim', label })

/** One that only some choices of the step need. */
export const maybeRimField = (label: string): RimField => ({ ...rimField(label), optional: true })

export const rimKind: FieldKind<RimField, SavedTaken[]> = {
  type: 'rim',
  turn: 'picks',
  schema: () => z.array(takenSchema).max(500).default([]),
  resolve: (saved, spec, at) => {
    if (saved.length === 0 && spec.optional) return ok({ value: [], key: '', shown: 0 })
    if (saved.length === 0) return fail('no-edge', `${spec.label}: pick a face or edges in the scene.`)
    const pieces: RimPiece[] = []
    const there = new Set<Border>()
    for (const [i, one] of saved.entries()) {
      const found = takenBorders(one, at)
      if (!found.ok) return saved.length === 1 ? found : fail(found.problem.kind, `${'edge' in one ? 'Edge' : 'Face'} ${i + 1}: ${found.problem.message}`) // prettier-ignore
      const { on, borders, region } = found.value
      for (const border of borders.map((b) => on.topology.borders[b]!)) {
        if (there.has(border)) continue
        there.add(border)
        const out = region === undefined ? undefined : wayOf(on, region, border)
        pieces.push({ owner: ownerOf(one, at), on, border, points: pointsOf(on, border), ...(out ? { out } : {}) })
      }
    }
    return ok({ value: pieces, key: contentKey(pieces.map((p) => [p.owner, p.points, p.out])), shown: pieces.length })
  },
  swapped: (saved, swap) => saved.map((one) => swappedTaken(one, swap)),
  facts: () => ({ default: [] }),
}

function ownerOf(one: SavedTaken, { parts, references }: Scope): RimPiece['owner'] {
  if ('part' in one) return { part: one.part, name: parts.get(one.part)?.name ?? 'the part' }
  const items = references.find((r) => r.id === one.reference)?.items
  return { reference: one.reference, item: one.face.item, name: items?.find((i) => i.id === one.face.item)?.name ?? 'the item' } // prettier-ignore
}

/** Which way a region looks along one of its borders. */
function wayOf(
  { mesh: { positions, indices }, topology }: Pointable,
  region: number,
  border: Border,
): Vec3 | undefined {
  // prettier-ignore
  const own = new Set(border.vertices)
  const at = (i: number): Vec3 => placeAt(positions, i)
  let sum: Vec3 = [0, 0, 0]
  for (const t of trianglesOf(topology, region)) {
    if (![0, 1, 2].some((k) => own.has(indices[3 * t + k]!))) continue
    const [a, b, c] = [0, 1, 2].map((k) => at(indices[3 * t + k]!)) as [Vec3, Vec3, Vec3]
    sum = add(sum, cross(sub(b, a), sub(c, a)))
  }
  return length(sum) > 1e-9 ? normalize(sum) : undefined
}

function pointsOf({ mesh: { positions } }: Pointable, { vertices, closed }: Border): Vec3[] {
  const all = vertices.map((v) => placeAt(positions, v))
  return closed ? [...all, all[0]!] : all
}
