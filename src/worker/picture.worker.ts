import * as Comlink from 'comlink'

/** Writes pictures as PNG, which waits for the graphics card and so must not happen on the page's own thread. */
const worker = {
  png(bitmap: ImageBitmap): Promise<Blob> {
    const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
    canvas.getContext('2d')?.drawImage(bitmap, 0, 0)
    bitmap.close()
    return canvas.convertToBlob({ type: 'image/png' })
  },
}

export type PictureWorker = typeof worker
Comlink.expose(worker)
