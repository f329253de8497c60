import { isRef, type Part21, type Value } from './part21'

/** Colours the standard names without figures (ISO 10303-46), as sRGB. */
const NAMED: Record<string, string> = {
  red: '#ff0000',
  green: '#00ff00',
  blue: '#0000ff',
  yellow: '#ffff00',
  magenta: '#ff00ff',
  cyan: '#00ffff',
  black: '#000000',
  white: '#ffffff',
}

/** Colours by the instance they are put on: a solid, or the first coloured face of one. */
export function solidColors(file: Part21, solids: readonly number[]): Map<number, string> {
  const styled = new Map<number, string>()
  for (const type of ['STYLED_ITEM', 'OVER_RIDING_STYLED_ITEM'])
    for (const id of file.all(type)) {
      const args = file.args(id) ?? []
      const target = args[2]
      const color = findColor(file, args[1], 0)
      if (isRef(target) && color && !styled.has(target.ref)) styled.set(target.ref, color)
    }
  const out = new Map<number, string>()
  for (const solid of solids) {
    const color = styled.get(solid) ?? faceColor(file, solid, styled)
    if (color) out.set(solid, color)
  }
  return out
}

function faceColor(file: Part21, solid: number, styled: Map<number, string>): string | undefined {
  if (styled.size === 0) return undefined
  const shell = file.args(solid)?.[1]
  const faces = isRef(shell) ? file.args(shell.ref)?.[1] : undefined
  for (const face of Array.isArray(faces) ? faces : []) {
    const color = isRef(face) ? styled.get(face.ref) : undefined
    if (color) return color
  }
  return undefined
}

/** Follows style references down to the first colour. */
function findColor(file: Part21, value: Value | undefined, depth: number): string | undefined {
  if (depth > 40 || value === undefined || value === null) return undefined
  if (Array.isArray(value)) {
    for (const each of value) {
      const color = findColor(file, each, depth + 1)
      if (color) return color
    }
    return undefined
  }
  if (!isRef(value)) return undefined
  const args = file.args(value.ref) ?? []
  switch (file.type(value.ref)) {
    case 'COLOUR_RGB':
      return toHex(args.slice(1, 4))
    case 'DRAUGHTING_PRE_DEFINED_COLOUR':
      return typeof args[0] === 'string' ? NAMED[args[0]] : undefined
    default:
      return findColor(file, args, depth + 1)
  }
}

/** STEP colours are written as sRGB shares of 1. */
function toHex(shares: Value[]): string {
  const hex = (v: Value) => {
    const share = typeof v === 'number' ? Math.min(1, Math.max(0, v)) : 0
    return Math.round(share * 255)
      .toString(16)
      .padStart(2, '0')
  }
  return `#${shares.map(hex).join('')}`
}
