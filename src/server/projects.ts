import { randomUUID } from 'node:crypto'
import { and, desc, eq, isNotNull, isNull, lt, sql } from 'drizzle-orm'
import { checkProject, readProject, writeProject } from '../core/sheet/read-project'
import { emptyProject, type Project } from '../core/document/schema'
import { fail, ok, type Result } from '../core/result'
import type { Db } from './database'
import { usualPrinter } from './printers'
import { projects, revisions } from './schema'

/** How many earlier documents are kept for each project. */
const KEPT_REVISIONS = 300
/** How many of them are sent along for undo, and how much at the most, characters. */
const SENT_REVISIONS = 40
const SENT_SIZE = 1_000_000

export interface ProjectCard {
  id: string
  name: string
  updatedAt: number
  hasPicture: boolean
}

export interface OpenProject {
  id: string
  revision: number
  document: Project
  /** Earlier documents, oldest first. */
  past: Project[]
}

export function listProjects(db: Db, deleted = false): ProjectCard[] {
  return db
    .select({
      id: projects.id,
      name: projects.name,
      updatedAt: projects.updatedAt,
      hasPicture: sql<number>`${projects.picture} is not null`,
    })
    .from(projects)
    .where(deleted ? isNotNull(projects.deletedAt) : isNull(projects.deletedAt))
    .orderBy(desc(projects.updatedAt))
    .all()
    .map((row) => ({ ...row, hasPicture: Boolean(row.hasPicture) }))
}

export function createProject(db: Db, document: Project): { id: string } {
  const id = randomUUID()
  const now = Date.now()
  db.insert(projects)
    .values({ id, name: document.name, document: writeProject(document), revision: 1, createdAt: now, updatedAt: now })
    .run()
  return { id }
}

/** An empty project, printed on the kept printer that was changed last, if there is one. */
export function createEmpty(db: Db, name: string): { id: string } {
  const empty = emptyProject(name)
  return createProject(db, { ...empty, printer: usualPrinter(db) ?? empty.printer })
}

export function openProject(db: Db, id: string): Result<OpenProject> {
  const row = db.select().from(projects).where(eq(projects.id, id)).get()
  if (!row || row.deletedAt !== null) return fail('no-project', 'There is no such project.')
  const document = readProject(row.document)
  if (!document.ok) return document
  const past = db
    .select({ document: revisions.document })
    .from(revisions)
    .where(eq(revisions.projectId, id))
    .orderBy(desc(revisions.revision))
    .limit(SENT_REVISIONS)
    .all()
  let sent = 0
  const near = past.filter((r) => (sent += r.document.length) <= SENT_SIZE)
  return ok({
    id,
    revision: row.revision,
    document: document.value,
    past: near.reverse().flatMap((r) => {
      const read = readProject(r.document)
      return read.ok ? [read.value] : []
    }),
  })
}

/**
 * Saves a document on top of the revision it was made from. A document that is there already, because the answer to
 * its first save was lost, is no clash.
 * Errors: no-project, invalid, clash (another window has saved since; nothing is written)
 */
export function saveProject(db: Db, id: string, base: number, raw: unknown): Result<{ revision: number }> {
  const document = checkProject(raw)
  if (!document.ok) return document
  return db.transaction(
    (tx) => {
      const row = tx.select().from(projects).where(eq(projects.id, id)).get()
      if (!row || row.deletedAt !== null) return fail('no-project', 'There is no such project any more.')
      const text = writeProject(document.value)
      if (row.revision === base + 1 && row.document === text) return ok({ revision: row.revision })
      if (row.revision !== base) return fail('clash', 'Another window has changed this project since.')
      const now = Date.now()
      tx.insert(revisions).values({ projectId: id, revision: row.revision, document: row.document, savedAt: now }).run()
      tx.delete(revisions)
        .where(and(eq(revisions.projectId, id), lt(revisions.revision, row.revision - KEPT_REVISIONS)))
        .run()
      tx.update(projects)
        .set({ name: document.value.name, document: text, revision: base + 1, updatedAt: now })
        .where(eq(projects.id, id))
        .run()
      return ok({ revision: base + 1 })
      // Waits for others who write, instead of failing because it has read before.
    },
    { behavior: 'immediate' },
  )
}

export function renameProject(db: Db, id: string, name: string): Result<{ revision: number }> {
  const open = openProject(db, id)
  return open.ok ? saveProject(db, id, open.value.revision, { ...open.value.document, name }) : open
}

export function duplicateProject(db: Db, id: string): Result<{ id: string }> {
  const row = db.select().from(projects).where(eq(projects.id, id)).get()
  const open = openProject(db, id)
  if (!open.ok) return open
  const copy = createProject(db, { ...open.value.document, name: `${open.value.document.name} copy`.slice(0, 120) })
  if (row?.picture) setPicture(db, copy.id, row.picture)
  return ok(copy)
}

/** Takes a project out of the list, or brings it back. */
export function setDeleted(db: Db, id: string, deleted: boolean): Result<{ id: string }> {
  const deletedAt = deleted ? Date.now() : null
  const { changes } = db.update(projects).set({ deletedAt }).where(eq(projects.id, id)).run()
  return changes > 0 ? ok({ id }) : NO_PROJECT
}

export function setPicture(db: Db, id: string, picture: Buffer): Result<{ id: string }> {
  const { changes } = db.update(projects).set({ picture }).where(eq(projects.id, id)).run()
  return changes > 0 ? ok({ id }) : NO_PROJECT
}

const NO_PROJECT = fail('no-project', 'There is no such project.')

export const getPicture = (db: Db, id: string): Buffer | undefined =>
  db.select({ picture: projects.picture }).from(projects).where(eq(projects.id, id)).get()?.picture ?? undefined
