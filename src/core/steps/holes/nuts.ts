import type { Build, BuiltPart } from '../../built/built'
import type { Check, Finding } from '../../checks/finding'
import { TriangleTree } from '../../fit/gap'
import { gapOnSlide } from '../../fit/gap-on-slide'
import { type Screw, sizeOf } from '../../fit/screws'
import { IDENTITY, turn } from '../../geometry/placement'
import { add, boxOfPositions, boxSize, length, scale, type Vec3 } from '../../geometry/vec'
import type { SurfaceTag } from '../../kernel/surface'
import { unpacked } from '../../mesh/unpack'

/** A nut is looked at a little smaller than its pocket, which it would touch else; a share. */
const SMALLER = 0.9
/** And so far off its seat, mm. */
const OFF = 0.05
/** Nearer than this it meets something, mm. */
const MEETS = 1e-3

interface Seat {
  tag: SurfaceTag
  points: Vec3[]
}

/** Nuts that cannot come to their seats: something of the part closes their way in. */
export const nutsGoIn: Check = ({ build, project }) =>
  build.steps.flatMap((report): Finding[] => {
    const step = project.steps.find((s) => s.id === report.id)
    const { head, toward, screw } = report.values
    if (step?.kind !== 'holes' || report.stale || (head !== 'nut' && head !== 'side')) return []
    const high = sizeOf('nut', screw as Screw)?.[1] ?? 0
    return build.parts.flatMap((part) => {
      const seats = seatsOf(part, report.id)
      if (seats.length === 0) return []
      const tree = new TriangleTree(unpacked(part.mesh.positions, part.mesh.indices))
      const far = length(boxSize(boxOfPositions(part.mesh.positions)))
      return seats.flatMap(({ tag, points }): Finding[] => {
        const frame = tag.frame ?? IDENTITY
        const up = turn(frame, [0, 0, 1])
        const angle = (Number(toward ?? 0) * Math.PI) / 180
        const way = head === 'side' ? turn(frame, [Math.cos(angle), Math.sin(angle), 0]) : up
        const met = gapOnSlide(nutOver(points, up, high), scale(up, OFF), scale(way, far), tree)
        return met && met.distance < MEETS ? [finding(part, met.a, head === 'side')] : []
      })
    })
  })

const finding = ({ id, name }: Build['parts'][number], place: Vec3, side: boolean): Finding => ({
  check: 'nut-way',
  weight: 'look',
  title: `A nut in ${name} has no way in.`,
  text: `Something closes it near x ${place[0].toFixed(1)}, y ${place[1].toFixed(1)}, z ${place[2].toFixed(1)} mm. ${side ? 'A longer way from the side, or one to another side, would let it in.' : 'The hole begun on the outside, or a nut from the side, would let it in.'}`, // prettier-ignore
  parts: [id],
  place,
})

/** The seats of a step's nuts in a part, one for each hole. */
function seatsOf({ mesh }: BuiltPart, step: string): Seat[] {
  const seats = new Map<string, Seat>()
  if (!mesh.surfaces.some((s) => isSeat(s, step))) return []
  for (let t = 0; t < mesh.triangleSurface.length; t++) {
    const tag = mesh.surfaces[mesh.triangleSurface[t]!]!
    if (!isSeat(tag, step)) continue
    const key = (tag.copy ?? []).join()
    const seat = seats.get(key) ?? { tag, points: [] }
    seats.set(key, seat)
    for (let k = 0; k < 3; k++) {
      const i = 3 * mesh.indices[3 * t + k]!
      seat.points.push([mesh.positions[i]!, mesh.positions[i + 1]!, mesh.positions[i + 2]!])
    }
  }
  return [...seats.values()]
}

const isSeat = (tag: SurfaceTag, step: string): boolean => tag.step === step && tag.role === 'seat'

/** Both faces of a nut that lies on its seat, a little smaller about its middle. */
function nutOver(points: readonly Vec3[], up: Vec3, high: number): Float32Array {
  const box = boxOfPositions(points.flat())
  const middle = scale(add(box.min, box.max), 0.5)
  const small = points.map((p) => add(middle, scale(add(p, scale(middle, -1)), SMALLER)))
  const top = small.map((p) => add(p, scale(up, SMALLER * high)))
  return Float32Array.from([...small, ...top].flat())
}
