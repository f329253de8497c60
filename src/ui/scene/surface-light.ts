import type { MeshLambertMaterial } from 'three'
import type { View } from '../store/view-slice'

/** How faces are lit: plainly, by striped lamps, or shaded by how strongly they bend. */
export type SurfaceLight = View['light']

/** One for all materials, which are not compiled anew for it. */
const LIGHT = { value: 0 }
const VALUES: Readonly<Record<SurfaceLight, number>> = { plain: 0, striped: 1, bent: 2 }
/** @param tightest the radius that has the full shade of bends, mm */
export function setLight(light: SurfaceLight, tightest: number): void {
  LIGHT.value = VALUES[light]
  FULL.value = tightest
}

/** So many stripes stand round about the direction one looks in. */
const COUNT = 20

/** Radii that may have the full shade, mm; what bends by one of them, or by less, has it. */
export const TIGHTEST = [1, 2, 4, 10, 25, 60] as const
const FULL = { value: 4 }
/** The shades of what bulges, is flat and is hollow, as they are without light and shade. */
export const SHADES = { bulged: '#b8742a', flat: '#f1ede0', hollow: '#1d6a6c' } as const
const asVec = (hex: string): string =>
  `vec3(${[1, 3, 5].map((i) => (parseInt(hex.slice(i, i + 2), 16) / 255).toFixed(3)).join(', ')})`

/**
 * Long lamps beside each other, as far away as the sky, whose reflection runs over what shines: it flows over a smooth
 * face, bends where that turns, has a kink where it has a crease, and an island where it has a dent.
 */
const REFLECTED = `
if (light > 0.5 && light < 1.5) {
  vec3 from = isOrthographic ? vec3(0.0, 0.0, 1.0) : normalize(vViewPosition);
  vec3 back = reflect(-from, normalize(normal));
  float lamp = ${COUNT}.0 * atan(back.y, back.z);
  float shine = smoothstep(-fwidth(lamp), fwidth(lamp), sin(lamp));
  gl_FragColor.rgb = mix(gl_FragColor.rgb * 0.3, mix(gl_FragColor.rgb, vec3(1.0), 0.55), shine);
}`

/**
 * How the normal turns from pixel to pixel, as the form whose eigenvalue farther from 0 is the bend (as in `mesh/bend.ts`).
 * The shade goes with its root, so that gentle bends are seen as well.
 */
const BENT = `
if (light > 1.5) {
  vec3 unitNormal = normalize(normal);
  vec3 px = -dFdx(vViewPosition), py = -dFdy(vViewPosition), nx = dFdx(unitNormal), ny = dFdy(unitNormal);
  float E = dot(px, px), F = dot(px, py), G = dot(py, py);
  float L = dot(nx, px), M = 0.5 * (dot(nx, py) + dot(ny, px)), N = dot(ny, py);
  float area = max(E * G - F * F, 1e-20);
  float mean = 0.5 * (E * N - 2.0 * F * M + G * L) / area;
  float spread = sqrt(max(mean * mean - (L * N - M * M) / area, 0.0));
  float bend = mean >= 0.0 ? mean + spread : mean - spread;
  float shade = sqrt(clamp(abs(bend) * tightest, 0.0, 1.0));
  vec3 tone = mix(${asVec(SHADES.flat)}, bend > 0.0 ? ${asVec(SHADES.bulged)} : ${asVec(SHADES.hollow)}, shade);
  float lit = 0.62 + 0.38 * clamp(unitNormal.z * 0.7 + unitNormal.y * 0.5, 0.0, 1.0);
  gl_FragColor.rgb = pow(tone, vec3(2.2)) * lit;
}`

/** Has a material be lit as is asked for. */
export function withLight(material: MeshLambertMaterial): MeshLambertMaterial {
  material.onBeforeCompile = (shader) => {
    shader.uniforms.light = LIGHT
    shader.uniforms.tightest = FULL
    shader.fragmentShader = shader.fragmentShader
      .replace('#include <common>', '#include <common>\nuniform float light;\nuniform float tightest;')
      .replace('#include <opaque_fragment>', `#include <opaque_fragment>\n${REFLECTED}\n${BENT}`)
  }
  return material
}
