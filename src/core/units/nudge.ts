/** A literal length, count or angle: a number, perhaps mixed or a fraction, perhaps with a unit. */
const LITERAL = /^\s*-?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:\s+\d+\s*\/\s*\d+|\s*\/\s*\d+)?\s*(?:[a-z]+|")?\s*$/i
/** A formula that ends in a figure added to it or taken off it. */
const WITH_OFFSET = /^(.*\S)\s*([+-])\s*(\d+(?:\.\d+)?)\s*$/s

/** True if a formula is more than one figure: it names something, or works something out. */
export const isWorkedOut = (formula: string): boolean => !LITERAL.test(formula)

/** What a plain figure says, which may be newer than what is built of it; what a formula came to, if it works something out. */
export const worth = (said: number | string, came: number): number => (/^\s*-?\d+(\.\d+)?\s*$/.test(String(said)) ? Number(said) : came) // prettier-ignore

/**
 * A formula with its value moved. A plain figure becomes the next multiple of `step`; one that is worked out keeps what
 * it says and has a figure added at its end, which goes again when it comes to nothing.
 * @param value what the formula is worth now
 * @param by multiple of `step`, in the unit plain numbers of the document are in
 */
export function nudged(formula: string, value: number, by: number, step: number): string {
  const written = (v: number) => String(Number(v.toFixed(6)))
  if (!isWorkedOut(formula)) return written(Math.round((value + by) / step) * step)
  const found = WITH_OFFSET.exec(formula)
  const before = found ? (found[2] === '-' ? -1 : 1) * Number(found[3]) : 0
  const base = found && balanced(found[1]!) ? found[1]! : formula
  const offset = (base === formula ? 0 : before) + by
  if (Math.abs(offset) < 1e-9) return base
  return `${base} ${offset < 0 ? '-' : '+'} ${written(Math.abs(offset))}`
}

/** True if what stands before the sign is a formula by itself. */
function balanced(text: string): boolean {
  const opened = [...text].reduce((n, c) => n + (c === '(' ? 1 : c === ')' ? -1 : 0), 0)
  return opened === 0 && !/[-+*/^(,]$/.test(text)
}
