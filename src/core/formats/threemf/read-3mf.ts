import { type Unzipped, unzipSync } from 'fflate'
import { compose, IDENTITY, type Placement } from '../../geometry/placement'
import { fail, ok, type Result } from '../../result'
import type { FileUnit } from '../../units/file-unit'
import { checkTriangles, DamagedFile, finite, reading, PLACED_LIMIT } from '../limits'
import type { RawItem, RawModel, RawShape } from '../mesh-model'
import { readXml } from '../xml'

/** Units of the core specification. */
const UNITS: Record<string, string> = {
  micron: 'um',
  millimeter: 'mm',
  centimeter: 'cm',
  inch: 'in',
  foot: 'ft',
  meter: 'm',
}
/** What a package may unfold to, bytes; and how many times its size. */
const MOST_BYTES = 1024 * 1024 * 1024
const MOST_RATIO = 400
/** Objects made of objects made of objects ... */
const DEEPEST = 32

interface Component {
  object: string
  transform: Placement
}
interface Object3mf {
  name: string
  color?: string
  positions: number[]
  indices: number[]
  components: Component[]
}
interface Contents {
  unit: string
  objects: Map<string, Object3mf>
  build: Component[]
  unknown: Set<string>
}

/** Reads a 3MF package (core specification): objects, components, the build with its transforms, names and colours. */
export function read3mf(bytes: Uint8Array): Result<{ raw: RawModel; unit: FileUnit }> {
  return reading(() => {
    const parts = unpack(bytes)
    const path = rootModel(parts)
    if (!path) return fail('damaged', 'The 3MF package holds no model: there is no .model file in it.')
    const contents = readModel(parts, path)
    return assemble(contents)
  })
}

function unpack(bytes: Uint8Array): Unzipped {
  let total = 0
  try {
    return unzipSync(bytes, {
      filter: (file) => {
        if (!/\.(model|rels)$/i.test(file.name)) return false
        total += file.originalSize
        if (total > MOST_BYTES || (file.originalSize > 1e7 && file.originalSize > MOST_RATIO * file.size))
          throw new DamagedFile('The 3MF package unfolds to far more than a model would. It is not read.')
        return true
      },
    })
  } catch (error) {
    if (error instanceof DamagedFile) throw error
    throw new DamagedFile('The 3MF file is damaged or cut short: it cannot be unpacked.')
  }
}

