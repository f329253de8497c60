type Entry = Record<string, unknown>

/** A report as indented text, for people. */
export function formatReport(report: object): string {
  return `${lines(report as Entry, 0).join('\n')}\n`
}

function lines(entry: Entry, depth: number): string[] {
  const pad = '  '.repeat(depth)
  return Object.entries(entry).flatMap(([key, value]) => {
    if (Array.isArray(value) && value.some(isEntry))
      return [
        `${pad}${key}:`,
        ...value.flatMap((v) => (isEntry(v) ? [`${pad}  - ${oneLine(v)}`] : [`${pad}  - ${shown(v)}`])),
      ]
    if (isEntry(value)) return [`${pad}${key}:`, ...lines(value, depth + 1)]
    return [`${pad}${key}: ${shown(value)}`]
  })
}

const isEntry = (value: unknown): value is Entry => typeof value === 'object' && value !== null && !Array.isArray(value)

const oneLine = (entry: Entry): string =>
  Object.entries(entry)
    .filter(([, v]) => v !== null)
    .map(([k, v]) => `${k} ${shown(v)}`)
    .join(', ')

function shown(value: unknown): string {
  if (typeof value === 'number') return String(Math.round(value * 1000) / 1000)
  if (Array.isArray(value)) return value.length === 0 ? 'none' : value.map(shown).join(' ')
  if (isEntry(value)) return `(${oneLine(value)})`
  return String(value)
}
