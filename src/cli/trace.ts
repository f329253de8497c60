import { cornerReach, snapCorners } from '../core/photo/edges'
import { type Calibration, photoMap, seenRatio } from '../core/photo/photo-map'
import { loopOf, softNote, type Trace, type TracedOutline, traceOutline } from '../core/photo/trace'
import type { Vec2 } from '../core/geometry/vec'
import type { Simplified } from '../core/outlines/simplify'
import { areaOf, boundsOf, centroidOf, loopArea, perimeterOf } from '../core/profile/measure'
import { expectOk, raise } from '../core/result'
import { knownLengths } from '../core/units/known-lengths'
import { decodePicture, readBytes } from './files'
import { round } from './rounded'

export interface TraceOptions {
  /** Four points, or two: `x,y x,y …` in pixels. */
  corners?: string | undefined
  scale?: string | undefined
  /** `WIDTHxHEIGHT` of the rectangle, or the length between the two points. */
  size?: string | undefined
  at?: string | undefined
  /** Which outline, where one tone of what was found may be the other's shadow. */
  tone?: string | undefined
  tolerance?: string | undefined
}

/** Finds the outline of what lies in a photo. */
export async function runTrace(file: string, options: TraceOptions) {
  const picture = await decodePicture(readBytes(file)).catch(() =>
    raise('damaged', `${file} is not a PNG or JPEG that can be read.`),
  )
  const { calibration, residual } = calibrated(options, picture)
  const map = expectOk(photoMap(calibration))
  const trace = expectOk(
    traceOutline(picture, map, {
      tolerance: options.tolerance === undefined ? 0.15 : length(options.tolerance, '--tolerance'),
      ...(options.at === undefined ? {} : { on: map.toMm(points(options.at, 1, '--at')[0]!) }),
    }),
  )
  const chosen = chosenOutline(trace, options.tone)
  const others = [trace, ...trace.others].filter((o) => o !== chosen)
  const doubts = [
    ...(others.length > 0 && options.tone === undefined
      ? ['What was found is of two tones, one of which may be a shadow: look, and say --tone all, paler or darker.']
      : []),
    ...(trace.soft === undefined || trace.others.length > 0 ? [] : [softNote(trace.soft)]),
  ]
  return {
    pixels: [picture.width, picture.height],
    mm_per_pixel: round(map.scale),
    ...(residual === undefined ? {} : { sides_straight_to_px: round(residual) }),
    ...(calibration.kind === 'rectangle'
      ? { sides_by_perspective: round(seenRatio(calibration.corners, [picture.width, picture.height]) ?? 0) }
      : {}),
    edge_noise_mm: round(trace.noise),
    tolerance_mm: round(trace.tolerance),
    shadow_left_out: trace.shadow,
    doubts,
    tone: toneOf(chosen),
    ...figures(chosen),
    others: others.map((o) => ({ tone: toneOf(o), ...figures(o) })),
  }
}

const toneOf = (outline: TracedOutline) => ('tone' in outline ? String(outline.tone) : 'all')

function chosenOutline(trace: Trace, tone = 'all'): TracedOutline {
  const all = [trace, ...trace.others]
  const names = all.map(toneOf)
  return all[names.indexOf(tone)] ?? raise('tone', `--tone ${tone} is not among what was found: ${names.join(', ')}.`)
}

function figures(found: TracedOutline) {
  const outside = loopOf(found.outside, false)
  const holes = found.holes.map((h) => loopOf(h, true))
  return {
    area_mm2: round(areaOf({ loops: [outside, ...holes] })),
    perimeter_mm: round(perimeterOf({ loops: [outside] })),
    bounds_mm: boundsOf({ loops: [outside] }).map(round),
    outline: pieces(found.outside),
    holes: found.holes.map((found, i) => {
      const area = Math.abs(loopArea(holes[i]!))
      const centre = found.kind === 'circle' ? found.centre : centroidOf(holes[i]!)
      const diameter = found.kind === 'circle' ? 2 * found.radius : 2 * Math.sqrt(area / Math.PI)
      return {
        round: found.kind === 'circle',
        center_mm: centre.map(round),
        diameter_mm: round(diameter),
        area_mm2: round(area),
        outline: pieces(found),
      }
    }),
  }
}

const pieces = (found: Simplified) =>
  found.kind === 'circle'
    ? { circle: true }
    : {
        lines: found.loop.filter((s) => s.kind === 'line').length,
        arcs: found.loop.filter((s) => s.kind === 'arc').length,
      }

function calibrated(
  { corners, scale, size }: TraceOptions,
  picture: Parameters<typeof snapCorners>[0],
): { calibration: Calibration; residual?: number } {
  if (size === undefined || (corners === undefined) === (scale === undefined))
    return raise(
      'no-scale',
      'A photo needs a scale: --corners "x,y x,y x,y x,y" --size 210x148, or --scale "x,y x,y" --size 140.',
    )
  if (scale !== undefined) {
    const [a, b] = points(scale, 2, '--scale')
    return { calibration: { kind: 'length', a: a!, b: b!, length: length(size, '--size') } }
  }
  const [width, height] = size.split(/\s*x\s*/i).map((s) => length(s, '--size'))
  if (height === undefined) return raise('size', '--size takes the sides of the rectangle, such as 210x148.')
  const given = points(corners!, 4, '--corners')
  const snapped = snapCorners(picture, given, cornerReach(picture))
  const found = { kind: 'rectangle', corners: snapped?.corners ?? given, width: width!, height } as const
  return { calibration: found, ...(snapped ? { residual: snapped.residual } : {}) }
}

function points(text: string, count: number, name: string): Vec2[] {
  const found = text
    .trim()
    .split(/\s+/)
    .map((p) => p.split(',').map(Number))
  if (found.length !== count || found.some((p) => p.length !== 2 || p.some((v) => !Number.isFinite(v))))
    return raise('points', `${name} takes ${count} ${count === 1 ? 'point' : 'points'} in pixels, as in "120,80".`)
  return found as unknown as Vec2[]
}

function length(text: string, name: string): number {
  const value = knownLengths({})(text)
  return value.ok ? value.value : raise(value.problem.kind, `${name}: ${value.problem.message}`)
}
