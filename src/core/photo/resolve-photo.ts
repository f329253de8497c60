import type { PhotoCalibration, ProjectPhoto } from '../document/photo-schema'
import type { Vec2 } from '../geometry/vec'
import { nested } from '../outlines/drawing'
import { gap2, type Profile, type Segment } from '../profile/segment'
import { fail, ok, type Problem, type Result } from '../result'
import { type Calibration, type PhotoMap, photoMap, seenRatio } from './photo-map'
import { driveSizes, type SizeReport } from './sizes'
import { type PlacedLoop, placeLoop, segmentsOf } from './traced-loop'

/** A known length held against the calibrated photo, mm. */
export interface CheckReport {
  id: string
  measured?: number
  wanted?: number
  problem?: Problem
}

/** A photo with everything worked out, mm. */
export interface ResolvedPhoto {
  map: PhotoMap
  /** What to know about the calibration, in sentences. */
  notes: string[]
  checks: CheckReport[]
  sizes: SizeReport[]
  /** Lines as traced, and as their sizes have them. */
  traced: PlacedLoop[]
  loops: PlacedLoop[]
  profile: Profile
  open: Segment[][]
}

/** Formulas as values. */
export function workedOut(
  calibration: PhotoCalibration,
  value: (formula: string) => Result<number>,
): Result<Calibration> {
  if (calibration.kind === 'length') {
    const length = value(calibration.length)
    return length.ok ? ok({ ...calibration, length: length.value }) : length
  }
  const width = value(calibration.width)
  if (!width.ok) return width
  const height = value(calibration.height)
  return height.ok ? ok({ ...calibration, width: width.value, height: height.value }) : height
}

/** Sides that differ from what the perspective says by more than this share are doubted. */
const DOUBTFUL = 0.04

/**
 * @param value works out a length, mm
 * Errors: no-scale (not calibrated yet), and those of `photoMap` and of the formulas
 */
export function resolvePhoto(photo: ProjectPhoto, value: (formula: string) => Result<number>): Result<ResolvedPhoto> {
  if (!photo.calibration)
    return fail('no-scale', 'The photo has no scale yet: give it one by a known length, or by a known rectangle.')
  const calibration = workedOut(photo.calibration, value)
  if (!calibration.ok) return calibration
  const map = photoMap(calibration.value)
  if (!map.ok) return map
  const { toMm } = map.value
  const traced = photo.loops.flatMap((l) => placeLoop(l, toMm) ?? [])
  const { loops, reports } = driveSizes(traced, photo.sizes, value)
  const closed = loops.filter((l) => l.kind === 'circle' || (l.closed && l.nodes.length > 1))
  return ok({
    map: map.value,
    notes: calibrationNotes(photo, calibration.value, map.value),
    checks: photo.checks.map(({ id, a, b, length }) => {
      const wanted = value(length)
      const measured = gap2(toMm(a), toMm(b))
      return wanted.ok ? { id, measured, wanted: wanted.value } : { id, measured, problem: wanted.problem }
    }),
    sizes: reports,
    traced,
    loops,
    profile: nested(closed.map(segmentsOf)),
    open: loops.filter((l) => !closed.includes(l)).map(segmentsOf),
  })
}

function calibrationNotes(photo: ProjectPhoto, calibration: Calibration, map: PhotoMap): string[] {
  const notes = [`One pixel is about ${map.scale.toPrecision(2)} mm.`]
  if (photo.calibration?.kind !== 'rectangle' || calibration.kind !== 'rectangle') return notes
  const { residual } = photo.calibration
  if (residual !== undefined)
    notes.push(`Its sides run straight to ${residual.toFixed(2)} pixels, ${(residual * map.scale).toPrecision(1)} mm.`)
  const size: Vec2 = [photo.width, photo.height]
  const seen = seenRatio(photo.calibration.corners, size)
  const given = calibration.width / calibration.height
  if (seen && Math.abs(seen / given - 1) > DOUBTFUL)
    notes.push(
      `By the perspective its sides are as ${seen.toFixed(2)} to 1, not ${given.toFixed(2)} to 1: ${
        Math.abs(seen * given - 1) < DOUBTFUL ? 'they seem to be swapped' : 'check them, and the four points'
      }.`,
    )
  return notes
}
