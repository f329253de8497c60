import {
  BufferAttribute,
  BufferGeometry,
  Group,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshLambertMaterial,
} from 'three'
import type { EarlyMesh } from '@/core/formats/early-mesh'
import type { Palette } from './palette'

/** What is looked at but not picked: flat outlines on the ground, and a mesh that is still being read. */
export class Unpicked extends Group {
  private readonly outlines = new LineSegments(new BufferGeometry(), new LineBasicMaterial())
  private readonly early = new Mesh(new BufferGeometry(), new MeshLambertMaterial())

  constructor() {
    super()
    this.outlines.visible = this.early.visible = false
    this.add(this.outlines, this.early)
  }

  recolor(colors: Palette): void {
    this.outlines.material.color.set(colors.mark)
    this.early.material.color.set(colors.ghost)
  }

  /** @param lines pairs of ends, x y z, mm */
  setOutlines(lines: readonly Float32Array[]): void {
    const all = new Float32Array(lines.reduce((n, l) => n + l.length, 0))
    let at = 0
    for (const l of lines) {
      all.set(l, at)
      at += l.length
    }
    replace(this.outlines, { position: all })
  }

  setEarly(mesh: EarlyMesh | undefined): void {
    replace(this.early, mesh ? { position: mesh.positions, normal: mesh.normals } : {})
  }

  /** Those that are shown. */
  shown(): (LineSegments | Mesh)[] {
    return [this.outlines, this.early].filter((o) => o.visible)
  }
}

function replace(drawn: LineSegments | Mesh, attributes: Record<string, Float32Array>): void {
  drawn.geometry.dispose()
  drawn.geometry = new BufferGeometry()
  for (const [name, values] of Object.entries(attributes))
    drawn.geometry.setAttribute(name, new BufferAttribute(values, 3))
  drawn.visible = (attributes.position?.length ?? 0) > 0
}
