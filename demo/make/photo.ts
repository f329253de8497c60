import { chainMaps, type Homography, inverseMap, mapPoint } from '../../src/core/photo/homography'
import type { Picture } from '../../src/core/photo/picture'
import type { Vec2 } from '../../src/core/geometry/vec'
import { areaOf, boundsOf, contains, distanceToEdges } from '../../src/core/profile/measure'
import type { Profile } from '../../src/core/profile/segment'
import { bracket, BRACKET_HOLES } from './bracket'
import { handles } from './handles'
import { shelf } from './shelf'

/** How a photo is taken. Angles in degrees, lengths in mm. */
export interface PhotoSettings {
  width: number
  height: number
  /** How far the camera leans back and to the side, and is turned about its own axis. */
  tilt: number
  lean: number
  roll: number
  /** From the camera to the middle of the sheet. */
  distance: number
  /** Pixels at 1 mm from the lens; larger is a longer lens. */
  focal: number
  /** How far the thing's shadow falls, how soft its edge is, and how much light it takes (0 to 1). */
  shadow: { x: number; y: number; soft: number; dark: number }
  /** How much darker the sheet is at the right than at the left, 0 to 1. */
  slope: number
  /** Standard deviation of the noise, in steps of 255. */
  noise: number
  /** Pixels that an edge is blurred over. */
  blur: number
  /** What lies on the sheet. */
  thing: Profile
  /** Where it lies there, and how it is turned. */
  at: Vec2
  turned: number
  /** Its colour, and that of the sheet, as red, green, blue. */
  color: readonly [number, number, number]
  sheet: readonly [number, number, number]
  seed: number
}

export const DEMO_PHOTO: PhotoSettings = {
  width: 2400,
  height: 1800,
  tilt: 17,
  lean: -9,
  roll: 4,
  distance: 420,
  focal: 3900,
  shadow: { x: 2.6, y: -3.4, soft: 2.2, dark: 0.5 },
  slope: 0.28,
  noise: 5,
  blur: 1.6,
  thing: bracket,
  at: [2, 8],
  turned: 6,
  color: [52, 74, 58],
  sheet: [236, 233, 224],
  seed: 7,
}

/** The photo of the ends of three handles. */
export const HANDLES_PHOTO: PhotoSettings = {
  ...DEMO_PHOTO,
  tilt: 14,
  lean: 7,
  roll: -3,
  thing: handles,
  at: [0, 0],
  turned: 0,
  color: [46, 52, 70],
  seed: 23,
}

/** The photo of a template that is larger than the sheet, which lies in front of it. */
export const SHELF_PHOTO: PhotoSettings = {
  ...DEMO_PHOTO,
  tilt: 9,
  lean: -5,
  roll: 2,
  distance: 880,
  shadow: { x: 1.4, y: -1.8, soft: 1.6, dark: 0.4 },
  slope: 0.1,
  thing: shelf,
  at: [4, 132],
  turned: 1.5,
  color: [206, 190, 158],
  seed: 31,
}

/** The sheet that the bracket lies on: A5, 210 x 148 mm, its middle the origin. */
export const SHEET = { width: 210, height: 148 } as const
const RULER = { x: -80, y: -66, long: 160, wide: 20 } as const

/** What a photo shows, to be held against what is traced from it. */
export interface PhotoTruth {
  /** Corners of the sheet, pixels: upper left, upper right, lower right, lower left. */
  corners: Vec2[]
  sheet: { width: number; height: number }
  /** Two marks of the ruler, pixels, and the length between them, mm. */
  ruler: { a: Vec2; b: Vec2; length: number }
  /** mm2 */
  area: number
  /** In the frame of the sheet's middle, x along its upper side, y up. */
  holes: { name: string; centre: Vec2; diameter: number }[]
}

