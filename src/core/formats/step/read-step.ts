import type { OpenCascadeInstance } from 'replicad-opencascadejs'
import type { ImportedItem, ImportedModel, ImportedShape } from '../../references/model'
import { fail, ok, type Result } from '../../result'
import { solidColors } from './colors'
import { isClosed } from '../../mesh/facts'
import { impossibleNumber } from './impossible'
import { Part21 } from './part21'
import { checkStepBytes } from './recognise-step'
import { type PlacedSolid, placedSolids } from './structure'
import { ASSUMED_UNIT } from './units'
import type { StepUnit } from './units'

/** Largest distance between a curved face and its triangles, mm. */
const CHORD_MM = 0.008
/** Largest angle between neighbouring facets, radians: small circles have 25 or more. */
const CHORD_ANGLE = 0.25

export interface ImportProgress {
  /** What it is at, for the maker. */
  stage: string
  /** 0 to 1. */
  share: number
}

export type StartKernel = () => Promise<OpenCascadeInstance>

/**
 * Reads a STEP file (AP203, AP214, AP242; ISO 10303-21 text) into items with triangles, in mm.
 * The kernel leaks by nature, so call this in a worker or process that ends afterwards.
 * Errors: not-step, too-large, damaged, no-solid, kernel
 */
export async function readStep(
  bytes: Uint8Array,
  startKernel: StartKernel,
  onProgress: (progress: ImportProgress) => void = () => {},
): Promise<Result<ImportedModel>> {
  const known = checkStepBytes(bytes)
  if (!known.ok) return known
  onProgress({ stage: 'Reading the structure', share: 0.02 })
  const structure = readStructure(bytes)
  if (!structure.ok) return structure
  const { solids, unit, colors, ordinals } = structure.value
  onProgress({ stage: 'Starting the STEP kernel', share: 0.1 })
  const oc = await startKernel()
  let meshes: Map<number, ImportedShape>
  try {
    meshes = meshSolids(oc, bytes, ordinals, (share) =>
      onProgress({ stage: 'Reading shapes', share: 0.2 + 0.8 * share }),
    )
  } catch (error) {
    return fail('kernel', `The shapes of this STEP file could not be read: ${kernelMessage(oc, error)}`)
  }
  return assemble(solids, unit, colors, meshes)
}

function readStructure(bytes: Uint8Array) {
  try {
    const text = new TextDecoder('latin1').decode(bytes)
    const file = new Part21(text)
    const impossible = impossibleNumber(text, file)
    if (impossible) return fail('damaged', `The STEP file cannot be read. ${impossible}`)
    const { solids, unit } = placedSolids(file)
    if (solids.length === 0) return fail('no-solid', noSolidMessage(file))
    const unique = [...new Set(solids.map((s) => s.solid))]
    const ordinals = new Map(unique.map((id) => [id, file.ordinal(id)]))
    return ok({ solids, unit, colors: solidColors(file, unique), ordinals })
  } catch (error) {
    if (error instanceof RangeError) return fail('damaged', `The STEP file cannot be read. ${error.message}`)
    throw error
  }
}

function noSolidMessage(file: Part21): string {
  const surfaces = ['OPEN_SHELL', 'SHELL_BASED_SURFACE_MODEL', 'ADVANCED_FACE'].some((t) => file.all(t).length > 0)
  return surfaces
    ? 'The STEP file holds surfaces but no solid. Export it again with solids.'
    : 'The STEP file holds no solid.'
}

function kernelMessage(oc: OpenCascadeInstance, error: unknown): string {
  if (error instanceof Error) return error.message
  try {
    return oc.getExceptionMessage(error as never).join(' ')
  } catch {
    return 'the kernel gave no reason.'
  }
}

function meshSolids(
  oc: OpenCascadeInstance,
  bytes: Uint8Array,
  ordinals: ReadonlyMap<number, number>,
  onShare: (share: number) => void,
): Map<number, ImportedShape> {
  const path = '/import.step'
  oc.FS.writeFile(path, bytes)
  const reader = new oc.STEPControl_Reader()
  const status = reader.ReadFile(path)
  if (status !== oc.IFSelect_ReturnStatus.IFSelect_RetDone) throw new Error('its contents are damaged.')
  const out = new Map<number, ImportedShape>()
  let done = 0
  for (const [solid, ordinal] of ordinals) {
    reader.ClearShapes()
    if (reader.TransferOne(ordinal) && reader.NbShapes() > 0) {
      const mesh = meshShape(oc, reader.Shape(1))
      if (mesh.indices.length > 0) out.set(solid, mesh)
    }
    done += 1
    onShare(done / ordinals.size)
  }
  return out
}

