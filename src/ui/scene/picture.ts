import * as Comlink from 'comlink'
import type { PictureWorker } from '@/worker/picture.worker'

/** A small PNG of what a canvas shows now. */
export async function smallPicture(canvas: HTMLCanvasElement, width: number): Promise<Blob | undefined> {
  const height = Math.round((width * canvas.clientHeight) / Math.max(1, canvas.clientWidth))
  if (height === 0) return undefined
  const bitmap = await createImageBitmap(canvas, { resizeWidth: width, resizeHeight: height, resizeQuality: 'medium' })
  const thread = new Worker(new URL('../../worker/picture.worker.ts', import.meta.url), { type: 'module' })
  try {
    return await Comlink.wrap<PictureWorker>(thread).png(Comlink.transfer(bitmap, [bitmap]))
  } finally {
    thread.terminate()
  }
}
