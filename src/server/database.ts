import { mkdirSync } from 'node:fs'
import { join, resolve } from 'node:path'
import Database from 'better-sqlite3'
import { type BetterSQLite3Database, drizzle } from 'drizzle-orm/better-sqlite3'
import { migrate } from 'drizzle-orm/better-sqlite3/migrator'
import * as schema from './schema'

export type Db = BetterSQLite3Database<typeof schema>

/** The folder of the database and the imported files: `ANORAK_DATA`, or `data` beside the program. */
export const dataFolder = (): string => resolve(/*turbopackIgnore: true*/ process.env.ANORAK_DATA ?? 'data')

/** Opens a data folder, making and upgrading what is there. */
export function openDatabase(folder: string): Db {
  mkdirSync(join(folder, 'files'), { recursive: true })
  const sqlite = new Database(join(folder, 'anorak.db'))
  sqlite.pragma('journal_mode = WAL')
  sqlite.pragma('synchronous = NORMAL')
  sqlite.pragma('foreign_keys = ON')
  sqlite.pragma('busy_timeout = 5000')
  const db = drizzle(sqlite, { schema })
  migrate(db, { migrationsFolder: resolve(/*turbopackIgnore: true*/ 'src/server/migrations') })
  return db
}

const held = globalThis as { anorakDb?: Db }

/** The one connection of this process. */
export function database(): Db {
  held.anorakDb ??= openDatabase(dataFolder())
  return held.anorakDb
}
