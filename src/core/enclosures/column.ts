import type { Vec2 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { TurnedEdge } from '../kernel/mesh-builder'
import { chordsFor } from '../profile/polygon'

const AXIS = { axis: [0, 0, 1], point: [0, 0, 0] } as const

/** A column goes this far into what it stands on, so that both become one, mm. */
const ROOT = 0.2

/** The edge of a turned outline that is a level ring; `up` is the way it looks. */
export const level = (to: Vec2, role: string, up: 1 | -1): TurnedEdge => ({
  to,
  role,
  shape: { kind: 'plane', normal: [0, 0, up], point: [0, 0, to[1]] },
})

/** The edge of a turned outline that is a cylinder. */
export const round = (to: Vec2, role: string, radius: number, hole = false): TurnedEdge => ({
  to,
  role,
  shape: { kind: 'cylinder', ...AXIS, radius, hole },
})

export interface Column {
  radius: number
  height: number
  /** Radius of the fillet at its foot. */
  foot: number
  /** How its outline goes on from the outside of its top to the axis. */
  top: readonly TurnedEdge[]
}

/**
 * A column that stands up from the origin, mm, with a little of it below to become one with what it stands on.
 * Roles: root, foot, post, and those of its top.
 */
export function columnSolid(
  { radius, height, foot, top }: Column,
  names: { step: string; copy: readonly string[] },
  { kernel, tolerance }: { kernel: Kernel; tolerance: number },
): Solid {
  const edges: TurnedEdge[] = [level([radius + foot, -ROOT], 'root', -1), round([radius + foot, 0], 'root', radius + foot)] // prettier-ignore
  if (foot > 1e-6) {
    const count = chordsFor(foot, Math.PI / 2, tolerance)
    const on = (i: number): Vec2 => {
      const a = (Math.PI / 2) * (i / count)
      return [radius + foot * (1 - Math.sin(a)), foot * (1 - Math.cos(a))]
    }
    edges.push({
      to: on(count),
      via: Array.from({ length: count - 1 }, (_, i) => on(i + 1)),
      role: 'foot',
      shape: { kind: 'torus', ...AXIS, point: [0, 0, foot], radius: radius + foot, tube: foot },
    })
  }
  edges.push(round([radius, height], 'post', radius), ...top)
  const chords = Math.max(24, chordsFor(radius + foot, 2 * Math.PI, tolerance))
  return kernel.turned([0, -ROOT], edges, { step: names.step, copy: [...names.copy] }, chords)
}
