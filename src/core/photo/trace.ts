import type { Vec2 } from '../geometry/vec'
import { type Simplified, simplify } from '../outlines/simplify'
import { loopArea } from '../profile/measure'
import { circle } from '../profile/shapes'
import { type Loop, reversedLoop } from '../profile/segment'
import { fail, ok, type Result } from '../result'
import { colourContrast } from './colour'
import { blurred, contrastOf } from './contrast'
import { type Contour, contoursAt, sharpened, unsteadiness } from './contours'
import type { PhotoMap } from './photo-map'
import { type Picture, type Plane, valueAt } from './picture'
import { bestMix, straighten, type Window, wholeWindow } from './straighten'

export interface TraceSettings {
  /** Lines and arcs stay this near to the edge seen, mm. */
  tolerance: number
  /** A point on the thing, mm; the largest thing that is wholly in the picture if absent. */
  on?: Vec2
  /** How dark (or, on dark ground, bright) a thing must be: 1 is what the sharpest edges say, 0.5 takes in fainter ones. */
  level?: number
}

/** An outline found in a photo, mm. */
export interface Trace {
  outside: Simplified
  holes: Simplified[]
  /** How unsteady the edge is in the photo (standard deviation), mm. */
  noise: number
  /** How near the lines and arcs stay to it, mm: what was asked for, or more where the photo is too noisy for that. */
  tolerance: number
  /** True if what was as dark as the thing was told from it by colour, and left out as its shadow. */
  shadow: boolean
}

/** Lines and arcs do not follow noise: they are given this many standard deviations. */
const SURE = 4.5

/** Holes smaller than this are specks, mm2. */
const SPECK = 0.8
/** And those of fewer samples than this. */
const FEW = 60

export type TraceStage = 'Straightening' | 'Finding edges' | 'Fitting lines and arcs'

/**
 * Finds the outline of a thing in a photo: the photo is straightened, the ground's light taken off, edges placed where
 * the contrast changes fastest, and reduced to lines and arcs.
 * Errors: nothing-there, not-there (at the point given), window
 */
export function traceOutline(
  picture: Picture,
  map: PhotoMap,
  settings: TraceSettings,
  onStage: (stage: TraceStage) => void = () => {},
): Result<Trace> {
  onStage('Straightening')
  const window = wholeWindow(map, [picture.width, picture.height])
  const plane = straighten(picture, map, window, bestMix(picture, map, window))
  if (plane.width < 8 || plane.height < 8)
    return fail('window', 'What is looked at in the photo is only a few pixels wide; check its scale.')
  onStage('Finding edges')
  const contrast = contrastOf(plane)
  const level = sharpestLevel(contrast, window, settings.on)
  if (!level) return settings.on ? NOT_THERE : NOTHING
  const least = Math.max(SPECK, FEW * plane.step ** 2)
  const whole = contoursAt(contrast, level * (settings.level ?? 1)).filter((c) => Math.abs(c.area) > least)
  const dark = choose(whole, window, settings.on)
  if (!dark.ok) return dark
  const coloured = byColour(picture, map, window, dark.value, settings, least)
  const { thing, all } = coloured ?? { thing: dark.value, all: whole }
  onStage('Fitting lines and arcs')
  const light = blurred(plane)
  const edge = sharpened(light, thing.points)
  const noise = unsteadiness(edge)
  const tolerance = Math.max(settings.tolerance, SURE * noise)
  const outside = simplify(edge, tolerance)
  if (!outside) return fail('nothing-there', 'What was found there is too small to be traced.')
  const holes = holesOf(thing, all).flatMap((c) => simplify(sharpened(light, c.points), tolerance) ?? [])
  return ok({ outside, holes, noise, tolerance, shadow: coloured !== undefined })
}

/** What is left out by colour is a shadow if it is more than this share of what was found by light. */
const SHADOW = 0.015

/** The thing without the dark shadow that its outline by light has taken in, where its colour tells it from that. */
function byColour(
  picture: Picture,
  map: PhotoMap,
  window: Window,
  dark: Contour,
  { on }: TraceSettings,
  least: number,
): { thing: Contour; all: Contour[] } | undefined {
  const contrast = colourContrast(picture, map, window, (p) => inPolygon(dark.points, p))
  if (!contrast) return undefined
  const all = contoursAt(contrast, 0.5).filter((c) => Math.abs(c.area) > least)
  const thing = choose(
    all.filter((c) => c.area < 0 || inPolygon(dark.points, c.points[0]!)),
    window,
    on,
  )
  const less = thing.ok ? 1 - thing.value.area / dark.area : 0
  return thing.ok && less > SHADOW && less < 0.7 ? { thing: thing.value, all } : undefined
}

const LEVELS = 24
/** What differs less from its ground (by a factor of the light, as a logarithm) is no thing. */
const FAINTEST = 0.06

