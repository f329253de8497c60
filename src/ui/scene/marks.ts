import { type BufferGeometry, Group, Mesh, MeshBasicMaterial, MeshLambertMaterial, type Plane } from 'three'
import type { Body } from './body'
import type { Palette } from './palette'

/** Regions of a body (all of it, if none are named) to be coloured. */
export interface Mark {
  body: string
  regions?: ReadonlySet<number>
  tone: Tone | { color: string }
}

/** `step`: a surface of a step that is pointed at in the sheet. */
const TONES = { mark: 0.5, hover: 0.5, step: 0.22 } as const
export type Tone = keyof typeof TONES

const material = (tone: Tone) =>
  new MeshBasicMaterial({
    transparent: true,
    opacity: TONES[tone],
    polygonOffset: true,
    polygonOffsetFactor: -1,
    polygonOffsetUnits: -1,
  })

/** Coloured patches over surfaces. */
export class Marks extends Group {
  private readonly materials = { mark: material('mark'), hover: material('hover'), step: material('step') }
  private readonly paints = new Map<string, MeshLambertMaterial>()
  private marks: readonly Mark[] = []

  set(marks: readonly Mark[]): void {
    this.marks = marks
  }

  /** Lays the patches anew, over the bodies as they are now. */
  lay(bodies: ReadonlyMap<string, Body>, colors: Palette, planes: Plane[]): void {
    this.empty()
    for (const tone of Object.keys(TONES) as Tone[]) {
      const own = this.materials[tone]
      own.color.set(tone === 'step' ? colors.mark : colors[tone])
      if ((own.clippingPlanes?.length ?? 0) !== planes.length) own.needsUpdate = true
      own.clippingPlanes = planes
    }
    for (const { body, regions, tone } of this.marks) {
      const target = bodies.get(body)
      if (!target?.group.visible) continue
      const own = typeof tone === 'string' ? this.materials[tone] : this.paint(tone.color, planes)
      const patch = new Mesh<BufferGeometry>(target.patch(regions), own)
      patch.position.copy(target.group.position)
      patch.quaternion.copy(target.group.quaternion)
      this.add(patch)
    }
  }

  /** What a face in a colour of its own is drawn with. */
  private paint(color: string, planes: Plane[]): MeshLambertMaterial {
    const own = this.paints.get(color) ?? new MeshLambertMaterial({ color, polygonOffset: true, polygonOffsetFactor: -0.5, polygonOffsetUnits: -0.5 }) // prettier-ignore
    if ((own.clippingPlanes?.length ?? 0) !== planes.length) own.needsUpdate = true
    own.clippingPlanes = planes
    this.paints.set(color, own)
    return own
  }

  override dispose(): void {
    this.empty()
    for (const own of [...Object.values(this.materials), ...this.paints.values()]) own.dispose()
  }

  private empty(): void {
    for (const child of [...this.children] as Mesh<BufferGeometry>[]) child.geometry.dispose()
    this.clear()
  }
}
