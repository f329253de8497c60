/** How far shades are mixed with white (above 0) and black, one after the other. */
const MIXED = [0, 0.28, -0.2, 0.45, -0.32, 0.14, -0.1, 0.36]

/** The colour `#rrggbb` of a whole in the shade of its nth piece, from 0 on. */
export function shadeOf(color: string, nth: number): string {
  const by = MIXED[nth % MIXED.length]!
  const to = by > 0 ? 255 : 0
  const mixed = [1, 3, 5].map((at) => {
    const was = parseInt(color.slice(at, at + 2), 16)
    return Math.round(was + (to - was) * Math.abs(by)).toString(16).padStart(2, '0') // prettier-ignore
  })
  return `#${mixed.join('')}`
}
