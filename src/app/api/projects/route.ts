import { z } from 'zod'
import { checkProject } from '@/core/sheet/read-project'
import { database } from '@/server/database'
import { problemResponse, readJson, route } from '@/server/http'
import { createEmpty, createProject, listProjects } from '@/server/projects'

export const dynamic = 'force-dynamic'

/** The projects; with `?deleted` those that can be brought back. */
export const GET = route((request) =>
  Response.json({ projects: listProjects(database(), new URL(request.url).searchParams.has('deleted')) }),
)

const body = z.union([
  z.object({ document: z.record(z.string(), z.unknown()) }),
  z.object({ name: z.string().trim().min(1).max(120) }),
])

/** Makes a project: an empty one by name, or from a document. */
export const POST = route(async (request) => {
  const sent = await readJson(request)
  if (!sent.ok) return problemResponse(sent.problem)
  const wanted = body.safeParse(sent.value)
  if (!wanted.success)
    return problemResponse({ kind: 'invalid', message: 'A project needs a name of up to 120 characters.' })
  if ('name' in wanted.data) return Response.json(createEmpty(database(), wanted.data.name))
  const document = checkProject(wanted.data.document)
  return document.ok ? Response.json(createProject(database(), document.value)) : problemResponse(document.problem)
})
