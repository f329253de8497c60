import { ok, type Result } from '../../result'
import { checkTriangles, DamagedFile, finite, reading } from '../limits'
import type { RawModel } from '../mesh-model'

/** Reads the faces of a Wavefront OBJ, one item for each object or group. It has no unit; curves are left out. */
export function readObj(bytes: Uint8Array): Result<RawModel> {
  return reading(() => {
    const text = new TextDecoder().decode(bytes)
    const points: number[] = []
    const groups: { name: string; indices: number[] }[] = []
    let group: { name: string; indices: number[] } | undefined
    let [object, lineNumber, facets, curves] = ['', 0, 0, 0]
    const open = (name: string) => {
      group = groups.find((g) => g.name === name)
      if (!group) groups.push((group = { name, indices: [] }))
    }
    for (let at = 0; at < text.length;) {
      let end = text.indexOf('\n', at)
      if (end < 0) end = text.length
      let line = text.slice(at, end).trim()
      at = end + 1
      lineNumber += 1
      while (line.endsWith('\\') && at < text.length) {
        end = text.indexOf('\n', at)
        if (end < 0) end = text.length
        line = `${line.slice(0, -1)} ${text.slice(at, end).trim()}`
        at = end + 1
        lineNumber += 1
      }
      const [word, ...rest] = line.split(/\s+/)
      if (word === 'v') {
        if (rest.length < 3)
          throw new DamagedFile(`The OBJ file is damaged: the corner in line ${lineNumber} has no three numbers.`)
        for (let c = 0; c < 3; c++) points.push(finite(Number(rest[c]), `the corner in line ${lineNumber}`))
      } else if (word === 'f') {
        if (rest.length < 3)
          throw new DamagedFile(`The OBJ file is damaged: the face in line ${lineNumber} has fewer than three corners.`)
        const corners = rest.map((r) => corner(r, points.length / 3, lineNumber))
        if (!group) open(object)
        for (let k = 1; k + 1 < corners.length; k++) group!.indices.push(corners[0]!, corners[k]!, corners[k + 1]!)
        facets += corners.length - 2
        if (facets % 100_000 < corners.length) {
          const few = checkTriangles(facets)
          if (!few.ok) return few
        }
      } else if (word === 'o') {
        object = rest.join(' ')
        open(object)
      } else if (word === 'g') {
        if (object === '') open(rest.join(' '))
      } else if (word === 'curv' || word === 'surf') curves += 1
    }
    const few = checkTriangles(facets)
    if (!few.ok) return few
    const filled = groups.filter((g) => g.indices.length > 0)
    const positions = Float64Array.from(points)
    return ok({
      shapes: filled.map((g) => ({ positions, indices: Uint32Array.from(g.indices) })),
      items: filled.map((g, i) => ({ name: g.name, path: [], shape: i })),
      notes: curves > 0 ? [`${curves} curved surfaces were left out: only faces of an OBJ are read.`] : [],
    })
  })
}

/** A corner of a face, `7`, `7/1`, `7//3` or counted from the end, `-1`. */
function corner(text: string, count: number, line: number): number {
  const n = Number(/^(-?\d+)(\/|$)/.exec(text)?.[1] ?? NaN)
  const index = n < 0 ? count + n : n - 1
  if (!Number.isInteger(index) || index < 0 || index >= count)
    throw new DamagedFile(
      `The OBJ file is damaged: line ${line} names the corner "${text.slice(0, 20)}", which is not there.`,
    )
  return index
}
