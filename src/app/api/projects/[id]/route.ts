import { z } from 'zod'
import { database } from '@/server/database'
import { problemResponse, readJson, respond, route } from '@/server/http'
import { openProject, renameProject, saveProject, setDeleted } from '@/server/projects'

interface Params {
  params: Promise<{ id: string }>
}

export const GET = route(async (_request, { params }: Params) => respond(openProject(database(), (await params).id)))

const save = z.object({ base: z.number().int().positive(), document: z.unknown() })

/** Saves a document on top of the revision it was made from; 409 if another window was first. */
export const PUT = route(async (request, { params }: Params) => {
  const body = await readJson(request)
  if (!body.ok) return problemResponse(body.problem)
  const wanted = save.safeParse(body.value)
  if (!wanted.success)
    return problemResponse({ kind: 'invalid', message: 'A save needs a base revision and a document.' })
  return respond(saveProject(database(), (await params).id, wanted.data.base, wanted.data.document))
})

const change = z.object({ name: z.string().trim().min(1).max(120).optional(), deleted: z.boolean().optional() })

/** Renames a project, deletes it or brings it back. */
export const PATCH = route(async (request, { params }: Params) => {
  const { id } = await params
  const body = await readJson(request)
  if (!body.ok) return problemResponse(body.problem)
  const wanted = change.safeParse(body.value)
  if (!wanted.success) return problemResponse({ kind: 'invalid', message: 'A name has 1 to 120 characters.' })
  const { name, deleted } = wanted.data
  if (deleted !== undefined) {
    const done = setDeleted(database(), id, deleted)
    if (!done.ok || name === undefined) return respond(done)
  }
  return respond(name === undefined ? openProject(database(), id) : renameProject(database(), id, name))
})
