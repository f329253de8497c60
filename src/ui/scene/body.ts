import {
  Box3,
  BufferAttribute,
  BufferGeometry,
  Color,
  DoubleSide,
  FrontSide,
  Group,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshBasicMaterial,
  MeshLambertMaterial,
  type Plane,
  Ray,
  Vector3,
} from 'three'
import { MeshBVH } from 'three-mesh-bvh'
import type { Vec3 } from '@/core/geometry/vec'
import type { ShownMesh } from '@/worker/shown-mesh'
import type { Showing } from '../store/view-slice'
import { edgeNear } from '@/core/faces/edge-near'
import { bendAt } from '@/core/mesh/bend'
import type { Palette } from './palette'
import { withLight } from './surface-light'

/** A part or an item as drawn: shaded faces, crisp edges, and a patch over what is marked. */
export class Body {
  readonly group = new Group()
  readonly mesh: Mesh<BufferGeometry, MeshLambertMaterial>
  private readonly lines: LineSegments<BufferGeometry, LineBasicMaterial>
  private depth: Mesh<BufferGeometry, MeshBasicMaterial> | undefined

  constructor(
    readonly id: string,
    private shown: ShownMesh,
  ) {
    this.mesh = new Mesh(
      faces(shown),
      withLight(new MeshLambertMaterial({ polygonOffset: true, polygonOffsetFactor: 1, polygonOffsetUnits: 1 })),
    )
    this.lines = new LineSegments(edges(shown), new LineBasicMaterial())
    this.group.add(this.mesh, this.lines)
  }

  /** Takes another shape; what it is drawn with stays, since compiling shaders anew holds everything up. */
  reshape(shown: ShownMesh): void {
    this.shown = shown
    for (const [drawn, geometry] of [[this.mesh, faces(shown)] as const, [this.lines, edges(shown)] as const]) {
      drawn.geometry.dispose()
      drawn.geometry = geometry
    }
  }

  /** The region a triangle belongs to. */
  regionOf(triangle: number): number {
    return this.shown.regionOf[triangle]!
  }

  /** References are always pale; a part has its own colour. Ghosts let things behind them show. */
  dress(
    look: { color: string; showing: Showing; reference: boolean; front?: boolean; veil?: boolean },
    colors: Palette,
    planes: Plane[],
  ): void {
    const ghost = look.showing === 'ghost'
    if (look.veil) this.hang(planes)
    this.group.visible = look.showing !== 'hidden'
    const { material } = this.mesh
    const clipped = planes.length !== (material.clippingPlanes?.length ?? 0)
    const seeThrough = ghost || look.reference
    material.color = new Color(look.reference ? colors.ghost : look.color)
    const changed = clipped || seeThrough !== material.transparent
    material.transparent = seeThrough
    material.opacity = ghost ? 0.16 : look.reference ? 0.82 : 1
    material.depthWrite = !ghost
    material.polygonOffsetFactor = look.front ? 0 : 1
    material.polygonOffsetUnits = look.front ? -2 : 1
    material.side = planes.length > 0 ? DoubleSide : FrontSide
    material.clippingPlanes = planes
    if (changed) material.needsUpdate = true
    this.lines.material.color = new Color(look.reference ? colors.ghostEdge : colors.ink)
    this.lines.material.transparent = true
    this.lines.material.opacity = ghost ? 0.35 : look.reference ? 0.75 : 0.9
    this.lines.material.clippingPlanes = planes
    if (clipped) this.lines.material.needsUpdate = true
  }

  /** Makes of many layers one: their depth is drawn first, so that of the layers only the nearest is left to be seen. */
  private hang(planes: Plane[]): void {
    this.depth ??= new Mesh(this.mesh.geometry, new MeshBasicMaterial({ colorWrite: false, side: DoubleSide }))
    this.depth.geometry = this.mesh.geometry
    this.depth.material.clippingPlanes = planes
    this.depth.renderOrder = 10
    this.mesh.renderOrder = 11
    this.mesh.material.polygonOffset = false
    this.group.add(this.depth)
  }

  /** The triangles of some regions, or of all, as a patch to lie over them. */
  patch(regions: ReadonlySet<number> | undefined): BufferGeometry {
    const [out, facing]: [number[], number[]] = [[], []]
    const { positions, normals, regionOf } = this.shown
    for (let t = 0; t < regionOf.length; t++) {
      if (regions && !regions.has(regionOf[t]!)) continue
      for (let i = 9 * t; i < 9 * t + 9; i++) {
        out.push(positions[i]!)
        facing.push(normals[i]!)
      }
    }
    const geometry = new BufferGeometry()
    geometry.setAttribute('position', new BufferAttribute(Float32Array.from(out), 3))
    geometry.setAttribute('normal', new BufferAttribute(Float32Array.from(facing), 3))
    return geometry
  }

  /** How far it is through the material from a point on its face to the next face behind it; 0 if there is none. */
  thicknessAt(at: Vec3, normal: Vec3): number {
    const inward = new Vector3(...normal).negate()
    const ray = new Ray(new Vector3(...at).addScaledVector(inward, 1e-4), inward)
    const found = (this.mesh.geometry.boundsTree as MeshBVH | undefined)?.raycastFirst(ray, DoubleSide)
    return found ? found.distance + 1e-4 : 0
  }

  /** How strongly the surface bends at a triangle, 1/mm. */
  bendAt = (t: number): number => bendAt(this.shown.positions, this.shown.normals, t)

  /** The straight edge nearest to a point, and the border that it is of. */
  edgeNear(at: Vec3) {
    const found = edgeNear(this.shown.edges, at)
    return found && { from: found.from, to: found.to, off: found.off, border: this.shown.borderOf[found.piece]! }
  }

  /** The size of the box round a region, mm. */
  sizeOf(region: number): Vec3 {
    const box = this.shown.regionBoxes.subarray(6 * region, 6 * region + 6)
    return [box[3]! - box[0]!, box[4]! - box[1]!, box[5]! - box[2]!]
  }

  dispose(): void {
    this.mesh.geometry.dispose()
    this.mesh.material.dispose()
    this.lines.geometry.dispose()
    this.lines.material.dispose()
    this.depth?.material.dispose()
  }
}

function faces(shown: ShownMesh): BufferGeometry {
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(shown.positions, 3))
  geometry.setAttribute('normal', new BufferAttribute(shown.normals, 3))
  geometry.boundingBox = boxOf(shown.regionBoxes)
  geometry.boundsTree = MeshBVH.deserialize(shown.tree, geometry, { setIndex: false })
  return geometry
}

function edges(shown: ShownMesh): BufferGeometry {
  return new BufferGeometry().setAttribute('position', new BufferAttribute(shown.edges, 3))
}

/** The box round all surfaces. */
function boxOf(boxes: Float32Array): Box3 {
  const box = new Box3()
  for (let i = 0; i < boxes.length; i += 3)
    if (Number.isFinite(boxes[i])) box.expandByPoint(new Vector3().fromArray(boxes, i))
  return box
}
