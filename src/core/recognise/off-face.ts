import { dot, length, scale, sub, type Vec3 } from '../geometry/vec'
import type { RecognisedFace } from './recognised-face'

/** How far a point lies from the surface that a face stands for, mm; endless for free ones. */
export function offFace(face: RecognisedFace, p: Vec3): number {
  if (face.kind === 'free') return Infinity
  const from = sub(p, face.point)
  switch (face.kind) {
    case 'plane':
      return Math.abs(dot(from, face.normal))
    case 'sphere':
      return Math.abs(length(from) - face.radius)
    case 'cylinder':
      return Math.abs(apart(from, face.axis) - face.radius)
    case 'cone': {
      const h = dot(from, face.axis)
      return Math.abs((apart(from, face.axis) - face.radius) * Math.cos(face.halfAngle) - h * Math.sin(face.halfAngle))
    }
    case 'torus':
      return Math.abs(Math.hypot(apart(from, face.axis) - face.radius, dot(from, face.axis)) - face.tube)
  }
}

const apart = (from: Vec3, axis: Vec3): number => length(sub(from, scale(axis, dot(from, axis))))
