import { database } from '@/server/database'
import { problemResponse, readJson, respond, route } from '@/server/http'
import { keepPrinter, listPrinters } from '@/server/printers'

export const dynamic = 'force-dynamic'

/** The printers that are kept apart from projects. */
export const GET = route(() => Response.json({ printers: listPrinters(database()) }))

/** Keeps a printer. */
export const POST = route(async (request) => {
  const sent = await readJson(request)
  return sent.ok ? respond(keepPrinter(database(), sent.value)) : problemResponse(sent.problem)
})
