import { packProject, unpackProject } from '../../src/core/formats/project-file'
import type { Project } from '../../src/core/document/schema'
import { checkProject, readProject, writeProject } from '../../src/core/sheet/read-project'
import type { Db } from '../../src/server/database'
import { createProject, openProject, saveProject } from '../../src/server/projects'
import { mutated } from './mutate'
import { Random } from './random'
import type { Failure } from './read-files'

/** Saves broken documents and takes in broken project files: each is taken or refused, and what was saved stays as it was. */
export async function saveBrokenProjects(from: number, count: number, db: Db, base: Project): Promise<Failure[]> {
  const failures: Failure[] = []
  const text = Buffer.from(writeProject(base))
  const zip = packProject({ project: { ...base, references: [], outlines: [] }, files: new Map() })
  const { id } = createProject(db, base)
  for (let seed = from; seed < from + count; seed++) {
    const random = new Random(seed)
    const fail = (why: string) => failures.push({ seed, what: 'save', why })
    try {
      const broken = Buffer.from(mutated(text, random)).toString('utf8')
      const read = readProject(broken)
      if (read.ok && !checkProject(JSON.parse(writeProject(read.value))).ok) fail('is read, and not again once written')
      const open = openProject(db, id)
      if (!open.ok) {
        fail(`the project is gone: ${open.problem.message}`)
        continue
      }
      let raw: unknown = random.from([null, [], 7, 'x', { steps: {} }])
      try {
        raw = JSON.parse(broken)
      } catch {
        // What is no JSON never gets this far; something odd goes in its place.
      }
      const saved = saveProject(db, id, open.value.revision, raw)
      const after = openProject(db, id)
      if (!after.ok) fail('what was saved cannot be opened')
      else if (!saved.ok && after.value.revision !== open.value.revision) fail('a refused save has changed it')
      await unpackProject(mutated(zip, random))
    } catch (error) {
      fail(`throws ${error instanceof Error ? `${error.name}: ${error.message}` : String(error)}`)
    }
  }
  return failures
}
