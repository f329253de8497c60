import {
  BufferAttribute,
  BufferGeometry,
  DoubleSide,
  GreaterDepth,
  Group,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshBasicMaterial,
  type Plane,
} from 'three'
import type { ShownMesh } from '@/worker/shown-mesh'
import type { Palette } from './palette'

/**
 * How lines of a hatch lie on the screen: which way they lean, from line to line and how thick, pixels. What is used up
 * is an outline alone.
 */
const HATCHES = {
  added: { lean: 1, apart: 9, thick: 2.5 },
  taken: { lean: -1, apart: 6, thick: 1.5 },
  used: undefined,
} as const
export type Hatch = keyof typeof HATCHES
export const ALL_HATCHES = Object.keys(HATCHES) as readonly Hatch[]

/** What of it lies behind something shows this faintly. */
const BEHIND = 0.28

/** Material that a step adds, takes away or uses up, hatched where it lies; what is hidden in other material shows faintly. */
export class Hatched extends Group {
  private readonly front: MeshBasicMaterial
  private readonly behind: MeshBasicMaterial
  private readonly line = new LineBasicMaterial()
  private readonly faces: Mesh
  private readonly faint: Mesh
  private readonly edges: LineSegments
  private shown: ShownMesh | undefined

  constructor(private readonly hatch: Hatch) {
    super()
    this.front = striped(hatch, 1)
    this.behind = striped(hatch, BEHIND)
    this.behind.depthFunc = GreaterDepth
    this.faces = new Mesh(new BufferGeometry(), this.front)
    this.faint = new Mesh(this.faces.geometry, this.behind)
    this.edges = new LineSegments(new BufferGeometry(), this.line)
    for (const drawn of [this.faces, this.faint, this.edges]) drawn.renderOrder = 5
    if (HATCHES[hatch]) this.add(this.faces, this.faint)
    this.add(this.edges)
    this.visible = false
  }

  show(shown: ShownMesh | undefined, colors: Palette, planes: Plane[]): void {
    this.visible = shown !== undefined
    for (const own of [this.front, this.behind, this.line]) {
      own.color.set(this.hatch === 'added' ? colors.mark : colors.ink)
      if ((own.clippingPlanes?.length ?? 0) !== planes.length) own.needsUpdate = true
      own.clippingPlanes = planes
    }
    // Marks are laid anew with every move of the pointer; what is hatched stays.
    if (!shown || shown === this.shown) return
    this.shown = shown
    for (const drawn of [this.faces, this.edges]) drawn.geometry.dispose()
    this.faces.geometry = new BufferGeometry().setAttribute('position', new BufferAttribute(shown.positions, 3))
    this.faint.geometry = this.faces.geometry
    this.edges.geometry = new BufferGeometry().setAttribute('position', new BufferAttribute(shown.edges, 3))
  }

  override dispose(): void {
    for (const drawn of [this.faces, this.edges]) drawn.geometry.dispose()
    for (const own of [this.front, this.behind, this.line]) own.dispose()
  }
}

/** Lines that keep their distance on the screen, however near one looks. */
function striped(hatch: Hatch, opacity: number): MeshBasicMaterial {
  const material = new MeshBasicMaterial({
    side: DoubleSide,
    transparent: true,
    opacity,
    depthWrite: false,
    polygonOffset: true,
    polygonOffsetFactor: -2,
    polygonOffsetUnits: -2,
  })
  const lines = HATCHES[hatch]
  if (!lines) return material
  const { lean, apart, thick } = lines
  const ratio = Math.min(window.devicePixelRatio, 2)
  material.onBeforeCompile = (shader) => {
    const stripe = `if (mod(gl_FragCoord.x + ${(-lean).toFixed(1)} * gl_FragCoord.y, ${(apart * ratio).toFixed(1)}) > ${(thick * ratio).toFixed(1)}) discard;`
    shader.fragmentShader = shader.fragmentShader.replace('void main() {', `void main() {\n${stripe}`)
  }
  material.customProgramCacheKey = () => `striped ${hatch} ${ratio}`
  return material
}
