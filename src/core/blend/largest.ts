import { ProblemError } from '../result'

/** What work comes to; nothing where it raises a problem. */
export function attempted<T>(work: () => T): T | undefined {
  try {
    return work()
  } catch (error) {
    if (error instanceof ProblemError) return undefined
    throw error
  }
}

/** The share that is found is so near to the largest that does. */
const NEAR = 0.005

/**
 * The largest share of a size that does.
 * @param attempt raises a problem where it does not do
 * @param whole whether all of it may do
 * @returns none if nothing does
 */
export function largest(attempt: (share: number) => void, whole = true): number | undefined {
  const does = (share: number): boolean => attempted(() => (attempt(share), true)) ?? false
  if (whole && does(1)) return 1
  let [low, high] = [0, 1]
  while (high - low > NEAR * high && high > 1e-3) {
    const share = (low + high) / 2
    if (does(share)) low = share
    else high = share
  }
  return low > 0 ? low : undefined
}