/**
 * The level at which the thing's edge is sharpest on the whole: where it ends, not its soft shadow. Looked for in a
 * coarser picture.
 */
function sharpestLevel(contrast: Plane, window: Window, on: Vec2 | undefined): number | undefined {
  const coarse = reduced(contrast, Math.max(1, Math.floor(Math.sqrt(contrast.values.length / COARSE))))
  const top = coarse.values.reduce((a, b) => Math.max(a, b), 0)
  let best: { level: number; slope: number } | undefined
  for (let k = 1; k < LEVELS; k++) {
    const level = (k * top) / LEVELS
    if (level < FAINTEST) continue
    const found = choose(contoursAt(coarse, level), window, on)
    if (!found.ok || found.value.area < SPECK) continue
    const slope = slopeAlong(coarse, found.value.points)
    if (!best || slope > best.slope) best = { level, slope }
  }
  return best?.level
}

const COARSE = 250_000

/** Each so-many-th sample of every so-many-th row, each the mean of its neighbourhood. */
function reduced(plane: Plane, by: number): Plane {
  if (by === 1) return plane
  const [width, height] = [Math.floor(plane.width / by), Math.floor(plane.height / by)]
  const values = new Float32Array(width * height)
  for (let j = 0; j < height * by; j++)
    for (let i = 0; i < width * by; i++)
      values[Math.floor(j / by) * width + Math.floor(i / by)]! += plane.values[j * plane.width + i]! / (by * by)
  const middle = ((by - 1) / 2) * plane.step
  const origin: Vec2 = [plane.origin[0] + middle, plane.origin[1] + middle]
  return { width, height, values, origin, step: plane.step * by }
}

/** How fast the contrast changes across a line: all but a fifth of it changes faster. */
function slopeAlong(plane: Plane, points: readonly Vec2[]): number {
  const slopes = points.map((p) => {
    const [x, y] = [(p[0] - plane.origin[0]) / plane.step, (p[1] - plane.origin[1]) / plane.step]
    return Math.hypot(
      valueAt(plane, x + 1, y) - valueAt(plane, x - 1, y),
      valueAt(plane, x, y + 1) - valueAt(plane, x, y - 1),
    )
  })
  return slopes.sort((a, b) => a - b)[Math.floor(slopes.length / 5)]!
}

/** The thing at a point, or the largest that the border does not cut off; of like ones that nearer the middle. */
function choose(contours: readonly Contour[], window: Window, on: Vec2 | undefined): Result<Contour> {
  const things = contours.filter((c) => c.area > 0).sort((a, b) => a.area - b.area)
  if (on) {
    const there = things.find((c) => inPolygon(c.points, on))
    return there ? ok(there) : NOT_THERE
  }
  const weight = (c: Contour) => c.area * (1 - offMiddle(c.points, window)) ** 2
  const whole = things.filter((c) => !c.cut)
  return whole.length > 0 ? ok(whole.reduce((a, b) => (weight(b) > weight(a) ? b : a))) : NOTHING
}

/** How far off the middle of the window points lie on the whole: 0 in it, 1 in a corner. */
function offMiddle(points: readonly Vec2[], [x0, y0, x1, y1]: Window): number {
  const mx = points.reduce((s, p) => s + p[0], 0) / points.length
  const my = points.reduce((s, p) => s + p[1], 0) / points.length
  return Math.min(1, Math.hypot(mx - (x0 + x1) / 2, my - (y0 + y1) / 2) / (Math.hypot(x1 - x0, y1 - y0) / 2))
}

const NOT_THERE = fail(
  'not-there',
  'Nothing that differs from its ground lies at that point. Point at the thing itself, or let fainter edges count.',
)
const NOTHING = fail(
  'nothing-there',
  'Nothing in the photo stands out from its ground as a whole. Point at the thing, or let fainter edges count.',
)

/** The holes right inside a thing, not those of things that lie in its holes. */
function holesOf(outside: Contour, all: readonly Contour[]): Contour[] {
  const inside = all.filter((c) => c !== outside && inPolygon(outside.points, c.points[0]!))
  const islands = inside.filter((c) => c.area > 0)
  return inside.filter((c) => c.area < 0 && !islands.some((i) => inPolygon(i.points, c.points[0]!)))
}

/** True inside a closed polygon, whichever way it runs. */
function inPolygon(points: readonly Vec2[], [x, y]: Vec2): boolean {
  let inside = false
  for (const [i, a] of points.entries()) {
    const b = points[(i + 1) % points.length]!
    if (a[1] > y !== b[1] > y && x < a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0])) inside = !inside
  }
  return inside
}

/** A found line as a loop that runs anticlockwise, or clockwise for a hole. */
export function loopOf(found: Simplified, hole: boolean): Loop {
  const loop = found.kind === 'circle' ? circle(found.centre, found.radius).loops[0]! : found.loop
  return loopArea(loop) > 0 === hole ? reversedLoop(loop) : loop
}
