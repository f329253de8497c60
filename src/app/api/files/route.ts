import { database, dataFolder } from '@/server/database'
import { storeUpload } from '@/server/file-store'
import { problemResponse, respond, route } from '@/server/http'

/** Takes in a board's STEP file, streamed to disk. */
export const POST = route(async (request) => {
  if (!request.body) return problemResponse({ kind: 'not-step', message: 'The file is empty.' })
  return respond(await storeUpload(database(), dataFolder(), request.body))
})
