/** A document of an older version, as read from disk. */
type Raw = Record<string, unknown>

/**
 * Each entry takes a document of its version to the next one.
 *
 * 1 -> 2: `printer.fits` (gaps on the diameter) became `printer.gaps` (per side), and a step's
 * `disabled` became `off`.
 * 2 -> 3: `outlines` came in; what was there stays.
 */
const STEPS: Record<number, (raw: Raw) => Raw> = {
  1: (raw) => {
    const printer = { ...(isObject(raw.printer) ? raw.printer : {}) }
    if (isObject(printer.fits))
      printer.gaps = Object.fromEntries(
        Object.entries(printer.fits).map(([fit, gap]) => [fit, typeof gap === 'number' ? gap / 2 : gap]),
      )
    delete printer.fits
    const steps = Array.isArray(raw.steps) ? raw.steps : []
    return {
      ...raw,
      version: 2,
      printer,
      steps: steps.map((step: unknown) => {
        if (!isObject(step)) return step
        const { disabled, ...rest } = step
        return { ...rest, off: disabled === true }
      }),
    }
  },
  2: (raw) => ({ ...raw, version: 3 }),
}

const isObject = (value: unknown): value is Raw => typeof value === 'object' && value !== null && !Array.isArray(value)

/** Brings a document up to the given version; what cannot be brought up is returned as it is. */
export function migrate(raw: unknown, to: number): unknown {
  let current = raw
  while (isObject(current) && typeof current.version === 'number' && current.version < to) {
    const step = STEPS[current.version]
    if (!step) return current
    current = step(current)
  }
  return current
}
