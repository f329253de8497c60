/** An object to be written. Packed x y z in mm, three vertices a triangle. */
export interface ObjObject {
  name: string
  /** As `#9db096`. */
  color: string
  positions: ArrayLike<number>
  indices: ArrayLike<number>
  /** Colours of painted faces, and for each triangle which of them it has, counted from 1; 0 is the object's own. */
  paint?: { colors: readonly string[]; ofTriangle: ArrayLike<number> }
}

/** Figures to a hundred-thousandth of a millimetre. */
const figure = (v: number): string => String(Math.round(v * 1e5) / 1e5)

/**
 * Wavefront OBJ with its materials beside it: an object each, with a material for each colour. The format knows no unit;
 * the numbers are millimetres.
 * @param library what the file of materials is called
 */
export function writeObj(
  objects: readonly ObjObject[],
  title: string,
  library: string,
): { obj: Uint8Array; mtl: Uint8Array } {
  // prettier-ignore
  const materials = new Map<string, string>()
  const materialOf = (color: string): string => {
    const known = materials.get(color) ?? `colour${materials.size + 1}`
    materials.set(color, known)
    return known
  }
  const lines = [`# Anorak, mm: ${oneLine(title)}`, `mtllib ${library}`]
  let first = 1
  for (const { name, color, positions, indices, paint } of objects) {
    lines.push(`o ${oneLine(name)}`)
    for (let v = 0; v < positions.length; v += 3) lines.push(`v ${figure(positions[v]!)} ${figure(positions[v + 1]!)} ${figure(positions[v + 2]!)}`) // prettier-ignore
    const colors = [color, ...(paint?.colors ?? [])]
    for (const [c, own] of colors.entries()) {
      const faces: string[] = []
      for (let t = 0; t < indices.length / 3; t++)
        if ((paint?.ofTriangle[t] ?? 0) === c) faces.push(`f ${[0, 1, 2].map((k) => first + indices[3 * t + k]!).join(' ')}`) // prettier-ignore
      if (faces.length > 0) lines.push(`usemtl ${materialOf(own)}`, ...faces)
    }
    first += positions.length / 3
  }
  const share = (hex: string, at: number) => (parseInt(hex.slice(at, at + 2), 16) / 255).toFixed(4)
  const mtl = [...materials].flatMap(([color, name]) => [`newmtl ${name}`, `Kd ${share(color, 1)} ${share(color, 3)} ${share(color, 5)}`]) // prettier-ignore
  const bytes = (all: readonly string[]) => new TextEncoder().encode(`${all.join('\n')}\n`)
  return { obj: bytes(lines), mtl: bytes(mtl) }
}

const oneLine = (text: string): string => text.replace(/\s+/g, ' ').trim()
