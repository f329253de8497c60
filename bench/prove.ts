import type { BuiltPart } from '../src/core/built/built'
import type { Project } from '../src/core/document/schema'
import { lying } from '../src/core/prove/lying'
import { layersOf } from '../src/core/prove/layers'
import { directions } from '../src/core/prove/directions'
import { narrowPicture } from '../src/core/prove/narrow-picture'
import { narrowSpots } from '../src/core/prove/thin-spots'
import { prove } from '../src/core/prove/prove'
import { IDENTITY } from '../src/core/geometry/placement'
import type { Kernel } from '../src/core/kernel/kernel'
import { median } from './measure'

const RUNS = 3

/** What the printer will make of the finished logger, all of it; and of wavy plates of 200,000 triangles and a tenth of it, thin everywhere and leaning out nearly everywhere. */
export async function measureProve(kernel: Kernel, project: Project, parts: readonly BuiltPart[]) {
  const all = async () => {
    for (const part of parts) await prove(kernel, project, part)
  }
  const ways = async () => {
    for (const part of parts) await directions(part, project)
  }
  const [plate, small] = [wavyPlate(316), wavyPlate(100)]
  return {
    logger_triangles: parts.reduce((sum, p) => sum + p.mesh.indices.length / 3, 0),
    logger_ms: await median(RUNS, all),
    logger_ways_ms: await median(RUNS, ways),
    plate_triangles: plate.mesh.indices.length / 3,
    plate_thickness_ms: await median(RUNS, () => narrowSpots(plate.mesh, 1.26, 'material')),
    small_triangles: small.mesh.indices.length / 3,
    small_picture_ms: await median(RUNS, () => narrowPicture(small.mesh, 1.26, 'material')),
    small_layers_ms: await median(RUNS, () => layersOf(kernel, lying(small), project.printer)),
  }
}

/** A plate of n by n squares, 1 mm thick, both sides in the same waves. */
function wavyPlate(n: number): BuiltPart {
  const positions = new Float32Array(6 * (n + 1) ** 2)
  const at = (i: number, j: number, top: 0 | 1) => (top * (n + 1) + j) * (n + 1) + i
  for (let j = 0; j <= n; j++)
    for (let i = 0; i <= n; i++)
      for (const top of [0, 1] as const)
        positions.set([i / 2, j / 2, 3 * Math.sin(i / 15) * Math.cos(j / 18) + top], 3 * at(i, j, top))
  const indices: number[] = []
  const square = (a: number, b: number, c: number, d: number) => indices.push(a, b, c, a, c, d)
  for (let j = 0; j < n; j++)
    for (let i = 0; i < n; i++) {
      square(at(i, j, 1), at(i + 1, j, 1), at(i + 1, j + 1, 1), at(i, j + 1, 1))
      square(at(i, j, 0), at(i, j + 1, 0), at(i + 1, j + 1, 0), at(i + 1, j, 0))
    }
  for (let k = 0; k < n; k++) {
    square(at(k, 0, 0), at(k + 1, 0, 0), at(k + 1, 0, 1), at(k, 0, 1))
    square(at(k + 1, n, 0), at(k, n, 0), at(k, n, 1), at(k + 1, n, 1))
    square(at(0, k + 1, 0), at(0, k, 0), at(0, k, 1), at(0, k + 1, 1))
    square(at(n, k, 0), at(n, k + 1, 0), at(n, k + 1, 1), at(n, k, 1))
  }
  const surfaces = [{ step: 'plate', role: 'skin', shape: { kind: 'free' as const } }]
  const mesh = { positions, indices: Uint32Array.from(indices), triangleSurface: new Uint32Array(indices.length / 3), surfaces } // prettier-ignore
  return {
    id: 'plate',
    name: 'Plate',
    color: '#9db096',
    key: 'plate',
    volume: 0,
    middle: [0, 0, 0],
    print: IDENTITY,
    mesh,
  }
}
