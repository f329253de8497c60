import {
  Box3,
  Group,
  LineBasicMaterial,
  LineSegments,
  BufferGeometry,
  Mesh,
  Plane,
  Raycaster,
  Scene,
  Vector2,
  Vector3,
  WebGLRenderer,
} from 'three'
import { acceleratedRaycast } from 'three-mesh-bvh'
import type { Placement } from '@/core/geometry/placement'
import type { ShownMesh } from '@/worker/shown-mesh'
import type { Section, Showing } from '../store/view-slice'
import { Body } from './body'
import { capGroup, type Polygon } from './cap'
import { Eye } from './eye'
import { ALL_HATCHES, type Hatch, Hatched } from './hatched'
import { layGrid, lights } from './ground'
import { type Mark, Marks } from './marks'
import { type Palette, palette } from './palette'
import { smallPicture } from './picture'
import { type Proof, Proven } from './proven'
import { stand } from './stand'
import { setLight, type SurfaceLight } from './surface-light'
import { Unpicked } from './unpicked'

Mesh.prototype.raycast = acceleratedRaycast

export interface Look {
  color: string
  showing: Showing
  reference: boolean
  /** Drawn over what lies in the same place. */
  front?: boolean
  /** Only what is nearest of it shows, once everything else is drawn. */
  veil?: boolean
}

export interface Hit {
  body: Body
  region: number
  /** Which triangle of the body. */
  triangle: number
  point: [number, number, number]
  /** Of the facet. */
  normal: [number, number, number]
}

/** What is drawn, and from where; draws only when something changed. */
export class SceneView {
  private readonly renderer: WebGLRenderer
  private readonly scene = new Scene()
  readonly eye: Eye
  private readonly bodies = new Map<string, Body>()
  private readonly looks = new Map<string, Look>()
  private readonly marks = new Marks()
  /** Faces in colours of their own. */
  private readonly painted = new Marks()
  readonly unpicked = new Unpicked()
  private readonly caps = new Group()
  private readonly hatches = ALL_HATCHES.map((hatch) => ({ hatch, drawn: new Hatched(hatch) }))
  private readonly proven = new Proven()
  private proof: Proof = { bands: [] }
  private hatched: Partial<Record<Hatch, ShownMesh>> = {}
  private readonly grid: LineSegments
  private readonly caster = new Raycaster()
  private colors: Palette = palette()
  private section: Section | undefined
  private pending = 0
  /** Called after every drawing, to move what is laid over the scene. */
  readonly drawn = new Set<() => void>()

