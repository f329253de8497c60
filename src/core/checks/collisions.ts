import type { Kernel } from '../kernel/kernel'
import { boxesMeet, boxMiddle, type Vec3 } from '../geometry/vec'
import { unpacked } from '../mesh/unpack'
import { smallestGap, TriangleTree } from '../fit/gap'
import type { Body } from './bodies'
import type { Check, Finding } from './finding'

/** Shared volumes under this are rounding of touching faces, mm3. */
const LEAST_VOLUME = 1e-3
/** And so are shared bodies thinner than this, mm. */
const LEAST_DEPTH = 0.004

/** A part must not cut into a fitted item or into another part. */
export const collisions: Check = ({ build, kernel, bodies }) =>
  kernel.scoped(
    () => {
      const out: Finding[] = []
      for (const [i, part] of bodies.slice(0, build.parts.length).entries())
        for (const other of bodies.slice(i + 1)) {
          if (!boxesMeet(part.box, other.box)) continue
          const found = overlap(kernel, part, other)
          if (found) out.push(finding(part, other, found))
        }
      return out
    },
    () => [],
  )

interface Overlap {
  volume: number | undefined
  place: Vec3
}

function finding(part: Body, other: Body, { volume, place }: Overlap): Finding {
  const { reference } = other
  const much = volume === undefined ? '' : ` by ${volume < 0.1 ? volume.toFixed(3) : volume.toFixed(1)} mm³`
  const where = `near x ${place[0].toFixed(1)}, y ${place[1].toFixed(1)}, z ${place[2].toFixed(1)} mm`
  return {
    check: 'collision',
    weight: 'stop',
    title: `${part.name} cuts into ${other.name}.`,
    text: `They share space${much} ${where}.${reference ? ' An opening, more clearance, or leaving the item out would clear it.' : ''}`,
    ...(reference ? { parts: [part.id], item: { reference, item: other.id } } : { parts: [part.id, other.id] }),
    place,
  }
}

function overlap(kernel: Kernel, a: Body, b: Body): Overlap | undefined {
  const [s, t] = [a.solid(), b.solid()]
  if (!s || !t) return crossing(a, b)
  const shared = kernel.intersect(s, t)
  if (shared.isEmpty() || shared.volume() < LEAST_VOLUME) return undefined
  const { min, max } = shared.bounds()
  const size = [0, 1, 2].map((k) => max[k]! - min[k]!)
  if (Math.min(...size) < LEAST_DEPTH) return undefined
  return { volume: shared.volume(), place: boxMiddle({ min, max }) }
}

/** For items that do not close: whether their faces cross the part's. */
function crossing(a: Body, b: Body): Overlap | undefined {
  const gap = smallestGap(tree(a), tree(b))
  return gap && gap.distance < 1e-6 ? { volume: undefined, place: gap.a } : undefined
}

const tree = ({ positions, indices }: Body): TriangleTree => new TriangleTree(unpacked(positions, indices))
