import { type Box3, OrthographicCamera, PerspectiveCamera, Vector3 } from 'three'
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js'
import { apply, type Placement } from '@/core/geometry/placement'
import type { Vec2 } from '@/core/geometry/vec'
import { type Direction, LOOK_FROM } from './directions'

/** Beyond this factor things are of another size altogether. */
const RESIZED = 3

/** From where, and how, the scene is looked at. */
export class Eye {
  camera: OrthographicCamera | PerspectiveCamera
  private readonly ortho = new OrthographicCamera(-1, 1, 1, -1, -5000, 5000)
  private readonly wide = new PerspectiveCamera(35, 1, 1, 10000)
  private readonly controls: OrbitControls
  /** The size of what was last brought into view, mm. */
  private framed = 0

  /** @param moved called when anything about it has changed */
  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly moved: () => void,
  ) {
    this.camera = this.ortho
    for (const camera of [this.ortho, this.wide]) camera.up.set(0, 0, 1)
    this.controls = new OrbitControls(this.ortho, canvas)
    this.controls.zoomToCursor = true
    this.controls.enableDamping = false
    this.controls.addEventListener('change', moved)
  }

  resize(width: number, height: number): void {
    const half = (this.ortho.top - this.ortho.bottom) / 2
    this.ortho.left = (-half * width) / height
    this.ortho.right = (half * width) / height
    this.ortho.updateProjectionMatrix()
    this.wide.aspect = width / height
    this.wide.updateProjectionMatrix()
  }

  /** It looks square at a plane and stays there. */
  private squared = false

  /** Looks square at a plane, its along to the right, until it is told where to look from. @param scale pixels a mm */
  square(frame: Placement, [x, y]: Vec2, scale: number): void {
    this.setPerspective(false)
    this.squared = true
    this.controls.enabled = false
    const point = (p: readonly [number, number, number]) => new Vector3(...apply(frame, p))
    const origin = point([0, 0, 0])
    const target = point([x, y, 0])
    const { clientWidth, clientHeight } = this.canvas
    this.ortho.zoom = 1
    this.ortho.top = clientHeight / 2 / scale
    this.ortho.bottom = -this.ortho.top
    this.ortho.right = clientWidth / 2 / scale
    this.ortho.left = -this.ortho.right
    this.ortho.updateProjectionMatrix()
    this.ortho.up.copy(point([0, 1, 0]).sub(origin))
    this.ortho.position.copy(target).add(point([0, 0, 1]).sub(origin).multiplyScalar(1000))
    this.ortho.lookAt(target)
    this.controls.target.copy(target)
    this.moved()
  }

  look(from: Direction): void {
    this.squared = false
    this.controls.enabled = true
    this.ortho.up.set(0, 0, 1)
    const target = this.controls.target
    const reach = this.camera.position.distanceTo(target) || 400
    this.camera.position.copy(target).add(new Vector3(...LOOK_FROM[from]).normalize().multiplyScalar(reach))
    this.camera.lookAt(target)
    this.controls.update()
    this.moved()
  }

  /** The side looked from, where it is one. */
  lookingFrom(): string {
    const d = this.camera.position.clone().sub(this.controls.target).normalize()
    const named = (Object.entries(LOOK_FROM) as [Direction, [number, number, number]][]).find(
      ([name, v]) => name !== 'corner' && d.dot(new Vector3(...v).normalize()) > 0.985,
    )
    return named?.[0] ?? ''
  }

  setPerspective(on: boolean): void {
    const next = on ? this.wide : this.ortho
    if (next === this.camera) return
    next.position.copy(this.camera.position)
    next.quaternion.copy(this.camera.quaternion)
    this.camera = next
    this.controls.object = next
    this.controls.update()
    this.moved()
  }

  /** Slides what is in view the other way, so that the middle moves over it; CSS pixels. */
  slide(right: number, up: number): void {
    const scale = this.heightInView() / Math.max(1, this.canvas.clientHeight)
    const by = new Vector3(right * scale, up * scale, 0).applyQuaternion(this.camera.quaternion)
    this.controls.target.add(by)
    this.camera.position.add(by)
    this.controls.update()
    this.moved()
  }

  /** At what is looked at, mm. */
  private heightInView(): number {
    if (this.camera === this.ortho) return (this.ortho.top - this.ortho.bottom) / this.ortho.zoom
    const away = this.camera.position.distanceTo(this.controls.target)
    return 2 * away * Math.tan((this.wide.fov * Math.PI) / 360)
  }

  /**
   * Brings a box into view; unless it is to in any case, only if it is of another size altogether than the one before.
   * @returns whether it did
   */
  frame(box: Box3, anyway: boolean): boolean {
    const size = box.getSize(new Vector3()).length()
    const resized = size > RESIZED * this.framed || size < this.framed / RESIZED
    if (this.squared || (!anyway && !resized)) return false
    this.framed = size
    const centre = box.getCenter(new Vector3())
    const direction = this.camera.position.clone().sub(this.controls.target).normalize()
    this.controls.target.copy(centre)
    const { clientWidth, clientHeight } = this.canvas
    const half = (size / 2) * 1.05 * Math.max(1, clientHeight / Math.max(1, clientWidth))
    this.ortho.zoom = 1
    this.ortho.top = half
    this.ortho.bottom = -half
    this.ortho.left = (-half * clientWidth) / Math.max(1, clientHeight)
    this.ortho.right = -this.ortho.left
    this.ortho.updateProjectionMatrix()
    this.camera.position.copy(centre).add(direction.multiplyScalar(size * 2))
    this.controls.update()
    this.moved()
    return true
  }

  dispose(): void {
    this.controls.dispose()
  }
}
