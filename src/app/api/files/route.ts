import { database, dataFolder } from '@/server/database'
import { storeUpload } from '@/server/file-store'
import { problemResponse, respond, route } from '@/server/http'

/** Takes in a file to fit, streamed to disk; `name` in the address is what it is called. */
export const POST = route(async (request) => {
  if (!request.body) return problemResponse({ kind: 'empty', message: 'The file is empty.' })
  return respond(
    await storeUpload(database(), dataFolder(), request.body, new URL(request.url).searchParams.get('name') ?? ''),
  )
})
