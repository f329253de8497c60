import {
  CanvasTexture,
  DoubleSide,
  Group,
  LineBasicMaterial,
  LineLoop,
  Matrix4,
  Mesh,
  MeshBasicMaterial,
  Path,
  RepeatWrapping,
  Shape,
  SRGBColorSpace,
  ShapeGeometry,
  Vector2,
  BufferGeometry,
  Vector3,
} from 'three'
import { inPolygon, polygonArea } from '@/core/profile/polygon'

type Axis = 'x' | 'y' | 'z'
export type Polygon = readonly (readonly [number, number])[]

/** Lines of hatching on a part's colour; each part leans its own way. */
function hatch(color: string, ink: string, lean: number): CanvasTexture {
  const size = 32
  const canvas = document.createElement('canvas')
  canvas.width = canvas.height = size
  const g = canvas.getContext('2d')!
  g.fillStyle = color
  g.fillRect(0, 0, size, size)
  g.strokeStyle = ink
  g.globalAlpha = 0.55
  g.lineWidth = 2
  for (const shift of [-size, 0, size]) {
    g.beginPath()
    g.moveTo(shift, lean > 0 ? size : 0)
    g.lineTo(shift + size, lean > 0 ? 0 : size)
    g.stroke()
  }
  const texture = new CanvasTexture(canvas)
  texture.colorSpace = SRGBColorSpace
  texture.wrapS = texture.wrapT = RepeatWrapping
  texture.repeat = new Vector2(0.8, 0.8)
  return texture
}

/** The frame of a section plane: its own x, y and normal in the scene. */
const FRAMES: Record<Axis, [Vector3, Vector3, Vector3]> = {
  x: [new Vector3(0, 1, 0), new Vector3(0, 0, 1), new Vector3(1, 0, 0)],
  y: [new Vector3(0, 0, 1), new Vector3(1, 0, 0), new Vector3(0, 1, 0)],
  z: [new Vector3(1, 0, 0), new Vector3(0, 1, 0), new Vector3(0, 0, 1)],
}

/** The cut faces of one part, filled and hatched. Polygons are in the plane's own coordinates, holes clockwise. */
export function capGroup(
  polygons: readonly Polygon[],
  axis: Axis,
  at: number,
  color: string,
  ink: string,
  lean: number,
): Group {
  const group = new Group()
  const material = new MeshBasicMaterial({ map: hatch(color, ink, lean), side: DoubleSide })
  const line = new LineBasicMaterial({ color: ink })
  for (const shape of shapesOf(polygons)) {
    group.add(new Mesh(new ShapeGeometry(shape), material))
    for (const path of [shape, ...shape.holes]) {
      const points = path.getPoints().map((p) => new Vector3(p.x, p.y, 0))
      group.add(new LineLoop(new BufferGeometry().setFromPoints(points), line))
    }
  }
  const [x, y, z] = FRAMES[axis]
  group.applyMatrix4(new Matrix4().makeBasis(x, y, z).setPosition(z.clone().multiplyScalar(at)))
  return group
}

function shapesOf(polygons: readonly Polygon[]): Shape[] {
  const points = (p: Polygon) => p.map(([x, y]) => new Vector2(x, y))
  const outer = polygons.filter((p) => polygonArea(p) > 0).sort((a, b) => polygonArea(a) - polygonArea(b))
  const shapes = outer.map((p) => ({ polygon: p, shape: new Shape(points(p)) }))
  for (const hole of polygons.filter((p) => polygonArea(p) < 0)) {
    const home = shapes.find((s) => inPolygon(s.polygon, hole[0]!))
    home?.shape.holes.push(new Path(points(hole)))
  }
  return shapes.map((s) => s.shape)
}
