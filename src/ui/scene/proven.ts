import {
  BufferAttribute,
  BufferGeometry,
  DoubleSide,
  Group,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshBasicMaterial,
  type Plane,
  ShaderMaterial,
  Color,
  LessEqualDepth,
} from 'three'
import type { Placement } from '@/core/geometry/placement'
import type { Band, Picture } from '@/core/prove/picture'
import type { LayerView } from '@/worker/proofs'
import type { Palette } from './palette'
import { stand } from './stand'

/** Bands from the one that matters most: its colour, and how far its stripes lie apart, pixels. */
export const BANDS = [
  { color: '#a2401c', apart: 4 },
  { color: '#c98a2b', apart: 7 },
  { color: '#d9cfa6', apart: 12 },
] as const

/** Colours of a layer: gaps that close, what is too thin for a line, and the lines of its walls. */
export const LAYER = { closes: '#7d4a9c', missed: '#c98a2b', walls: '#dfe9df' } as const

/** What is drawn of a part as it will be printed, in its own place, and where that is drawn. */
export interface Proof {
  picture?: Picture
  bands: readonly Band[]
  layer?: LayerView
  bed?: Float32Array
  place?: Placement
}

/** What the printer will make of a part: figures laid over it in bands, one of its layers, and the bed under it. */
export class Proven extends Group {
  private readonly banded = bandMaterial()
  private readonly picture = new Mesh(new BufferGeometry(), this.banded)
  private readonly fill = new MeshBasicMaterial({ side: DoubleSide })
  private readonly filled = new Mesh(new BufferGeometry(), this.fill)
  private readonly freeFill = new MeshBasicMaterial({ side: DoubleSide })
  private readonly free = new Mesh(new BufferGeometry(), this.freeFill)
  private readonly closesFill = new MeshBasicMaterial({ side: DoubleSide })
  private readonly closes = new Mesh(new BufferGeometry(), this.closesFill)
  private readonly missedFill = new MeshBasicMaterial({ side: DoubleSide })
  private readonly missed = new Mesh(new BufferGeometry(), this.missedFill)
  private readonly wallLine = new LineBasicMaterial()
  private readonly walls = new LineSegments(new BufferGeometry(), this.wallLine)
  private readonly line = new LineBasicMaterial()
  private readonly outlines = new LineSegments(new BufferGeometry(), this.line)
  private readonly bedLine = new LineBasicMaterial()
  private readonly bed = new LineSegments(new BufferGeometry(), this.bedLine)

  constructor() {
    super()
    for (const drawn of this.all()) {
      drawn.renderOrder = 4
      drawn.visible = false
      this.add(drawn)
    }
  }

  /** @param bands of the picture, the one that matters most first */
  show({ picture, bands, layer, bed, place }: Proof, colors: Palette, planes: Plane[]): void {
    stand(this, place)
    this.fill.color.set(colors.hover)
    this.freeFill.color.set(colors.rust)
    this.closesFill.color.set(LAYER.closes)
    this.missedFill.color.set(LAYER.missed)
    this.wallLine.color.set(LAYER.walls)
    this.line.color.set(colors.ink)
    this.bedLine.color.set(colors.ghostEdge)
    this.banded.clippingPlanes = planes
    this.banded.uniforms.bounds!.value = [0, 1, 2].map((i) => bands[i]?.from ?? Infinity)
    this.banded.uniforms.tops!.value = [0, 1, 2].map((i) => bands[i]?.to ?? -Infinity)
    put(this.picture, picture?.positions)
    if (picture) this.picture.geometry.setAttribute('figure', new BufferAttribute(picture.values, 1))
    put(this.filled, layer?.filled)
    put(this.free, layer?.free)
    put(this.closes, layer?.closes)
    put(this.missed, layer?.missed)
    put(this.walls, layer?.walls)
    put(this.outlines, layer?.outlines)
    put(this.bed, bed)
  }

  private all() {
    return [this.bed, this.picture, this.filled, this.free, this.closes, this.missed, this.walls, this.outlines]
  }

  override dispose(): void {
    for (const drawn of this.all()) drawn.geometry.dispose()
    for (const own of [
      this.banded,
      this.fill,
      this.freeFill,
      this.closesFill,
      this.missedFill,
      this.wallLine,
      this.line,
      this.bedLine,
    ])
      own.dispose()
  }
}

function put(drawn: Mesh | LineSegments, positions: Float32Array | undefined): void {
  drawn.visible = positions !== undefined && positions.length > 0
  if (!positions) return
  drawn.geometry.dispose()
  drawn.geometry = new BufferGeometry().setAttribute('position', new BufferAttribute(positions, 3))
}

/** Stripes that keep their distance on the screen, the closer the more it matters, so that colour does not say it alone. */
function bandMaterial(): ShaderMaterial {
  return new ShaderMaterial({
    side: DoubleSide,
    clipping: true,
    depthFunc: LessEqualDepth,
    polygonOffset: true,
    polygonOffsetFactor: -1,
    polygonOffsetUnits: -1,
    uniforms: {
      bounds: { value: [0, 0, 0] },
      tops: { value: [0, 0, 0] },
      colors: { value: BANDS.map((b) => new Color(b.color)) },
      apart: { value: BANDS.map((b) => b.apart * Math.min(window.devicePixelRatio, 2)) },
    },
    vertexShader: `
      attribute float figure;
      varying float vFigure;
      varying vec3 vAt;
      #include <clipping_planes_pars_vertex>
      void main() {
        vFigure = figure;
        vec4 mvPosition = modelViewMatrix * vec4(position, 1.0);
        vAt = mvPosition.xyz;
        gl_Position = projectionMatrix * mvPosition;
        #include <clipping_planes_vertex>
      }`,
    fragmentShader: `
      uniform float bounds[3];
      uniform float tops[3];
      uniform vec3 colors[3];
      uniform float apart[3];
      varying float vFigure;
      varying vec3 vAt;
      #include <clipping_planes_pars_fragment>
      void main() {
        #include <clipping_planes_fragment>
        vec3 normal = normalize(cross(dFdx(vAt), dFdy(vAt)));
        float lit = 0.72 + 0.28 * abs(normal.z);
        for (int i = 0; i < 3; i++) {
          if (vFigure < bounds[i] || vFigure > tops[i]) continue;
          float stripe = step(mod(gl_FragCoord.x + gl_FragCoord.y, apart[i]), 1.2);
          gl_FragColor = vec4(mix(colors[i] * lit, vec3(0.08), 0.55 * stripe), 1.0);
          #include <colorspace_fragment>
          return;
        }
        discard;
      }`,
  })
}
