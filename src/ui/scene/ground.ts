import { AmbientLight, Box3, BufferGeometry, DirectionalLight, type Light, type LineSegments, Vector3 } from 'three'

/** Light from the front left above, a little from behind, and the rest from everywhere. */
export function lights(): Light[] {
  const sun = new DirectionalLight('#ffffff', 1.9)
  sun.position.set(-0.5, -1, 1.6)
  const fill = new DirectionalLight('#ffffff', 0.8)
  fill.position.set(1, 0.6, 0.3)
  return [new AmbientLight('#ffffff', 1.75), sun, fill]
}

/** A ground of 10 mm squares (50 mm for large things) under what is there. */
export function layGrid(grid: LineSegments, box: Box3): void {
  if (grid.userData.under instanceof Box3 && grid.userData.under.equals(box)) return
  grid.userData.under = box.clone()
  const round = (v: number) => Math.ceil(v / 10) * 10
  const reach = Math.max(round(box.max.x), round(-box.min.x), round(box.max.y), round(-box.min.y)) + 20
  const z = Math.min(0, box.min.z) - 0.05
  const points: Vector3[] = []
  const step = reach > 400 ? 50 : 10
  for (let i = -reach; i <= reach; i += step)
    points.push(
      new Vector3(i, -reach, z),
      new Vector3(i, reach, z),
      new Vector3(-reach, i, z),
      new Vector3(reach, i, z),
    )
  grid.geometry.dispose()
  grid.geometry = new BufferGeometry().setFromPoints(points)
}