type Shape = ReturnType<InstanceType<OpenCascadeInstance['STEPControl_Reader']>['Shape']>

function meshShape(oc: OpenCascadeInstance, shape: Shape): ImportedShape {
  const data = oc.ReplicadMeshExtractor.extract(shape, CHORD_MM, CHORD_ANGLE, true)
  const heap = () => oc.wasmMemory.buffer
  const positions = new Float32Array(heap(), data.getVerticesPtr(), data.getVerticesSize()).slice()
  const indices = new Uint32Array(heap(), data.getTrianglesPtr(), data.getTrianglesSize()).slice()
  const groups = new Int32Array(heap(), data.getFaceGroupsPtr(), data.getFaceGroupsSize()).slice()
  data.delete()
  const faceStarts = new Uint32Array(groups.length / 3 + 1)
  for (let i = 0; i < groups.length / 3; i++) faceStarts[i] = groups[3 * i]! / 3
  faceStarts[groups.length / 3] = indices.length / 3
  return { positions, indices, faceStarts, exact: exactSizes(oc, shape) }
}

/** Volume and area of the curved shape itself, mm3 and mm2. */
function exactSizes(oc: OpenCascadeInstance, shape: Shape): { volume: number; area: number } {
  const [inside, outside] = [new oc.GProp_GProps(), new oc.GProp_GProps()]
  oc.BRepGProp.VolumeProperties(shape, inside, false, false, false)
  oc.BRepGProp.SurfaceProperties(shape, outside, false, false)
  const sizes = { volume: Math.abs(inside.Mass()), area: outside.Mass() }
  inside.delete()
  outside.delete()
  return sizes
}

/** A few names. */
const named = (names: readonly string[]): string =>
  names.length > 5 ? `${names.slice(0, 5).join(', ')} and ${names.length - 5} more` : names.join(', ')

function assemble(
  solids: readonly PlacedSolid[],
  unit: StepUnit,
  colors: ReadonlyMap<number, string>,
  meshes: ReadonlyMap<number, ImportedShape>,
): Result<ImportedModel> {
  const shapes: ImportedShape[] = []
  const shapeIndex = new Map<number, number>()
  const ids = new Map<string, number>()
  const items: ImportedItem[] = []
  const unread: string[] = []
  for (const each of solids) {
    const mesh = meshes.get(each.solid)
    if (!mesh) {
      unread.push(each.name)
      continue
    }
    let shape = shapeIndex.get(each.solid)
    if (shape === undefined) {
      shape = shapes.push(mesh) - 1
      shapeIndex.set(each.solid, shape)
    }
    const base = [...each.path, each.name].join('/')
    const count = (ids.get(base) ?? 0) + 1
    ids.set(base, count)
    const color = colors.get(each.solid)
    items.push({
      id: count === 1 ? base : `${base}~${count}`,
      name: each.name,
      path: each.path,
      ...(color ? { color } : {}),
      shape,
      placement: each.placement,
    })
  }
  if (items.length === 0) return fail('no-solid', 'None of the solids in this STEP file could be read.')
  const open = items.filter(({ shape }) => !isClosed(shapes[shape]!.positions, shapes[shape]!.indices))
  const notes = [
    ...(unread.length > 0 ? [`${unread.length} of ${solids.length} solids could not be read: ${named(unread)}.`] : []),
    ...(open.length > 0
      ? [
          `${named(open.map((i) => i.name))} ${open.length === 1 ? 'does' : 'do'} not close: a face is missing or could not be read. ${open.length === 1 ? 'It is' : 'They are'} fitted by the faces that are there, without a volume.`,
        ]
      : []),
  ]
  const { name, from } = unit
  return ok({ format: 'step', unit: { name, from, certain: unit !== ASSUMED_UNIT }, shapes, items, notes })
}
