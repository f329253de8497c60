import { existsSync, readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { eq } from 'drizzle-orm'
import { readProject } from '../core/sheet/read-project'
import { expectOk } from '../core/result'
import type { Db } from './database'
import { storeBytes } from './file-store'
import { createProject, setPicture } from './projects'
import { marks } from './schema'

/** The demo's projects: under which mark each is seeded, and the folder that its imported files are in. */
const DEMOS = [
  { mark: 'demo-frame-hinge', project: 'frame-hinge', files: 'hinge' },
  { mark: 'demo-vent-bracket', project: 'vent-bracket', files: 'bracket' },
  { mark: 'demo-latch-arm', project: 'latch-arm', files: '.' },
  { mark: 'demo-stake-socket', project: 'stake-socket', files: 'found' },
  { mark: 'demo-tap-adapter', project: 'tap-adapter', files: 'found' },
  { mark: 'demo-trough-bracket', project: 'trough-bracket', files: '.' },
  { mark: 'demo-downpipe', project: 'downpipe', files: '.' },
  { mark: 'demo-drip-junction', project: 'drip-junction', files: '.' },
  { mark: 'demo-bench-foot', project: 'bench-foot', files: '.' },
  { mark: 'demo-rain-funnel', project: 'rain-funnel', files: '.' },
  { mark: 'demo-handle-rack', project: 'handle-rack', files: 'handles' },
  { mark: 'demo-tool-shelf', project: 'tool-shelf', files: 'shelf' },
  { mark: 'demo-planter', project: 'planter', files: '.' },
  { mark: 'demo-hose-hanger', project: 'hose-hanger', files: '.' },
  { mark: 'demo-seed-wheel', project: 'seed-wheel', files: '.' },
  { mark: 'demo-1', project: 'rain-logger', files: 'boards' },
] as const

/** Puts the demo projects into a data folder, each once: what a user changes or deletes stays so. */
export function seedDemo(db: Db, folder: string, source = resolve('demo')): boolean {
  const missing = DEMOS.filter(({ mark }) => !db.select().from(marks).where(eq(marks.name, mark)).get())
  for (const { mark, project: name, files } of missing) {
    const project = expectOk(readProject(readFileSync(resolve(source, `${name}.json`), 'utf8')))
    for (const imported of [...project.references, ...project.outlines])
      imported.file = storeBytes(db, folder, readFileSync(resolve(source, files, imported.fileName)))
    const { id } = createProject(db, project)
    const picture = resolve(source, `${name}.png`)
    if (existsSync(picture)) setPicture(db, id, readFileSync(picture))
    db.insert(marks).values({ name: mark, at: Date.now() }).run()
  }
  return missing.length > 0
}
