import { fail, ok, type Result } from '../result'
import { type FieldMigration, migrate } from './migrations'
import { FORMAT_VERSION, type Project, projectSchema } from './schema'

/** Reads a document from JSON text, of this version or an older one. Errors: not-json, not-a-project, newer, invalid */
export function readDocument(text: string, migrateFields: FieldMigration): Result<Project> {
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch {
    return fail('not-json', 'The project file is not JSON.')
  }
  return checkDocument(raw, migrateFields)
}

/** Checks a document that is already an object. */
export function checkDocument(raw: unknown, migrateFields: FieldMigration): Result<Project> {
  const head = raw as { format?: unknown; version?: unknown } | null
  if (typeof head !== 'object' || head === null || head.format !== 'anorak-project')
    return fail('not-a-project', 'This is not an Anorak project: "format" is not "anorak-project".')
  if (typeof head.version === 'number' && head.version > FORMAT_VERSION)
    return fail(
      'newer',
      `The project was written by a newer Anorak (format ${head.version}; this one reads up to ${FORMAT_VERSION}).`,
    )
  const many = tooMany(head)
  if (many) return fail('invalid', many)
  const parsed = projectSchema.safeParse(migrate(raw, FORMAT_VERSION, migrateFields))
  if (parsed.success) return ok(parsed.data)
  const first = parsed.error.issues[0]
  const where = first?.path.join('.') || 'the document'
  return fail('invalid', `The project cannot be read: at ${where}, ${first?.message ?? 'something is missing'}.`)
}

/** The most there may be of each list of a document; looked at before anything in them is. */
const MOST: Readonly<Record<string, number>> = {
  numbers: 1000,
  readings: 1000,
  references: 100,
  blocks: 500,
  outlines: 100,
  steps: 2000,
  measures: 200,
  rows: 200,
  variants: 50,
  notes: 500,
}

function tooMany(raw: object): string | undefined {
  for (const [name, most] of Object.entries(MOST)) {
    const list = (raw as Record<string, unknown>)[name]
    if (Array.isArray(list) && list.length > most)
      return `The project has ${list.length} ${name}; up to ${most} can be read.`
  }
  return undefined
}
