import { foundMesh } from './found-mesh'

const SIDES = 48

/** The socket of a fence stake as it came: upright walls, two bolt holes in the front, two ribs on the back and one inside. */
export const stakeSocket = (): Promise<Uint8Array> =>
  foundMesh('stake socket', ({ Manifold }) => {
    const box = (size: readonly [number, number, number], at: readonly [number, number, number]) =>
      Manifold.cube([...size]).translate([...at])
    const bolt = (z: number) => Manifold.cylinder(20, 3.1, 3.1, SIDES).rotate([90, 0, 0]).translate([0, -15, z])
    return box([54, 46, 72], [-27, -23, 0])
      .subtract(box([44, 36, 72], [-22, -18, 7]))
      .add(box([4, 8, 44], [-17, 22, 12]))
      .add(box([4, 8, 44], [9, 22, 12]))
      .add(box([3, 9, 30], [4, 9.5, 6]))
      .subtract([36, 52].map(bolt).reduce((a, b) => a.add(b)))
  })
