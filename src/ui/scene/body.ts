import {
  BufferAttribute,
  BufferGeometry,
  Color,
  DoubleSide,
  FrontSide,
  Group,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshLambertMaterial,
  type Plane,
} from 'three'
import { MeshBVH } from 'three-mesh-bvh'
import type { ShownMesh } from '@/worker/shown-mesh'
import type { Showing } from '../project/store'
import type { Palette } from './palette'

/** A part or an item as drawn: shaded faces, crisp edges, and a patch over the surface that is marked. */
export class Body {
  readonly group = new Group()
  readonly mesh: Mesh<BufferGeometry, MeshLambertMaterial>
  private readonly lines: LineSegments<BufferGeometry, LineBasicMaterial>

  constructor(
    readonly id: string,
    private readonly shown: ShownMesh,
    readonly triangleSurface: Uint32Array,
  ) {
    const geometry = new BufferGeometry()
    geometry.setAttribute('position', new BufferAttribute(shown.positions, 3))
    geometry.setAttribute('normal', new BufferAttribute(shown.normals, 3))
    geometry.boundsTree = MeshBVH.deserialize(shown.tree, geometry, { setIndex: false })
    this.mesh = new Mesh(
      geometry,
      new MeshLambertMaterial({ polygonOffset: true, polygonOffsetFactor: 1, polygonOffsetUnits: 1 }),
    )
    const edges = new BufferGeometry()
    edges.setAttribute('position', new BufferAttribute(shown.edges, 3))
    this.lines = new LineSegments(edges, new LineBasicMaterial())
    this.group.add(this.mesh, this.lines)
  }

  /** References are always pale; a part has its own colour. Ghosts let things behind them show. */
  dress(look: { color: string; showing: Showing; reference: boolean }, colors: Palette, planes: Plane[]): void {
    const ghost = look.showing === 'ghost'
    this.group.visible = look.showing !== 'hidden'
    const { material } = this.mesh
    material.color = new Color(look.reference ? colors.ghost : look.color)
    material.transparent = ghost || look.reference
    material.opacity = ghost ? 0.16 : look.reference ? 0.82 : 1
    material.depthWrite = !ghost
    material.side = planes.length > 0 ? DoubleSide : FrontSide
    material.clippingPlanes = planes
    material.needsUpdate = true
    this.lines.material.color = new Color(look.reference ? colors.ghostEdge : colors.ink)
    this.lines.material.transparent = true
    this.lines.material.opacity = ghost ? 0.35 : look.reference ? 0.75 : 0.9
    this.lines.material.clippingPlanes = planes
    this.lines.material.needsUpdate = true
  }

  /** The triangles of one surface, or of all for -1, as a patch to lie over it. */
  patch(surface: number): BufferGeometry {
    const out: number[] = []
    const { positions } = this.shown
    for (let t = 0; t < this.triangleSurface.length; t++)
      if (surface < 0 || this.triangleSurface[t] === surface)
        for (let i = 9 * t; i < 9 * t + 9; i++) out.push(positions[i]!)
    const geometry = new BufferGeometry()
    geometry.setAttribute('position', new BufferAttribute(Float32Array.from(out), 3))
    geometry.computeBoundingBox()
    return geometry
  }

  dispose(): void {
    this.mesh.geometry.dispose()
    this.mesh.material.dispose()
    this.lines.geometry.dispose()
    this.lines.material.dispose()
  }
}
