import * as Comlink from 'comlink'
import type { PictureWorker } from '@/worker/picture.worker'
import type { PartView } from '@/worker/views'

/** One for all pictures: to end a worker the page would have to wait for it. */
let writer: Comlink.Remote<PictureWorker> | undefined

const theWriter = () => (writer ??= Comlink.wrap<PictureWorker>(new Worker(new URL('../../worker/picture.worker.ts', import.meta.url), { type: 'module' }))) // prettier-ignore

/** A small PNG of a part as it lies on the bed. */
export const partPng = ({ print, color, body }: PartView): Promise<Blob> => theWriter().part(body.shown.positions, print, color) // prettier-ignore

/** A small PNG of what a canvas shows now. */
export async function smallPicture(canvas: HTMLCanvasElement, width: number): Promise<Blob | undefined> {
  const height = Math.round((width * canvas.clientHeight) / Math.max(1, canvas.clientWidth))
  if (height === 0) return undefined
  const bitmap = await createImageBitmap(canvas, { resizeWidth: width, resizeHeight: height, resizeQuality: 'medium' })
  return theWriter().png(Comlink.transfer(bitmap, [bitmap]))
}
