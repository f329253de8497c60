import * as Comlink from 'comlink'
import type { TraceLoop } from '../core/document/photo-schema'
import type { Vec2 } from '../core/geometry/vec'
import { cornerReach, type SnappedCorners, snapCorners, snapToEdge } from '../core/photo/edges'
import { type Calibration, photoMap } from '../core/photo/photo-map'
import type { Picture } from '../core/photo/picture'
import { traceOutline, type TraceStage } from '../core/photo/trace'
import { traceLoops } from '../core/photo/trace-loops'
import { ok, type Result } from '../core/result'

export interface TraceResult {
  loops: TraceLoop[]
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
    const loops = traceLoops(trace.value, map.value, () => crypto.randomUUID().slice(0, 8))
    const { noise, tolerance: kept, shadow } = trace.value
    return ok({ loops, noise, tolerance: kept, shadow })
  },
}

export type PhotoWorker = typeof worker
Comlink.expose(worker)