/** Takes the photo: a sheet on a bench, a thing and a ruler on it. */
export function takePhoto(settings: PhotoSettings): { picture: Picture; truth: PhotoTruth } {
  const { width, height } = settings
  const toPixel = cameraMap(settings)
  const toMm = inverseMap(toPixel)
  const data = new Uint8ClampedArray(4 * width * height)
  const thing = placedDistance(settings)
  const noise = gaussian(settings.seed)
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      const p = mapPoint(toMm, [i + 0.5, j + 0.5])
      const q = mapPoint(toMm, [i + 1.5, j + 0.5])
      const pixel = Math.hypot(q[0] - p[0], q[1] - p[1]) * settings.blur
      const [r, g, b] = lit(p, pixel, settings, thing)
      const k = 4 * (j * width + i)
      const grain = settings.noise * noise()
      data[k] = r + grain + 0.4 * settings.noise * noise()
      data[k + 1] = g + grain
      data[k + 2] = b + grain + 0.4 * settings.noise * noise()
      data[k + 3] = 255
    }
  return { picture: { width, height, data }, truth: truthOf(settings, toPixel) }
}

/** From the sheet's plane to pixels, through a pinhole. */
function cameraMap({ width, height, tilt, lean, roll, distance, focal }: PhotoSettings): Homography {
  const [t, l, r] = [tilt, lean, roll].map((a) => (a * Math.PI) / 180)
  const turn = (a: number, i: number, j: number) => {
    const m = [1, 0, 0, 0, 1, 0, 0, 0, 1]
    m[4 * i] = m[4 * j] = Math.cos(a)
    m[3 * i + j] = -Math.sin(a)
    m[3 * j + i] = Math.sin(a)
    return m
  }
  const m = chainMaps(turn(r!, 0, 1), chainMaps(turn(t!, 1, 2), turn(l!, 2, 0)))
  const [cx, cy] = [width / 2, height / 2]
  // Rows of the projection for z = 0; the photo's y runs down.
  const x = [m[0]!, m[1]!, 0]
  const y = [-m[3]!, -m[4]!, 0]
  const z = [-m[6]!, -m[7]!, distance]
  return [0, 1, 2].flatMap((row) => [0, 1, 2].map((k) => (row === 0 ? focal * x[k]! + cx * z[k]! : row === 1 ? focal * y[k]! + cy * z[k]! : z[k]!))) // prettier-ignore
}

type Distance = (p: Vec2) => number

/** A thing's signed distances are worked out once, on a grid this fine, and read off between. */
const GRID = 0.2
const MARGIN = 8

/** Signed distances to a thing's edge, negative inside, and where in its frame the grid begins. */
function makeField(thing: Profile) {
  const [x0, y0, x1, y1] = boundsOf(thing)
  const [left, below] = [x0 - MARGIN, y0 - MARGIN]
  const width = Math.ceil((x1 - x0 + 2 * MARGIN) / GRID) + 2
  const height = Math.ceil((y1 - y0 + 2 * MARGIN) / GRID) + 2
  const values = new Float32Array(width * height)
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      const p: Vec2 = [left + i * GRID, below + j * GRID]
      const far = distanceToEdges(thing.loops, p)
      values[j * width + i] = contains(thing, p) ? -far : far
    }
  return { left, below, width, height, values }
}
const fields = new Map<Profile, ReturnType<typeof makeField>>()

/** The signed distance to the edge of the thing where it lies; far off, only that it is far. */
function placedDistance({ thing, at, turned }: PhotoSettings): Distance {
  const field = fields.get(thing) ?? makeField(thing)
  fields.set(thing, field)
  const { left, below, width, height, values } = field
  const a = (turned * Math.PI) / 180
  const [cos, sin] = [Math.cos(a), Math.sin(a)]
  return ([x, y]) => {
    const [dx, dy] = [x - at[0], y - at[1]]
    const [u, v] = [(dx * cos + dy * sin - left) / GRID, (-dx * sin + dy * cos - below) / GRID]
    const [i, j] = [Math.floor(u), Math.floor(v)]
    if (i < 0 || j < 0 || i >= width - 1 || j >= height - 1) return MARGIN
    const [s, t] = [u - i, v - j]
    const k = j * width + i
    return (
      (values[k]! * (1 - s) + values[k + 1]! * s) * (1 - t) +
      (values[k + width]! * (1 - s) + values[k + width + 1]! * s) * t
    )
  }
}

const share = (v: number): number => Math.max(0, Math.min(1, v))
const soft = (v: number): number => share(v) ** 2 * (3 - 2 * share(v))
type Color = readonly [number, number, number]
const mixed = (a: Color, b: Color, t: number): Color => [0, 1, 2].map((k) => a[k]! + (b[k]! - a[k]!) * t) as unknown as Color // prettier-ignore
const STEEL: Color = [186, 190, 192]
const INK: Color = [30, 30, 32]

