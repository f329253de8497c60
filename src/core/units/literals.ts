import { MM_PER } from './length'

/**
 * Turns the ways makers write lengths into what the expression parser reads:
 * every number with a unit becomes `qty(number, "unit")`, fractions and decimal commas included.
 *
 * `7 5/16 in` -> `qty(7+5/16,"in")` · `3/16"` -> `qty(3/16,"in")` · `12,5` -> `12.5`
 *
 * A comma between digits is a decimal comma unless it stands directly inside the
 * parentheses of a function, where it separates arguments.
 */
const UNIT = '(?:mm|cm|inch|in|thou|mil|ft|m)'
const NUMBER = '(?:\\d+(?:\\.\\d*)?|\\.\\d+)(?:[eE][-+]?\\d+)?'
const AFTER = '(?![\\w.(])'
const MIXED = new RegExp(`(?<![\\w.])(\\d+)\\s+(\\d+)\\s*/\\s*(\\d+)\\s*(?:(${UNIT})${AFTER}|("))`, 'g')
const FRACTION = new RegExp(`(?<![\\w./*^)\\]]|[/*^)]\\s)(\\d+)\\s*/\\s*(\\d+)\\s*(?:(${UNIT})${AFTER}|("))`, 'g')
const PLAIN = new RegExp(`(?<![\\w.])(${NUMBER})\\s*(?:(${UNIT})${AFTER}|("))`, 'g')

export function normaliseLiterals(text: string): string {
  const dotted = decimalCommas(text.replace(/[″”“]/g, '"').replace(/×/g, '*').replace(/[−–]/g, '-'))
  const held: string[] = []
  const hold = (value: string, unit: string | undefined) => {
    held.push(`qty(${value}, "${unit ?? 'in'}")`)
    return ` \u0001${String.fromCharCode(0xe000 + held.length - 1)} `
  }
  return dotted
    .replace(MIXED, (_, whole: string, top: string, bottom: string, unit?: string) =>
      hold(`${whole}+${top}/${bottom}`, unit),
    )
    .replace(FRACTION, (_, top: string, bottom: string, unit?: string) => hold(`${top}/${bottom}`, unit))
    .replace(PLAIN, (_, value: string, unit?: string) => hold(value, unit))
    .replace(/ \u0001(.) /g, (_, mark: string) => held[mark.charCodeAt(0) - 0xe000] ?? '')
    .trim()
}

function decimalCommas(text: string): string {
  const inFunction: boolean[] = []
  let out = ''
  for (let i = 0; i < text.length; i++) {
    const c = text[i]!
    if (c === '(') inFunction.push(/[A-Za-z_]\w*\s*$/.test(out))
    else if (c === ')') inFunction.pop()
    const between = /\d/.test(text[i - 1] ?? '') && /\d/.test(text[i + 1] ?? '')
    out += c === ',' && between && !(inFunction.at(-1) ?? false) ? '.' : c
  }
  return out
}

export const unitInMm = (unit: string): number | undefined => (Object.hasOwn(MM_PER, unit) ? MM_PER[unit] : undefined)
