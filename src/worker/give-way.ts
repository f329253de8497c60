/** Work goes on at most this long before messages are let in, ms. */
const STRETCH = 12

/** Lets messages in; unlike a timer it is not held back by the browser. */
export const breathe = (): Promise<void> =>
  new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel()
    port1.onmessage = () => {
      port1.close()
      resolve()
    }
    port2.postMessage(null)
  })

/** Builds shorter than this are not reported on, ms. */
const MOMENT = 300

export class Overtaken extends Error {}

/** What a build goes by to give way to others. */
export interface GivingWay {
  /**
   * Awaited between steps: once in a while it lets newer messages in, gives up for them, and tells how far it is. Steps
   * that are through in no time do not wait at all.
   */
  between: () => Promise<void> | void
  /** Called while a step is made, which lets no messages in: a step that takes long is told of, and given up likewise. */
  within: () => void
}

/**
 * @param overtaken whether a newer build was asked for, as far as messages say
 * @param atOnce whether one was, while no message comes through
 */
export function givingWay(overtaken: () => boolean, tell: (done: number) => void, atOnce = overtaken): GivingWay {
  const start = performance.now()
  let last = start
  let done = -1
  let told = -1
  const tellLate = (now: number) => {
    if (now - start <= MOMENT || told === done) return
    told = done
    tell(done)
  }
  return {
    between: () => {
      done += 1
      const now = performance.now()
      if (now - last < STRETCH) return
      tellLate(now)
      return breathe().then(() => {
        last = performance.now()
        if (overtaken()) throw new Overtaken()
      })
    },
    within: () => {
      if (atOnce()) throw new Overtaken()
      tellLate(performance.now())
    },
  }
}
