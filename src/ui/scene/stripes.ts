import type { MeshLambertMaterial } from 'three'

/** Whether what is drawn shows the reflection of striped light; one for all materials, which are not compiled anew for it. */
export const STRIPED = { value: 0 }

/** So many stripes stand round about the direction one looks in. */
const COUNT = 20

/**
 * Long lamps beside each other, as far away as the sky, whose reflection runs over what shines: it flows over a smooth
 * face, bends where that turns, has a kink where it has a crease, and an island where it has a dent.
 */
const REFLECTED = `
if (striped > 0.5) {
  vec3 from = isOrthographic ? vec3(0.0, 0.0, 1.0) : normalize(vViewPosition);
  vec3 back = reflect(-from, normalize(normal));
  float lamp = ${COUNT}.0 * atan(back.y, back.z);
  float shine = smoothstep(-fwidth(lamp), fwidth(lamp), sin(lamp));
  gl_FragColor.rgb = mix(gl_FragColor.rgb * 0.3, mix(gl_FragColor.rgb, vec3(1.0), 0.55), shine);
}`

/** Has a material show the stripes while they are on. */
export function withStripes(material: MeshLambertMaterial): MeshLambertMaterial {
  material.onBeforeCompile = (shader) => {
    shader.uniforms.striped = STRIPED
    shader.fragmentShader = shader.fragmentShader
      .replace('#include <common>', '#include <common>\nuniform float striped;')
      .replace('#include <opaque_fragment>', `#include <opaque_fragment>\n${REFLECTED}`)
  }
  return material
}
