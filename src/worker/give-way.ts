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

/**
 * What a build awaits between steps: once in a while it lets newer messages in, gives up for them, and tells how far
 * it is. Steps that are through in no time do not wait at all.
 * @param overtaken whether a newer build was asked for
 */
export function givingWay(overtaken: () => boolean, tell: (done: number) => void): () => Promise<void> | void {
  const start = performance.now()
  let last = start
  let done = -1
  return () => {
    done += 1
    const now = performance.now()
    if (now - last < STRETCH) return
    if (now - start > MOMENT) tell(done)
    return breathe().then(() => {
      last = performance.now()
      if (overtaken()) throw new Overtaken()
    })
  }
}
