/**
 * Reads the text of a STEP file (ISO 10303-21) just far enough to know its structure: instances by
 * number, their type names, and the arguments of those that are asked for.
 */

/** A reference to another instance, `#12`. */
export interface Ref {
  ref: number
}
/** A typed value, `LENGTH_MEASURE(25.4)`, or one part of a complex instance. */
export interface Typed {
  type: string
  args: Value[]
}
export type Value = number | string | null | Ref | Typed | Value[]

export const isRef = (v: Value | undefined): v is Ref => typeof v === 'object' && v !== null && 'ref' in v
export const isTyped = (v: Value | undefined): v is Typed => typeof v === 'object' && v !== null && 'type' in v

interface Span {
  start: number
  end: number
  /** Position in the file, counted from 1. */
  ordinal: number
}

export class Part21 {
  private readonly spans = new Map<number, Span>()
  private readonly parsed = new Map<number, Typed[]>()
  private readonly byType = new Map<string, number[]>()
  private inOrder: [number, Span][] | undefined

  /**
   * @param text the whole file; strings may hold any character
   * @throws RangeError with a plain message where the text ends inside an instance
   */
  constructor(private readonly text: string) {
    const head = /\bDATA\b[^;]*;/g
    head.lastIndex = Math.max(0, text.indexOf('ENDSEC'))
    const found = head.exec(text)
    if (!found) throw new RangeError('The file has no DATA section.')
    checkDepth(text, head.lastIndex)
    this.scan(head.lastIndex)
  }

  private scan(from: number): void {
    const { text } = this
    const start = /\s*(?:\/\*[\s\S]*?\*\/\s*)*(?:#(\d+)\s*=\s*|(ENDSEC\s*;|DATA[^;]*;|END-ISO))/y
    let position = from
    let ordinal = 0
    for (;;) {
      start.lastIndex = position
      const match = start.exec(text)
      if (!match) throw new RangeError(`The file breaks off or is damaged after instance ${ordinal}.`)
      position = start.lastIndex
      if (match[2]) {
        if (match[2].startsWith('END-ISO')) return
        continue
      }
      const end = endOfInstance(text, position)
      if (end < 0) throw new RangeError(`The file breaks off inside instance #${match[1]}.`)
      ordinal += 1
      const id = Number(match[1])
      this.spans.set(id, { start: position, end, ordinal })
      for (const type of typesAt(text, position, end)) {
        const list = this.byType.get(type)
        if (list) list.push(id)
        else this.byType.set(type, [id])
      }
      position = end + 1
    }
  }

  get size(): number {
    return this.spans.size
  }

  /** The instance whose text a position lies in; undefined between instances. */
  instanceAt(position: number): number | undefined {
    this.inOrder ??= [...this.spans]
    let [low, high] = [0, this.inOrder.length]
    while (low < high) {
      const middle = (low + high) >> 1
      if (this.inOrder[middle]![1].end <= position) low = middle + 1
      else high = middle
    }
    const found = this.inOrder[low]
    return found && found[1].start <= position ? found[0] : undefined
  }

  /** True if a position lies within a string of an instance. */
  inString(position: number, id: number): boolean {
    const before = this.text.slice(this.spans.get(id)!.start, position)
    return before.split("'").length % 2 === 0
  }

  /** Instances of a type, in file order. */
  all(type: string): readonly number[] {
    return this.byType.get(type) ?? []
  }

  /** Rank of an instance in the file, from 1: the number the STEP kernel knows it by. */
  ordinal(id: number): number {
    return this.spans.get(id)?.ordinal ?? 0
  }

  /** The parts of an instance: one for a simple instance, several for a complex one. */
  parts(id: number): Typed[] {
    const known = this.parsed.get(id)
    if (known) return known
    const span = this.spans.get(id)
    const parts = span ? parseInstance(this.text.slice(span.start, span.end)) : []
    this.parsed.set(id, parts)
    return parts
  }

  /** Arguments of an instance's part of this type, or undefined if it has none. */
  args(id: number | undefined, type?: string): Value[] | undefined {
    if (id === undefined) return undefined
    const parts = this.parts(id)
    return (type === undefined ? parts[0] : parts.find((p) => p.type === type))?.args
  }

  type(id: number | undefined): string | undefined {
    return id === undefined ? undefined : this.parts(id)[0]?.type
  }
}

function endOfInstance(text: string, from: number): number {
  let position = from
  for (;;) {
    const end = text.indexOf(';', position)
    if (end < 0) return -1
    const quote = text.indexOf("'", position)
    if (quote < 0 || quote > end) return end
    const close = text.indexOf("'", quote + 1)
    if (close < 0) return -1
    position = close + 1
  }
}

const KEYWORD = /([A-Z][A-Z0-9_]*)\s*\(/y

function typesAt(text: string, start: number, end: number): string[] {
  KEYWORD.lastIndex = start
  const simple = KEYWORD.exec(text)
  if (simple) return [simple[1]!]
  return parseInstance(text.slice(start, end)).map((p) => p.type)
}

/** Lists within lists; the standard's own go to 4 or 5. */
const DEEPEST = 64
const [OPEN, CLOSE, QUOTE, END] = ['(', ')', "'", ';'].map((c) => c.charCodeAt(0))

/** Refuses what no reader could follow down, ours or the kernel's. */
function checkDepth(text: string, from: number): void {
  let [depth, quoted] = [0, false]
  for (let i = from; i < text.length; i++) {
    const code = text.charCodeAt(i)
    if (code === QUOTE) quoted = !quoted
    else if (quoted) continue
    else if (code === END) depth = 0
    else if (code === CLOSE) depth -= 1
    else if (code === OPEN && ++depth > DEEPEST) throw new RangeError(`It nests lists more than ${DEEPEST} deep.`)
  }
}

const TOKEN =
  /\s+|\/\*[\s\S]*?\*\/|'((?:[^']|'')*)'|#(\d+)|([-+]?\d+\.?\d*(?:[eE][-+]?\d+)?)|\.([A-Z0-9_]+)\.|([A-Za-z!][A-Za-z0-9_]*)|"[0-9A-Fa-f]*"|[(),$*]/gy

