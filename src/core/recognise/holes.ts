import { add, anySquareTo, cross, dot, length, normalize, scale, sub, type Vec3 } from '../geometry/vec'
import type { RecognisedFace } from './recognised-face'
import { RayCaster } from './ray'

/** A round hole or pin, lengths in mm. */
export interface RoundFeature {
  kind: 'hole' | 'pin'
  /** Of the true circle: the corners of a coarsely drawn one lie on it. */
  diameter: number
  /** Across the flats of the polygon that is drawn, for the case that those were meant. */
  acrossFlats: number
  /** The flats were meant: `diameter` is across them, and `acrossFlats` through the corners. */
  byFlats?: boolean
  /** Chords of the polygon all round. */
  segments: number
  /** Where it begins, in the middle. */
  centre: Vec3
  /** Into the material, length 1. */
  axis: Vec3
  depth: number
  through: boolean
  /** A wider round step at the mouth. */
  counterbore?: { diameter: number; depth: number }
  /** A cone at the mouth; the angle is the whole one, degrees. */
  countersink?: { diameter: number; angle: number }
}

type Cylinder = Extract<RecognisedFace, { kind: 'cylinder' }>
type Cone = Extract<RecognisedFace, { kind: 'cone' }>

/** Cylinders and cones about one axis, with where they begin and end along it. */
interface Ring {
  face: Cylinder | Cone
  from: number
  to: number
  /** Where its corners are round the axis, radians. */
  angles: number[]
  segments: number
  /** The largest angle without a corner, radians. */
  gap: number
}
interface Stack {
  axis: Vec3
  point: Vec3
  hole: boolean
  rings: Ring[]
}

/** Axes that lean less (sine) and lie less apart (mm, and as a share of the radius) are one. */
const SAME_DIRECTION = 0.02
const SAME_PLACE = 0.03
/** A round face is whole if no larger angle is without a corner, radians: a hexagon has 60 degrees. */
const WHOLE = (63 * Math.PI) / 180

/**
 * Round holes and pins of a shape, from its recognised faces.
 * @param faceStarts for face k, its triangles are faceStarts[k] to faceStarts[k + 1] - 1
 */
export function roundFeatures(
  positions: ArrayLike<number>,
  indices: ArrayLike<number>,
  faceStarts: ArrayLike<number>,
  faces: readonly RecognisedFace[],
): RoundFeature[] {
  const stacks: Stack[] = []
  for (const [f, face] of faces.entries()) {
    if (face.kind !== 'cylinder' && face.kind !== 'cone') continue
    const corners: Vec3[] = []
    for (let i = 3 * faceStarts[f]!; i < 3 * faceStarts[f + 1]!; i++) {
      const v = indices[i]!
      corners.push([positions[3 * v]!, positions[3 * v + 1]!, positions[3 * v + 2]!])
    }
    place(stacks, face, corners)
  }
  const caster = new RayCaster(positions, indices)
  return stacks.flatMap((stack) => features(stack, caster))
}

function place(stacks: Stack[], face: Cylinder | Cone, corners: readonly Vec3[]): void {
  const slack = SAME_PLACE + 0.01 * face.radius
  // Axes are compared where the faces are: far from them a small lean would take them apart.
  const middle = onAxis(face, corners)
  const known = stacks.find((s) => {
    if (s.hole !== face.hole || length(cross(s.axis, face.axis)) > SAME_DIRECTION) return false
    const apart = sub(middle, s.point)
    return length(sub(apart, scale(s.axis, dot(apart, s.axis)))) < slack
  })
  const stack = known ?? { axis: face.axis, point: middle, hole: face.hole, rings: [] }
  if (!known) stacks.push(stack)
  const x = anySquareTo(stack.axis)
  const y = cross(stack.axis, x)
  let [from, to] = [Infinity, -Infinity]
  const angles: number[] = []
  for (const p of corners) {
    const d = sub(p, stack.point)
    const h = dot(d, stack.axis)
    from = Math.min(from, h)
    to = Math.max(to, h)
    angles.push(Math.atan2(dot(d, y), dot(d, x)))
  }
  // Halves of one round face are joined.
  const half = stack.rings.find(
    (r) =>
      r.face.kind === face.kind &&
      Math.abs(r.face.radius - face.radius) < 0.005 * face.radius + 1e-3 &&
      r.from < to - 1e-3 &&
      from < r.to - 1e-3,
  )
  const ring = half ?? { face, from, to, angles: [], segments: 0, gap: 0 }
  if (half) {
    half.from = Math.min(half.from, from)
    half.to = Math.max(half.to, to)
  } else stack.rings.push(ring)
  ring.angles = [...ring.angles, ...angles]
  Object.assign(ring, around(ring.angles, ring.face.radius))
}

