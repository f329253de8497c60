import {
  add,
  boxOfPositions,
  boxSize,
  cross,
  distance,
  dot,
  length,
  normalize,
  scale,
  sub,
  type Vec3,
} from '../geometry/vec'
import { nextSide, oppositeSides } from '../mesh/half-edges'
import { weldIndex } from '../mesh/weld'
import { vertex } from './faces'
import { offFace } from './off-face'
import type { RecognisedFace } from './recognised-face'

/** A shape with its faces, as recognised. */
export interface FacedShape {
  positions: ArrayLike<number>
  indices: ArrayLike<number>
  /** For each triangle its face. */
  faceOfTriangle: ArrayLike<number>
  faces: readonly RecognisedFace[]
  /** Middle of its volume. */
  middle: Vec3
  volume: number
}

/** What a shape is like on the whole. Lengths in mm, areas in mm2. */
export interface Traits {
  /** Share of its surface that planes, cylinders, cones, balls and tori account for. */
  coverage: number
  /** How far its corners are at most from the faces they belong to. */
  fitError: number
  /** Rounded edges and corners, by radius. */
  rounded: { radius: number; count: number; inside: boolean }[]
  /** Planes it is the same on both sides of. */
  symmetry: { normal: Vec3; point: Vec3 }[]
  /** The flat side it most likely stands on. */
  underside?: { normal: Vec3; point: Vec3; area: number }
  /** A flat outline drawn out straight. */
  extruded?: { direction: Vec3; height: number; area: number }
}

interface FaceSums {
  area: number
  middle: Vec3
  error: number
}

export function traitsOf(shape: FacedShape): Traits {
  const sums = faceSums(shape)
  const total = sums.reduce((s, f) => s + f.area, 0) || 1
  const known = sums.filter((_, i) => shape.faces[i]!.kind !== 'free')
  const sides = flatSides(shape, sums)
  const underside = [...sides].sort((a, b) => b.area - a.area || a.normal[2] - b.normal[2])[0]
  const extruded = extrudedOf(shape, sides)
  return {
    coverage: known.reduce((s, f) => s + f.area, 0) / total,
    fitError: known.reduce((e, f) => Math.max(e, f.error), 0),
    rounded: roundedEdges(shape),
    symmetry: symmetryPlanes(shape, sums),
    ...(underside ? { underside } : {}),
    ...(extruded ? { extruded } : {}),
  }
}

/** How far the corners of each face are at most from what it stands for, mm; 0 for free ones. */
export const faceErrors = (shape: FacedShape): number[] => faceSums(shape).map((s) => s.error)

function facet({ positions, indices }: FacedShape, t: number): { normal: Vec3; area: number; corners: Vec3[] } {
  const corners = [0, 1, 2].map((k) => vertex(positions, indices[3 * t + k]!))
  const n = cross(sub(corners[1]!, corners[0]!), sub(corners[2]!, corners[0]!))
  return { normal: normalize(n), area: length(n) / 2, corners }
}

function faceSums(shape: FacedShape): FaceSums[] {
  const sums = shape.faces.map((): FaceSums => ({ area: 0, middle: [0, 0, 0], error: 0 }))
  for (let t = 0; t < shape.indices.length / 3; t++) {
    const f = shape.faceOfTriangle[t]!
    const { area, corners } = facet(shape, t)
    const sum = sums[f]!
    sum.area += area
    for (const c of corners) {
      sum.middle = add(sum.middle, scale(c, area / 3))
      if (shape.faces[f]!.kind !== 'free') sum.error = Math.max(sum.error, offFace(shape.faces[f]!, c))
    }
  }
  return sums.map((s) => ({ ...s, middle: scale(s.middle, 1 / (s.area || 1)) }))
}

/** Faces meet smoothly up to this angle between their facets, degrees (chords of a rounding lean by half a step). */
const SMOOTH = Math.cos((26 * Math.PI) / 180)

/** Round faces that run smoothly into others along most of their sides, by radius and side. */
function roundedEdges(shape: FacedShape): Traits['rounded'] {
  const first = weldIndex(Float64Array.from(shape.positions))
  const indices = Uint32Array.from({ length: shape.indices.length }, (_, i) => first[shape.indices[i]!]!)
  const opposite = oppositeSides(indices)
  const border = shape.faces.map(() => ({ smooth: 0, all: 0 }))
  for (let side = 0; side < indices.length; side++) {
    const t = Math.floor(side / 3)
    const other = Math.floor(opposite[side]! / 3)
    const f = shape.faceOfTriangle[t]!
    if (opposite[side]! >= 0 && shape.faceOfTriangle[other] === f) continue
    const [a, b] = [side, nextSide(side)].map((k) => vertex(shape.positions, shape.indices[k]!))
    const face = shape.faces[f]!
    // Of a cylinder the borders along its axis count; round its ends it may meet anything.
    if (face.kind === 'cylinder' && Math.abs(dot(normalize(sub(b!, a!)), face.axis)) < 0.9) continue
    const long = distance(a!, b!)
    border[f]!.all += long
    if (opposite[side]! >= 0 && dot(facet(shape, t).normal, facet(shape, other).normal) > SMOOTH)
      border[f]!.smooth += long
  }
  const found = new Map<string, Traits['rounded'][number]>()
  for (const [i, face] of shape.faces.entries()) {
    if (face.kind !== 'cylinder' && face.kind !== 'torus' && face.kind !== 'sphere') continue
    if (border[i]!.all === 0 || border[i]!.smooth < 0.6 * border[i]!.all) continue
    const radius = Number((face.kind === 'torus' ? face.tube : face.radius).toFixed(2))
    const key = `${radius} ${face.hole}`
    const group = found.get(key) ?? { radius, count: 0, inside: face.hole }
    group.count += 1
    found.set(key, group)
  }
  return [...found.values()].sort((a, b) => b.count - a.count)
}

