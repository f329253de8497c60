import { z } from 'zod'
import { database } from '@/server/database'
import { problemResponse, readJson, respond, route } from '@/server/http'
import { changePrinter, forgetPrinter } from '@/server/printers'

interface Params {
  params: Promise<{ id: string }>
}

const change = z.object({ base: z.number().int().positive(), profile: z.unknown() })

/** Changes a kept printer on top of the revision it was seen at. */
export const PUT = route(async (request, { params }: Params) => {
  const sent = await readJson(request)
  if (!sent.ok) return problemResponse(sent.problem)
  const wanted = change.safeParse(sent.value)
  if (!wanted.success)
    return problemResponse({ kind: 'invalid', message: 'A change needs a base revision and a profile.' })
  return respond(changePrinter(database(), (await params).id, wanted.data.base, wanted.data.profile))
})

export const DELETE = route(async (_request, { params }: Params) =>
  respond(forgetPrinter(database(), (await params).id)),
)