/** The point of a face's axis beside the middle of its corners. */
function onAxis({ axis, point }: Cylinder | Cone, corners: readonly Vec3[]): Vec3 {
  const along = corners.reduce((sum, p) => sum + dot(sub(p, point), axis), 0) / Math.max(1, corners.length)
  return add(point, scale(axis, along))
}

/** How many corners there are all round, and the largest angle between two of them. */
function around(angles: readonly number[], radius: number): { segments: number; gap: number } {
  const same = Math.min(0.02, 0.012 / radius)
  const order = [...angles].sort((a, b) => a - b)
  let [segments, gap] = [0, 0]
  for (const [i, a] of order.entries()) {
    const next = i + 1 < order.length ? order[i + 1]! : order[0]! + 2 * Math.PI
    if (next - a > same) segments += 1
    gap = Math.max(gap, next - a)
  }
  return { segments, gap }
}

function features(stack: Stack, caster: RayCaster): RoundFeature[] {
  const whole = stack.rings.filter((r) => r.gap < WHOLE && r.to - r.from > 1e-3).sort((a, b) => a.from - b.from)
  const out: RoundFeature[] = []
  // Rings that follow on each other belong together.
  let run: Ring[] = []
  for (const ring of whole) {
    const last = run.at(-1)
    if (last && ring.from - last.to > 0.05) {
      out.push(...feature(stack, run, caster))
      run = []
    }
    run.push(ring)
  }
  return [...out, ...feature(stack, run, caster)]
}

function feature(stack: Stack, rings: readonly Ring[], caster: RayCaster): RoundFeature[] {
  const round = rings.filter((r) => r.face.kind === 'cylinder')
  const kind = stack.hole ? 'hole' : 'pin'
  if (round.length === 0) return []
  const core = stack.hole
    ? round.reduce((a, b) =>
        b.face.radius < a.face.radius - 1e-3 ||
        (Math.abs(b.face.radius - a.face.radius) <= 1e-3 && b.to - b.from > a.to - a.from)
          ? b
          : a,
      )
    : round.reduce((a, b) => (b.to - b.from > a.to - a.from ? b : a))
  const [from, to] = [rings[0]!.from, Math.max(...rings.map((r) => r.to))]
  const at = (h: number): Vec3 => add(stack.point, scale(stack.axis, h))
  const closed = (end: -1 | 1) =>
    stack.hole &&
    isClosed(
      caster,
      at((core.from + core.to) / 2),
      scale(stack.axis, end),
      end > 0 ? to - (core.from + core.to) / 2 : (core.from + core.to) / 2 - from,
      core.face.radius,
    )
  const [below, above] = [closed(-1), closed(1)]
  if (below && above) return []
  // The mouth is the open end; of two the one with the wider ring, or else the upper.
  const wider = (h: number) =>
    Math.max(
      0,
      ...rings
        .filter(
          (r) => r !== core && Math.abs((r.from + r.to) / 2 - h) < Math.abs((r.from + r.to) / 2 - (from + to - h)),
        )
        .map((r) => r.face.radius),
    )
  const mouthAbove = stack.hole ? !above && (below || wider(to) >= wider(from)) : true
  const axis = normalize(scale(stack.axis, mouthAbove ? -1 : 1))
  const found: RoundFeature = {
    kind,
    diameter: 2 * core.face.radius,
    acrossFlats: 2 * core.face.radius * Math.cos(Math.PI / Math.max(3, core.segments)),
    segments: core.segments,
    centre: at(mouthAbove ? to : from),
    axis,
    depth: to - from,
    through: stack.hole && !below && !above,
  }
  const mouth = rings.filter(
    (r) =>
      r !== core &&
      r.face.radius > core.face.radius * 1.02 &&
      (mouthAbove ? r.from >= core.to - 0.05 : r.to <= core.from + 0.05),
  )
  const bore = mouth.find((r) => r.face.kind === 'cylinder')
  const sink = mouth.find((r) => r.face.kind === 'cone')
  if (stack.hole && bore) found.counterbore = { diameter: 2 * bore.face.radius, depth: bore.to - bore.from }
  if (stack.hole && sink?.face.kind === 'cone')
    found.countersink = { diameter: 2 * sink.face.radius, angle: (2 * sink.face.halfAngle * 180) / Math.PI }
  return [found]
}

/** True if something closes the hole near its end: a floor, or the tip of a drill. */
function isClosed(caster: RayCaster, from: Vec3, along: Vec3, end: number, radius: number): boolean {
  const hit = caster.first(from, along)
  return hit !== undefined && hit < end + 1.1 * radius
}