  constructor(private readonly canvas: HTMLCanvasElement) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true })
    this.renderer.localClippingEnabled = true
    // Asking for a shader's errors waits for it to be compiled.
    this.renderer.debug.checkShaderErrors = false
    this.renderer.setPixelRatio(Math.min(window.devicePixelRatio, 2))
    this.eye = new Eye(canvas, () => this.draw())
    this.grid = new LineSegments(new BufferGeometry(), new LineBasicMaterial())
    this.scene.add(
      ...lights(),
      this.grid,
      this.unpicked,
      this.painted,
      this.marks,
      this.caps,
      ...this.hatches.map((h) => h.drawn),
      this.proven,
    )
    this.caster.firstHitOnly = true
    this.eye.look('corner')
    this.recolor()
  }

  recolor(): void {
    this.colors = palette()
    this.renderer.setClearColor(this.colors.ground)
    ;(this.grid.material as LineBasicMaterial).color.set(this.colors.grid)
    this.unpicked.recolor(this.colors)
    this.dressAll()
    this.prove(this.proof)
  }

  resize(width: number, height: number): void {
    this.renderer.setSize(width, height, false)
    this.eye.resize(width, height)
    this.draw()
  }

  /** How faces are lit. */
  setLight(light: SurfaceLight, tightest: number): void {
    setLight(light, tightest)
    this.draw()
  }

  /** Shows a shape under a name, in place of what was under it. */
  put(id: string, shown: ShownMesh): void {
    const before = this.bodies.get(id)
    if (before) return before.reshape(shown)
    const body = new Body(id, shown)
    this.bodies.set(id, body)
    this.scene.add(body.group)
  }

  /** Takes away every body that is not named. */
  keepOnly(ids: ReadonlySet<string>): void {
    for (const [id, body] of this.bodies) {
      if (ids.has(id)) continue
      body.group.removeFromParent()
      body.dispose()
      this.bodies.delete(id)
      this.looks.delete(id)
    }
  }

  dress(id: string, look: Look): void {
    this.looks.set(id, look)
    this.bodies.get(id)?.dress(look, this.colors, this.planes())
    this.draw()
  }

  /** Draws bodies elsewhere than where they belong; all others where they are. */
  setPlaced(places: ReadonlyMap<string, Placement>): void {
    let moved = false
    for (const [id, { group }] of this.bodies) moved = stand(group, places.get(id)) || moved
    if (!moved) return
    this.layMarks()
    this.draw()
  }

  private dressAll(): void {
    for (const [id, look] of this.looks) this.bodies.get(id)?.dress(look, this.colors, this.planes())
  }

  body(id: string): Body | undefined {
    return this.bodies.get(id)
  }

  private planes(): Plane[] {
    if (!this.section) return []
    const { axis, at, flipped } = this.section
    const normal = new Vector3(axis === 'x' ? 1 : 0, axis === 'y' ? 1 : 0, axis === 'z' ? 1 : 0)
    // What the eye would have to look through is taken off: right, front and upper half.
    const sign = (axis === 'y' ? 1 : -1) * (flipped ? -1 : 1)
    return [new Plane(normal.clone().multiplyScalar(sign), -sign * at)]
  }

  setSection(section: Section | undefined): void {
    this.section = section
    if (!section) this.caps.clear()
    this.layMarks()
    this.dressAll()
    this.prove(this.proof)
  }

  /** Fills the cut faces; polygons by part, in the plane's own coordinates. */
  setCaps(cuts: readonly { part: string; polygons: readonly Polygon[] }[], axis: Section['axis'], at: number): void {
    this.caps.clear()
    for (const [i, { part, polygons }] of cuts.entries()) {
      const look = this.looks.get(part)
      if (!look || look.showing !== 'solid') continue
      this.caps.add(capGroup(polygons, axis, at, look.color, this.colors.ink, i % 2 === 0 ? 1 : -1))
    }
    this.draw()
  }

  /** Lays coloured patches over surfaces. */
  mark(marks: readonly Mark[]): void {
    this.marks.set(marks)
    this.marks.lay(this.bodies, this.colors, this.planes())
    this.draw()
  }

  /** Gives surfaces colours of their own; they stay until bodies change. */
  paint(marks: readonly Mark[]): void {
    this.painted.set(marks)
    this.painted.lay(this.bodies, this.colors, this.planes())
    this.draw()
  }

  /** Draws what the printer will make of a part. */
  prove(proof: Proof): void {
    this.proof = proof
    this.proven.show(proof, this.colors, this.planes())
    this.draw()
  }

  /** Hatches material that is added, taken away and used up. */
  hatch(hatched: Partial<Record<Hatch, ShownMesh>>): void {
    this.hatched = hatched
    this.layMarks()
    this.draw()
  }

  private layMarks(): void {
    for (const { hatch, drawn } of this.hatches) drawn.show(this.hatched[hatch], this.colors, this.planes())
    for (const marks of [this.painted, this.marks]) marks.lay(this.bodies, this.colors, this.planes())
  }

  /** What is under a point of the page. @param ghosts whether what is only hinted at can be hit */
  hit(clientX: number, clientY: number, ghosts = false): Hit | undefined {
    const box = this.canvas.getBoundingClientRect()
    const at = new Vector2(((clientX - box.left) / box.width) * 2 - 1, 1 - ((clientY - box.top) / box.height) * 2)
    this.caster.setFromCamera(at, this.eye.camera)
    const planes = this.planes()
    const bodies = [...this.bodies.values()].filter((b) => b.group.visible && (ghosts || b.mesh.material.depthWrite))
    let best: Hit | undefined
    let nearest = Infinity
    this.caster.firstHitOnly = planes.length === 0
    for (const body of bodies)
      for (const found of this.caster.intersectObject(body.mesh, false)) {
        if (found.distance >= nearest || planes.some((p) => p.distanceToPoint(found.point) < -1e-4)) continue
        if (typeof found.faceIndex !== 'number') continue
        nearest = found.distance
        best = {
          body,
          region: body.regionOf(found.faceIndex),
          triangle: found.faceIndex,
          point: body.group.worldToLocal(found.point.clone()).toArray(),
          normal: found.face!.normal.toArray(),
        }
        break
      }
    return best
  }

  /** Where a point of the scene is on the canvas, in CSS pixels. */
  project(point: readonly [number, number, number]): [number, number] {
    const p = new Vector3(...point).project(this.eye.camera)
    return [((p.x + 1) / 2) * this.canvas.clientWidth, ((1 - p.y) / 2) * this.canvas.clientHeight]
  }

  /** Brings everything into view; of itself only the first time and when it has become another size altogether. */
  frame(again = true): void {
    const box = new Box3()
    for (const body of this.bodies.values()) if (body.group.visible) box.expandByObject(body.mesh)
    for (const extra of this.unpicked.shown()) box.expandByObject(extra)
    if (box.isEmpty()) return
    this.eye.frame(box, again)
    layGrid(this.grid, box)
  }

  draw(): void {
    if (this.pending) return
    this.pending = requestAnimationFrame(() => {
      this.pending = 0
      this.renderer.render(this.scene, this.eye.camera)
      for (const listener of this.drawn) listener()
    })
  }

  /** A small PNG of the parts, whole and without marks. */
  picture(width: number): Promise<Blob | undefined> {
    const { section } = this
    this.section = undefined
    this.marks.visible = this.caps.visible = false
    this.dressAll()
    this.renderer.render(this.scene, this.eye.camera)
    const taken = smallPicture(this.canvas, width)
    this.section = section
    this.marks.visible = this.caps.visible = true
    this.dressAll()
    this.draw()
    return taken
  }

  /** A PNG of all that is seen. */
  seen(): Promise<Blob | undefined> {
    this.renderer.render(this.scene, this.eye.camera)
    return smallPicture(this.canvas, this.canvas.width)
  }

  dispose(): void {
    cancelAnimationFrame(this.pending)
    this.keepOnly(new Set())
    this.painted.dispose()
    this.marks.dispose()
    for (const { drawn } of this.hatches) drawn.dispose()
    this.proven.dispose()
    this.eye.dispose()
    this.renderer.dispose()
  }
}
