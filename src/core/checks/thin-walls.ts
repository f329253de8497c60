import { BufferAttribute, BufferGeometry, DoubleSide, Ray, Vector3 } from 'three'
import { MeshBVH } from 'three-mesh-bvh'
import type { BuiltPart } from '../built/built'
import type { Vec3 } from '../geometry/vec'
import { formatLength } from '../units/length'
import type { Check } from './finding'

/** Faces count as a wall's two sides if they turn their backs on each other this squarely (cosine). */
const SQUARE = 0.85
/** Triangles with less area than this say nothing of a wall, mm2. */
const LEAST_AREA = 0.05
/** Thickness this little under the limit still prints as two lines, mm. */
const SLACK = 0.06
/** Rays start this far inside, mm. */
const START = 1e-3

/** A wall holds from two line widths on: thickness along a ray straight in from the face. */
export const thinWalls: Check = ({ build, project }) => {
  const least = 2 * project.printer.line
  return build.parts.flatMap((part) =>
    [...thinSpots(part, least).values()].slice(0, 6).map(({ role, thickness, place }) => ({
      check: 'thin-wall',
      weight: 'look' as const,
      title: `${part.name} is ${formatLength(thickness)} mm thin at the ${plainRole(role)}.`,
      text: `With a ${formatLength(project.printer.line)} mm line that is less than two lines (${formatLength(least)} mm). A thicker wall, or a tighter fit of the lip, would leave more.`,
      parts: [part.id],
      place,
    })),
  )
}

interface Spot {
  role: string
  thickness: number
  place: Vec3
}

/** The thinnest spot for each pair of surface kinds under the limit. */
function thinSpots({ mesh }: BuiltPart, least: number): Map<string, Spot> {
  const flat = new Float32Array(mesh.indices.length * 3)
  for (let i = 0; i < mesh.indices.length; i++)
    for (let k = 0; k < 3; k++) flat[3 * i + k] = mesh.positions[3 * mesh.indices[i]! + k]!
  const geometry = new BufferGeometry().setAttribute('position', new BufferAttribute(flat, 3))
  const tree = new MeshBVH(geometry, { indirect: true })
  const spots = new Map<string, Spot>()
  const [a, b, c, normal, origin] = [new Vector3(), new Vector3(), new Vector3(), new Vector3(), new Vector3()]
  const ray = new Ray()
  for (let t = 0; t < mesh.indices.length / 3; t++) {
    a.fromArray(flat, 9 * t)
    b.fromArray(flat, 9 * t + 3)
    c.fromArray(flat, 9 * t + 6)
    normal.subVectors(b, a).cross(origin.subVectors(c, a))
    if (normal.length() / 2 < LEAST_AREA) continue
    normal.normalize()
    origin.copy(a).add(b).add(c).divideScalar(3).addScaledVector(normal, -START)
    ray.set(origin, normal.clone().negate())
    const hit = tree.raycastFirst(ray, DoubleSide)
    if (!hit?.face || hit.distance + START >= least - SLACK || hit.faceIndex === undefined || hit.faceIndex === null)
      continue
    if (hit.face.normal.dot(normal) > -SQUARE) continue
    const roles = [
      roleOf(mesh.surfaces[mesh.triangleSurface[t]!]!.role),
      roleOf(mesh.surfaces[mesh.triangleSurface[hit.faceIndex]!]!.role),
    ]
    const key = roles.sort().join('|')
    const thickness = hit.distance + START
    if (thickness < (spots.get(key)?.thickness ?? Infinity))
      spots.set(key, { role: roles[0]!, thickness, place: origin.toArray() })
  }
  return spots
}

/** `lip:side:3` is the lip. */
const roleOf = (role: string): string =>
  role
    .split(':')
    .slice(0, 2)
    .filter((w) => !/^[\d.]+$/.test(w))
    .join(':')

const WORDS: Record<string, string> = {
  cavity: 'lip',
  'groove:side': 'wall outside the groove',
  'lip:side': 'lip',
  floor: 'floor',
  roof: 'roof',
  pin: 'pin',
}
const plainRole = (role: string): string => WORDS[role] ?? role.split(':')[0] ?? 'wall'
