/** A document of an older version, as read from disk. */
type Raw = Record<string, unknown>

/**
 * Each entry takes a document of its version to the next one.
 *
 * 1 -> 2: `printer.fits` (gaps on the diameter) became `printer.gaps` (per side), and a step's
 * `disabled` became `off`.
 * 2 -> 3: `outlines` came in; what was there stays.
 * 3 -> 4: the loose fit's default became 0.35, so a file without one gets the 0.4 it was written with; lengths kept on
 * parts name their faces by step and role, not by a number behind the role. Fields of steps are the kinds' own matter.
 */
const STEPS: Record<number, (raw: Raw) => Raw> = {
  1: (raw) => {
    if (raw.printer !== undefined && !isObject(raw.printer)) return { ...raw, version: 2 }
    const printer = { ...raw.printer }
    if (isObject(printer.fits))
      printer.gaps = Object.fromEntries(
        Object.entries(printer.fits).map(([fit, gap]) => [fit, typeof gap === 'number' ? gap / 2 : gap]),
      )
    delete printer.fits
    const { steps = [] } = raw
    return {
      ...raw,
      version: 2,
      printer,
      // What is no list is left for the schema to refuse.
      steps: !Array.isArray(steps)
        ? steps
        : steps.map((step: unknown) => {
            if (!isObject(step)) return step
            const { disabled, ...rest } = step
            return { ...rest, off: disabled === true }
          }),
    }
  },
  2: (raw) => ({ ...raw, version: 3 }),
  3: (raw) => {
    if (raw.printer !== undefined && !isObject(raw.printer)) return { ...raw, version: 4 }
    const printer = raw.printer ?? {}
    const gaps = { loose: 0.4, ...(isObject(printer.gaps) ? printer.gaps : {}) }
    const measures = Array.isArray(raw.measures) ? raw.measures.map(namedEnds) : raw.measures
    return { ...raw, version: 4, printer: { ...printer, gaps }, ...(measures === undefined ? {} : { measures }) }
  },
}

const isObject = (value: unknown): value is Raw => typeof value === 'object' && value !== null && !Array.isArray(value)

/** A kept length's ends on parts: `cavity:8` becomes any face of the role `cavity` where it was picked. */
function namedEnds(measure: unknown): unknown {
  if (!isObject(measure) || !Array.isArray(measure.ends)) return measure
  const ends = measure.ends.map((end: unknown) => {
    if (!isObject(end) || typeof end.step !== 'string' || typeof end.role !== 'string') return end
    const { step, role, edge, ...rest } = end
    void edge
    return { ...rest, on: { name: { step, role: role.replace(/:[\d.]+$/, '') }, near: end.point, of: 1 } }
  })
  return { ...measure, ends }
}

/** Takes the fields of a step of a kind from one version to the next. */
export type FieldMigration = (version: number, kind: string, fields: Raw) => Raw

/** Brings a document up to the given version; what cannot be brought up is returned as it is. */
export function migrate(raw: unknown, to: number, migrateFields: FieldMigration): unknown {
  let current = raw
  while (isObject(current) && typeof current.version === 'number' && current.version < to) {
    const { version } = current
    const step = STEPS[version]
    if (!step) return current
    current = step(current)
    if (!isObject(current) || !Array.isArray(current.steps)) continue
    const steps = current.steps.map((s: unknown) =>
      isObject(s) && typeof s.kind === 'string' && (s.fields === undefined || isObject(s.fields))
        ? { ...s, fields: migrateFields(version, s.kind, (s.fields ?? {}) as Raw) }
        : s,
    )
    current = { ...current, steps }
  }
  return current
}
