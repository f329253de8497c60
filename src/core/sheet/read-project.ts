import type { FieldMigration } from '../document/migrations'
import { checkDocument, readDocument } from '../document/read'
import type { Project } from '../document/schema'
import type { Result } from '../result'
import { stepKindNamed } from '../steps/registry'

const migrateFields: FieldMigration = (version, kind, fields) =>
  stepKindNamed(kind)?.migrations?.[version]?.(fields) ?? fields

/** Reads a project from JSON text, of this version or an older one. Errors: not-json, not-a-project, newer, invalid */
export const readProject = (text: string): Result<Project> => readDocument(text, migrateFields)

/** Checks a project that is already an object, and brings it up to date. Errors: not-a-project, newer, invalid */
export const checkProject = (raw: unknown): Result<Project> => checkDocument(raw, migrateFields)

export const writeProject = (project: Project): string => `${JSON.stringify(project, null, 2)}\n`
