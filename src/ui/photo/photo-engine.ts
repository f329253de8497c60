import * as Comlink from 'comlink'
import type { Vec2 } from '@/core/geometry/vec'
import type { Calibration } from '@/core/photo/photo-map'
import type { TraceStage } from '@/core/photo/trace'
import { fail, type Result } from '@/core/result'
import type { PhotoWorker, TraceResult } from '@/worker/photo.worker'

/** The worker behind a photo that is open; one that is stopped at its work is replaced. */
export class PhotoEngine {
  private thread: Worker
  private remote: Comlink.Remote<PhotoWorker>
  private stopTrace: (() => void) | undefined

  constructor(private readonly photo: Blob) {
    this.thread = this.start()
    this.remote = Comlink.wrap<PhotoWorker>(this.thread)
    void this.remote.open(photo)
  }

  private start(): Worker {
    return new Worker(new URL('../../worker/photo.worker.ts', import.meta.url), { type: 'module' })
  }

  snap(at: Vec2, reach: number): Promise<Vec2> {
    return this.remote.snap(at, reach)
  }

  snapCorners(corners: Vec2[]) {
    return this.remote.snapCorners(corners)
  }

  async trace(
    calibration: Calibration,
    settings: { tolerance: number; on: Vec2 | undefined; level: number },
    onStage: (stage: TraceStage) => void,
  ): Promise<Result<TraceResult>> {
    const stopped = new Promise<Result<TraceResult>>((resolve) => {
      this.stopTrace = () => resolve(fail('stopped', 'The tracing was stopped.'))
    })
    const traced = this.remote.trace(calibration, settings, Comlink.proxy(onStage)) as Promise<Result<TraceResult>>
    return Promise.race([traced, stopped])
  }

  /** Gives up a trace that is being made. */
  stop(): void {
    this.stopTrace?.()
    this.thread.terminate()
    this.thread = this.start()
    this.remote = Comlink.wrap<PhotoWorker>(this.thread)
    void this.remote.open(this.photo)
  }

  dispose(): void {
    this.thread.terminate()
  }
}
