import { BufferAttribute, BufferGeometry, LineBasicMaterial, LineSegments } from 'three'

/** Flat outlines of references, on the ground. */
export class FlatLines extends LineSegments<BufferGeometry, LineBasicMaterial> {
  constructor() {
    super(new BufferGeometry(), new LineBasicMaterial())
    this.renderOrder = 1
  }

  /** @param lines pairs of ends, x y z, mm */
  set(lines: readonly Float32Array[]): void {
    const all = new Float32Array(lines.reduce((n, l) => n + l.length, 0))
    let at = 0
    for (const l of lines) {
      all.set(l, at)
      at += l.length
    }
    this.geometry.dispose()
    this.geometry = new BufferGeometry().setAttribute('position', new BufferAttribute(all, 3))
    this.visible = all.length > 0
  }
}
