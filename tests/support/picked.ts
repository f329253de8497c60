import { APART, EDGED, OUT, STANDS } from '../../src/core/alter/fact-bits'
import { faceFacts } from '../../src/core/alter/face-facts'
import { faceAt } from '../../src/core/alter/grown'
import type { BuiltPart } from '../../src/core/built/built'
import { keepEdge, keepFace, nameOf, pointable, seen } from '../../src/core/faces/resolve'
import type { Pick } from '../../src/core/fit/picks'
import { placeAt, type Vec3 } from '../../src/core/geometry/vec'

/** A face of a part as it would be picked in the scene, beside one of its borders, at a place on that. */
export function pickBeside(part: BuiltPart, region: number, border: number | undefined, place?: Vec3): Pick {
  const on = pointable(part.mesh)
  const { surfaceOf, borders } = on.topology
  const { surfaces, positions } = part.mesh
  const tag = surfaces[surfaceOf[region]!]!
  const facts = faceFacts(on)[region]!
  const { point: inside, size } = faceAt(on, region)
  const along = border === undefined ? [] : borders[border]!.vertices.map((v) => placeAt(positions, v))
  const point = place ?? along[Math.floor(along.length / 2)] ?? inside
  const flat = (r: number) => surfaces[surfaceOf[r]!]!.shape.kind === 'plane'
  return {
    kind: 'surface',
    owner: part.id,
    ownerName: part.name,
    name: nameOf(tag),
    kept: keepFace(seen(on), region, inside),
    region,
    shape: tag.shape,
    point,
    size,
    stands: (facts & STANDS) > 0,
    apart: (facts & APART) > 0,
    out: (facts & OUT) > 0,
    edged: (facts & EDGED) > 0,
    ...(border === undefined ? {} : { edge: { from: along[0]!, to: along.at(-1)!, off: 0, kept: keepEdge(seen(on), border, point), flat: borders[border]!.regions.every(flat) } }), // prettier-ignore
  }
}
