import { poseAt } from '../geometry/travel'
import { boxesMeet, boxMiddle } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { RowSpec } from '../built/rows'
import type { Body } from './bodies'
import type { Check, Finding } from './finding'

/** At so many places on its way it is looked whether a part runs into something. */
const PLACES = 24
/** Shared volumes under this are rounding of faces that slide on each other, mm3. */
const LEAST = 0.05

/** A part that moves must not run into anything on its way. */
export const runsInto: Check = ({ build, kernel, bodies }) =>
  kernel.scoped(
    () => {
      // What bends out of the way as it moves is measured by its row alone.
      const moving = build.rows.filter((r) => r.travel && !(r.a.of === 'whole' && r.a.firm))
      return moving.flatMap((row) => firstHit(kernel, row, moving, bodies) ?? [])
    },
    () => [],
  )

function firstHit(
  kernel: Kernel,
  row: RowSpec,
  moving: readonly RowSpec[],
  bodies: readonly Body[],
): Finding | undefined {
  const movers = moving.filter((r) => r.travel!.train === row.travel!.train)
  const own = bodyOf(row, bodies)
  if (!own?.solid()) return undefined
  const placed = (body: Body, share: number): Solid | undefined => {
    const mover = movers.find((r) => bodyOf(r, bodies) === body)
    const solid = body.solid()
    return solid && mover ? kernel.place(solid, poseAt(mover.travel!.way, share)) : solid
  }
  for (let k = 0; k <= PLACES; k++) {
    const share = k / PLACES
    const here = placed(own, share)!
    for (const other of bodies) {
      const there = other === own ? undefined : placed(other, share)
      if (!there || !boxesMeet(here.bounds(), there.bounds())) continue
      const shared = kernel.intersect(here, there).volume()
      // Where they stand in each other already, that is a finding of its own.
      if (shared > LEAST && shared > LEAST + kernel.intersect(own.solid()!, other.solid()!).volume())
        return finding(own, other, row, share, shared)
    }
  }
  return undefined
}

const bodyOf = ({ a }: RowSpec, bodies: readonly Body[]) => (a.of === 'whole' ? bodies.find((b) => !b.reference && b.id === a.part) : undefined) // prettier-ignore

function finding(own: Body, other: Body, { travel }: RowSpec, share: number, volume: number): Finding {
  const { way } = travel!
  const whole = way.kind === 'slide' ? Math.hypot(...way.by) : Math.abs((way.over * 180) / Math.PI)
  const at = `${(share * whole).toFixed(1)}${way.kind === 'slide' ? ' mm' : '°'}`
  return {
    check: 'runs-into',
    weight: 'stop',
    title: `${own.name} runs into ${other.name} on its way.`,
    text: `After ${at} of its ${whole.toFixed(1)}${way.kind === 'slide' ? ' mm' : '°'} they share ${volume.toFixed(1)} mm³. A shorter way, or room for it in ${other.name}, would clear it.`,
    parts: other.reference ? [own.id] : [own.id, other.id],
    place: boxMiddle(own.box),
  }
}
