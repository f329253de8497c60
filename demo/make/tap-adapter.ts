import { foundMesh } from './found-mesh'

const SIDES = 64

/** An adapter for a garden tap as it was found: a flange too thin, six ribs in the way of a hand, a maker's mark, a bore that is too small. */
export const tapAdapter = (): Promise<Uint8Array> =>
  foundMesh('tap adapter', ({ Manifold }) => {
    let body = Manifold.cylinder(24, 16.8, 16.8, SIDES).add(Manifold.cylinder(2.2, 25, 25, SIDES))
    const rib = Manifold.cube([5.5, 2.6, 10.5]).translate([15.2, -1.3, 2])
    for (let i = 0; i < 6; i++) body = body.add(rib.rotate([0, 0, 60 * i + 15]))
    // The mark: a post and two arms.
    const mark = Manifold.cube([1, 5, 0.8])
      .add(Manifold.cube([3, 1, 0.8]).translate([0, 4, 0]))
      .add(Manifold.cube([2.2, 1, 0.8]).translate([0, 2, 0]))
    body = body.add(mark.translate([-1.5, -23.4, 2]))
    return body.subtract(Manifold.cylinder(30, 12.95, 12.95, SIDES).translate([0, 0, -2]))
  })
