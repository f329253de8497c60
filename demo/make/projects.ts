import { createHash } from 'node:crypto'
import { emptyProject, makeReference, type Project, type ProjectReading } from '../../src/core/document/schema'
import { snapCorners, cornerReach } from '../../src/core/photo/edges'
import { photoMap } from '../../src/core/photo/photo-map'
import type { Picture } from '../../src/core/photo/picture'
import { traceOutline } from '../../src/core/photo/trace'
import { traceLoops } from '../../src/core/photo/trace-loops'
import { expectOk } from '../../src/core/result'
import { type PhotoTruth, SHEET } from './photo'

const sha = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')
const pixel = ([x, y]: readonly [number, number]): [number, number] => [Math.round(x * 100) / 100, Math.round(y * 100) / 100] // prettier-ignore
const reading = (id: string, name: string, what: string, repeats: string[]): ProjectReading => ({
  id,
  name,
  what,
  repeats,
  resolution: 0.01,
})

/** The broken bracket: its photo straightened by the sheet, checked against the ruler, traced, and two readings. */
export function ventBracket(photo: Picture, bytes: Uint8Array, truth: PhotoTruth): Project {
  const { corners, residual } = snapCorners(photo, truth.corners, cornerReach(photo))!
  const map = expectOk(photoMap({ kind: 'rectangle', corners, ...SHEET }))
  const trace = expectOk(traceOutline(photo, map, { tolerance: 0.15 }))
  let n = 0
  const loops = traceLoops(trace, map, () => `t${(n += 1)}`)
  const pivot = trace.holes.findIndex((h) => h.kind === 'circle' && Math.abs(2 * h.radius - 6.5) < 0.2)
  const [a, b, c, d] = corners.map(pixel)
  return {
    ...emptyProject('Vent bracket'),
    readings: [
      reading('r1', 'length', 'from the pivot’s end to the lower left corner', ['84.31', '84.28', '84.30']),
      reading('r2', 'pivot', 'the hole that the bracket turns about', ['6.52', '6.53', '6.51']),
    ],
    outlines: [
      {
        id: 'bracket',
        name: 'Vent bracket',
        kind: 'photo',
        file: sha(bytes),
        fileName: 'vent-bracket.jpg',
        photo: {
          width: photo.width,
          height: photo.height,
          calibration: {
            kind: 'rectangle',
            corners: [a!, b!, c!, d!],
            width: `${SHEET.width}`,
            height: `${SHEET.height}`,
            residual: Math.round(residual * 1000) / 1000,
          },
          checks: [{ id: 'ruler', a: pixel(truth.ruler.a), b: pixel(truth.ruler.b), length: `${truth.ruler.length}` }],
          loops,
          sizes: [{ id: 'pivot', kind: 'diameter', loop: loops[pivot + 1]!.id, length: 'pivot' }],
        },
      },
    ],
  }
}

/** The cold-frame hinge as it was found, and what its pin measures. */
export const frameHingeProject = (bytes: Uint8Array): Project => ({
  ...emptyProject('Frame hinge'),
  readings: [
    reading('r1', 'pin', 'the steel pin of the hinge', ['4.04', '4.05', '4.04']),
    reading('r2', 'leaf', 'length of the leaf', ['63.5', '63.48']),
  ],
  references: [
    makeReference({
      id: 'hinge',
      name: 'Frame hinge',
      kind: 'stl',
      file: sha(bytes),
      fileName: 'frame-hinge.stl',
      placing: 'as-in-file',
    }),
  ],
})
