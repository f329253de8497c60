import type { Kernel, Solid } from '../kernel/kernel'
import { boxesMeet, boxOfPositions, type Vec3 } from '../geometry/vec'
import { unpacked } from '../mesh/unpack'
import { welded } from '../mesh/weld'
import { smallestGap, TriangleTree } from '../fit/gap'
import type { Check, Finding } from './finding'

/** Shared volumes under this are rounding of touching faces, mm3. */
const LEAST_VOLUME = 1e-3
/** And so are shared bodies thinner than this, mm. */
const LEAST_DEPTH = 0.004

interface Body {
  id: string
  name: string
  positions: ArrayLike<number>
  indices: ArrayLike<number>
}

const TAG = { step: '', role: '', shape: { kind: 'free' } } as const

/** A part must not cut into a fitted item or into another part. */
export const collisions: Check = ({ build, kernel }) =>
  kernel.scoped(
    () => {
      const solids = new Map<Body, Solid | undefined>()
      const solid = (body: Body) => {
        if (!solids.has(body)) solids.set(body, toSolid(kernel, body))
        return solids.get(body)
      }
      const parts: Body[] = build.parts.map((p) => ({
        id: p.id,
        name: p.name,
        positions: p.mesh.positions,
        indices: p.mesh.indices,
      }))
      const items: Body[] = build.references.flatMap((r) => r.items.filter((i) => i.state !== 'left-out'))
      const boxes = new Map([...parts, ...items].map((b) => [b, boxOfPositions(b.positions)]))
      const out: Finding[] = []
      for (const [i, part] of parts.entries()) {
        for (const other of [...parts.slice(i + 1), ...items]) {
          if (!boxesMeet(boxes.get(part)!, boxes.get(other)!)) continue
          const found = overlap(kernel, part, other, solid)
          if (found) out.push(finding(part, other, found, items.includes(other)))
        }
      }
      return out
    },
    () => [],
  )

interface Overlap {
  volume: number | undefined
  place: Vec3
}

function finding(part: Body, other: Body, { volume, place }: Overlap, isItem: boolean): Finding {
  const much = volume === undefined ? '' : ` by ${volume < 0.1 ? volume.toFixed(3) : volume.toFixed(1)} mm³`
  const where = `near x ${place[0].toFixed(1)}, y ${place[1].toFixed(1)}, z ${place[2].toFixed(1)} mm`
  return {
    check: 'collision',
    weight: 'stop',
    title: `${part.name} cuts into ${other.name}.`,
    text: `They share space${much} ${where}.${isItem ? ' An opening, more clearance, or leaving the item out would clear it.' : ''}`,
    parts: isItem ? [part.id] : [part.id, other.id],
    place,
  }
}

function overlap(kernel: Kernel, a: Body, b: Body, solid: (body: Body) => Solid | undefined): Overlap | undefined {
  const [s, t] = [solid(a), solid(b)]
  if (!s || !t) return crossing(a, b)
  const shared = kernel.intersect(s, t)
  if (shared.isEmpty() || shared.volume() < LEAST_VOLUME) return undefined
  const { min, max } = shared.bounds()
  const size = [0, 1, 2].map((k) => max[k]! - min[k]!)
  if (Math.min(...size) < LEAST_DEPTH) return undefined
  return { volume: shared.volume(), place: [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2, (min[2] + max[2]) / 2] }
}

/** For items that do not close: whether their faces cross the part's. */
function crossing(a: Body, b: Body): Overlap | undefined {
  const gap = smallestGap(tree(a), tree(b))
  return gap && gap.distance < 1e-6 ? { volume: undefined, place: gap.a } : undefined
}

const tree = ({ positions, indices }: Body): TriangleTree => new TriangleTree(unpacked(positions, indices))

function toSolid(kernel: Kernel, body: Body): Solid | undefined {
  const mesh = welded(body.positions, body.indices)
  const made = kernel.fromTriangles(mesh.positions, mesh.indices, TAG)
  return made.ok && made.value.volume() > 0 ? made.value : undefined
}
