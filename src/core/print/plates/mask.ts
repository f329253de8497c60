/** Which cells of a plane something touches; rows of bits. A cell that is touched at all is set. */
export class Mask {
  private readonly words: number
  private readonly bits: Uint32Array

  constructor(
    /** Cells. */
    readonly width: number,
    readonly height: number,
  ) {
    this.words = (width + 31) >> 5
    this.bits = new Uint32Array(this.words * height)
  }

  has(i: number, j: number): boolean {
    if (i < 0 || j < 0 || i >= this.width || j >= this.height) return false
    return ((this.bits[j * this.words + (i >> 5)]! >>> (i & 31)) & 1) === 1
  }

  /** Sets cells from..to of a row, both included; what lies outside is left out. */
  run(j: number, from: number, to: number): void {
    if (j < 0 || j >= this.height) return
    for (let i = Math.max(0, from); i <= Math.min(this.width - 1, to); i++)
      this.bits[j * this.words + (i >> 5)]! |= 1 << (i & 31)
  }

  /** Whether another, put down with its first cell at (i, j), has a cell in common with this; nothing lies outside. */
  meets(other: Mask, i: number, j: number): boolean {
    const [skip, shift] = [i >> 5, i & 31]
    for (let row = Math.max(0, -j); row < other.height && row + j < this.height; row++) {
      const own = (row + j) * this.words + skip
      for (let w = 0; w < other.words; w++) {
        const bits = other.bits[row * other.words + w]!
        if (bits === 0) continue
        if (at(this.bits, own + w, skip + w, this.words) & (bits << shift)) return true
        if (shift > 0 && at(this.bits, own + w + 1, skip + w + 1, this.words) & (bits >>> (32 - shift))) return true
      }
    }
    return false
  }

  /** Sets all cells of another, put down with its first cell at (i, j), each with those around it, `room` cells far. */
  put(other: Mask, i: number, j: number, room: number): void {
    for (let y = -room; y <= room; y++) {
      // Cells that are nearer than `room`, from side to side.
      const dy = Math.max(0, Math.abs(y) - 1)
      const x = dy > room ? -1 : Math.floor(Math.sqrt(room * room - dy * dy) + 1 - 1e-9)
      for (let row = 0; row < other.height; row++)
        for (const [from, to] of other.runs(row)) this.run(row + j + y, from + i - x, to + i + x)
    }
  }

  /** The runs of a row's cells, ends included. */
  private *runs(j: number): Generator<[number, number]> {
    let from = -1
    for (let i = 0; i <= this.width; i++) {
      const set = this.has(i, j)
      if (set && from < 0) from = i
      if (!set && from >= 0) {
        yield [from, i - 1]
        from = -1
      }
    }
  }
}

const at = (bits: Uint32Array, index: number, word: number, words: number): number =>
  word >= 0 && word < words ? (bits[index] ?? 0) : 0
