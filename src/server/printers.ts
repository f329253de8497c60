import { randomUUID } from 'node:crypto'
import { desc, eq, isNull, sql } from 'drizzle-orm'
import { type KeptPrinter, printedOn, profileSchema } from '../core/print/kept-printers'
import type { Printer } from '../core/document/schema'
import { fail, ok, type Result } from '../core/result'
import type { Db } from './database'
import { printers, projects } from './schema'

/** The printers that are kept, the one that was changed last first. One that cannot be read is left out. */
export function listPrinters(db: Db): KeptPrinter[] {
  const on = new Map(
    db
      .select({
        id: sql<string | null>`json_extract(${projects.document}, '$.printer.kept.id')`,
        count: sql<number>`count(*)`,
      }) // prettier-ignore
      .from(projects)
      .where(isNull(projects.deletedAt))
      .groupBy(sql`1`)
      .all()
      .map((row) => [row.id, row.count]),
  )
  return db
    .select()
    .from(printers)
    .orderBy(desc(printers.updatedAt))
    .all()
    .flatMap(({ id, revision, profile }) => {
      const read = profileSchema.safeParse(JSON.parse(profile))
      return read.success ? [{ id, revision, profile: read.data, projects: on.get(id) ?? 0 }] : []
    })
}

/** Keeps a printer for other projects. Errors: invalid */
export function keepPrinter(db: Db, raw: unknown): Result<{ id: string; revision: number }> {
  const read = profileSchema.safeParse(raw)
  if (!read.success) return fail('invalid', 'That is no printer: it needs a name, a bed, line, layer and gaps.')
  const id = randomUUID()
  db.insert(printers)
    .values({ id, profile: JSON.stringify(read.data), revision: 1, updatedAt: Date.now() })
    .run()
  return ok({ id, revision: 1 })
}

/** Changes a kept printer; projects on it follow when they are opened. Errors: invalid, no-printer, clash (it has been changed since) */
export function changePrinter(
  db: Db,
  id: string,
  base: number,
  raw: unknown,
): Result<{ id: string; revision: number }> {
  const read = profileSchema.safeParse(raw)
  if (!read.success) return fail('invalid', 'That is no printer: it needs a name, a bed, line, layer and gaps.')
  return db.transaction(
    (tx) => {
      const row = tx.select().from(printers).where(eq(printers.id, id)).get()
      if (!row) return fail('no-printer', 'That printer is not kept any more; it can be kept anew.')
      if (row.revision !== base) return fail('clash', 'That printer has been changed from another project since. Look at what it is now first.') // prettier-ignore
      const revision = base + 1
      tx.update(printers).set({ profile: JSON.stringify(read.data), revision, updatedAt: Date.now() }).where(eq(printers.id, id)).run() // prettier-ignore
      return ok({ id, revision })
    },
    { behavior: 'immediate' },
  )
}

/** Keeps a printer no longer; projects on it keep its figures. */
export function forgetPrinter(db: Db, id: string): Result<{ id: string }> {
  db.delete(printers).where(eq(printers.id, id)).run()
  return ok({ id })
}

/** What a new project is printed on: the kept printer that was changed last. */
export function usualPrinter(db: Db): Printer | undefined {
  const [first] = listPrinters(db)
  return first && printedOn(first)
}
