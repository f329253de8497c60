import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { eq } from 'drizzle-orm'
import { readProject } from '../core/document/read'
import { expectOk } from '../core/result'
import type { Db } from './database'
import { storeBytes } from './file-store'
import { createProject, setPicture } from './projects'
import { marks } from './schema'

const MARK = 'demo-1'

/** Puts the demo projects into a data folder, once: what a user changes or deletes stays so. */
export function seedDemo(db: Db, folder: string, source = resolve('demo')): boolean {
  if (db.select().from(marks).where(eq(marks.name, MARK)).get()) return false
  const board = storeBytes(db, folder, readFileSync(resolve(source, 'boards/rl-2-rev-a.step')))
  const project = expectOk(readProject(readFileSync(resolve(source, 'rain-logger.json'), 'utf8')))
  for (const reference of project.references) reference.file = board
  const { id } = createProject(db, project)
  setPicture(db, id, readFileSync(resolve(source, 'rain-logger.png')))
  db.insert(marks).values({ name: MARK, at: Date.now() }).run()
  return true
}
