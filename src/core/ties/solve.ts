import { changeBy, look, moveFor, type System, weigh } from './system'

/** What has to be met is met to this, mm. */
export const MET = 1e-9

const mostOf = (move: Float64Array): number => move.reduce((most, v) => Math.max(most, Math.abs(v)), 0)
const caution = (largest: number): number => Math.min(1e-3, 1e-4 * largest)

/** One move towards what has to be met, from where was looked last. Gives how far it went. */
function step(system: System, z: Float64Array, largest: number, limit = Infinity): number {
  weigh(system, caution(largest))
  const move = moveFor(system, system.residuals)
  const far = mostOf(move)
  const share = far > limit ? limit / far : 1
  for (let u = 0; u < system.unknowns; u++) z[u] = z[u]! - share * move[u]!
  return far * share
}

/** One move to what is met nearest to an aim, as far as can be seen from where was looked last. */
function stepFrom(system: System, z: Float64Array, aim: Float64Array, largest: number, ease = system.ease): boolean {
  const off = z.slice(0, system.unknowns)
  for (let u = 0; u < off.length; u++) off[u] = z[u]! - aim[u]!
  weigh(system, caution(largest), ease)
  const right = changeBy(system, off)
  for (let k = 0; k < right.length; k++) right[k] = right[k]! - system.residuals[k]!
  const move = moveFor(system, right, ease)
  if (!move.every(Number.isFinite)) return false
  for (let u = 0; u < off.length; u++) z[u] = aim[u]! + move[u]!
  return true
}

/** So many moves look for the nearest. */
const NEAREST = 12

/**
 * Solves from where the quantities are, changing the unknowns in place; small residuals stay as they are to the last bit.
 * @returns whether all is met
 */
export function settle(system: System, z: Float64Array, most = 80): boolean {
  let largest = look(system, z)
  if (largest <= MET) return true
  const begun = largest
  const seeds = z.slice()
  for (let i = 0; i < most && largest > MET; i++) {
    // As near to the seeds as can be, as long as that comes nearer; then whatever comes nearest.
    if (i < NEAREST) {
      const before = z.slice()
      const next = stepFrom(system, z, seeds, largest) ? look(system, z) : Infinity
      if (next < largest / 2) {
        largest = next
        continue
      }
      z.set(before)
      look(system, z)
    }
    step(system, z, largest, i < NEAREST ? Infinity : Math.max(1, begun))
    largest = look(system, z)
    if (!Number.isFinite(largest)) return false
  }
  if (largest > MET) return false
  // Once more: as many digits as there are.
  if (largest > 1e-12) {
    step(system, z, largest)
    look(system, z)
  }
  return true
}

/** Each move shrinks to this share of the last, or the way is too long. */
const SHRINKS = 0.2
const MOST_MOVES = 9
const SHORTEST = 1e-4

/** A short stretch of the way: true if every move was much shorter than the one before. */
function follows(system: System, z: Float64Array): boolean {
  let last = Infinity
  let largest = look(system, z)
  for (let i = 0; i < MOST_MOVES; i++) {
    if (largest <= MET) return true
    const far = step(system, z, largest)
    if (far > SHRINKS * last && far > 1e-10) return false
    last = far
    largest = look(system, z)
    if (!Number.isFinite(largest)) return false
  }
  return largest <= MET
}

/**
 * Follows the solution from one set of sizes to another along a straight way, so that it is the same one.
 * @param z the solution at the first sizes; changed in place
 * @param to the sizes to come to, as they stand behind the unknowns
 * @returns how much of the way could be gone: 1 if all of it
 */
export function follow(system: System, z: Float64Array, to: Float64Array): number {
  const n = system.unknowns
  const from = z.slice(n)
  let [gone, by] = [0, 0.25]
  while (gone < 1) {
    const next = Math.min(1, gone + by)
    const there = z.slice()
    for (let k = 0; k < to.length; k++) there[n + k] = next === 1 ? to[k]! : from[k]! + next * (to[k]! - from[k]!)
    if (follows(system, there)) {
      z.set(there)
      gone = next
      by *= 2
    } else {
      by /= 2
      if (by < SHORTEST) return gone
    }
  }
  return 1
}

/** What is dragged holds on to the pointer this much harder than the rest to its place. */
const HELD = 1e4

/**
 * One frame of a drag: the unknowns as near to where they were at the press, and those that are dragged to where the
 * pointer is, as what has to be met allows.
 * @param z where the last frame left the quantities; changed in place
 * @param press where they were at the press
 * @param wanted unknowns that are dragged, and to what
 */
export function drag(
  system: System,
  z: Float64Array,
  press: Float64Array,
  wanted: readonly (readonly [unknown: number, value: number])[],
): void {
  const ease = system.ease.slice()
  const aim = press.slice(0, system.unknowns)
  for (const [u, value] of wanted) {
    ease[u] = 1 / HELD
    aim[u] = value
  }
  for (let i = 0; i < 2; i++) {
    const largest = look(system, z)
    stepFrom(system, z, aim, largest, ease)
  }
}
