import { compose, fromFrame, invert, type Placement, placePositions, translation, turn } from '../geometry/placement'
import { anySquareTo, cross, dot, length, normalize, scale, sub, type Vec2, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { type IndexedMesh, welded } from '../mesh/weld'
import { fail, ok, type Result } from '../result'
import { type Flat, slidFlat, turnedFlat, widenedFlat } from './flat-sweep'
import { corner, shadows, type Slab, slabsOf } from './slabs'
import { turnedShadows } from './turned-space'

/** How something moves: angles in degrees, anticlockwise looked at against the axis; lengths in mm. */
export type Motion = { kind: 'slide'; by: Vec3 } | { kind: 'turn'; point: Vec3; axis: Vec3; from: number; to: number }

type Triangles = { positions: ArrayLike<number>; indices: ArrayLike<number> }

/** Meshes of more triangles are thinned out first, by no more than this, mm. */
const MANY = 12_000
const THINNED = 0.01
/** A circle's chords lie at most this outside it, mm. */
const CHORD = 0.02
/** Bends under this, mm, are taken out of the outlines of a slab. */
const BEND = 0.01
const TAG = { step: '', role: '', shape: { kind: 'free' } } as const

/**
 * The space that something comes through as it moves, as a closed solid. It holds every pose. Turned right round it is
 * as exact as the mesh; on part of a turn, or on a slide, slopes become steps of `SLAB` and arcs bulge by 0.02 mm.
 */
export function sweptSpace(kernel: Kernel, shape: Triangles, motion: Motion): Result<IndexedMesh> {
  const frame = frameOf(shape, motion)
  const mesh = welded(placePositions(invert(frame), shape.positions), shape.indices)
  return kernel.scoped(
    () => {
      const made = kernel.fromTriangles(mesh.positions, mesh.indices, TAG)
      const whole = made.ok && made.value.volume() > 0 ? made.value : undefined
      const thin = whole && whole.triangleCount() > MANY ? kernel.simplified(whole, THINNED) : undefined
      const lean = thin ? kernel.triangles(thin) : mesh
      const full = motion.kind === 'turn' && Math.abs(motion.to - motion.from) >= 360
      const space = full ? turnedRound(kernel, lean, whole) : bySlabs(kernel, lean, whole, flatMotion(motion, frame))
      if (space.isEmpty()) return fail('no-space', 'The space this comes through could not be worked out.')
      const { positions, indices } = kernel.triangles(space)
      return ok({ positions: placePositions(frame, positions), indices })
    },
    () => [],
  )
}

/** Turned right round z: what the faces come through, and what is inside all the way. */
function turnedRound(kernel: Kernel, mesh: IndexedMesh, whole: Solid | undefined): Solid {
  // y up to z, so that a cut at height 0 is the half-planes at 0 and 180 degrees in (x, z).
  const upright = whole && kernel.place(whole, [1, 0, 0, 0, 0, 0, 1, 0, 0, -1, 0, 0])
  const inside = upright ? kernel.slice(upright, 0) : []
  const flat = kernel.flatUnion([...turnedShadows(mesh), ...inside], 0)
  const far = Math.max(1e-6, ...flat.flat().map(([r]) => r))
  const chords = 4 * Math.ceil(Math.min(256, Math.max(32, Math.PI / Math.acos(far / (far + CHORD)))) / 4)
  return kernel.lathed(kernel.flatUnion(widenedFlat(flat, 1 / Math.cos(Math.PI / chords)), 0), chords)
}

/** Slab by slab: the shadow of what is in it, moved flat. */
function bySlabs(kernel: Kernel, mesh: IndexedMesh, whole: Solid | undefined, move: (flat: Flat) => Vec2[][]): Solid {
  const slabs = slabsOf(mesh)
  const prisms: Solid[] = []
  let open: (Slab & { flat: Flat }) | undefined
  const close = () => {
    const moved = open ? kernel.flatUnion(move(open.flat), BEND) : []
    if (open && moved.length > 0) prisms.push(kernel.prism(moved, open.bottom, open.top))
  }
  for (const [i, found] of shadows(mesh, slabs).entries()) {
    const { bottom, top } = slabs[i]!
    const within = whole ? kernel.slice(whole, (bottom + top) / 2) : []
    // Walls of what does not close have no inside; they are moved one by one, seen edge on as lines.
    const flat = whole ? kernel.flatUnion([...found, ...within], BEND) : found
    if (open && sameFlat(open.flat, flat)) open.top = top
    else {
      close()
      open = { bottom, top, flat }
    }
  }
  close()
  return kernel.union(prisms)
}

const sameFlat = (a: Flat, b: Flat): boolean => JSON.stringify(a) === JSON.stringify(b)

function flatMotion(motion: Motion, frame: Placement): (flat: Flat) => Vec2[][] {
  if (motion.kind === 'turn') {
    const [from, to] = [(motion.from * Math.PI) / 180, (motion.to * Math.PI) / 180]
    return (flat) => turnedFlat(flat, from, to)
  }
  const [x, y] = turn(invert(frame), motion.by)
  return (flat) => slidFlat(flat, [x, y])
}

/** Where the motion is flat: z along the axis of a turn, or square to a slide where most faces are upright or level. */
function frameOf(shape: Triangles, motion: Motion): Placement {
  if (motion.kind === 'turn') return upright(normalize(motion.axis), motion.point)
  const along = normalize(motion.by)
  const normals = faceNormals(shape)
  const sloped = (axis: Vec3) =>
    normals.reduce((sum, n) => {
      const up = Math.abs(dot(n, axis)) / length(n)
      return up < 1e-4 || up > 1 - 1e-8 ? sum : sum + length(n)
    }, 0)
  const choices = normals.slice(0, 24).flatMap((n) => {
    const square = cross(along, normalize(n))
    return length(square) < 1e-3 ? [] : [normalize(square), normalize(cross(square, along))]
  })
  const best = [anySquareTo(along), ...choices].map((axis) => ({ axis, cost: sloped(axis) }))
  return upright(best.reduce((a, b) => (b.cost < a.cost - 1e-9 ? b : a)).axis, [0, 0, 0])
}

const upright = (z: Vec3, at: Vec3): Placement => {
  const x = anySquareTo(z)
  return compose(translation(at), fromFrame(x, cross(z, x), z, [0, 0, 0]))
}

/** Normals as long as twice the areas of the faces that look there, the largest first. */
function faceNormals(mesh: Triangles): Vec3[] {
  const sums = new Map<string, Vec3>()
  for (let t = 0; t < mesh.indices.length; t += 3) {
    const [a, b, c] = [corner(mesh, t), corner(mesh, t + 1), corner(mesh, t + 2)]
    const n = cross(sub(b, a), sub(c, a))
    const size = length(n)
    if (size === 0) continue
    const key = scale(n, 1e4 / size)
      .map(Math.round)
      .join()
    const sum = sums.get(key)
    sums.set(key, sum ? [sum[0] + n[0], sum[1] + n[1], sum[2] + n[2]] : n)
  }
  return [...sums.values()].filter((n) => length(n) > 0).sort((a, b) => length(b) - length(a))
}
