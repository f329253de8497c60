import type { RowSpec } from '../built/rows'
import { sideFaced } from '../fit/picks'
import { translation } from '../geometry/placement'
import { type Box3, boxesMeet, boxMiddle, normalize, scale, type Vec3 } from '../geometry/vec'
import type { Kernel } from '../kernel/kernel'
import type { Body } from './bodies'
import type { Check, CheckInput, Finding } from './finding'

/** A part is drawn off in steps of at most this, mm: what keeps it is thicker than that with the part's own thickness. */
const STEP = 0.5
/** And in no more steps than these. */
const MOST = 160
/** What is so many times as heavy as what it was made to fit stays where it is. */
const HEAVIER = 3
/** Sharing more than this with something means being held by it, mm3. */
const HELD = 0.05

/** What slips over something, or into it, has to be kept there by something. */
export const keptOn: Check = (input) =>
  input.kernel.scoped(
    () => {
      const { bodies } = input
      return slipping(input).flatMap(({ part, on, along }) => {
        const own = bodies.find((b) => !b.reference && b.id === part)
        const other = bodies.find((b) => b.id === on)
        return own && other ? (cameOff(input.kernel, own, other, along, bodies) ?? []) : []
      })
    },
    () => [],
  )

interface Slipping {
  part: string
  on: string
  along: Vec3
}

/** Which part slips over which other thing, and along what: once for each two. */
function slipping({ build: { rows, parts } }: CheckInput): Slipping[] {
  const volume = (id: string) => parts.find((p) => p.id === id)?.volume ?? Infinity
  const found = rows.flatMap((row): Slipping[] => {
    const { along } = row
    const [a, b] = [ownersOf(row.a), ownersOf(row.b)]
    if (!along || a.length !== 1 || b.length !== 1) return []
    // What was made to fit comes off, unless it is by far the heavier of the two.
    const [part, on] = volume(b[0]!) <= HEAVIER * volume(a[0]!) ? [b[0]!, a[0]!] : [a[0]!, b[0]!]
    return [{ part, on, along: normalize(along) }]
  })
  return found.filter((s, i) => found.findIndex((t) => t.part === s.part && t.on === s.on) === i)
}

function ownersOf(selector: RowSpec['a']): readonly string[] {
  if (selector.of === 'parts') return selector.parts
  return selector.of === 'items' ? selector.items : []
}

function cameOff(kernel: Kernel, own: Body, other: Body, along: Vec3, bodies: readonly Body[]): Finding | undefined {
  const free = [along, scale(along, -1)].filter((way) => comesOff(kernel, own, other, way, bodies))
  if (free.length === 0) return undefined
  const words = free.map((way) => { const side = sideFaced(way); return side ? `towards the ${side}` : 'along its way' }) // prettier-ignore
  return {
    check: 'kept-on',
    weight: 'look',
    title: `Nothing keeps ${own.name} on ${other.name}.`,
    text: `It slips off ${words.join(' and ')}. A head wider than the hole (extrude its end), a screw through both (holes) or a clip would keep it; where it is to be taken off, it is right as it is.`,
    parts: other.reference ? [own.id] : [own.id, other.id],
    place: boxMiddle(own.box),
  }
}

/** Whether it can be drawn off that way until it is past the other, without running into anything. */
function comesOff(kernel: Kernel, own: Body, other: Body, way: Vec3, bodies: readonly Body[]): boolean {
  const solid = own.solid()
  if (!solid) return false
  const far = reach(other.box, way) + reach(own.box, scale(way, -1))
  const steps = Math.min(MOST, Math.ceil(far / STEP))
  const passed = swept(own.box, scale(way, far))
  const others = bodies.filter((b) => b !== own && boxesMeet(b.box, passed) && b.solid())
  const before = others.map((b) => kernel.intersect(solid, b.solid()!).volume())
  for (let k = 1; k <= steps; k++) {
    const moved = kernel.place(solid, translation(scale(way, (far * k) / steps)))
    if (others.some((b, i) => kernel.intersect(moved, b.solid()!).volume() > before[i]! + HELD)) return false
  }
  return true
}

/** The box of all that a box comes through. */
const swept = ({ min, max }: Box3, by: Vec3): Box3 => ({
  min: min.map((v, k) => v + Math.min(0, by[k]!)) as unknown as Vec3,
  max: max.map((v, k) => v + Math.max(0, by[k]!)) as unknown as Vec3,
})

/** How far a box reaches in a direction. */
const reach = ({ min, max }: Box3, way: Vec3): number => way.reduce<number>((sum, v, k) => sum + v * (v > 0 ? max[k]! : min[k]!), 0) // prettier-ignore
