import { database } from '@/server/database'
import { respond, route } from '@/server/http'
import { duplicateProject } from '@/server/projects'

export const POST = route(async (_request, { params }: { params: Promise<{ id: string }> }) =>
  respond(duplicateProject(database(), (await params).id)),
)
