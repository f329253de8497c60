import type { Quality } from '@/core/built/built'

/**
 * Decides when a document is sent to be built. A fine build is overtaken by whatever comes after it. A coarse one is
 * let finish, and of those that come meanwhile the newest goes next: otherwise a value dragged quickly would overtake
 * every build before it is shown.
 */
export class BuildQueue<D> {
  /** Of the newest build asked for. */
  ticket = 0
  private running: Quality | undefined
  private waiting: { document: D; quality: Quality } | undefined

  constructor(private readonly build: (document: D, quality: Quality, ticket: number) => Promise<void>) {}

  request(document: D, quality: Quality): void {
    if (this.running === 'drag') this.waiting = { document, quality }
    else void this.send(document, quality)
  }

  /** Forgets what waits, and disowns what runs. @returns the ticket that overtakes everything before */
  stop(): number {
    this.waiting = undefined
    this.running = undefined
    return ++this.ticket
  }

  private sendWaiting(): void {
    if (this.waiting) void this.send(this.waiting.document, this.waiting.quality)
  }

  private async send(document: D, quality: Quality): Promise<void> {
    const ticket = ++this.ticket
    this.running = quality
    this.waiting = undefined
    await this.build(document, quality, ticket)
    if (ticket !== this.ticket) return
    this.running = undefined
    this.sendWaiting()
  }
}