/** What a point of the plane looks like; `pixel` is what one pixel covers, mm. */
function lit(p: Vec2, pixel: number, settings: PhotoSettings, thing: Distance): Color {
  const [w, h] = [SHEET.width / 2, SHEET.height / 2]
  const onSheet = share(0.5 - Math.max(Math.abs(p[0]) - w, Math.abs(p[1]) - h) / pixel)
  const grain = 10 * Math.sin(p[1] * 1.7 + 2 * Math.sin(p[0] * 0.06)) + 6 * Math.sin(p[1] * 5.1 + p[0] * 0.02)
  const bench: Color = [118 + grain, 88 + 0.8 * grain, 62 + 0.6 * grain]
  let color = mixed(bench, settings.sheet, onSheet)
  const onRuler = share(0.5 - Math.max(Math.abs(p[0] - RULER.x - RULER.long / 2) - RULER.long / 2, Math.abs(p[1] - RULER.y - RULER.wide / 2) - RULER.wide / 2) / pixel) // prettier-ignore
  if (onRuler > 0) color = mixed(color, mixed(STEEL, INK, tick(p, pixel)), onRuler)
  const { shadow } = settings
  const shade = 1 - soft(0.5 + thing([p[0] - shadow.x, p[1] - shadow.y]) / shadow.soft)
  const light = (1 - shadow.dark * shade) * (1 - (settings.slope * (p[0] + w)) / (2 * w)) * (1 - 0.0000045 * (p[0] ** 2 + p[1] ** 2)) // prettier-ignore
  const there = share(0.5 - thing(p) / pixel)
  const dull: Color = [0, 1, 2].map((k) => settings.color[k]! * (1 + 0.04 * Math.sin(p[0] * 0.9 + p[1] * 0.4))) as unknown as Color // prettier-ignore
  const thingLight = 1 - (settings.slope * (p[0] + w)) / (2 * w)
  const ground = color.map((c) => c * light) as unknown as Color
  return mixed(ground, dull.map((c) => c * thingLight) as unknown as Color, there)
}

/** How much ink of the ruler's marks covers a point: a mark each millimetre, longer at fives and tens. */
function tick(p: Vec2, pixel: number): number {
  const along = p[0] - RULER.x
  const nearest = Math.round(along)
  if (nearest < 5 || nearest > 155) return 0
  const long = nearest % 10 === 0 ? 9 : nearest % 5 === 0 ? 6.5 : 4.5
  const from = RULER.y + RULER.wide - p[1]
  const line = share((0.09 - Math.abs(along - nearest)) / pixel + 0.5)
  return line * share((long - from) / pixel + 0.5)
}

function truthOf(settings: PhotoSettings, toPixel: Homography): PhotoTruth {
  const [w, h] = [SHEET.width / 2, SHEET.height / 2]
  const a = (settings.turned * Math.PI) / 180
  const corners = ([[-w, h], [w, h], [w, -h], [-w, -h]] as Vec2[]).map((p) => mapPoint(toPixel, p)) // prettier-ignore
  const edge = RULER.y + RULER.wide
  return {
    corners,
    sheet: SHEET,
    ruler: {
      a: mapPoint(toPixel, [RULER.x + 10, edge]),
      b: mapPoint(toPixel, [RULER.x + 150, edge]),
      length: 140,
    },
    area: areaOf(settings.thing),
    holes: (settings.thing === bracket ? BRACKET_HOLES : []).map(({ name, at: [x, y], diameter }) => ({
      name,
      centre: [settings.at[0] + x * Math.cos(a) - y * Math.sin(a), settings.at[1] + x * Math.sin(a) + y * Math.cos(a)],
      diameter,
    })),
  }
}

/** Normal random numbers, the same for the same seed (mulberry32, Box and Muller). */
function gaussian(seed: number): () => number {
  let state = seed >>> 0
  const even = () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32
  }
  return () => Math.sqrt(-2 * Math.log(1 - even())) * Math.cos(2 * Math.PI * even())
}
