import { fail, ok, type Result } from '../../result'
import { checkTriangles, DamagedFile, finite, reading } from '../limits'
import type { RawModel } from '../mesh-model'

/** Reads an STL, binary or text: one solid for a binary file, one for each `solid` of a text. It has no unit. */
export function readStl(bytes: Uint8Array): Result<RawModel> {
  return reading(() => (isText(bytes) ? readText(bytes) : readBinary(bytes)))
}

const FACET = 50
const HEAD = 84

function isText(bytes: Uint8Array): boolean {
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 512))
  if (!/^\s*solid\b/i.test(head)) return false
  if (bytes.length < HEAD) return true
  const count = new DataView(bytes.buffer, bytes.byteOffset).getUint32(80, true)
  return HEAD + FACET * count !== bytes.length
}

function readBinary(bytes: Uint8Array): Result<RawModel> {
  if (bytes.length < HEAD) return fail('damaged', 'The STL file breaks off in its header.')
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const count = view.getUint32(80, true)
  const there = Math.floor((bytes.length - HEAD) / FACET)
  if (count > there)
    return fail(
      'damaged',
      `The STL file says it has ${count.toLocaleString('en')} facets, but there are only ${there.toLocaleString('en')}: it is cut short or damaged.`,
    )
  const few = checkTriangles(count)
  if (!few.ok) return few
  const positions = new Float64Array(9 * count)
  for (let t = 0; t < count; t++)
    for (let i = 0; i < 9; i++)
      positions[9 * t + i] = finite(view.getFloat32(HEAD + FACET * t + 12 + 4 * i, true), `a corner of facet ${t + 1}`)
  const name = new TextDecoder('latin1')
    .decode(bytes.subarray(0, 80))
    .replace(/[^\x20-\x7e].*$/s, '')
    .trim()
  return ok({
    shapes: [{ positions, indices: counted(3 * count) }],
    items: [{ name: /^[\w .()-]{1,60}$/.test(name) && !/^binary/i.test(name) ? name : '', path: [], shape: 0 }],
    notes:
      bytes.length > HEAD + FACET * count + 2 ? ['The file goes on after its last facet; the rest was left out.'] : [],
  })
}

const counted = (n: number): Uint32Array => {
  const out = new Uint32Array(n)
  for (let i = 0; i < n; i++) out[i] = i
  return out
}

function readText(bytes: Uint8Array): Result<RawModel> {
  const text = new TextDecoder('latin1').decode(bytes)
  const model: RawModel = { shapes: [], items: [], notes: [] }
  const word = /\b(solid|endsolid|vertex|endfacet)\b[ \t]*([^\r\n]*)/gi
  let name: string | undefined
  let corners: number[] = []
  let total = 0
  const close = () => {
    if (corners.length > 0) {
      model.items.push({ name: name ?? '', path: [], shape: model.shapes.length })
      model.shapes.push({ positions: Float64Array.from(corners), indices: counted(corners.length / 3) })
    }
    corners = []
    name = undefined
  }
  for (let m = word.exec(text); m; m = word.exec(text)) {
    const rest = m[2]!.trim()
    switch (m[1]!.toLowerCase()) {
      case 'solid':
        name = rest
        break
      case 'endsolid':
        close()
        break
      case 'endfacet':
        if (corners.length % 9 !== 0)
          throw new DamagedFile(`The STL file is damaged: facet ${total + 1} does not have three corners.`)
        total += 1
        if (total % 100_000 === 0) {
          const few = checkTriangles(total)
          if (!few.ok) return few
        }
        break
      default: {
        const at = rest.split(/\s+/)
        if (at.length < 3) throw new DamagedFile(`The STL file breaks off in facet ${total + 1}.`)
        for (let c = 0; c < 3; c++) corners.push(finite(Number(at[c]), `a corner of facet ${total + 1}`))
      }
    }
  }
  if (name !== undefined && corners.length > 0)
    return fail('damaged', `The STL file breaks off after facet ${total}: its "endsolid" is missing.`)
  const few = checkTriangles(total)
  return few.ok ? ok(model) : few
}
