import { copyFileSync, existsSync, mkdirSync, renameSync, statSync } from 'node:fs'
import { join, resolve } from 'node:path'
import Database from 'better-sqlite3'
import { type BetterSQLite3Database, drizzle } from 'drizzle-orm/better-sqlite3'
import { migrate } from 'drizzle-orm/better-sqlite3/migrator'
import { raise } from '../core/result'
import * as schema from './schema'
import { sqliteCode } from './sqlite-code'
import { clearParts } from './unfinished'

export type Db = BetterSQLite3Database<typeof schema> & { $client: Database.Database }

/** The folder of the database and the imported files: `ANORAK_DATA`, or `data` beside the program. */
export const dataFolder = (): string => resolve(/*turbopackIgnore: true*/ process.env.ANORAK_DATA ?? 'data')

/** How long a copy of the database is good for before the next one is made, ms. */
const COPY_AFTER = 24 * 60 * 60 * 1000

/**
 * Opens a data folder, making and upgrading what is there. Once a day a copy of a sound database is laid beside it.
 * @throws ProblemError (damaged-database): what is damaged is left as it is, never replaced
 */
export function openDatabase(folder: string): Db {
  mkdirSync(join(folder, 'files'), { recursive: true })
  const path = join(folder, 'anorak.db')
  try {
    const sqlite = new Database(path)
    sqlite.pragma('busy_timeout = 5000')
    sqlite.pragma('journal_mode = WAL')
    sqlite.pragma('synchronous = NORMAL')
    sqlite.pragma('foreign_keys = ON')
    if (sqlite.pragma('quick_check', { simple: true }) !== 'ok') raise('damaged-database', whatCanBeDone(path))
    const db = drizzle(sqlite, { schema })
    migrate(db, { migrationsFolder: resolve(/*turbopackIgnore: true*/ 'src/server/migrations') })
    keepCopy(sqlite, path)
    return db
  } catch (error) {
    if (/^SQLITE_(CORRUPT|NOTADB)/.test(sqliteCode(error))) raise('damaged-database', whatCanBeDone(path))
    throw error
  }
}

const copyOf = (path: string) => `${path}.copy`

function keepCopy(sqlite: Database.Database, path: string): void {
  const copy = copyOf(path)
  if (existsSync(copy) && Date.now() - statSync(copy).mtimeMs < COPY_AFTER) return
  sqlite.pragma('wal_checkpoint(TRUNCATE)')
  copyFileSync(path, `${copy}.new`)
  renameSync(`${copy}.new`, copy)
}

function whatCanBeDone(path: string): string {
  const copy = copyOf(path)
  const left = `The database ${path} is damaged; nothing in it was changed.`
  return existsSync(copy)
    ? `${left} The last sound copy is ${copy}, of ${statSync(copy).mtime.toISOString().slice(0, 16).replace('T', ' ')}: stop Anorak, put the damaged file aside, and copy it into its place.`
    : `${left} There is no copy of it yet: stop Anorak and put a saved one in its place, or put it aside to begin anew.`
}

const held = globalThis as { anorakDb?: Db }

/** The one connection of this process. */
export function database(): Db {
  if (!held.anorakDb) {
    held.anorakDb = openDatabase(dataFolder())
    clearParts(dataFolder())
  }
  return held.anorakDb
}
