import * as Comlink from 'comlink'
import type { TraceLoop } from '../core/document/photo-schema'
import type { Vec2 } from '../core/geometry/vec'
import { cornerReach, type SnappedCorners, snapCorners, snapToEdge } from '../core/photo/edges'
import { type Calibration, photoMap } from '../core/photo/photo-map'
import type { Picture } from '../core/photo/picture'
import { type Tone, tracedArea, traceOutline, type TraceStage } from '../core/photo/trace'
import { traceLoops } from '../core/photo/trace-loops'
import { ok, type Result } from '../core/result'

/** An outline that the thing may have. */
export interface TraceCandidate {
  loops: TraceLoop[]
  /** mm2 */
  area: number
  /** The part of it that this is the outline of, if it is not of all that was found. */
  tone?: Tone
}

export interface TraceResult {
  /** All that was found first; more than one only if it is of two tones, so that one may be the other's shadow. */
  candidates: TraceCandidate[]
  /** The share of the edge that is soft, if a shadow may run along it. */
  soft?: number
  /** mm */
  noise: number
  tolerance: number
  /** True if a dark shadow was told from the thing by colour. */
  shadow: boolean
}

let picture: Picture | undefined

/** Works on one photo, which it decodes and holds. */
const worker = {
  async open(photo: Blob): Promise<void> {
    const bitmap = await createImageBitmap(photo)
    const { width, height } = bitmap
    const canvas = new OffscreenCanvas(width, height)
    const context = canvas.getContext('2d', { willReadFrequently: true })!
    context.drawImage(bitmap, 0, 0)
    bitmap.close()
    picture = { width, height, data: context.getImageData(0, 0, width, height).data }
  },

  /** The nearest strong edge within reach, pixels. */
  snap: (at: Vec2, reach: number): Vec2 => (picture ? snapToEdge(picture, at, reach) : at),

  snapCorners: (corners: Vec2[]): SnappedCorners | undefined =>
    picture && snapCorners(picture, corners, cornerReach(picture)),

  /**
   * @param on pixels; a point on the thing
   * @param level less lets fainter edges count
   */
  trace(
    calibration: Calibration,
    settings: { tolerance: number; on: Vec2 | undefined; level: number },
    onStage: (stage: TraceStage) => void,
  ): Result<TraceResult> {
    const map = photoMap(calibration)
    if (!map.ok) return map
    const { tolerance, on, level } = settings
    const where = on ? { on: map.value.toMm(on) } : {}
    const trace = traceOutline(picture!, map.value, { tolerance, level, ...where }, onStage)
    if (!trace.ok) return trace
    const { noise, tolerance: kept, shadow, soft, others } = trace.value
    const candidates = [trace.value, ...others].map((outline): TraceCandidate => ({
      loops: traceLoops(outline, map.value, () => crypto.randomUUID().slice(0, 8)),
      area: tracedArea(outline),
      ...('tone' in outline ? { tone: outline.tone } : {}),
    }))
    return ok({ candidates, noise, tolerance: kept, shadow, ...(soft === undefined ? {} : { soft }) })
  },
}

export type PhotoWorker = typeof worker
Comlink.expose(worker)
