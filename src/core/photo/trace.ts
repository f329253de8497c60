import type { Vec2 } from '../geometry/vec'
import { type Simplified, simplify } from '../outlines/simplify'
import { areaOf, loopArea } from '../profile/measure'
import { circle } from '../profile/shapes'
import { type Loop, reversedLoop } from '../profile/segment'
import { fail, ok, type Result } from '../result'
import { colourContrast } from './colour'
import { blurred, contrastOf } from './contrast'
import { inPolygon } from '../profile/polygon'
import { choose, holesOf, NOTHING, NOT_THERE } from './chosen-contour'
import { type Contour, contoursAt, sharpened, unsteadiness } from './contours'
import type { PhotoMap } from './photo-map'
import { type Picture, type Plane, valueAt } from './picture'
import { softShare } from './softness'
import { bestMix, straighten, type Window, wholeWindow } from './straighten'
import { palerField, samplesIn, twoTones } from './tones'

export interface TraceSettings {
  /** Lines and arcs stay this near to the edge seen, mm. */
  tolerance: number
  /** A point on the thing, mm; the largest thing that is wholly in the picture if absent. */
  on?: Vec2
  /** How dark (or, on dark ground, bright) a thing must be: 1 is what the sharpest edges say, 0.5 takes in fainter ones. */
  level?: number
}

/** Which of the two tones of what was found. */
export type Tone = 'paler' | 'darker'

/** A thing's edge and those of its holes, mm. */
export interface TracedOutline {
  outside: Simplified
  holes: Simplified[]
}

/** An outline found in a photo, mm. */
export interface Trace extends TracedOutline {
  /**
   * Where what was found is of two tones, one of which may be the other's shadow: the outlines of the one and of the
   * other, as far as they are large enough to be the thing.
   */
  others: (TracedOutline & { tone: Tone })[]
  /** The share of the edge that is much softer than the rest, if it is too much for a thing's own edge: a shadow's? */
  soft?: number
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
  const window = wholeWindow(map, [picture.width, picture.height], settings.on)
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
  const others = coloured ? [] : byTone(contrast, thing, all, window, least)
  onStage('Fitting lines and arcs')
  const light = blurred(plane)
  const edge = sharpened(light, thing.points)
  const noise = unsteadiness(edge)
  const tolerance = Math.max(settings.tolerance, SURE * noise)
  const fitted = (c: Contour) => simplify(sharpened(light, c.points), tolerance)
  const outlineOf = (c: Contour, among: readonly Contour[]): TracedOutline | undefined => {
    const outside = fitted(c)
    return outside && { outside, holes: holesOf(c, among).flatMap((h) => fitted(h) ?? []) }
  }
  const found = outlineOf(thing, all)
  if (!found) return fail('nothing-there', 'What was found there is too small to be traced.')
  const soft = softShare(light, edge)
  return ok({
    ...found,
    noise,
    tolerance,
    shadow: coloured !== undefined,
    others: others.flatMap(({ tone, thing, all }) => {
      const outline = outlineOf(thing, all)
      return outline ? [{ ...outline, tone }] : []
    }),
    ...(soft > SOFT ? { soft } : {}),
  })
}

/** More of an edge than this is soft only where a shadow runs along it. */
const SOFT = 0.1
/** What is of one tone is the thing only if it is at least this much of all that was found, and not nearly all of it. */
const MUCH = 0.3
/** A rim is at most this wide, as a share of the size of what was found. */
const NARROW = 0.035

/** True if some of a contour's points lie inside a thing. */
const overlaps = (thing: Contour, { points }: Contour): boolean =>
  points.some((p, i) => i % Math.ceil(points.length / 16) === 0 && inPolygon(thing.points, p))

/** What was found, parted by its two tones. */
function byTone(contrast: Plane, thing: Contour, all: readonly Contour[], window: Window, least: number) {
  const inside = samplesIn(contrast, thing, holesOf(thing, all))
  const tones = twoTones(contrast, inside)
  if (!tones) return []
  const fields = [
    { tone: 'darker' as const, field: contrast, level: (tones.paler + tones.darker) / 2 },
    { tone: 'paler' as const, field: palerField(contrast, tones, NARROW * Math.sqrt(thing.area)), level: 0 },
  ]
  return fields.flatMap(({ tone, field, level }) => {
    const within = contoursAt(field, level).filter(
      (c) => Math.abs(c.area) > least && (c.area < 0 || overlaps(thing, c)),
    )
    const part = choose(within, window, undefined)
    const share = part.ok ? part.value.area / thing.area : 0
    return part.ok && share > MUCH && share < 1 - SHADOW ? [{ tone, thing: part.value, all: within }] : []
  })
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

/** What an outline encloses without its holes, mm2. */
export const tracedArea = ({ outside, holes }: TracedOutline): number =>
  areaOf({ loops: [loopOf(outside, false), ...holes.map((h) => loopOf(h, true))] })

/** What to know about an outline whose edge is partly soft. */
export const softNote = (soft: number): string =>
  `${Math.round(100 * soft)} % of the edge is soft, as a shadow's is and a thing's is not: it may run along a shadow there. Look, and move the points, or take the photo in softer light.`

/** A found line as a loop that runs anticlockwise, or clockwise for a hole. */
export function loopOf(found: Simplified, hole: boolean): Loop {
  const loop = found.kind === 'circle' ? circle(found.centre, found.radius).loops[0]! : found.loop
  return loopArea(loop) > 0 === hole ? reversedLoop(loop) : loop
}
