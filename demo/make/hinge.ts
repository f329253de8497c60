import initKernel from 'manifold-3d'
import { writeStl } from '../../src/core/formats/stl/write-stl'

/** A round hole of the hinge, in the hinge's own frame, mm. */
export interface HingeHole {
  name: string
  diameter: number
  at: readonly [number, number, number]
  axis: readonly [number, number, number]
}

const LEAF = [63.5, 24, 3.2] as const
const KNUCKLE = 4.6
/** The pin measures 4.04 mm: it does not go in. */
const BORE = 1.85
const SIDES = 40
const KNUCKLES = [
  [0, 13],
  [25.25, 38.25],
  [50.5, 63.5],
] as const
const SCREWS = [
  [10, 15],
  [31.75, 10],
  [53.5, 15],
] as const

export const HINGE_HOLES: readonly HingeHole[] = [
  ...KNUCKLES.map(([a, b], i) => ({
    name: `pin ${i + 1}`,
    diameter: 2 * BORE,
    at: [(a + b) / 2, -KNUCKLE, KNUCKLE] as const,
    axis: [1, 0, 0] as const,
  })),
  ...SCREWS.map(([x, y], i) => ({
    name: `screw ${i + 1}`,
    diameter: 4.5,
    at: [x, y, 1.6] as const,
    axis: [0, 0, 1] as const,
  })),
]

/** The cold-frame hinge as it came: one leaf with three knuckles, screw holes countersunk from above. Binary STL. */
export async function frameHinge(): Promise<{ bytes: Uint8Array; volume: number }> {
  const kernel = await initKernel()
  kernel.setup()
  const { Manifold } = kernel
  const rod = (radius: number, from: number, to: number) =>
    Manifold.cylinder(to - from, radius, radius, SIDES)
      .rotate([0, 90, 0])
      .translate([from, -KNUCKLE, KNUCKLE])
  let hinge = Manifold.cube([...LEAF]).translate([0, 0, 0])
  for (const [a, b] of KNUCKLES)
    hinge = hinge.add(rod(KNUCKLE, a, b)).add(Manifold.cube([b - a, KNUCKLE + 2, LEAF[2]]).translate([a, -KNUCKLE, 0]))
  for (const [a, b] of KNUCKLES) hinge = hinge.subtract(rod(BORE, a - 1, b + 1))
  for (const [x, y] of SCREWS)
    hinge = hinge
      .subtract(Manifold.cylinder(LEAF[2] + 2, 2.25, 2.25, SIDES).translate([x, y, -1]))
      .subtract(Manifold.cylinder(2.25, 2.25, 4.5, SIDES).translate([x, y, LEAF[2] - 2.25]))
  const mesh = hinge.getMesh()
  const positions: number[] = []
  for (let i = 0; i < mesh.vertProperties.length; i += mesh.numProp)
    positions.push(...mesh.vertProperties.subarray(i, i + 3))
  return { bytes: writeStl({ positions, indices: mesh.triVerts }, 'frame hinge'), volume: hinge.volume() }
}
