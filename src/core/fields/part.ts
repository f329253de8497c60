import { z } from 'zod'
import type { Pause } from '../built/built'
import { contentKey } from '../content-key'
import { IDENTITY, type Placement } from '../geometry/placement'
import { type KeptEdge, keptEdgeSchema, type KeptFace, keptFaceSchema } from '../document/pick-schema'
import { edgePointNow, findEdge, findFace, type Pointable, pointNow } from '../faces/resolve'
import { renamedEdge, renamedFace, type Renames } from '../faces/renamed'
import { type SurfaceTag } from '../kernel/surface'
import type { Solid } from '../kernel/kernel'
import type { Vec3 } from '../geometry/vec'
import { fail, ok, type Result } from '../result'
import type { FieldBase, FieldKind, PartHere, Resolved } from './field-kind'

/** A part made before, by id. */
export interface PartValue {
  id: string
  name: string
  solid: Solid
  /** Its regions and borders; worked out when asked for. */
  pointable: () => Pointable
  /** Of a field that asks for it: how it will be printed, and where that is halted so far. */
  printed?: { print: Placement; pauses: readonly Pause[] }
}
export interface PartField extends FieldBase<'part', PartValue> {
  /** Whether the step changes it or only looks at it. */
  use: 'read' | 'change'
  /** The step asks how the part is printed. */
  printed?: true
}
export const partField = (label: string, use: PartField['use'], more: Pick<PartField, 'printed'> = {}): PartField => ({ type: 'part', label, use, ...more }) // prettier-ignore

/** Several parts made before, by id, in order. */
export interface PartsField extends FieldBase<'parts', readonly PartValue[]> {
  use: 'read' | 'change'
}
export const partsField = (label: string, use: PartsField['use']): PartsField => ({ type: 'parts', label, use })

const here = (id: string, parts: ReadonlyMap<string, PartHere>): Result<PartHere> => {
  const found = parts.get(id)
  if (found) return ok(found)
  const names = [...parts.values()].map((p) => p.name)
  return fail(
    'no-part',
    id === '' ? 'Choose a part.' : `There is no part "${id}" before this step${names.length ? `; there ${names.length === 1 ? 'is' : 'are'} ${names.join(', ')}` : ''}.`, // prettier-ignore
  )
}

const partsResolved = (found: readonly PartHere[], use: 'read' | 'change'): Pick<Resolved, 'key' | 'changes'> => ({
  // Notes, rows and copies call parts by their names.
  key: contentKey(found.map((p) => [p.id, p.key, p.name])),
  ...(use === 'change' ? { changes: found.map((p) => p.id) } : {}),
})
const valueOf = ({ id, name, solid, pointable }: PartHere): PartValue => ({ id, name, solid, pointable })

export const partKind: FieldKind<PartField, string> = {
  type: 'part',
  turn: 'things',
  schema: () => z.string().max(1000).default(''),
  resolve: (saved, spec, { parts }) => {
    const found = here(saved, parts)
    if (!found.ok) return found
    const { print = IDENTITY, pauses = [] } = found.value
    const plain = partsResolved([found.value], spec.use)
    if (!spec.printed) return ok({ value: valueOf(found.value), ...plain, shown: saved })
    const value = { ...valueOf(found.value), printed: { print, pauses } }
    return ok({ value, ...plain, key: contentKey([plain.key, print, pauses]), shown: saved })
  },
  facts: () => ({ default: '' }),
}

export const partsKind: FieldKind<PartsField, string[]> = {
  type: 'parts',
  turn: 'things',
  schema: () => z.array(z.string().max(1000)).max(500).default([]),
  resolve: (saved, spec, { parts }) => {
    const found: PartHere[] = []
    for (const id of new Set(saved)) {
      const one = here(id, parts)
      if (!one.ok) return one
      found.push(one.value)
    }
    return ok({ value: found.map(valueOf), ...partsResolved(found, spec.use), shown: saved })
  },
  facts: () => ({ default: [] }),
}

/** A face that was picked, where the part has it before this step. */
export interface FaceValue {
  part: string
  region: number
  tag: SurfaceTag
  on: Pointable
  /** Where it was picked, as it lies now. */
  point: Vec3
}
/** A kept face as it is now. Errors: gone, unclear */
export function foundFace(kept: KeptFace, on: Pointable, part: string): Result<FaceValue> {
  const region = findFace(on, kept)
  if (!region.ok) return region
  const tag = on.mesh.surfaces[on.topology.surfaceOf[region.value]!]!
  return ok({ part, region: region.value, tag, on, point: pointNow(on, region.value, kept.near) })
}
/** Faces of a part that another field of the step names. */
export interface FacesField extends FieldBase<'faces', readonly FaceValue[]> {
  of: string
}
export const facesField = (label: string, of: string): FacesField => ({ type: 'faces', label, of })

/** An edge that was picked, as borders between regions of the part before this step. */
export interface EdgeValue {
  part: string
  borders: readonly number[]
  on: Pointable
  /** Where it was picked, as its faces lie now. */
  point: Vec3
}
/** Edges of a part that another field of the step names. */
export interface EdgesField extends FieldBase<'edges', readonly EdgeValue[]> {
  of: string
}
export const edgesField = (label: string, of: string): EdgesField => ({ type: 'edges', label, of })

/** A field of picks on a part: each is found again, and the key is what it is found as. */
function picks<Spec extends FacesField | EdgesField, Kept extends KeptFace | KeptEdge>(
  type: Spec['type'],
  schema: z.ZodType<Kept>,
  what: string,
  find: (kept: Kept, on: Pointable, part: string) => Result<unknown>,
  renamed: (kept: Kept, renames: Renames) => Kept,
): FieldKind<Spec, Kept[]> {
  return {
    type,
    turn: 'picks',
    schema: () => z.array(schema).max(2000).default([]),
    resolve: (saved, spec, { parts, fields }) => {
      const named = fields.get(spec.of)?.value as PartValue | undefined
      const part = named && parts.get(named.id)
      if (!part) return fail('no-part', 'The part that this was picked on is not there.')
      const on = part.pointable()
      const found: unknown[] = []
      for (const [i, kept] of saved.entries()) {
        const one = find(kept, on, part.id)
        if (!one.ok)
          return fail(one.problem.kind, saved.length === 1 ? one.problem.message : `${what} ${i + 1}: ${one.problem.message}`) // prettier-ignore
        found.push(one.value)
      }
      return ok({ value: found, key: contentKey([part.key, saved]), shown: saved })
    },
    swapped: (saved, swap) => saved.map((kept) => renamed(kept, swap)),
    facts: () => ({ default: [] }),
  }
}

export const facesKind = picks<FacesField, KeptFace>('faces', keptFaceSchema, 'Face', foundFace, renamedFace)

export const edgesKind = picks<EdgesField, KeptEdge>(
  'edges',
  keptEdgeSchema,
  'Edge',
  (kept, on, part) => {
    const borders = findEdge(on, kept)
    if (!borders.ok) return borders
    const point = edgePointNow(on, on.topology.borders[borders.value[0]!]!, kept)
    return ok({ part, borders: borders.value, on, point } satisfies EdgeValue)
  },
  renamedEdge,
)