interface FlatSide {
  normal: Vec3
  point: Vec3
  area: number
}

/** Flat sides that all of the shape lies behind: it could stand on them. */
function flatSides(shape: FacedShape, sums: readonly FaceSums[]): FlatSide[] {
  const sides: FlatSide[] = []
  const slack = 0.01 + 1e-4 * Math.max(...boxSize(boxOfPositions(shape.positions)))
  for (const [i, face] of shape.faces.entries()) {
    if (face.kind !== 'plane') continue
    const same = sides.find((s) => dot(s.normal, face.normal) > 0.9999 && Math.abs(dot(sub(s.point, face.point), s.normal)) < slack) // prettier-ignore
    if (same) same.area += sums[i]!.area
    else sides.push({ normal: face.normal, point: face.point, area: sums[i]!.area })
  }
  const far = (s: FlatSide) => {
    for (let i = 0; i < shape.positions.length / 3; i++)
      if (dot(sub(vertex(shape.positions, i), s.point), s.normal) > slack) return true
    return false
  }
  // The largest ones are what matters; a faceted ball has too many to look at all.
  return sides.sort((a, b) => b.area - a.area).slice(0, 60).filter((s) => !far(s)) // prettier-ignore
}

function extrudedOf({ faces, volume }: FacedShape, sides: readonly FlatSide[]): Traits['extruded'] {
  for (const a of sides) {
    const b = sides.find((s) => dot(s.normal, a.normal) < -0.9999 && Math.abs(s.area / a.area - 1) < 1e-3)
    if (!b) continue
    const d = b.normal
    const straight = faces.every((f) =>
      f.kind === 'plane'
        ? Math.abs(dot(f.normal, d)) < 1e-3 || Math.abs(dot(f.normal, d)) > 0.9999
        : f.kind === 'cylinder' && Math.abs(dot(f.axis, d)) > 0.9999,
    )
    const height = Math.abs(dot(sub(b.point, a.point), d))
    // Steps and pockets have flats between the two ends; then the volume is not that of the outline.
    if (straight && height > 0 && Math.abs(volume / (a.area * height) - 1) < 1e-3)
      return { direction: d, height, area: a.area }
  }
  return undefined
}

/** Directions that are looked at for symmetry. */
const DIRECTIONS = 14
/** Shapes of more faces than this are not searched. */
const MOST_FACES = 3000

/** Planes through the middle of the volume in which every face has its like as mirror image. */
function symmetryPlanes(shape: FacedShape, sums: readonly FaceSums[]): Traits['symmetry'] {
  if (shape.faces.length > MOST_FACES) return []
  const size = length(boxSize(boxOfPositions(shape.positions)))
  const slack = 0.02 + 4e-4 * size
  const weights: { direction: Vec3; area: number }[] = []
  for (const [i, face] of shape.faces.entries()) {
    const direction = face.kind === 'plane' ? face.normal : 'axis' in face ? face.axis : undefined
    if (!direction) continue
    const same = weights.find((w) => Math.abs(dot(w.direction, direction)) > 0.9999)
    if (same) same.area += sums[i]!.area
    else weights.push({ direction, area: sums[i]!.area })
  }
  const tried = weights.sort((a, b) => b.area - a.area).slice(0, DIRECTIONS)
  return tried
    .filter(({ direction }) => mirrors(shape, sums, direction, slack))
    .map(({ direction }) => ({ normal: direction, point: shape.middle }))
}

function mirrors(shape: FacedShape, sums: readonly FaceSums[], normal: Vec3, slack: number): boolean {
  const { faces, middle } = shape
  const free = new Set(faces.keys())
  return faces.every((face, i) => {
    const own = sums[i]!
    const there = sub(own.middle, scale(normal, 2 * dot(sub(own.middle, middle), normal)))
    for (const j of free) {
      const other = sums[j]!
      if (faces[j]!.kind !== face.kind || Math.abs(other.area - own.area) > 0.01 * own.area + 1e-3) continue
      if (distance(other.middle, there) > slack || Math.abs(radiusOf(faces[j]!) - radiusOf(face)) > slack) continue
      free.delete(j)
      return true
    }
    return false
  })
}

const radiusOf = (face: RecognisedFace): number => ('radius' in face ? face.radius : 0)