function rootModel(parts: Unzipped): string | undefined {
  const rels = parts['_rels/.rels']
  let target: string | undefined
  if (rels)
    readXml(new TextDecoder().decode(rels), '3MF package', {
      open: (name, a) => {
        if (name === 'Relationship' && /3dmodel$/.test(a.Type ?? '')) target = a.Target?.replace(/^\//, '')
      },
    })
  return target && parts[target] ? target : Object.keys(parts).find((p) => /\.model$/i.test(p))
}

function readModel(parts: Unzipped, root: string): Contents {
  const out: Contents = { unit: 'millimeter', objects: new Map(), build: [], unknown: new Set() }
  const waiting = [root]
  const seen = new Set(waiting)
  for (let path = waiting.pop(); path !== undefined; path = waiting.pop()) {
    const part = parts[path]
    if (!part) throw new DamagedFile(`The 3MF package refers to ${path}, which is not in it.`)
    readPart(new TextDecoder().decode(part), path, root, out, (other) => {
      if (!seen.has(other)) {
        seen.add(other)
        waiting.push(other)
      }
    })
  }
  return out
}

/** Reads one model part. Objects are known by part and number, since a component may refer to another part. */
function readPart(text: string, path: string, root: string, out: Contents, need: (path: string) => void): void {
  const colors = new Map<string, string>()
  let [group, ranks, facets] = ['', 0, 0]
  let object: Object3mf | undefined
  const refer = (a: Record<string, string>): Component => {
    const other = Object.entries(a)
      .find(([k]) => /:path$/.test(k))?.[1]
      ?.replace(/^\//, '')
    if (other) need(other)
    return { object: `${other ?? path}#${a.objectid}`, transform: transformOf(a.transform) }
  }
  readXml(text, '3MF model', {
    open: (name, a) => {
      switch (name) {
        case 'model':
          if (path === root) out.unit = a.unit ?? 'millimeter'
          break
        case 'basematerials':
          group = a.id ?? ''
          ranks = 0
          break
        case 'base':
          colors.set(`${group}/${ranks++}`, (a.displaycolor ?? '').slice(0, 7).toLowerCase())
          break
        case 'object': {
          const color = colors.get(`${a.pid}/${a.pindex ?? 0}`)
          object = {
            name: a.name ?? '',
            positions: [],
            indices: [],
            components: [],
            ...(color && /^#[0-9a-f]{6}$/.test(color) ? { color } : {}),
          }
          if (a.type === undefined || a.type === 'model' || a.type === 'solidsupport')
            out.objects.set(`${path}#${a.id}`, object)
          break
        }
        case 'vertex':
          for (const c of ['x', 'y', 'z'])
            object?.positions.push(finite(Number(a[c] ?? NaN), 'a corner of the 3MF model'))
          break
        case 'triangle': {
          if (!object) break
          const count = object.positions.length / 3
          for (const c of ['v1', 'v2', 'v3']) {
            const v = Number(a[c] ?? NaN)
            if (!Number.isInteger(v) || v < 0 || v >= count)
              throw new DamagedFile(
                `The 3MF model is damaged: a triangle of "${object.name}" names corner ${a[c]}, which is not there.`,
              )
            object.indices.push(v)
          }
          facets += 1
          if (facets % 100_000 === 0) {
            const few = checkTriangles(facets)
            if (!few.ok) throw new DamagedFile(few.problem.message)
          }
          break
        }
        case 'component':
          object?.components.push(refer(a))
          break
        case 'item':
          if (path === root) out.build.push(refer(a))
          break
      }
    },
    close: (name) => {
      if (name === 'object') object = undefined
    },
  })
}

/** Twelve numbers, three to a row, for points written as rows. */
function transformOf(text: string | undefined): Placement {
  if (!text) return IDENTITY
  const m = text.trim().split(/\s+/).map(Number)
  if (m.length !== 12) throw new DamagedFile('The 3MF model is damaged: a transform does not have twelve numbers.')
  for (const v of m) finite(v, 'a transform of the 3MF model')
  return [m[0]!, m[3]!, m[6]!, m[9]!, m[1]!, m[4]!, m[7]!, m[10]!, m[2]!, m[5]!, m[8]!, m[11]!]
}

function assemble(contents: Contents): Result<{ raw: RawModel; unit: FileUnit }> {
  const shapes: RawShape[] = []
  const items: RawItem[] = []
  const made = new Map<string, number>()
  let total = 0
  let placed = 0
  const add = (id: string, place: Placement, path: string[], depth: number): void => {
    const object = contents.objects.get(id)
    if (!object)
      throw new DamagedFile(`The 3MF model is damaged: it refers to object ${id.split('#')[1]}, which is not there.`)
    placed += 1
    if (placed > PLACED_LIMIT)
      throw new DamagedFile(
        `The 3MF model puts more than ${PLACED_LIMIT.toLocaleString('en')} objects in their places, which is more than can be read.`,
      )
    if (depth > DEEPEST) throw new DamagedFile('The 3MF model is damaged: an object contains itself.')
    const name = object.name || `object ${id.split('#')[1]}`
    if (object.indices.length > 0) {
      total += object.indices.length / 3
      const few = checkTriangles(total)
      if (!few.ok) throw new DamagedFile(few.problem.message)
      const rigid = isRigid(place)
      const key = rigid ? id : `${id} ${place.join()}`
      let shape = made.get(key)
      if (shape === undefined) {
        shape = shapes.push(rigid ? plain(object) : distorted(object, place)) - 1
        made.set(key, shape)
      }
      items.push({
        name,
        path,
        ...(object.color ? { color: object.color } : {}),
        shape,
        placement: rigid ? place : IDENTITY,
      })
    }
    for (const c of object.components) add(c.object, compose(place, c.transform), [...path, name], depth + 1)
  }
  const roots =
    contents.build.length > 0
      ? contents.build
      : [...contents.objects.keys()].map((object) => ({ object, transform: IDENTITY }))
  for (const r of roots) add(r.object, r.transform, [], 0)
  if (items.length === 0) return fail('empty', 'The 3MF model holds no triangles.')
  const unit = Object.hasOwn(UNITS, contents.unit) ? UNITS[contents.unit] : undefined
  if (!unit) return fail('damaged', `The 3MF model is in "${contents.unit}", which is no unit of the format.`)
  return ok({ raw: { shapes, items, notes: [] }, unit: { name: unit, from: 'declared in the file', certain: true } })
}

const plain = (o: Object3mf): RawShape => ({
  positions: Float64Array.from(o.positions),
  indices: Uint32Array.from(o.indices),
})

/** Stretched and mirrored objects are shapes of their own. */
function distorted(object: Object3mf, m: Placement): RawShape {
  const { positions, indices } = plain(object)
  for (let i = 0; i < positions.length; i += 3) {
    const [x, y, z] = [positions[i]!, positions[i + 1]!, positions[i + 2]!]
    for (let r = 0; r < 3; r++) positions[i + r] = m[4 * r]! * x + m[4 * r + 1]! * y + m[4 * r + 2]! * z + m[4 * r + 3]!
  }
  if (determinant(m) < 0)
    for (let t = 0; t < indices.length; t += 3) [indices[t], indices[t + 1]] = [indices[t + 1]!, indices[t]!]
  return { positions, indices }
}

const determinant = (m: Placement): number =>
  m[0]! * (m[5]! * m[10]! - m[6]! * m[9]!) -
  m[1]! * (m[4]! * m[10]! - m[6]! * m[8]!) +
  m[2]! * (m[4]! * m[9]! - m[5]! * m[8]!)

function isRigid(m: Placement): boolean {
  const row = (r: number) => [m[4 * r]!, m[4 * r + 1]!, m[4 * r + 2]!] as const
  const product = (a: readonly number[], b: readonly number[]) => a.reduce((s, v, i) => s + v * b[i]!, 0)
  for (let a = 0; a < 3; a++)
    for (let b = a; b < 3; b++) if (Math.abs(product(row(a), row(b)) - (a === b ? 1 : 0)) > 1e-5) return false
  return determinant(m) > 0
}
