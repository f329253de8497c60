import { encode } from 'fast-png'
import { type Placement, placePositions } from '../geometry/placement'
import { dot, normalize, type Vec3 } from '../geometry/vec'
import type { Triangles } from '../mesh/unpack'

/** Size of a picture, and how many points across are taken for each of its own. */
const [WIDE, HIGH, FINE] = [240, 180, 2]
/** Nothing is drawn nearer to the edge than this, as a share of the width. */
const MARGIN = 0.03
/** From the front right above, as on a bench; the third is towards the eye. */
const [RIGHT, UP, EYE] = view(-35, 30)
const LIGHT = normalize([0.25, -0.55, 0.8])
const BACK = [255, 255, 255] as const

/**
 * A small shaded picture of a part as it lies on the bed, as PNG; of a part without triangles all of it is white.
 * @param triangles packed, where the part stands
 * @param print takes it to the bed
 * @param color `#rrggbb`
 */
export function partPicture(triangles: Triangles, print: Placement, color: string): Uint8Array {
  const [wide, high] = [WIDE * FINE, HIGH * FINE]
  const seen = placePositions([...RIGHT, 0, ...UP, 0, ...EYE, 0], placePositions(print, triangles))
  const shades = shadedPixels(seen, wide, high)
  const rgb = [1, 3, 5].map((at) => Number.parseInt(color.slice(at, at + 2), 16))
  const data = new Uint8Array(3 * WIDE * HIGH)
  for (let i = 0; i < WIDE * HIGH; i++) {
    const [x, y] = [FINE * (i % WIDE), FINE * Math.floor(i / WIDE)]
    for (let k = 0; k < 3; k++) {
      let sum = 0
      for (let n = 0; n < FINE * FINE; n++) {
        const shade = shades[(y + Math.floor(n / FINE)) * wide + x + (n % FINE)]!
        sum += shade < 0 ? BACK[k]! : rgb[k]! * shade
      }
      data[3 * i + k] = sum / (FINE * FINE)
    }
  }
  return encode({ width: WIDE, height: HIGH, data, channels: 3 })
}

/**
 * How bright each point of a picture is, from 0 to 1, row by row from the top; -1 where there is nothing.
 * @param seen packed, x to the right, y up, z towards the eye; all of it fills the picture
 */
export function shadedPixels(seen: ArrayLike<number>, wide: number, high: number): Float32Array {
  const shades = new Float32Array(wide * high).fill(-1)
  const near = new Float32Array(wide * high).fill(-Infinity)
  const { scale, x0, y0 } = fitted(seen, wide, high)
  const light: Vec3 = [dot(LIGHT, RIGHT), dot(LIGHT, UP), dot(LIGHT, EYE)]
  for (let i = 0; i + 8 < seen.length; i += 9) {
    const at = (k: number): Vec3 => [scale * (seen[i + 3 * k]! - x0), scale * (y0 - seen[i + 3 * k + 1]!), scale * seen[i + 3 * k + 2]!] // prettier-ignore
    const [a, b, c] = [at(0), at(1), at(2)]
    // Down is y here, so what faces the eye goes round the other way.
    const turned = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])
    if (turned >= 0) continue
    const shade = brightness(a, b, c, light)
    const [top, bottom] = [Math.max(0, Math.ceil(Math.min(a[1], b[1], c[1]) - 0.5)), Math.min(high - 1, Math.floor(Math.max(a[1], b[1], c[1]) - 0.5))] // prettier-ignore
    for (let y = top; y <= bottom; y++) {
      const [left, right] = [Math.max(0, Math.ceil(Math.min(a[0], b[0], c[0]) - 0.5)), Math.min(wide - 1, Math.floor(Math.max(a[0], b[0], c[0]) - 0.5))] // prettier-ignore
      for (let x = left; x <= right; x++) {
        const [px, py] = [x + 0.5, y + 0.5]
        const u = ((c[1] - a[1]) * (px - a[0]) - (c[0] - a[0]) * (py - a[1])) / turned
        const v = ((b[0] - a[0]) * (py - a[1]) - (b[1] - a[1]) * (px - a[0])) / turned
        if (u < 0 || v < 0 || u + v > 1) continue
        const z = a[2] + u * (b[2] - a[2]) + v * (c[2] - a[2])
        if (z <= near[y * wide + x]!) continue
        near[y * wide + x] = z
        shades[y * wide + x] = shade
      }
    }
  }
  return shades
}

/** Where a picture is as large as it can be, in its middle. */
function fitted(seen: ArrayLike<number>, wide: number, high: number): { scale: number; x0: number; y0: number } {
  const [low, top] = [[Infinity, Infinity], [-Infinity, -Infinity]] // prettier-ignore
  for (let i = 0; i < seen.length; i += 3)
    for (const k of [0, 1] as const) {
      low[k] = Math.min(low[k]!, seen[i + k]!)
      top[k] = Math.max(top[k]!, seen[i + k]!)
    }
  const room = MARGIN * wide
  const scale = Math.min((wide - 2 * room) / (top[0]! - low[0]!), (high - 2 * room) / (top[1]! - low[1]!))
  const middle = [0, 1].map((k) => (low[k]! + top[k]!) / 2)
  return { scale, x0: middle[0]! - wide / 2 / scale, y0: middle[1]! + high / 2 / scale }
}

function brightness(a: Vec3, b: Vec3, c: Vec3, light: Vec3): number {
  const [ux, uy, uz] = [b[0] - a[0], a[1] - b[1], b[2] - a[2]]
  const [vx, vy, vz] = [c[0] - a[0], a[1] - c[1], c[2] - a[2]]
  const normal = normalize([uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx])
  return 0.45 + 0.55 * Math.max(0, dot(normal, light))
}

/** The axes of a look from so far round and so far above, degrees: to the right, up, and towards the eye. */
function view(round: number, above: number): [Vec3, Vec3, Vec3] {
  const [r, a] = [(round * Math.PI) / 180, (above * Math.PI) / 180]
  const eye: Vec3 = [-Math.sin(r) * Math.cos(a), -Math.cos(r) * Math.cos(a), Math.sin(a)]
  return [[Math.cos(r), -Math.sin(r), 0], [Math.sin(r) * Math.sin(a), Math.cos(r) * Math.sin(a), Math.cos(a)], eye] // prettier-ignore
}
