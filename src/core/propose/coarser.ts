import type { BuiltPart } from '../built/built'
import { emptyProject, makeReference } from '../document/schema'
import { meshModel } from '../formats/mesh-model'
import { IDENTITY } from '../geometry/placement'
import type { Kernel, Solid } from '../kernel/kernel'
import { Builder } from '../sheet/builder'
import { newStep } from '../steps/offer'
import type { Wishes } from './proposing'

/** A part of more triangles than this is cut on a copy that has fewer. */
const MANY = 100_000
/** How far that may be off it, mm. */
export const COARSE = 0.05

/** Stands for the file that the copy is never saved to. */
const FILE = 'c'.repeat(64)

/** Where cuts are looked for instead of the project itself. */
export interface Coarser {
  builder: Builder
  /** The same wishes for a project that has nothing but the copy, called by the part's id. */
  wishes: Wishes
}

/** A copy of a part with a great many triangles, within 0.05 mm of it; none where it has fewer, or is printed turned. The builder is the caller's to dispose of. */
export function coarser(
  kernel: Kernel,
  { id, name, mesh, print }: BuiltPart,
  solid: Solid,
  wishes: Wishes,
): Coarser | undefined {
  const isTurned = print.some((v, k) => k % 4 !== 3 && Math.abs(v - IDENTITY[k]!) > 1e-9)
  if (mesh.indices.length / 3 <= MANY || isTurned) return undefined
  const fewer = kernel.scoped(() => kernel.triangles(kernel.simplified(solid, COARSE)), () => []) // prettier-ignore
  const model = meshModel('stl', { shapes: [fewer], items: [{ name, path: [], shape: 0 }], notes: [] }, name, { name: 'mm', from: 'the part', certain: true }) // prettier-ignore
  const reference = makeReference({ id: wishes.newId(), name, kind: 'stl', file: FILE, fileName: `${name}.stl`, placing: 'as-in-file' }) // prettier-ignore
  const step = { ...newStep(wishes, 'item', { reference: reference.id, item: model.items[0]!.id }), id }
  const { printer, numbers, readings } = wishes.project
  const project = { ...emptyProject(name), printer, numbers, readings, references: [reference], steps: [step] }
  return { builder: new Builder(kernel), wishes: { ...wishes, project, models: new Map([[FILE, model]]) } }
}
