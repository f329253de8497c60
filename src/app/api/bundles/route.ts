import { importBundle } from '@/server/bundles'
import { database, dataFolder } from '@/server/database'
import { problemResponse, readLimited, respond, route } from '@/server/http'

const LARGEST = 300 * 1024 * 1024

/** Takes in a project file. */
export const POST = route(async (request) => {
  const bytes = await readLimited(request, LARGEST)
  if (!bytes) return problemResponse({ kind: 'too-large', message: 'A project file may have 300 MB.' })
  return respond(await importBundle(database(), dataFolder(), bytes))
})
