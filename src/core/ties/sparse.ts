/**
 * Factors of a sparse symmetric matrix, L D L', least degree first, with ties broken by index. What is where is worked
 * out once for a pattern; each set of values then costs only its multiplications.
 */
export interface Pattern {
  size: number
  /** Where each row went, and which row stands at each place. */
  place: Int32Array
  order: Int32Array
  /** For each column, the places below it that are not nothing, ascending. */
  below: Int32Array[]
  /** For each column, where the products of its entries go: of each pair of them, the slot in the column of the first. */
  targets: Int32Array[]
}

/** @param neighbours rows that each row has an entry with, itself left out */
export function patternOf(neighbours: readonly ReadonlySet<number>[]): Pattern {
  const size = neighbours.length
  const left = neighbours.map((n) => new Set(n))
  const order = new Int32Array(size)
  const place = new Int32Array(size).fill(-1)
  const columns: number[][] = []
  for (let k = 0; k < size; k++) {
    let best = -1
    for (let i = 0; i < size; i++) if (place[i] === -1 && (best === -1 || left[i]!.size < left[best]!.size)) best = i
    order[k] = best
    place[best] = k
    const those = [...left[best]!]
    columns.push(those)
    for (const i of those) {
      const own = left[i]!
      own.delete(best)
      for (const j of those) if (j !== i) own.add(j)
    }
  }
  const below = columns.map((c) => Int32Array.from(c.map((i) => place[i]!)).sort())
  const slots = below.map((rows) => new Map([...rows].map((row, slot) => [row, slot])))
  const targets = below.map((rows) => {
    const out = new Int32Array((rows.length * (rows.length - 1)) / 2)
    let at = 0
    for (let i = 0; i < rows.length; i++)
      for (let j = i + 1; j < rows.length; j++) out[at++] = slots[rows[i]!]!.get(rows[j]!)!
    return out
  })
  return { size, place, order, below, targets }
}

/** The slot of an entry below the diagonal, by the rows as they were given. */
export function slotOf({ place, below }: Pattern, i: number, j: number): [column: number, slot: number] {
  const [a, b] = [Math.min(place[i]!, place[j]!), Math.max(place[i]!, place[j]!)]
  return [a, below[a]!.indexOf(b)]
}

/** Pivots that are smaller than this share of the diagonal say nothing new. */
const DEPENDENT = 1e-11
const FLOOR = 1e-6

export interface Factors {
  diagonal: Float64Array
  columns: Float64Array[]
  /** Places whose row hangs on those before. */
  dropped: Uint8Array
}

export const emptyFactors = ({ size, below }: Pattern): Factors => ({
  diagonal: new Float64Array(size),
  columns: below.map((rows) => new Float64Array(rows.length)),
  dropped: new Uint8Array(size),
})

/** Factors in place what stands in the diagonal and the columns. */
export function factor({ size, below, targets }: Pattern, { diagonal, columns, dropped }: Factors): void {
  const first = diagonal.slice()
  for (let k = 0; k < size; k++) {
    const [rows, column, to] = [below[k]!, columns[k]!, targets[k]!]
    dropped[k] = diagonal[k]! <= DEPENDENT * Math.max(first[k]!, FLOOR) ? 1 : 0
    if (dropped[k]) {
      column.fill(0)
      continue
    }
    let at = 0
    for (let i = 0; i < rows.length; i++) {
      const share = column[i]! / diagonal[k]!
      const target = columns[rows[i]!]!
      diagonal[rows[i]!] = diagonal[rows[i]!]! - share * column[i]!
      for (let j = i + 1; j < rows.length; j++) {
        const slot = to[at++]!
        target[slot] = target[slot]! - share * column[j]!
      }
    }
    for (let i = 0; i < rows.length; i++) column[i] = column[i]! / diagonal[k]!
  }
}

/** Solves for one right side, by rows as they were given; what was dropped comes to nothing. */
export function solved(
  { size, order, below }: Pattern,
  { diagonal, columns, dropped }: Factors,
  right: Float64Array,
): Float64Array {
  const x = new Float64Array(size)
  for (let k = 0; k < size; k++) x[k] = right[order[k]!]!
  for (let k = 0; k < size; k++) {
    if (dropped[k]) {
      x[k] = 0
      continue
    }
    const rows = below[k]!
    for (let i = 0; i < rows.length; i++) x[rows[i]!] = x[rows[i]!]! - columns[k]![i]! * x[k]!
  }
  for (let k = size - 1; k >= 0; k--) {
    if (dropped[k]) continue
    let value = x[k]! / diagonal[k]!
    const rows = below[k]!
    for (let i = 0; i < rows.length; i++) value -= columns[k]![i]! * x[rows[i]!]!
    x[k] = value
  }
  const out = new Float64Array(size)
  for (let k = 0; k < size; k++) out[order[k]!] = x[k]!
  return out
}
