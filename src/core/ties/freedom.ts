import { changeBy, look, moveFor, type System, weigh } from './system'

const FREE = 1e-6

/** How a point can move: not at all, along one way (a unit vector), or anywhere. */
export type Freedom = 'fixed' | 'free' | readonly [number, number]

/**
 * How points can move with all else giving way.
 * @param points the unknowns that their coordinates are, -1 where one is fixed
 */
export function freedomOf(system: System, z: Float64Array, points: readonly (readonly [number, number])[]): Freedom[] {
  look(system, z)
  weigh(system, 0)
  const columns = new Map<number, Float64Array>()
  // A column of I - J'(JJ')^-1 J.
  const columnOf = (u: number): Float64Array => {
    const known = columns.get(u)
    if (known) return known
    const unit = new Float64Array(system.unknowns)
    unit[u] = 1
    const held = moveFor(system, changeBy(system, unit))
    for (let k = 0; k < unit.length; k++) unit[k] = unit[k]! - held[k]!
    columns.set(u, unit)
    return unit
  }
  return points.map(([x, y]): Freedom => {
    const a = x < 0 ? 0 : columnOf(x)[x]!
    const d = y < 0 ? 0 : columnOf(y)[y]!
    const b = x < 0 || y < 0 ? 0 : columnOf(x)[y]!
    const middle = (a + d) / 2
    const spread = Math.sqrt(((a - d) / 2) ** 2 + b * b)
    if (middle + spread <= FREE) return 'fixed'
    if (middle - spread > FREE) return 'free'
    // The way that belongs to the larger eigenvalue.
    const [vx, vy] = Math.abs(a - d) < 1e-12 && Math.abs(b) < 1e-12 ? [1, 0] : a >= d ? [spread + (a - d) / 2, b] : [b, spread + (d - a) / 2] // prettier-ignore
    const far = Math.sqrt(vx * vx + vy * vy)
    return [vx / far, vy / far]
  })
}
