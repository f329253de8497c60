import * as Comlink from 'comlink'
import type { PictureWorker } from '@/worker/picture.worker'

/** One for all pictures: to end a worker the page would have to wait for it. */
let writer: Comlink.Remote<PictureWorker> | undefined

/** A small PNG of what a canvas shows now. */
export async function smallPicture(canvas: HTMLCanvasElement, width: number): Promise<Blob | undefined> {
  const height = Math.round((width * canvas.clientHeight) / Math.max(1, canvas.clientWidth))
  if (height === 0) return undefined
  const bitmap = await createImageBitmap(canvas, { resizeWidth: width, resizeHeight: height, resizeQuality: 'medium' })
  writer ??= Comlink.wrap<PictureWorker>(
    new Worker(new URL('../../worker/picture.worker.ts', import.meta.url), { type: 'module' }),
  )
  return writer.png(Comlink.transfer(bitmap, [bitmap]))
}
