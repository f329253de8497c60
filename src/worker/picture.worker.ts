import * as Comlink from 'comlink'
import type { Placement } from '../core/geometry/placement'
import type { Triangles } from '../core/mesh/unpack'
import { partPicture } from '../core/print/part-picture'

/** Writes pictures as PNG, which waits for the graphics card or takes its time, and so must not happen on the page's own thread. */
const worker = {
  png(bitmap: ImageBitmap): Promise<Blob> {
    const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
    canvas.getContext('2d')?.drawImage(bitmap, 0, 0)
    bitmap.close()
    return canvas.convertToBlob({ type: 'image/png' })
  },
  /** A part as it lies on the bed. */
  part(triangles: Triangles, print: Placement, color: string): Blob {
    return new Blob([Uint8Array.from(partPicture(triangles, print, color))], { type: 'image/png' })
  },
}

export type PictureWorker = typeof worker
Comlink.expose(worker)