function parseInstance(text: string): Typed[] {
  const tokens = [...text.matchAll(TOKEN)].filter((t) => !/^(\s|\/\*)/.test(t[0]))
  let i = 0
  const list = (): Value[] => {
    const out: Value[] = []
    i += 1
    while (i < tokens.length && tokens[i]![0] !== ')') {
      if (tokens[i]![0] === ',') i += 1
      else out.push(value())
    }
    i += 1
    return out
  }
  const value = (): Value => {
    const token = tokens[i]!
    if (token[0] === '(') return list()
    i += 1
    if (token[1] !== undefined) return decodeString(token[1])
    if (token[2] !== undefined) return { ref: Number(token[2]) }
    if (token[3] !== undefined) return Number(token[3])
    if (token[4] !== undefined) return token[4]
    if (token[5] !== undefined) return { type: token[5], args: tokens[i]?.[0] === '(' ? list() : [] }
    return null
  }
  const out: Typed[] = []
  const complex = tokens[0]?.[0] === '('
  if (complex) i = 1
  while (i < tokens.length && tokens[i]![0] !== ')') {
    const part = value()
    if (isTyped(part)) out.push(part)
  }
  return out
}

/** Decodes the escapes of ISO 10303-21: '' \X\hh \X2\hhhh...\X0\ \S\c. */
function decodeString(raw: string): string {
  return raw
    .replace(/''/g, "'")
    .replace(/\\X2\\([0-9A-Fa-f]*)\\X0\\/g, (_, hex: string) =>
      (hex.match(/.{4}/g) ?? []).map((h) => String.fromCharCode(parseInt(h, 16))).join(''),
    )
    .replace(/\\X\\([0-9A-Fa-f]{2})/g, (_, hex: string) => String.fromCharCode(parseInt(hex, 16)))
    .replace(/\\S\\(.)/g, (_, c: string) => String.fromCharCode(c.charCodeAt(0) + 128))
}
